import { composePiece, mergeSheets, type SheetBitmaps } from '../joint/compose-piece.js';
import { type Disc, type DiscOn } from '../joint/round-joint.js';
import type { SweepPiece } from '../joint/bend-layers.js';
import type { Assembly } from '../joint/bend-rig.js';
import { uncutPaint } from '../cut/offcuts.js';
import { refuse, type Result } from '../errors.js';
import { composite } from '../raster/composite.js';
import { compareBitmaps, type Difference } from '../raster/compare.js';
import { unionCoverage, type PlacedMask } from '../raster/mask.js';
import { cropPlaced, uniteRects, growRect, type PlacedBitmap } from '../raster/bitmap.js';
import { colourDistance, type Rgb } from '../raster/colour.js';
import { fitJoint, type JointFit } from '../joint/fit-joint.js';
import { fitOneSided } from '../joint/fit-one-sided.js';
import { measureLine } from '../joint/measure-line.js';
import { withUsualLine } from '../joint/usual-line.js';
import { longAxis, rootPlace, runsAlong } from '../joint/root-end.js';
import { settleDisc } from '../joint/settle-disc.js';
import { sharedBorder, type SharedBorder } from '../joint/shared-border.js';
import { knownPart } from '../plan/known-parts.js';
import { plannedPart } from '../plan/plan.js';
import {
  drawOrder,
  drawSteps,
  hangingFrom,
  inFrontOf,
  parentPiece,
  partOf,
  pieceName,
  type DrawStep,
} from './family.js';
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
  const { x, y, radius, lineWidth, lineColour, fillColour, outlineOn, looseness, foldsOut } = joint;
  return { x, y, radius, lineWidth, lineColour, fillColour, outlineOn, looseness, foldsOut };
}

/** The disc of a joint, drawn out by its reach towards the middle of the piece in front. */
export function reachingDisc(joint: JointRow, front: PlacedBitmap): ReturnType<typeof discOf> {
  const disc = discOf(joint);
  const dx = front.x + front.width / 2 - joint.x;
  const dy = front.y + front.height / 2 - joint.y;
  const far = Math.hypot(dx, dy);
  if (joint.reach === 0 || far === 0) return disc;
  return { ...disc, stretch: { x: (dx / far) * joint.reach, y: (dy / far) * joint.reach } };
}

/** An image of a view: a piece, or the outline that lies beneath its limb's fills. */
export interface PieceImage {
  id: PieceId;
  sheet: DrawStep['sheet'];
  image: PlacedBitmap;
}

