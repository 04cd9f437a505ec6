import { DiffBuilder } from '../document/diff.js';
import { findPiece } from '../document/find.js';
import { plainWords, sameName } from '../document/naming.js';
import type { CharacterDoc, Diff, DrawingId, PartId, PoseId, PoseRow, ViewId } from '../document/rows.js';
import { removePose } from '../document/removal.js';
import { LimberError } from '../errors.js';
import { isPupilPart } from '../swaps/travel-of.js';
import type { Pose } from './pose.js';

/** A pose as it is kept: how the character stands, and which drawings it shows. */
export interface PoseToKeep extends Pose {
  name: string;
  /** Of sets that show another than their default one. */
  drawingIds: readonly DrawingId[];
}

/** Most poses that a character keeps. */
export const MOST_POSES = 200;

/**
 * Keeps a pose, or changes the one that bears its name.
 * @throws LimberError `bad-pose`, `not-found`
 */
export function keepPose(
  doc: CharacterDoc,
  { name, angles, root, gaze = {}, drawingIds }: PoseToKeep,
  freshId: PoseId,
): Diff {
  const word = nameOf(name);
  const turned = Object.entries(angles).filter(([, angle]) => angle !== 0);
  const looking = Object.entries(gaze).filter(([, { x, y }]) => x !== 0 || y !== 0);
  if (turned.length + looking.length + drawingIds.length === 0 && root.x === 0 && root.y === 0)
    throw new LimberError(
      'bad-pose',
      'Nothing is turned, no pupil looks elsewhere and no other drawing shows.',
      'Pose the character first.',
    );
  for (const [partId, angle] of turned) {
    if (!doc.parts.some(({ id }) => id === partId))
      throw new LimberError('not-found', 'A part of this pose is no longer there.');
    if (!Number.isFinite(angle)) throw new LimberError('bad-pose', 'An angle of this pose is no number.');
  }
  for (const [partId] of looking)
    if (!isPupilPart(doc, partId)) throw new LimberError('bad-pose', 'Only a pupil looks elsewhere than at rest.');
  const shown = drawingIds.map((id) => doc.drawings.find((one) => one.id === id));
  if (shown.includes(undefined))
    throw new LimberError('not-found', 'A drawing that this pose shows is no longer there.');
  if (new Set(shown.map((one) => one?.setId)).size < shown.length)
    throw new LimberError('bad-pose', 'A pose shows one drawing of a set.');
  const same = samePose(doc, word);
  if (!same && doc.poses.length >= MOST_POSES)
    throw new LimberError('too-many', `A character keeps ${MOST_POSES} poses at most.`, 'Let some of them go.');
  const content = {
    name: word,
    partIds: turned.map(([partId]) => partId),
    angles: turned.map(([, angle]) => Math.round(angle * 100) / 100),
    rootX: Math.round(root.x),
    rootY: Math.round(root.y),
    pupilIds: looking.map(([partId]) => partId),
    gaze: looking.flatMap(([, { x, y }]) => [Math.round(x * 10) / 10, Math.round(y * 10) / 10]),
    drawingIds: [...drawingIds],
  };
  const diff = new DiffBuilder();
  if (same) diff.update(same, content);
  else diff.add({ table: 'pose', id: freshId, version: 1, characterId: doc.character.id, ...content });
  return diff.build();
}

/** Gives a pose another name. @throws LimberError `bad-pose`, `not-found` */
export function renamePose(doc: CharacterDoc, id: PoseId, name: string): Diff {
  const word = nameOf(name);
  const same = samePose(doc, word);
  if (same && same.id !== id)
    throw new LimberError('bad-pose', `There is a pose ${same.name} already.`, 'Choose another name.');
  const diff = new DiffBuilder();
  diff.update(poseById(doc, id), { name: word });
  return diff.build();
}

/** Lets a pose go. @throws LimberError `not-found` */
export function dropPose(doc: CharacterDoc, id: PoseId): Diff {
  const diff = new DiffBuilder();
  removePose(doc, poseById(doc, id), diff);
  return diff.build();
}

/** @throws LimberError `not-found` */
export function poseById(doc: CharacterDoc, id: PoseId): PoseRow {
  const pose = doc.poses.find((one) => one.id === id);
  if (!pose) throw new LimberError('not-found', 'That pose is no longer there.');
  return pose;
}

/** How the character stands in a pose that is kept. */
export function keptPose({ partIds, angles, rootX, rootY, pupilIds, gaze }: PoseRow): Pose {
  return {
    angles: Object.fromEntries(partIds.map((id, at) => [id, angles[at]])),
    root: { x: rootX, y: rootY },
    ...(pupilIds.length > 0 && {
      gaze: Object.fromEntries(pupilIds.map((id, at) => [id, { x: gaze[2 * at], y: gaze[2 * at + 1] }])),
    }),
  };
}

/** The parts that a pose turns and that a view has no joint or handle for. */
export function notInView(doc: CharacterDoc, viewId: ViewId, { partIds }: PoseRow): PartId[] {
  return partIds.filter((partId) => {
    const piece = findPiece(doc, viewId, partId);
    const turns = doc.joints.some(({ childId }) => childId === piece?.id);
    return !turns && !doc.handles.some((handle) => handle.viewId === viewId && handle.partId === partId);
  });
}

/** The angles of a pose as they leave: for parts with a joint in one of some views, within its range in each of these. */
export function anglesWithin(doc: CharacterDoc, viewIds: readonly ViewId[], pose: PoseRow): Record<PartId, number> {
  const kept: Record<PartId, number> = {};
  pose.partIds.forEach((partId, at) => {
    const joints = doc.joints.filter(
      ({ viewId, childId }) => viewIds.includes(viewId) && findPiece(doc, viewId, partId)?.id === childId,
    );
    const handled = doc.handles.some((handle) => viewIds.includes(handle.viewId) && handle.partId === partId);
    const low = Math.max(...joints.map(({ rangeLow }) => rangeLow));
    const high = Math.min(...joints.map(({ rangeHigh }) => rangeHigh));
    const angle = joints.length > 0 ? Math.max(low, Math.min(high, pose.angles[at])) : handled ? pose.angles[at] : 0;
    if (angle !== 0) kept[partId] = angle;
  });
  return kept;
}

/** The pose that bears a name, whatever its capitals; undefined for none. */
export function samePose(doc: CharacterDoc, name: string): PoseRow | undefined {
  return doc.poses.find((pose) => sameName(pose.name, name));
}

function nameOf(name: string): string {
  const word = name.trim();
  if (plainWords(word).length === 0) throw new LimberError('bad-pose', 'A pose needs a name of letters or digits.');
  return word;
}
