import { applyDiff, joinDiffs, NO_CHANGE, DiffBuilder } from '../document/diff.js';
import { drawOrder } from '../document/family.js';
import { DEPTH_STEP } from '../document/find.js';
import type { CharacterDoc, Diff, JointId, JointRow, PieceId, PieceRow, ViewId } from '../document/rows.js';
import type { ViewArt } from '../document/view-art.js';
import { viewById } from '../document/view-edits.js';
import { LimberError } from '../errors.js';
import type { PlacedBitmap } from '../raster/bitmap.js';
import { INSIDE } from '../raster/mask.js';
import { changeJoint } from '../joints/joint-edits.js';
import type { JointChange } from '../joints/joint-fields.js';
import { fitAllJoints, type MadeJoints } from '../joints/place-fitted.js';
import { limbOf } from './measure-view.js';
import { whoCovers, type Covering } from './who-covers.js';

/** What a joint takes over from the same joint of another view; its place, radius and line are measured here. */
const CARRIED = ['rangeLow', 'rangeHigh', 'wantedLow', 'wantedHigh', 'taper', 'looseness'] as const;

/**
 * Gives a view what another knows: the same parts lie in the same order, as far as what is drawn here allows, and each joint that the family asks for is fitted
 * here with the range of the other view's. What has a joint already keeps it, and nothing of the pixels is copied.
 * @throws LimberError `nothing-to-carry` where the two views have no part in common
 */
export function carryOver(
  doc: CharacterDoc,
  fromId: ViewId,
  toId: ViewId,
  art: ViewArt,
  freshId: () => JointId,
): MadeJoints {
  const known = new Set(drawOrder(doc, fromId).map(({ partId }) => partId));
  if (!drawOrder(doc, toId).some(({ partId }) => known.has(partId)))
    throw new LimberError(
      'nothing-to-carry',
      'The two views have no part in common yet.',
      'Cut this view first: its parts and names are the character’s already.',
    );
  const laid = layAlike(doc, fromId, toId, art);
  const ordered = applyDiff(doc, laid);
  let made: MadeJoints = { diff: NO_CHANGE, made: 0, notes: [] };
  try {
    made = fitAllJoints(ordered, toId, art, freshId);
  } catch (error) {
    if (!(error instanceof LimberError)) throw error;
    made.notes.push(error.message);
  }
  let after = applyDiff(ordered, made.diff);
  let diff = joinDiffs(laid, made.diff);
  for (const joint of after.joints.filter(({ viewId }) => viewId === toId)) {
    if (ordered.joints.some(({ id }) => id === joint.id)) continue;
    const like = jointLike(after, joint, fromId);
    if (!like) continue;
    const taken = Object.fromEntries(CARRIED.map((field) => [field, like[field]]));
    const change = changeJoint(after, joint.id, { ...taken, ...placeLike(after, like, joint, art) });
    diff = joinDiffs(diff, change);
    after = applyDiff(after, change);
  }
  return { ...made, diff };
}

/** The joint of the same part in another view. */
function jointLike(doc: CharacterDoc, joint: JointRow, viewId: ViewId): JointRow | null {
  const partOfChild = (id: string) => doc.pieces.find((piece) => piece.id === id)?.partId;
  const partId = partOfChild(joint.childId);
  return doc.joints.find((one) => one.viewId === viewId && partOfChild(one.childId) === partId) ?? null;
}

/**
 * Lays the parts that both views have in the order of the other view, in the places that they hold between them here; but what
 * is drawn in front of something here, as a near arm is in a side view, stays in front of it, and its limb with it.
 */
function layAlike(doc: CharacterDoc, fromId: ViewId, toId: ViewId, art: ViewArt): Diff {
  const there = drawOrder(doc, fromId).map(({ partId }) => partId);
  const here = drawOrder(doc, toId);
  const shared = here.filter(({ partId }) => there.includes(partId));
  const wanted = [...shared].sort((a, b) => there.indexOf(a.partId) - there.indexOf(b.partId));
  const next = wanted[Symbol.iterator]();
  const asThere = here.map((piece) => (shared.includes(piece) ? (next.next().value ?? piece) : piece));
  const laid = inFrontAsDrawn(doc, asThere, whoCovers(doc, toId, art));
  const diff = new DiffBuilder();
  if (laid.some((piece, at) => piece !== here[at]))
    laid.forEach((piece, at) => diff.update(piece, { depth: at * DEPTH_STEP }));
  return diff.build();
}