/** The images of a view's pieces, back to front, with the lines under all where they are drawn. */
export function pieceImages(doc: CharacterDoc, viewId: ViewId, art: ViewArt): PieceImage[] {
  return drawSteps(doc, viewId, true).flatMap(({ piece, sheet }) => {
    const sheets = art.pieces.get(piece.id);
    const image = sheets ? (sheet === 'line' ? (sheets.line ?? null) : composePiece(sheets)) : null;
    return image ? [{ id: piece.id, sheet, image }] : [];
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

/** The pieces that a joint's sweep needs, ready to turn; null where one of the two has no paint. */
export function assembleJoint(doc: CharacterDoc, joint: JointRow, art: ViewArt): Assembly | null {
  const steps = drawSteps(doc, joint.viewId, true);
  const moving = new Set(hangingFrom(doc, pieceById(doc, joint.childId)).map((p) => p.id));
  moving.delete(joint.parentId);
  const parentAt = steps.findIndex(({ piece, sheet }) => piece.id === joint.parentId && sheet === 'piece');
  const sweepPiece = (id: PieceId): SweepPiece | null => {
    const sheets = art.pieces.get(id);
    const image = sheets ? composePiece(sheets) : null;
    // What a piece shows at rest is its face with clean edges: the share of its blends that is its own.
    const face = sheets?.line ? withLine(sheets) : (sheets?.clean ?? sheets?.face);
    return face && image ? { face, drawn: sheets?.face ?? face, image } : null;
  };
  const lineOf = (id: PieceId): PlacedBitmap | null => art.pieces.get(id)?.line ?? null;
  const parent = sweepPiece(joint.parentId);
  if (!parent || !sweepPiece(joint.childId)) return null;
  const side = (inFront: boolean) =>
    steps
      .filter(({ piece }, i) => moving.has(piece.id) && i > parentAt === inFront)
      .flatMap(({ piece, sheet }): SweepPiece[] => {
        if (sheet === 'piece') return [sweepPiece(piece.id) ?? []].flat();
        const image = lineOf(piece.id);
        return image ? [{ face: null, image }] : [];
      });
  const front = sweepPiece(inFrontOf(doc, joint) === 'child' ? joint.childId : joint.parentId) ?? parent;
  return {
    parent,
    parentLine: lineOf(joint.parentId),
    movingBehind: side(false),
    movingInFront: side(true),
    disc: reachingDisc(joint, front.face ?? front.image),
  };
}

/** What a piece shows at rest where its line lies beneath its fill: both, as far as its face reaches. */
function withLine({ face, clean, line }: SheetBitmaps): PlacedBitmap | null {
  const shown = mergeSheets([line ?? null, clean ?? face]);
  if (!shown || !face) return shown;
  const within = cropPlaced(shown, face);
  for (let i = 3; i < within.data.length; i += 4) if (face.data[i] === 0) within.data[i] = 0;
  return within;
}

/** The confidence of the best fit: 1 is for discs placed by hand. */
const SUREST = 0.99;

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
  const fit = fitDisc(doc, childId, parentId, art);
  return fit.ok ? withUsualLine(fit, art.design) : fit;
}

function fitDisc(doc: CharacterDoc, childId: PieceId, parentId: PieceId, art: ViewArt): Result<PairFit> {
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
  const part = partOf(doc, pieceById(doc, childId));
  const planned = plannedPart(doc, part)?.joint;
  // A leg under a coat: the coat in front keeps its end, or a copy of the leg would stay behind as it swings. What is
  // worn over something is drawn whole, and needs nothing of what lies beneath it.
  const sideEnd = (): DiscOn => {
    const order = drawOrder(doc, pieceById(doc, childId).viewId).map((p) => p.id);
    if (order.indexOf(parentId) > order.indexOf(childId)) return 'child';
    return knownPart(part)?.worn ? 'parent' : 'both';
  };
  if (planned === 'one-sided') {
    const axis = longAxis(child);
    if (runsAlong(axis, border)) {
      const parentMiddle = { x: parent.x + parent.width / 2, y: parent.y + parent.height / 2 };
      const place = rootPlace(axis, tipOf(doc, childId, art), parentMiddle);
      const alone = limbSilhouette([child], art.design);
      const root = settleDisc(alone, place, (axis.ends[1] - axis.ends[0]) / axis.slenderness + 40);
      if (root.ok) {
        const line = measureLine(art.design, silhouette, { x: root.x, y: root.y, radius: root.radius * 1.3 + 4 });
        const measured = { ...root, lineWidth: line.width, lineColour: line.colour, confidence: 0.6 * line.confidence };
        return { ...measured, fillColour: fillOf(child, measured), kind: 'one-sided', discOn: sideEnd() };
      }
    }
  }
  // A border that bends far from its own straight line runs along the limb, not across it.
  const across = border.bend < 0.25 * border.length;
  const hinge = across ? fitJoint(silhouette, border, { design: art.design }) : null;
  if (hinge?.ok) {
    const kind = planned === 'swivel' || planned === 'one-sided' ? planned : 'hinge';
    const discOn = kind === 'one-sided' ? sideEnd() : drawnEnd(child, parent, border, hinge);
    const fillColour = kind === 'one-sided' ? fillOf(child, hinge) : hinge.fillColour;
    return { ...hinge, fillColour, kind, discOn, confidence: Math.min(SUREST, hinge.confidence) };
  }
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
  if (oneSided.ok) {
    const kind = planned === 'swivel' ? 'swivel' : 'one-sided';
    return { ...oneSided, fillColour: fillOf(child, oneSided), kind, discOn: sideEnd() };
  }
  return hinge && !hinge.ok ? hinge : oneSided;
}

/** Where what hangs on a piece touches it, px; null where nothing does. */
function tipOf(doc: CharacterDoc, pieceId: PieceId, art: ViewArt): { x: number; y: number } | null {
  const face = art.pieces.get(pieceId)?.face;
  const piece = pieceById(doc, pieceId);
  for (const other of doc.pieces) {
    const theirs = art.pieces.get(other.id)?.face;
    if (!face || !theirs || other.viewId !== piece.viewId || parentPiece(doc, other)?.id !== pieceId) continue;
    const border = sharedBorder(theirs, face);
    if (border.ok) return { x: (border.x0 + border.x1) / 2, y: (border.y0 + border.y1) / 2 };
  }
  return null;
}

/** The paint that most of a piece has within a disc, line left out: where two paints meet, the one that turns counts. */
function fillOf(face: PlacedBitmap, fit: JointFit): Rgb {
  const reach = Math.ceil(fit.radius);
  const rect = { x: Math.floor(fit.x) - reach, y: Math.floor(fit.y) - reach, width: 2 * reach, height: 2 * reach };
  const { data } = cropPlaced(face, rect);
  const tally = new Map<number, { count: number; sum: Rgb }>();
  for (let k = 0; k < data.length; k += 4) {
    if (data[k + 3] < 255) continue;
    const key = ((data[k] >> 4) << 8) | ((data[k + 1] >> 4) << 4) | (data[k + 2] >> 4);
    const { count, sum } = tally.get(key) ?? { count: 0, sum: [0, 0, 0] as Rgb };
    tally.set(key, { count: count + 1, sum: [sum[0] + data[k], sum[1] + data[k + 1], sum[2] + data[k + 2]] });
  }
  const means = [...tally.values()].map(({ count, sum }) => ({
    count,
    mean: sum.map((c) => Math.round(c / count)) as unknown as Rgb,
  }));
  const paints = means.filter(({ mean }) => fit.lineWidth === 0 || colourDistance(mean, fit.lineColour) > 9);
  return paints.sort((a, b) => b.count - a.count)[0]?.mean ?? fit.fillColour;
}

/** Which end is finished by a line drawn along the border: that piece keeps it, and the other carries the disc. */
function drawnEnd(child: PlacedBitmap, parent: PlacedBitmap, border: SharedBorder, fit: JointFit): DiscOn {
  if (fit.lineWidth === 0) return 'both';
  const lined = (face: PlacedBitmap) => lineShare(face, border, fit);
  const onChild = lined(child);
  const onParent = lined(parent);
  if (onParent > 0.5 && onChild < 0.5 * onParent) return 'child';
  if (onChild > 0.5 && onParent < 0.5 * onChild) return 'parent';
  return 'both';
}

/**
 * How much line a face has along a border, its ends left out: 1 where half a line width beside it is all line. A line
 * that was cut off the other piece leaves a pixel or two of itself, which is little.
 */
function lineShare(face: PlacedBitmap, border: SharedBorder, fit: JointFit): number {
  const { points } = border;
  // Dark fills and the shade under a hem are near the line's colour, and are not line.
  const apart = Math.min(10, colourDistance(fit.lineColour, fit.fillColour) / 2);
  const reach = Math.max(1, Math.round(fit.lineWidth / 2));
  const side = 2 * reach + 1;
  let windows = 0;
  let lined = 0;
  for (let i = 0; i < points.length; i += 2) {
    const fromEnds = Math.min(
      Math.hypot(points[i] - border.x0, points[i + 1] - border.y0),
      Math.hypot(points[i] - border.x1, points[i + 1] - border.y1),
    );
    if (fromEnds < 2 * fit.lineWidth) continue;
    windows++;
    const x = Math.floor(points[i]) - reach;
    const y = Math.floor(points[i + 1]) - reach;
    const { data } = cropPlaced(face, { x, y, width: side, height: side });
    for (let k = 0; k < data.length; k += 4) {
      if (data[k + 3] < 255) continue;
      if (colourDistance([data[k], data[k + 1], data[k + 2]], fit.lineColour) <= apart) lined++;
    }
  }
  return windows === 0 ? 0 : Math.min(1, lined / windows / (side * reach));
}

/** The coverage of a limb's pieces together, over their bounds and a rim of 4 px. */
export function limbSilhouette(faces: readonly PlacedBitmap[], within: PlacedBitmap): PlacedMask {
  const bounds = faces.map(({ x, y, width, height }) => ({ x, y, width, height })).reduce(uniteRects);
  return unionCoverage(faces, growRect(bounds, 4, within));
}
