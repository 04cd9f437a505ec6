import type { DiffBuilder } from './diff.js';
import type {
  CharacterDoc,
  DrawingRow,
  HandleId,
  JointRow,
  PartId,
  PartRow,
  PieceId,
  PieceRow,
  PoseRow,
  SwapSetRow,
} from './rows.js';

/** Takes a joint away, with what holds at its angles. */
export function removeJoint(doc: CharacterDoc, joint: JointRow, diff: DiffBuilder): void {
  for (const change of doc.orderChanges) if (change.jointId === joint.id) diff.remove(change);
  diff.remove(joint);
}

/** Takes a piece out of every change of the draw order; a change that would move nothing goes. The piece itself stays. */
export function leaveOrderChanges(doc: CharacterDoc, piece: PieceRow, diff: DiffBuilder): void {
  for (const change of doc.orderChanges) {
    const movedIds = change.movedIds.filter((id) => id !== piece.id);
    if (change.atId === piece.id || movedIds.length === 0) diff.remove(change);
    else if (movedIds.length < change.movedIds.length) diff.update(change, { movedIds });
  }
}

/** Is a part still there for something when one of its pieces or handles is gone? */
export function isNeeded(doc: CharacterDoc, part: PartRow, goneId: PieceId | HandleId): boolean {
  return [...doc.pieces, ...doc.handles].some(({ id, partId }) => id !== goneId && partId === part.id);
}

/** What a drawing's row says of how it was made, once that is no longer known. */
export const PRESSED_FLAT = { madeOf: null, steps: [], madeKey: '' };

/** Fewer poses are no motion. */
export const LEAST_POSES = 2;

/** Takes a pose away, out of motions as well; one that would go nowhere goes. */
export function removePose(doc: CharacterDoc, pose: PoseRow, diff: DiffBuilder): void {
  for (const row of doc.motions) {
    // Several poses may go in one edit: what is left of the row by then counts.
    const motion = diff.latest(row);
    const kept = motion?.poseIds.flatMap((id, at) => (id === pose.id ? [] : [at])) ?? [];
    if (!motion || kept.length === motion.poseIds.length) continue;
    if (kept.length < LEAST_POSES) diff.remove(row);
    else
      diff.update(row, {
        poseIds: kept.map((at) => motion.poseIds[at]),
        seconds: kept.map((at) => motion.seconds[at]),
        eases: kept.map((at) => motion.eases[at]),
      });
  }
  diff.remove(pose);
}

/** What is left of a pose without some parts and drawings. */
function leavePose(doc: CharacterDoc, pose: PoseRow, isGone: (id: string) => boolean, diff: DiffBuilder): void {
  const kept = pose.partIds.flatMap((id, at) => (isGone(id) ? [] : [at]));
  const looking = pose.pupilIds.flatMap((id, at) => (isGone(id) ? [] : [at]));
  const drawingIds = pose.drawingIds.filter((id) => !isGone(id));
  const named = pose.partIds.length + pose.pupilIds.length + pose.drawingIds.length;
  const left = kept.length + looking.length + drawingIds.length;
  if (left === named) return;
  if (left === 0) removePose(doc, pose, diff);
  else
    diff.update(pose, {
      partIds: kept.map((at) => pose.partIds[at]),
      angles: kept.map((at) => pose.angles[at]),
      pupilIds: looking.map((at) => pose.pupilIds[at]),
      gaze: looking.flatMap((at) => pose.gaze.slice(2 * at, 2 * at + 2)),
      drawingIds,
    });
}

/** Takes a drawing away, out of looks, cycles and poses as well; one of them that would be left with nothing goes. */
export function removeDrawing(doc: CharacterDoc, drawing: DrawingRow, diff: DiffBuilder): void {
  for (const pose of doc.poses) leavePose(doc, pose, (id) => id === drawing.id, diff);
  for (const one of doc.drawingViews)
    if (one.drawingId === drawing.id) diff.remove(one);
    // What was made of it stays as it is.
    else if (one.madeOf === drawing.id) diff.update(one, PRESSED_FLAT);
  for (const look of doc.looks) {
    const drawingIds = look.drawingIds.filter((id) => id !== drawing.id);
    if (drawingIds.length === 0) diff.remove(look);
    else if (drawingIds.length < look.drawingIds.length) diff.update(look, { drawingIds });
  }
  for (const cycle of doc.cycles) {
    const kept = cycle.drawingIds.flatMap((id, at) => (id === drawing.id ? [] : [at]));
    if (kept.length === 0) diff.remove(cycle);
    else if (kept.length < cycle.drawingIds.length)
      diff.update(cycle, {
        drawingIds: kept.map((at) => cycle.drawingIds[at]),
        frames: kept.map((at) => cycle.frames[at]),
      });
  }
  diff.remove(drawing);
}

/** Takes a set away with all its drawings. */
export function removeSet(doc: CharacterDoc, set: SwapSetRow, diff: DiffBuilder): void {
  const gone = new Set(doc.drawings.filter(({ setId }) => setId === set.id).map(({ id }) => id));
  for (const cycle of doc.cycles) if (cycle.setId === set.id) diff.remove(cycle);
  for (const look of doc.looks) {
    const drawingIds = look.drawingIds.filter((id) => !gone.has(id));
    if (drawingIds.length === 0) diff.remove(look);
    else if (drawingIds.length < look.drawingIds.length) diff.update(look, { drawingIds });
  }
  for (const pose of doc.poses) leavePose(doc, pose, (id) => gone.has(id), diff);
  for (const one of doc.drawingViews) if (gone.has(one.drawingId)) diff.remove(one);
  for (const drawing of doc.drawings) if (gone.has(drawing.id)) diff.remove(drawing);
  for (const other of doc.swapSets) if (other.linkedTo === set.id) diff.update(other, { linkedTo: null });
  diff.remove(set);
}

/** Takes a part away; what hung from it hangs from another, or from nothing. */
export function removePart(doc: CharacterDoc, part: PartRow, heirId: PartId | null, diff: DiffBuilder): void {
  for (const child of doc.parts)
    if (child.parentId === part.id) diff.update(child, { parentId: child.id === heirId ? part.parentId : heirId });
  for (const exception of doc.exceptions) if (exception.partId === part.id) diff.remove(exception);
  const sets = doc.swapSets.filter((set) => set.partId === part.id).map(({ id }) => id);
  const gone = new Set([part.id, ...doc.drawings.filter((one) => sets.includes(one.setId)).map(({ id }) => id)]);
  for (const pose of doc.poses) leavePose(doc, pose, (id) => gone.has(id), diff);
  for (const set of doc.swapSets)
    if (set.partId === part.id) removeSet(doc, set, diff);
    else if (set.overPartId === part.id) diff.update(set, { overPartId: null });
  for (const drawing of doc.drawings)
    if (drawing.hides.includes(part.id)) diff.update(drawing, { hides: drawing.hides.filter((id) => id !== part.id) });
  diff.remove(part);
}
