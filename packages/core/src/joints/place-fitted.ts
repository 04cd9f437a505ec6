import { NO_CHANGE, applyDiff, joinDiffs } from '../document/diff.js';
import { drawOrder, inFrontOf, parentPiece, pieceName } from '../document/family.js';
import { pieceById } from '../document/find.js';
import type { CharacterDoc, Diff, JointId, JointRow, PieceId, PieceRow, ViewId } from '../document/rows.js';
import type { ViewArt } from '../document/view-art.js';
import { LimberError, orRefuse, refuse, type Result } from '../errors.js';
import { wordsOf, type PlacedBitmap } from '../raster/bitmap.js';
import { measureLine } from '../raster/measure-line.js';
import { SURE_ENOUGH, fitBetween, type PairFit } from './fit-between.js';
import { limbSilhouette } from './limb-silhouette.js';
import { derivedSheets, withSheets } from './derive-sheets.js';
import { rememberAll, roughSheets, type Memo } from './rough-sheets.js';
import { bestArrangement } from './mend-joint.js';
import { changeJoint, deleteJoint, jointById, placeJoint, twinJoint } from './joint-edits.js';
import { mayTurn } from './jointless.js';
import { withUsualLine } from './usual-line.js';

/** The edit that puts a fitted joint in its place, rounded if asked for. */
export function placeFitted(
  doc: CharacterDoc,
  id: JointId,
  childId: PieceId,
  parentId: PieceId,
  fit: PairFit,
  round: boolean,
): Diff {
  const placed = placeJoint(doc, id, childId, parentId, fit);
  return round ? joinDiffs(placed, changeJoint(applyDiff(doc, placed), id, { rounded: true })) : placed;
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
  if (!holdsPaint(art.design, disc))
    return refuse('on-nothing', 'There is nothing under that disc. Draw it on the limb.', { x, y });
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

/** Is there any paint under a disc? */
function holdsPaint(design: PlacedBitmap, { x, y, radius }: { x: number; y: number; radius: number }): boolean {
  const words = wordsOf(design);
  for (let py = Math.max(0, Math.floor(y - radius)); py <= Math.min(design.height - 1, y + radius); py++)
    for (let px = Math.max(0, Math.floor(x - radius)); px <= Math.min(design.width - 1, x + radius); px++)
      if (Math.hypot(px + 0.5 - x, py + 0.5 - y) <= radius && words[py * design.width + px] >>> 24 > 0) return true;
  return false;
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

export interface FitAllOptions {
  /** What was worked out of the same pictures before; what is tried here goes into it. */
  memo?: Memo;
  onProgress?: (share: number, what: string) => void;
}

/**
 * Fits and rounds every joint that the family asks for and that is not there yet, each in the arrangement that is clean
 * through most of its range. Where none can be fitted, nothing is changed and every reason told.
 * @throws LimberError `nothing-to-fit` where none is asked for
 */
export function fitAllJoints(
  start: CharacterDoc,
  viewId: ViewId,
  art: ViewArt,
  freshId: () => JointId,
  { memo = rememberAll(), onProgress }: FitAllOptions = {},
): MadeJoints {
  const notes: string[] = [];
  const stay: string[] = [];
  let doc = start;
  let diff: Diff = NO_CHANGE;
  const order = drawOrder(start, viewId);
  const left = new Map<PieceId, string>();
  const placed: JointId[] = [];
  const take = (more: Diff) => {
    diff = joinDiffs(diff, more);
    doc = applyDiff(doc, more);
  };
  /** Fits one piece's joint; why it is left, or null where it is placed or wants none. */
  const fitOne = (child: PieceRow, twinHalf: number | null): string | null => {
    const parent = parentPiece(start, child);
    if (!parent || doc.joints.some((joint) => joint.childId === child.id)) return null;
    const fit = fitBetween(doc, child.id, parent.id, art, { half: twinHalf });
    if (!fit.ok) return fit.sentence;
    if (fit.confidence < SURE_ENOUGH) return UNSURE;
    try {
      const id = freshId();
      take(placeFitted(doc, id, child.id, parent.id, fit, true));
      placed.push(id);
      return null;
    } catch (error) {
      if (!(error instanceof LimberError)) throw error;
      return error.sentence;
    }
  };
  for (const [at, child] of order.entries()) {
    onProgress?.(at / order.length / 2, pieceName(start, child));
    const stays = !mayTurn(doc, child);
    if (stays && parentPiece(start, child)) stay.push(pieceName(doc, child));
    const why = stays ? null : fitOne(child, null);
    if (why) left.set(child.id, why);
  }
  // What is half hidden on one side is often seen whole on the other.
  for (const [id, why] of left) {
    const child = pieceById(doc, id);
    const twin = twinJoint(doc, child);
    if (!twin || fitOne(child, twin.radius) !== null) notes.push(`${pieceName(doc, child)} is left: ${why}`);
  }
  for (const id of [...placed]) {
    const change = rootLikeTwin(doc, id, art);
    if (change) take(changeJoint(doc, id, change));
    const why = narrowerThanTwin(doc, id);
    if (!why) continue;
    const { childId, parentId } = jointById(doc, id);
    const wider = fitBetween(doc, childId, parentId, art, { half: why.half });
    if (wider.ok && wider.confidence >= SURE_ENOUGH && wider.radius >= AS_WIDE * why.half)
      take(changeJoint(doc, id, { x: wider.x, y: wider.y, radius: wider.radius }));
    else {
      take(deleteJoint(doc, id));
      placed.splice(placed.indexOf(id), 1);
      notes.push(`${pieceName(doc, pieceById(doc, childId))} is left: ${why.sentence}`);
    }
  }
  // What the joints give as they are is where the tries of each begin.
  const rough = roughSheets(doc, viewId, art, new Set(order.map(({ id }) => id)), memo);
  const rounded = withSheets(art, derivedSheets(doc, viewId, art, undefined, rough));
  for (const [at, id] of placed.entries()) {
    onProgress?.(0.5 + at / placed.length / 2, 'Arrangement');
    const change = bestArrangement(doc, id, art, rounded, memo);
    if (change) take(changeJoint(doc, id, change));
  }
  if (placed.length === 0 && notes.length === 0)
    throw new LimberError('nothing-to-fit', 'Every part that moves with another has its joint already.');
  if (stay.length === 1) notes.push(`${stay[0]} moves with what it hangs from, by the plan.`);
  if (stay.length > 1) notes.push(`${stay.join(', ')} move with what they hang from, by the plan.`);
  return { diff, made: placed.length, notes };
}

/** A disc is as wide as its limb from this share of it on. */
const AS_WIDE = 0.8;

/** Why a joint's disc cannot be as wide as its limb: the same joint on the other side has one that is much wider. */
function narrowerThanTwin(doc: CharacterDoc, id: JointId): { half: number; sentence: string } | null {
  const joint = jointById(doc, id);
  const twin = twinJoint(doc, pieceById(doc, joint.childId));
  if (!twin || joint.radius >= AS_WIDE * twin.radius) return null;
  const [own, theirs] = [joint, twin].map(({ radius }) => Math.round(2 * radius));
  const name = pieceName(doc, pieceById(doc, twin.childId));
  return {
    half: twin.radius,
    sentence: `what shows of it is ${own} px wide, and ${name} is ${theirs}. Place it by hand beneath what hides it.`,
  };
}

/**
 * Of a limb behind its body, whose root is hidden, the root that its twin in front shows; null where it has no such twin, or
 * where that does not lie on the limb's own middle line.
 */
function rootLikeTwin(doc: CharacterDoc, id: JointId, art: ViewArt): Pick<JointRow, 'x' | 'y' | 'radius'> | null {
  const joint = jointById(doc, id);
  const twin = twinJoint(doc, pieceById(doc, joint.childId));
  const body = art.pieces.get(joint.parentId)?.face;
  if (!twin || !body || twin.parentId !== joint.parentId) return null;
  if (joint.kind !== 'one-sided' || inFrontOf(doc, joint) === 'child' || inFrontOf(doc, twin) === 'parent') return null;
  const root = { x: 2 * body.x + body.width - twin.x, y: twin.y };
  const fit = fitBetween(doc, joint.childId, joint.parentId, art, { root });
  return fit.ok && fit.confidence >= SURE_ENOUGH ? { x: fit.x, y: fit.y, radius: fit.radius } : null;
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
