import { composePiece, mergeSheets, type SheetBitmaps } from '../joint/compose-piece.js';
import { roundEnd, type Disc, type DiscOn } from '../joint/round-joint.js';
import type { Assembly, SweepPiece } from '../joint/bend-rig.js';
import { uncutPaint } from '../cut/offcuts.js';
import { refuse, type Result } from '../errors.js';
import { composite } from '../raster/composite.js';
import { compareBitmaps, type Difference } from '../raster/compare.js';
import { unionCoverage, type PlacedMask } from '../raster/mask.js';
import { cropPlaced, uniteRects, growRect, type PlacedBitmap } from '../raster/bitmap.js';
import { colourDistance } from '../raster/colour.js';
import { fitJoint, type JointFit } from '../joint/fit-joint.js';
import { fitOneSided } from '../joint/fit-one-sided.js';
import { sharedBorder, type SharedBorder } from '../joint/shared-border.js';
import { drawOrder, hangingFrom, pieceName } from './family.js';
import { pieceById } from './edits.js';
import type { CharacterDoc, JointRow, PieceId, ViewId } from './rows.js';

/** The decoded pictures of one view. */
export interface ViewArt {
  /** The whole canvas, at 0, 0. */
  design: PlacedBitmap;
  pieces: Map<PieceId, SheetBitmaps>;
}

/** A joint's disc as the rounding and the sweep take it. */
export function discOf(joint: JointRow): Disc & { fillColour: JointRow['fillColour'] } {
  const { x, y, radius, lineWidth, lineColour, fillColour, outlineOn, looseness } = joint;
  return { x, y, radius, lineWidth, lineColour, fillColour, outlineOn, looseness };
}

/** The images of a view's pieces, back to front. */
export function pieceImages(doc: CharacterDoc, viewId: ViewId, art: ViewArt): { id: PieceId; image: PlacedBitmap }[] {
  return drawOrder(doc, viewId).flatMap((piece) => {
    const sheets = art.pieces.get(piece.id);
    const image = sheets ? composePiece(sheets) : null;
    return image ? [{ id: piece.id, image }] : [];
  });
}

/** What of a view's design no piece has taken; null where everything is cut. */
export function uncutOf(art: ViewArt): PlacedBitmap | null {
  return uncutPaint(
    art.design,
    [...art.pieces.values()].map(({ face }) => face),
  );
}

/**
 * All pieces drawn in order with nothing turned, on top of what is still uncut, compared with the design.
 * Offcuts therefore do not count here: they have a check of their own.
 */
export function compareAtRest(doc: CharacterDoc, viewId: ViewId, art: ViewArt): Difference {
  const { width, height } = art.design;
  const uncut = uncutOf(art);
  const images = pieceImages(doc, viewId, art).map(({ image }) => image);
  return compareBitmaps(composite(width, height, uncut ? [uncut, ...images] : images), art.design);
}

/**
 * The overlap and under sheets of pieces, from all rounded joints that touch them.
 * @param only the pieces to compute; all pieces of the view where not given
 */
export function roundedSheets(
  doc: CharacterDoc,
  viewId: ViewId,
  art: ViewArt,
  only?: ReadonlySet<PieceId>,
): Map<PieceId, { overlap: PlacedBitmap | null; under: PlacedBitmap | null }> {
  const order = drawOrder(doc, viewId);
  const result = new Map<PieceId, { overlap: PlacedBitmap | null; under: PlacedBitmap | null }>();
  order.forEach((piece, at) => {
    if (only && !only.has(piece.id)) return;
    const face = art.pieces.get(piece.id)?.face;
    const joints = doc.joints
      .filter(
        (joint) =>
          joint.viewId === viewId && joint.rounded && (joint.childId === piece.id || joint.parentId === piece.id),
      )
      .sort((a, b) => (a.id < b.id ? -1 : 1));
    const later = order.slice(at + 1).flatMap((p) => art.pieces.get(p.id)?.face ?? []);
    const ends = joints.flatMap((joint) => {
      const otherId = joint.childId === piece.id ? joint.parentId : joint.childId;
      const other = art.pieces.get(otherId)?.face;
      if (!face || !other || !carriesDisc(joint, piece.id)) return [];
      const inFront = order.findIndex((p) => p.id === otherId) < at;
      return roundEnd({ design: art.design, face, other, inFront, later, disc: discOf(joint) });
    });
    result.set(piece.id, {
      overlap: mergeSheets(ends.map((e) => e.overlap)),
      under: mergeSheets(ends.map((e) => e.under)),
    });
  });
  return result;
}

/** Is a piece's end rounded to the joint's disc, or kept as drawn? */
function carriesDisc(joint: JointRow, pieceId: PieceId): boolean {
  return joint.discOn === 'both' || (joint.discOn === 'child') === (joint.childId === pieceId);
}

