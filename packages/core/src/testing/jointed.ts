import { crossCut } from '../cut/cross-cut.js';
import { takePixels } from '../cut/take.js';
import { applyDiff } from '../document/diff.js';
import { cutPieces } from '../cut/cut-edits.js';
import { placeJoint } from '../joints/joint-edits.js';
import type { CharacterDoc, SheetRef } from '../document/rows.js';
import { drawOrder } from '../document/family.js';
import { withDerived } from '../joints/derive-sheets.js';
import type { ViewArt } from '../document/view-art.js';
import { fitBetween } from '../joints/fit-between.js';
import { DEFAULT_SCHEME, type NameTokens } from '../document/naming.js';
import { paintArea, type PlacedBitmap } from '../raster/bitmap.js';
import type { PlacedMask } from '../raster/mask.js';
import type { Limb } from './limbs.js';

const tokens = (part: string): NameTokens => ({ group: 'arm', side: 'A', part, index: null });

const ref = (blob: string, face: PlacedBitmap): SheetRef => ({
  blob,
  x: face.x,
  y: face.y,
  width: face.width,
  height: face.height,
  area: paintArea(face),
});

/** A character with one view and nothing cut. */
export function rawCharacter(design: PlacedBitmap): { doc: CharacterDoc; art: ViewArt } {
  return {
    doc: {
      character: {
        table: 'character',
        id: 'c',
        version: 1,
        productionId: 'p',
        name: 'Mast',
        code: 'mast',
        scheme: DEFAULT_SCHEME,
        plan: null,
        palette: null,
        deleted: false,
      },
      views: [
        {
          table: 'view',
          id: 'v',
          version: 1,
          characterId: 'c',
          key: 'front',
          width: design.width,
          height: design.height,
          designBlob: 'design',
          designArea: paintArea(design),
          floorY: design.height,
          heights: [],
          brought: null,
          nothingAt: [],
          drafted: null,
        },
      ],
      parts: [],
      pieces: [],
      joints: [],
      handles: [],
      orderChanges: [],
      swapSets: [],
      drawings: [],
      drawingViews: [],
      looks: [],
      cycles: [],
      exceptions: [],
      poses: [],
      motions: [],
    },
    art: { design, pieces: new Map() },
  };
}

/** Gives the pixels of a mask to a new part drawn in front of all others. */
export function cutPart(
  start: { doc: CharacterDoc; art: ViewArt },
  part: string,
  mask: PlacedMask,
  as: NameTokens = tokens(part),
): { doc: CharacterDoc; art: ViewArt } {
  const faces = new Map([...start.art.pieces].map(([id, sheets]) => [id, sheets.face]));
  const taken = takePixels(start.art.design, faces, part, mask, (id) => id);
  if (!taken.ok) throw new Error(taken.sentence);
  const pieces = new Map(start.art.pieces);
  for (const [id, face] of taken.changed) pieces.set(id, { face, overlap: null, under: null });
  const face = taken.changed.get(part) as PlacedBitmap;
  const diff = cutPieces(start.doc, {
    viewId: 'v',
    sheets: new Map(
      [...taken.changed].filter(([id]) => id !== part).map(([id, changed]) => [id, { face: ref(`${id}'`, changed) }]),
    ),
    fresh: [
      {
        pieceId: part,
        partId: `part-${part}`,
        tokens: as,
        face: ref(part, face),
        inFrontOf: drawOrder(start.doc, 'v').at(-1)?.id,
      },
    ],
  });
  return { doc: applyDiff(start.doc, diff), art: { ...start.art, pieces } };
}

/** A drawn limb cut across its joint into `upper` and `lower`, fitted, and rounded if asked for. */
export function jointedLimb(limb: Limb, rounded = true): { doc: CharacterDoc; art: ViewArt } {
  const { x0, y0, x1, y1 } = limb.cut;
  const sides = crossCut(limb.silhouette, [x0, y0, x1, y1]);
  if (!sides.ok) throw new Error(sides.sentence);
  const cut = cutPart(cutPart(rawCharacter(limb.design), 'upper', sides.right), 'lower', sides.left);
  const fit = fitBetween(cut.doc, 'lower', 'upper', cut.art);
  if (!fit.ok) throw new Error(fit.sentence);
  const placed = applyDiff(cut.doc, placeJoint(cut.doc, 'j', 'lower', 'upper', fit));
  const doc = { ...placed, joints: placed.joints.map((joint) => ({ ...joint, rounded })) };
  return { doc, art: withRounding(doc, cut.art) };
}

/** The pictures with every rounded end computed anew. */
export function withRounding(doc: CharacterDoc, art: ViewArt): ViewArt {
  return withDerived(doc, 'v', art);
}