/** Pieces as near to an order as what covers what allows; of coverings that contradict one another the longest hold. */
function inFrontAsDrawn(doc: CharacterDoc, order: readonly PieceRow[], coverings: readonly Covering[]): PieceRow[] {
  const limbs = new Map(order.map((piece) => [piece.id, limbOf(doc, piece)]));
  const isTold = (front: PieceId, behind: PieceId) =>
    coverings.some((one) => one.front === front && one.behind === behind);
  const behind = new Map(order.map(({ id }) => [id, new Set<PieceId>()]));
  for (const covering of [...coverings].sort((a, b) => b.length - a.length))
    for (const { id } of order) {
      const goesAlong = id === covering.front || limbs.get(id) === limbs.get(covering.front);
      if (goesAlong && !isTold(covering.behind, id) && !behind.get(covering.behind)?.has(id))
        behind.get(id)?.add(covering.behind);
    }
  const left = [...order];
  const laid: PieceRow[] = [];
  while (left.length > 0) {
    const free = left.findIndex(({ id }) => !left.some((other) => other.id !== id && behind.get(id)?.has(other.id)));
    // In a ring none is free: the hindmost goes first.
    laid.push(...left.splice(Math.max(0, free), 1));
  }
  return laid;
}

/** A disc that is so much larger or smaller than in the other view was fitted to something else. */
const ALIKE = 0.3;

/**
 * Where a joint belongs by the same joint of another view: where the fit found a disc of about the same size it stays, but for
 * roots, which are hidden and lie as high on the figure as there. Any other is laid on the middle of its own piece at that height.
 */
function placeLike(
  doc: CharacterDoc,
  like: JointRow,
  joint: JointRow,
  art: ViewArt,
): Pick<JointChange, 'x' | 'y' | 'radius'> {
  const [there, here] = [figureOf(doc, like.viewId), figureOf(doc, joint.viewId)];
  const scale = here.tall / there.tall;
  const y = tenth(here.floor - (there.floor - like.y) * scale);
  const radius = like.radius * scale;
  const isAlike = Math.abs(joint.radius / radius - 1) <= ALIKE;
  if (isAlike && joint.kind !== 'one-sided') return {};
  const face = art.pieces.get(joint.childId)?.face;
  const below = y + radius * (joint.kind === 'one-sided' ? HIDDEN : 1 / 2);
  const run = face && longestRun(face, y - radius / 2, below);
  const isShown = run !== null && run !== undefined && run.length / 2 >= (1 - ALIKE) * radius;
  const strays = joint.kind === 'one-sided' && Math.abs(y - joint.y) > joint.radius;
  if (isAlike && strays && run) {
    // The fit took something else for the root. Where its limb hardly shows, it lies from the next joint as it does there.
    const x = isShown ? run.from + run.length / 2 : besideNext(doc, like, joint, scale);
    return x === null ? {} : { x: tenth(x), y, radius: tenth(radius) };
  }
  if (isAlike || !run || !isShown)
    // Seen from here it may be narrower, as a cap or a scarf is: then the fit knows better, but for how high a root lies.
    return joint.kind === 'one-sided' && !strays ? { y } : {};
  return { x: tenth(run.from + run.length / 2), y, radius: tenth(Math.min(radius, run.length / 2)) };
}

/** Where a root lies by the next joint of its limb, as in another view, px from the left; null where either lacks one. */
function besideNext(doc: CharacterDoc, like: JointRow, joint: JointRow, scale: number): number | null {
  const nextOf = ({ childId }: JointRow) =>
    doc.joints.find(({ parentId, kind }) => parentId === childId && kind === 'hinge');
  const [there, here] = [nextOf(like), nextOf(joint)];
  return there && here ? here.x + (like.x - there.x) * scale : null;
}

const tenth = (value: number) => Math.round(value * 10) / 10;

/** Where a view's figure stands, and how tall its pieces are together, px. */
function figureOf(doc: CharacterDoc, viewId: ViewId): { floor: number; tall: number } {
  const floor = viewById(doc, viewId).floorY;
  return { floor, tall: Math.max(1, floor - Math.min(...drawOrder(doc, viewId).map(({ face }) => face.y))) };
}

/** Radii below a root within which its limb shows, where the root itself is hidden. */
const HIDDEN = 2;

/** The longest run of a face's paint in the rows from one height to another, or in those of its rows that are nearest, px. */
function longestRun(face: PlacedBitmap, above: number, below: number): { from: number; length: number } | null {
  const rowAt = (at: number) => Math.max(0, Math.min(face.height - 1, Math.floor(at) - face.y));
  let best = { from: 0, length: 0 };
  for (let row = rowAt(above); row <= rowAt(below); row++) {
    let length = 0;
    for (let x = 0; x < face.width; x++) {
      length = face.data[(row * face.width + x) * 4 + 3] > INSIDE ? length + 1 : 0;
      if (length > best.length) best = { from: face.x + x - length + 1, length };
    }
  }
  return best.length > 0 ? best : null;
}
