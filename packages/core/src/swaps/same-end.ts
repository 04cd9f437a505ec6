import { deriveKey, placeOf } from '../document/keys.js';
import type { SwapKind } from '../document/row-types.js';
import type { CharacterDoc, DrawingId, JointRow, SheetsOf, SwapSetRow, ViewId } from '../document/rows.js';
import { measureUnder, type Measure } from '../document/view-check.js';
import { pieceImages, type PieceImage, type ViewArt } from '../document/view-art.js';
import { wholeDiscLimit } from '../joints/disc-paint.js';
import { proofMeasure } from '../joints/proof-measure.js';
import { isCleanThroughout, proveJoint, type BendProof } from '../joints/prove-joint.js';
import { composeWithLine, mergeSheets } from '../document/compose-piece.js';
import {
  copyPlaced,
  createPlaced,
  cropPlaced,
  intersectRects,
  placedAt,
  uniteRects,
  wordsOf,
  type PlacedBitmap,
} from '../raster/bitmap.js';
import { composite } from '../raster/composite.js';
import { INSIDE, unionCoverage } from '../raster/mask.js';
import { drawingName, drawingsOf, inView, pieceOfSet } from './find-swaps.js';

/** The joint by which a set's piece hangs in a view; null for none that is rounded. */
export function jointOfSet(doc: CharacterDoc, set: SwapSetRow, viewId: ViewId): JointRow | null {
  const piece = pieceOfSet(doc, set, viewId);
  return doc.joints.find(({ childId, rounded }) => rounded && childId === piece?.id) ?? null;
}

/** A joint's proof with a drawing; one with the very end of the default drawing turns as that does. */
export type EndProof = BendProof | 'same end' | null;

/** Kinds of sets whose drawings turn at their piece's joint as it does; a hat or a whole head is another shape there. */
const TURNING: readonly SwapKind[] = ['hand', 'other'];

/** The joint that is proven with each of a set's drawings; null for none. */
function provenJoint(doc: CharacterDoc, set: SwapSetRow, viewId: ViewId): JointRow | null {
  return TURNING.includes(set.kind) ? jointOfSet(doc, set, viewId) : null;
}

/** What is to be proven of a set's joint: with the default drawing, and then with each other one. */
export function jointMeasures(
  doc: CharacterDoc,
  set: SwapSetRow,
  viewId: ViewId,
  sheets: SheetsOf,
): Measure<EndProof>[] {
  const joint = provenJoint(doc, set, viewId);
  if (!joint) return [];
  const own = proofMeasure(doc, joint, sheets);
  return [
    own,
    ...swappedIn(doc, set, viewId).map(({ id, placed, name }) =>
      measureUnder(() => deriveKey('proof with drawing 4', [own.key, placed]), {
        what: `${own.what} with ${name}`,
        measure: (art: ViewArt): EndProof => {
          const picture = art.drawings?.get(id);
          const sheets = art.pieces.get(joint.childId);
          const own = sheets && composeWithLine(sheets);
          if (!picture || !own) return null;
          // With the very same end it turns as the default one does.
          return isSameEnd(picture, own, joint)
            ? 'same end'
            : proveJoint(doc, joint, withDrawing(doc, art, joint, picture));
        },
      }),
    ),
  ];
}

/** How many measures `jointMeasures` gives. */
export function jointMeasureCount(doc: CharacterDoc, set: SwapSetRow, viewId: ViewId): number {
  return provenJoint(doc, set, viewId) ? 1 + swappedIn(doc, set, viewId).length : 0;
}

/** The drawings with which a set's joint does not hold, while it does with the default one; px of its disc that each lacks. */
export function endsApart(
  doc: CharacterDoc,
  set: SwapSetRow,
  viewId: ViewId,
  [own, ...proofs]: readonly EndProof[],
): { drawingId: DrawingId; joint: JointRow; clean: [number, number] | null; lacks: number }[] {
  const joint = provenJoint(doc, set, viewId);
  if (!joint || !own || own === 'same end' || !isCleanThroughout(joint, own.cleanRange)) return [];
  return swappedIn(doc, set, viewId).flatMap(({ drawingId }, at) => {
    const proof = proofs[at];
    if (proof === 'same end') return [];
    const clean = proof?.cleanRange ?? null;
    const lacks = proof && proof.discBare > wholeDiscLimit(joint) ? proof.discBare : 0;
    return isCleanThroughout(joint, clean) && lacks === 0 ? [] : [{ drawingId, joint, clean, lacks }];
  });
}

