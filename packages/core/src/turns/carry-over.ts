import { applyDiff, joinDiffs, NO_CHANGE, DiffBuilder } from '../document/diff.js';
import { drawOrder } from '../document/family.js';
import { DEPTH_STEP } from '../document/find.js';
import type { CharacterDoc, Diff, JointId, JointRow, ViewId } from '../document/rows.js';
import type { ViewArt } from '../document/view-art.js';
import { viewById } from '../document/view-edits.js';
import { LimberError } from '../errors.js';
import { changeJoint } from '../joints/joint-edits.js';
import { fitAllJoints, type MadeJoints } from '../joints/place-fitted.js';

/** What a joint takes over from the same joint of another view; its place, radius and line are measured here. */
const CARRIED = ['rangeLow', 'rangeHigh', 'wantedLow', 'wantedHigh', 'taper', 'looseness'] as const;

/**
 * Gives a view what another knows: the same parts lie in the same order, and each joint that the family asks for is fitted
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
  const shared = sharedParts(doc, fromId, toId);
  if (shared.size === 0)
    throw new LimberError(
      'nothing-to-carry',
      'The two views have no part in common yet.',
      'Cut this view first: its parts and names are the character’s already.',
    );
  const laid = layAlike(doc, fromId, toId);
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
    const y = joint.kind === 'one-sided' ? heightLike(after, like, joint) : null;
    const change = changeJoint(after, joint.id, { ...taken, ...(y !== null && { y }) });
    diff = joinDiffs(diff, change);
    after = applyDiff(after, change);
  }
  return { ...made, diff };
}

function sharedParts(doc: CharacterDoc, a: ViewId, b: ViewId): Set<string> {
  const partsOf = (viewId: ViewId) => new Set(drawOrder(doc, viewId).map(({ partId }) => partId));
  const there = partsOf(b);
  return new Set([...partsOf(a)].filter((id) => there.has(id)));
}

/** The joint of the same part in another view. */
function jointLike(doc: CharacterDoc, joint: JointRow, viewId: ViewId): JointRow | null {
  const partOfChild = (id: string) => doc.pieces.find((piece) => piece.id === id)?.partId;
  const partId = partOfChild(joint.childId);
  return doc.joints.find((one) => one.viewId === viewId && partOfChild(one.childId) === partId) ?? null;
}

/** Lays the parts that both views have in the order of the other view, in the places that they hold between them here. */
function layAlike(doc: CharacterDoc, fromId: ViewId, toId: ViewId): Diff {
  const there = drawOrder(doc, fromId).map(({ partId }) => partId);
  const here = drawOrder(doc, toId);
  const shared = here.filter(({ partId }) => there.includes(partId));
  const wanted = [...shared].sort((a, b) => there.indexOf(a.partId) - there.indexOf(b.partId));
  const next = wanted[Symbol.iterator]();
  const laid = here.map((piece) => (shared.includes(piece) ? (next.next().value ?? piece) : piece));
  const diff = new DiffBuilder();
  if (laid.some((piece, at) => piece !== here[at]))
    laid.forEach((piece, at) => diff.update(piece, { depth: at * DEPTH_STEP }));
  return diff.build();
}

/** How far a root is moved at most to lie as high as in the other view, in radii: it is hidden, and fitted by what shows. */
const MOVED = 1;

/** Where a joint would lie as high on the figure as the same joint of another view, px; null where that is too far off. */
function heightLike(doc: CharacterDoc, like: JointRow, joint: JointRow): number | null {
  const share = (viewId: ViewId) => {
    const floor = viewById(doc, viewId).floorY;
    return { floor, tall: floor - Math.min(...drawOrder(doc, viewId).map(({ face }) => face.y)) };
  };
  const [there, here] = [share(like.viewId), share(joint.viewId)];
  const y = here.floor - ((there.floor - like.y) / there.tall) * here.tall;
  return Math.abs(y - joint.y) <= MOVED * joint.radius ? Math.round(y * 10) / 10 : null;
}
