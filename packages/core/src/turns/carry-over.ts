import { applyDiff, joinDiffs, NO_CHANGE, DiffBuilder } from '../document/diff.js';
import { drawOrder } from '../document/family.js';
import { DEPTH_STEP, pieceById } from '../document/find.js';
import type {
  CharacterDoc,
  Diff,
  JointId,
  JointRow,
  PartId,
  PieceId,
  PieceRow,
  Row,
  ViewId,
} from '../document/rows.js';
import type { ViewArt } from '../document/view-art.js';
import { LimberError } from '../errors.js';
import { changeJoint } from '../joints/joint-edits.js';
import { fitAllJoints, type FitAllOptions, type MadeJoints } from '../joints/place-fitted.js';
import { limbOf } from './measure-view.js';
import { layUnfitted, placeLike, rangeFromSide } from './place-alike.js';
import { whoCovers, type Covering } from './who-covers.js';

/** What a joint takes over from the same joint of another view; its place, radius and line are measured here. */
const CARRIED = ['rangeLow', 'rangeHigh', 'wantedLow', 'wantedHigh', 'taper', 'looseness'] as const;

/** What of another view is taken over; all of it where nothing is said. */
export interface CarryWish {
  order?: boolean;
  joints?: boolean;
  /** The one part whose joint is taken; all of them for null. */
  only?: PartId | null;
}

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
  { order = true, joints = true, only = null, memo }: CarryWish & Pick<FitAllOptions, 'memo'> = {},
): MadeJoints {
  const known = new Set(drawOrder(doc, fromId).map(({ partId }) => partId));
  if (!drawOrder(doc, toId).some(({ partId }) => known.has(partId)))
    throw new LimberError(
      'nothing-to-carry',
      'The two views have no part in common yet.',
      'Cut this view first: its parts and names are the character’s already.',
    );
  const laid = order ? layAlike(doc, fromId, toId, art) : NO_CHANGE;
  if (!joints) return { diff: laid, made: 0, notes: [] };
  const ordered = applyDiff(doc, laid);
  let made: MadeJoints = { diff: NO_CHANGE, made: 0, notes: [] };
  try {
    made = onlyOf(ordered, fitAllJoints(ordered, toId, art, freshId, { memo }), only);
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
    const turned = rangeFromSide(after, { ...joint, ...taken });
    const change = changeJoint(after, joint.id, { ...taken, ...turned, ...placeLike(after, like, joint, art) });
    diff = joinDiffs(diff, change);
    after = applyDiff(after, change);
  }
  const unfitted = onlyOf(after, layUnfitted(after, fromId, toId, art, freshId), only);
  return {
    diff: joinDiffs(diff, unfitted.diff),
    made: made.made + unfitted.made,
    notes: [...made.notes, ...unfitted.notes],
  };
}

/** Of joints that were made, that of one part alone; what was said of the others is left unsaid. */
function onlyOf(doc: CharacterDoc, made: MadeJoints, only: PartId | null): MadeJoints {
  if (only === null) return made;
  const isOf = (row: Row) => row.table === 'joint' && pieceById(doc, row.childId).partId === only;
  const added = made.diff.added.filter(isOf);
  return { diff: { added, updated: [], removed: [] }, made: added.length, notes: added.length > 0 ? [] : made.notes };
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