/** The drawings with a picture in a view, the default one aside. */
function swappedIn(doc: CharacterDoc, set: SwapSetRow, viewId: ViewId) {
  return drawingsOf(doc, set).flatMap((drawing) => {
    const row = drawing.isDefault ? null : inView(doc, drawing.id, viewId);
    return row?.picture
      ? [{ id: row.id, drawingId: drawing.id, placed: placeOf(row.picture), name: drawingName(doc, drawing) }]
      : [];
  });
}

/** A view's pictures with a drawing in place of a joint's child: also what the joint is held against, the view at rest. */
function withDrawing(doc: CharacterDoc, art: ViewArt, { childId, viewId }: JointRow, face: PlacedBitmap): ViewArt {
  const before = art.pieces.get(childId);
  const pieces = new Map(art.pieces).set(childId, { face, overlap: null, under: null });
  const images = pieceImages(doc, viewId, { ...art, pieces });
  const inFront = images.slice(images.findIndex(({ id, sheet }) => id === childId && sheet === 'piece') + 1);
  // What shows of it is its face, as of any piece; the whole of it lies beneath.
  pieces.set(childId, { face: seenOf(face, inFront), overlap: null, under: face });
  const own = before && composeWithLine(before);
  const room = intersectRects(own ? uniteRects(own, face) : face, art.design);
  const rest = composite(
    room.width,
    room.height,
    images.map(({ image }) => placedAt(image, image.x - room.x, image.y - room.y)),
  );
  const design = copyPlaced(art.design);
  for (let row = 0; row < room.height; row++) {
    const line = rest.data.subarray(row * room.width * 4, (row + 1) * room.width * 4);
    design.data.set(line, ((room.y + row) * design.width + room.x) * 4);
  }
  return { ...art, design, pieces };
}

/** What is seen of a picture beneath others. */
function seenOf(picture: PlacedBitmap, inFront: readonly PieceImage[]): PlacedBitmap {
  const seen = copyPlaced(picture);
  const cover = unionCoverage(
    inFront.map(({ image }) => image),
    picture,
  ).data;
  const words = wordsOf(seen);
  for (let i = 0; i < words.length; i++) if (cover[i] > INSIDE) words[i] = 0;
  return seen;
}

/** Of 255: what a pixel may be off and still is the same. */
const SAME = 2;

/** Has a drawing the very paint of the default one in a joint's disc? */
function isSameEnd(picture: PlacedBitmap, own: PlacedBitmap, { x, y, radius }: JointRow): boolean {
  const reach = Math.ceil(radius);
  const disc = { x: Math.floor(x) - reach, y: Math.floor(y) - reach, width: 2 * reach + 1, height: 2 * reach + 1 };
  const [a, b] = [cropPlaced(picture, disc).data, cropPlaced(own, disc).data];
  for (let row = 0, i = 0; row < disc.height; row++)
    for (let column = 0; column < disc.width; column++, i += 4) {
      if (Math.hypot(disc.x + column + 0.5 - x, disc.y + row + 0.5 - y) > radius) continue;
      for (let c = i; c < i + 4; c++) if (Math.abs(a[c] - b[c]) > SAME && (c === i + 3 || a[i + 3] > 0)) return false;
    }
  return true;
}

/** px about a joint's disc that are taken along: its soft rim. */
const RIM = 1.5;

/**
 * Gives a drawing the default one's end at a joint: the paint of its whole disc, so that it turns as the default one does.
 * @param own what the set's piece shows, with the outline that it has beneath its limb's fills
 */
export function withSameEnd(picture: PlacedBitmap, own: PlacedBitmap, { x, y, radius }: JointRow): PlacedBitmap | null {
  const reach = Math.ceil(radius + RIM);
  const disc = { x: Math.floor(x) - reach, y: Math.floor(y) - reach, width: 2 * reach + 1, height: 2 * reach + 1 };
  const isIn = (px: number, py: number) => Math.hypot(px + 0.5 - x, py + 0.5 - y) <= radius + RIM;
  const rest = createPlaced(picture);
  rest.data.set(picture.data);
  const restWords = wordsOf(rest);
  for (let row = 0, i = 0; row < rest.height; row++)
    for (let column = 0; column < rest.width; column++, i++) if (isIn(rest.x + column, rest.y + row)) restWords[i] = 0;
  const end = cropPlaced(own, intersectRects(own, disc));
  const words = wordsOf(end);
  for (let row = 0, i = 0; row < end.height; row++)
    for (let column = 0; column < end.width; column++, i++) if (!isIn(end.x + column, end.y + row)) words[i] = 0;
  return mergeSheets([rest, end]);
}
