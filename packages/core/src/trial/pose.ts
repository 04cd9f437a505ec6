import { partOf } from '../document/family.js';
import { findPiece, pieceById } from '../document/find.js';
import type { CharacterDoc, DrawingId, PartId, ViewId } from '../document/rows.js';
import type { Place } from '../errors.js';
import { onOtherSide } from '../names/swap-sides.js';
import { within } from './limbs.js';

/** How a character stands: by its parts, so that one pose holds in every view that has the joints. */
export interface Pose {
  /** Degrees from rest, by part. */
  angles: Readonly<Record<PartId, number>>;
  /** px by which the whole character is moved. */
  root: Place;
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

/** The pose that joints of a view stand in. */
export function poseOf(doc: CharacterDoc, bends: Readonly<Record<string, number>>, root: Place = REST_POSE.root): Pose {
  const angles: Record<PartId, number> = {};
  for (const [id, angle] of Object.entries(bends)) {
    if (angle === 0) continue;
    const joint = doc.joints.find((one) => one.id === id);
    const handle = doc.handles.find((one) => one.id === id);
    if (joint) angles[partOf(doc, pieceById(doc, joint.childId)).id] = angle;
    else if (handle) angles[handle.partId] = angle;
  }
  return { angles, root };
}

/** The pose in the mirror: A for B, turned the other way. */
export function mirrorPose(doc: CharacterDoc, { angles, root }: Pose): Pose {
  const mirrored: Record<PartId, number> = {};
  for (const [partId, angle] of Object.entries(angles)) {
    const part = doc.parts.find(({ id }) => id === partId);
    const wanted = part && onOtherSide(part);
    const other = doc.parts.find(
      ({ group, part: word, side, index }) =>
        wanted?.group === group && wanted.part === word && wanted.side === side && wanted.index === index,
    );
    mirrored[other?.id ?? partId] = 0 - angle;
  }
  return { angles: mirrored, root: { x: 0 - root.x, y: root.y } };
}

/** What shows when some drawings are worn over others: of one set, the later. */
export function wornOver(doc: CharacterDoc, wears: readonly DrawingId[], over: readonly DrawingId[]): DrawingId[] {
  const setOf = (id: DrawingId) => doc.drawings.find((one) => one.id === id)?.setId;
  const taken = new Set(over.map(setOf));
  return [...wears.filter((id) => !taken.has(setOf(id))), ...over];
}