/** The pieces that a joint's sweep needs, ready to turn; null where one of the two has no paint. */
export function assembleJoint(doc: CharacterDoc, joint: JointRow, art: ViewArt): Assembly | null {
  const order = drawOrder(doc, joint.viewId);
  const moving = new Set(hangingFrom(doc, pieceById(doc, joint.childId)).map((p) => p.id));
  moving.delete(joint.parentId);
  const parentAt = order.findIndex((p) => p.id === joint.parentId);
  const sweepPiece = (id: PieceId): SweepPiece | null => {
    const sheets = art.pieces.get(id);
    const image = sheets ? composePiece(sheets) : null;
    return sheets?.face && image ? { face: sheets.face, image } : null;
  };
  const parent = sweepPiece(joint.parentId);
  if (!parent || !sweepPiece(joint.childId)) return null;
  const side = (inFront: boolean) =>
    order.filter((p, i) => moving.has(p.id) && i > parentAt === inFront).flatMap((p) => sweepPiece(p.id) ?? []);
  return { parent, movingBehind: side(false), movingInFront: side(true), disc: discOf(joint) };
}

/** How a joint between two pieces was fitted. */
export interface PairFit extends JointFit {
  kind: JointRow['kind'];
  /** `child` where the parent ends in a drawn line across the limb, as a cuff does, and the child does not; or the other way round. */
  discOn: DiscOn;
}

/**
 * Fits a joint where two pieces touch: a disc inside the limb, or, where no such disc exists, one that lies
 * against the outer contour on one side.
 */
export function fitBetween(doc: CharacterDoc, childId: PieceId, parentId: PieceId, art: ViewArt): Result<PairFit> {
  const child = art.pieces.get(childId)?.face;
  const parent = art.pieces.get(parentId)?.face;
  if (!child || !parent) return refuse('do-not-touch', 'One of the two pieces has no paint.');
  const border = sharedBorder(child, parent);
  if (!border.ok) {
    return refuse(
      border.code,
      `${pieceName(doc, pieceById(doc, childId))} and ${pieceName(doc, pieceById(doc, parentId))} do not touch each other.`,
    );
  }
  const silhouette = limbSilhouette([child, parent], art.design);
  // A border that bends far from its own straight line runs along the limb, not across it.
  const across = border.bend < 0.25 * border.length;
  const hinge = across ? fitJoint(silhouette, border, { design: art.design }) : null;
  if (hinge?.ok) return { ...hinge, kind: 'hinge', discOn: drawnEnd(child, parent, border, hinge) };
  const window = growRect(
    {
      x: Math.floor(Math.min(border.x0, border.x1)),
      y: Math.floor(Math.min(border.y0, border.y1)),
      width: Math.ceil(Math.abs(border.x1 - border.x0)) + 1,
      height: Math.ceil(Math.abs(border.y1 - border.y0)) + 1,
    },
    Math.ceil(border.length * 1.5) + 8,
    silhouette,
  );
  const oneSided = fitOneSided(unionCoverage([child, parent], window), border, art.design);
  if (oneSided.ok) return { ...oneSided, kind: 'one-sided', discOn: 'both' };
  return hinge && !hinge.ok ? hinge : oneSided;
}

/** Which end is finished by a line drawn along the border: that piece keeps it, and the other carries the disc. */
function drawnEnd(child: PlacedBitmap, parent: PlacedBitmap, border: SharedBorder, fit: JointFit): DiscOn {
  if (fit.lineWidth === 0) return 'both';
  const lined = (face: PlacedBitmap) => lineShare(face, border, fit);
  const onChild = lined(child);
  const onParent = lined(parent);
  if (onParent > 0.6 && onChild < 0.4) return 'child';
  if (onChild > 0.6 && onParent < 0.4) return 'parent';
  return 'both';
}

/** The share of the border, its ends left out, beside which a face has line colour within half a line width. */
function lineShare(face: PlacedBitmap, border: SharedBorder, fit: JointFit): number {
  const { points } = border;
  const apart = colourDistance(fit.lineColour, fit.fillColour) / 2;
  const reach = Math.max(1, Math.round(fit.lineWidth / 2));
  let counted = 0;
  let lined = 0;
  for (let i = 0; i < points.length; i += 2) {
    const fromEnds = Math.min(
      Math.hypot(points[i] - border.x0, points[i + 1] - border.y0),
      Math.hypot(points[i] - border.x1, points[i + 1] - border.y1),
    );
    if (fromEnds < 2 * fit.lineWidth) continue;
    counted++;
    const around = cropPlaced(face, {
      x: Math.floor(points[i]) - reach,
      y: Math.floor(points[i + 1]) - reach,
      width: 2 * reach + 1,
      height: 2 * reach + 1,
    });
    for (let k = 0; k < around.data.length; k += 4) {
      if (
        around.data[k + 3] < 255 ||
        colourDistance([around.data[k], around.data[k + 1], around.data[k + 2]], fit.lineColour) > apart
      )
        continue;
      lined++;
      break;
    }
  }
  return counted === 0 ? 0 : lined / counted;
}

/** The coverage of a limb's pieces together, over their bounds and a rim of 4 px. */
export function limbSilhouette(faces: readonly PlacedBitmap[], within: PlacedBitmap): PlacedMask {
  const bounds = faces.map(({ x, y, width, height }) => ({ x, y, width, height })).reduce(uniteRects);
  return unionCoverage(faces, growRect(bounds, 4, within));
}
