import { partOf } from '../document/family.js';
import { findPiece, pieceById } from '../document/find.js';
import type { CharacterDoc, DrawingId, PartId, ViewId } from '../document/rows.js';
import type { Place } from '../errors.js';
import { onOtherSide } from '../names/swap-sides.js';
import type { Gaze } from '../joints/place-pieces.js';
import { within } from './limbs.js';

/** How a character stands: by its parts, so that one pose holds in every view that has the joints. */
export interface Pose {
  /** Degrees from rest, by part. */
  angles: Readonly<Record<PartId, number>>;
  /** px by which the whole character is moved. */
  root: Place;
  /** px by which pupils are moved within their eyes, by part; at rest where not given. */
  gaze?: Readonly<Record<PartId, Place>>;
}

/** As it is drawn. */
export const REST_POSE: Pose = { angles: {}, root: { x: 0, y: 0 } };

/** A pose in one view: degrees by joint or handle, within their ranges. What the view lacks is left out. */
export function bendsOf(doc: CharacterDoc, viewId: ViewId, { angles }: Pose): Record<string, number> {
  const bends: Record<string, number> = {};
  for (const [partId, angle] of Object.entries(angles)) {
    if (angle === 0) continue;
    const handle = doc.handles.find((one) => one.viewId === viewId && one.partId === partId);
    if (handle) bends[handle.id] = angle;
    const piece = findPiece(doc, viewId, partId);
    const joint = piece && doc.joints.find(({ childId }) => childId === piece.id);
    if (joint) bends[joint.id] = within(joint, angle);
  }
  return bends;
}

/** Where a view's pupils look in a pose, by piece. */
export function gazeIn(doc: CharacterDoc, viewId: ViewId, { gaze = {} }: Pose): Gaze {
  return Object.fromEntries(
    Object.entries(gaze).flatMap(([partId, by]) => {
      const piece = findPiece(doc, viewId, partId);
      return piece ? [[piece.id, by]] : [];
    }),
  );
}

/** The pose that joints and pupils of a view stand in. */
export function poseOf(
  doc: CharacterDoc,
  bends: Readonly<Record<string, number>>,
  root: Place = REST_POSE.root,
  gaze: Gaze = {},
): Pose {
  const angles: Record<PartId, number> = {};
  for (const [id, angle] of Object.entries(bends)) {
    if (angle === 0) continue;
    const joint = doc.joints.find((one) => one.id === id);
    const handle = doc.handles.find((one) => one.id === id);
    if (joint) angles[partOf(doc, pieceById(doc, joint.childId)).id] = angle;
    else if (handle) angles[handle.partId] = angle;
  }
  const looking = Object.entries(gaze).filter(([, { x, y }]) => x !== 0 || y !== 0);
  if (looking.length === 0) return { angles, root };
  return { angles, root, gaze: Object.fromEntries(looking.map(([id, by]) => [pieceById(doc, id).partId, by])) };
}

/** The pose in the mirror: A for B, turned and looking the other way. */
export function mirrorPose(doc: CharacterDoc, { angles, root, gaze }: Pose): Pose {
  const opposite = (partId: PartId): PartId => {
    const part = doc.parts.find(({ id }) => id === partId);
    const wanted = part && onOtherSide(part);
    const other = doc.parts.find(
      ({ group, part: word, side, index }) =>
        wanted?.group === group && wanted.part === word && wanted.side === side && wanted.index === index,
    );
    return other?.id ?? partId;
  };
  const across = <T>(by: Readonly<Record<PartId, T>>, turned: (one: T) => T): Record<PartId, T> =>
    Object.fromEntries(Object.entries(by).map(([partId, one]) => [opposite(partId), turned(one)]));
  const there = ({ x, y }: Place): Place => ({ x: 0 - x, y });
  return {
    angles: across(angles, (angle) => 0 - angle),
    root: there(root),
    ...(gaze && { gaze: across(gaze, there) }),
  };
}

/** What shows when some drawings are worn over others: of one set, the later. */
export function wornOver(doc: CharacterDoc, wears: readonly DrawingId[], over: readonly DrawingId[]): DrawingId[] {
  const setOf = (id: DrawingId) => doc.drawings.find((one) => one.id === id)?.setId;
  const taken = new Set(over.map(setOf));
  return [...wears.filter((id) => !taken.has(setOf(id))), ...over];
}
