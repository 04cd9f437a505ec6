import { DiffBuilder } from '../document/diff.js';
import { plainWords, sameName } from '../document/naming.js';
import { LEAST_POSES } from '../document/removal.js';
import type { CharacterDoc, Diff, Ease, MotionId, MotionRow, PoseId } from '../document/rows.js';
import { LimberError } from '../errors.js';
import { poseById } from './pose-edits.js';

/** Poses of a motion, how long it takes from one to the next, s, and how many motions a character keeps. */
export const MOTION_LIMITS = { poses: 8, least: 0.1, seconds: 10, motions: 100 } as const;

/** One step of a motion of the artist's own: from which pose, and how it goes to the next. */
export interface MotionStep {
  /** Null for rest. */
  poseId: PoseId | null;
  seconds: number;
  ease: Ease;
}

/**
 * Keeps a motion through poses, or changes the one that bears its name. From the last pose it goes back to the first.
 * @throws LimberError `bad-motion`, `not-found`, `too-many`
 */
export function keepMotion(
  doc: CharacterDoc,
  { name, steps }: { name: string; steps: readonly MotionStep[] },
  freshId: MotionId,
): Diff {
  const word = name.trim();
  const refuse = (sentence: string): never => {
    throw new LimberError('bad-motion', sentence);
  };
  if (plainWords(word).length === 0) refuse('A motion needs a name of letters or digits.');
  if (steps.length < LEAST_POSES || steps.length > MOTION_LIMITS.poses)
    refuse(`A motion goes through ${LEAST_POSES} to ${MOTION_LIMITS.poses} poses.`);
  for (const { poseId, seconds } of steps) {
    if (poseId !== null) poseById(doc, poseId);
    if (!(seconds >= MOTION_LIMITS.least && seconds <= MOTION_LIMITS.seconds))
      refuse(`From one pose to the next it takes ${MOTION_LIMITS.least} to ${MOTION_LIMITS.seconds} s.`);
  }
  if (new Set(steps.map(({ poseId }) => poseId)).size < LEAST_POSES)
    refuse('All its poses are the same: nothing moves.');
  const same = doc.motions.find((row) => sameName(row.name, word));
  if (!same && doc.motions.length >= MOTION_LIMITS.motions)
    throw new LimberError('too-many', `A character keeps ${MOTION_LIMITS.motions} motions at most.`, 'Let some go.');
  const content = {
    name: word,
    poseIds: steps.map(({ poseId }) => poseId),
    seconds: steps.map(({ seconds }) => Math.round(seconds * 100) / 100),
    eases: steps.map(({ ease }) => ease),
  };
  const diff = new DiffBuilder();
  if (same) diff.update(same, content);
  else diff.add({ table: 'motion', id: freshId, version: 1, characterId: doc.character.id, ...content });
  return diff.build();
}

/** Lets a motion go. @throws LimberError `not-found` */
export function dropMotion(doc: CharacterDoc, id: MotionId): Diff {
  const diff = new DiffBuilder();
  diff.remove(motionById(doc, id));
  return diff.build();
}

/** @throws LimberError `not-found` */
export function motionById(doc: CharacterDoc, id: MotionId): MotionRow {
  const motion = doc.motions.find((one) => one.id === id);
  if (!motion) throw new LimberError('not-found', 'That motion is no longer there.');
  return motion;
}

/** The steps of a motion that is kept. */
export function stepsOfMotion({ poseIds, seconds, eases }: MotionRow): MotionStep[] {
  return poseIds.map((poseId, at) => ({ poseId, seconds: seconds[at], ease: eases[at] }));
}
