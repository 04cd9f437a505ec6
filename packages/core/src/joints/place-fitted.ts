import { NO_CHANGE, applyDiff, joinDiffs } from '../document/diff.js';
import { drawOrder, parentPiece, partOf, pieceName } from '../document/family.js';
import { pieceById } from '../document/find.js';
import type { CharacterDoc, Diff, JointId, PieceId, ViewId } from '../document/rows.js';
import type { ViewArt } from '../document/view-art.js';
import { LimberError, orRefuse, refuse, type Result } from '../errors.js';
import { plannedPart } from '../plan/plan.js';
import type { PlacedBitmap } from '../raster/bitmap.js';
import { measureLine } from '../raster/measure-line.js';
import { SURE_ENOUGH, fitBetween, type PairFit } from './fit-between.js';
import { limbSilhouette } from './limb-silhouette.js';
import { changeJoint, placeJoint, putDrawnEndInFront } from './joint-edits.js';
import { withUsualLine } from './usual-line.js';

/** The edit that puts a fitted joint in its place: with a drawn end in front, and rounded if asked for. */
export function placeFitted(
  doc: CharacterDoc,
  id: JointId,
  childId: PieceId,
  parentId: PieceId,
  fit: PairFit,
  round: boolean,
): Diff {
  const placed = placeJoint(doc, id, childId, parentId, fit);
  const ordered = joinDiffs(placed, putDrawnEndInFront(applyDiff(doc, placed), id));
  return round ? joinDiffs(ordered, changeJoint(applyDiff(doc, ordered), id, { rounded: true })) : ordered;
}

/** The disc that was placed by hand, with the line measured there. */
export function fitByHand(
  disc: { x: number; y: number; radius: number },
  childId: PieceId,
  parentId: PieceId,
  art: ViewArt,
): Result<PairFit> {
  const { x, y, radius } = disc;
  const { width, height } = art.design;
  if (!(x >= 0 && y >= 0 && x <= width && y <= height && radius <= Math.max(width, height)))
    return refuse('outside', 'The disc would lie outside the canvas. Draw it on the limb.');
  const faces = [childId, parentId].flatMap((id): PlacedBitmap[] => [art.pieces.get(id)?.face ?? []].flat());
  const line = measureLine(art.design, limbSilhouette(faces, art.design), { ...disc, radius: radius * 1.3 + 4 });
  const byMeasure = { lineWidth: line.width, lineColour: line.colour, confidence: 1 };
  return {
    ok: true,
    kind: 'hinge',
    discOn: 'both',
    ...disc,
    contacts: [
      { x: x - radius, y },
      { x: x + radius, y },
    ],
    axis: 0,
    fillColour: line.fill,
    ...withUsualLine(byMeasure, art.design),
    confidence: 1,
  };
}

/** Why fit-all leaves a joint that could be fitted, but hardly. */
const UNSURE =
  'its sides are not clear enough for a disc that can be relied on. Fit it alone and look, or place it by hand.';

/** Joints made one after the other, as one edit. */
export interface MadeJoints {
  diff: Diff;
  made: number;
  /** What was left alone, and why. */
  notes: string[];
}

/**
 * Fits and rounds every joint that the family asks for and that is not there yet.
 * @throws LimberError `nothing-to-fit`
 */
export function fitAllJoints(
  start: CharacterDoc,
  viewId: ViewId,
  art: ViewArt,
  freshId: () => JointId,
  onProgress?: (share: number, what: string) => void,
): MadeJoints {
  const notes: string[] = [];
  const stay: string[] = [];
  let doc = start;
  let diff: Diff = NO_CHANGE;
  let made = 0;
  const order = drawOrder(start, viewId);
  for (const [at, child] of order.entries()) {
    onProgress?.(at / order.length, pieceName(start, child));
    const parent = parentPiece(start, child);
    if (!parent || start.joints.some((joint) => joint.childId === child.id)) continue;
    const planned = plannedPart(doc, partOf(doc, child));
    if (planned && (planned.joint === null || planned.joint === 'slide')) {
      stay.push(pieceName(doc, child));
      continue;
    }
    const fit = fitBetween(doc, child.id, parent.id, art);
    if (!fit.ok) {
      notes.push(`${pieceName(doc, child)} is left: ${fit.sentence}`);
      continue;
    }
    if (fit.confidence < SURE_ENOUGH) {
      notes.push(`${pieceName(doc, child)} is left: ${UNSURE}`);
      continue;
    }
    try {
      const placed = placeFitted(doc, freshId(), child.id, parent.id, fit, true);
      diff = joinDiffs(diff, placed);
      doc = applyDiff(doc, placed);
      made++;
    } catch (error) {
      if (!(error instanceof LimberError)) throw error;
      notes.push(`${pieceName(doc, child)} is left: ${error.sentence}`);
    }
  }
  if (stay.length > 0) notes.push(`${stay.join(', ')} move with what they hang from, by the plan.`);
  if (made === 0)
    throw new LimberError('nothing-to-fit', notes[0] ?? 'Every part that moves with another has its joint already.');
  return { diff, made, notes };
}

/** Fits and rounds a joint between each of some pieces and the next, from the root outwards. @throws LimberError */
export function chainJoints(
  start: CharacterDoc,
  pieceIds: readonly PieceId[],
  art: ViewArt,
  freshId: () => JointId,
): MadeJoints {
  let doc = start;
  let diff: Diff = NO_CHANGE;
  for (const [at, childId] of pieceIds.slice(1).entries()) {
    const parentId = pieceById(doc, pieceIds[at]).id;
    const fit = orRefuse(fitBetween(doc, pieceById(doc, childId).id, parentId, art));
    const placed = placeFitted(doc, freshId(), childId, parentId, fit, true);
    diff = joinDiffs(diff, placed);
    doc = applyDiff(doc, placed);
  }
  return { diff, made: pieceIds.length - 1, notes: [] };
}
