import { drawOrder, parentPiece, partOf, pieceName } from '../document/family.js';
import { pieceById } from '../document/find.js';
import type { DiscOn } from '../document/row-types.js';
import type { CharacterDoc, JointRow, PieceId } from '../document/rows.js';
import type { ViewArt } from '../document/view-art.js';
import { refuse, type Result } from '../errors.js';
import { knownPart } from '../plan/known-parts.js';
import { plannedPart } from '../plan/plan.js';
import { cropPlaced, growRect, uniteRects, type PlacedBitmap } from '../raster/bitmap.js';
import { colourDistance, type Rgb } from '../raster/colour.js';
import { unionCoverage, type PlacedMask } from '../raster/mask.js';
import { measureLine } from '../raster/measure-line.js';
import { fitJoint, type JointFit } from './fit-joint.js';
import { fitOneSided } from './fit-one-sided.js';
import { longAxis, rootPlace, runsAlong } from './root-end.js';
import { settleDisc } from './settle-disc.js';
import { sharedBorder, type SharedBorder } from './shared-border.js';
import { withUsualLine } from './usual-line.js';

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
