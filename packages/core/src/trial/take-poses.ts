import { DiffBuilder } from '../document/diff.js';
import { findPart } from '../document/find.js';
import type { CharacterDoc, Diff, DrawingId, PartId, PoseId, PoseRow } from '../document/rows.js';
import { LimberError } from '../errors.js';
import { drawingAt, drawingById, setById } from '../swaps/find-swaps.js';
import { MOST_POSES, samePose } from './pose-edits.js';

/** Poses that come from another character, and what was left there. */
export interface TakenPoses {
  diff: Diff;
  taken: string[];
  notes: string[];
}

/**
 * Takes the poses of another character: by the same parts, and the same drawings of the same sets. Its moves are as much larger or
 * smaller as this canvas is higher or lower. A pose of which nothing is here, or whose name there is, is left and told.
 * @throws LimberError `nothing-there`, `too-many`
 */
export function takePoses(doc: CharacterDoc, other: CharacterDoc, freshId: () => PoseId): TakenPoses {
  if (other.poses.length === 0)
    throw new LimberError('nothing-there', `${other.character.name} keeps no pose.`, 'Keep one there first.');
  const diff = new DiffBuilder();
  const [taken, notes]: [string[], string[]] = [[], []];
  const scale = (doc.views[0]?.height ?? 1) / (other.views[0]?.height ?? 1);
  const partHere = (partId: PartId) => {
    const there = other.parts.find(({ id }) => id === partId);
    return there && findPart(doc, there)?.id;
  };
  for (const pose of other.poses) {
    const turned = pose.partIds.flatMap((there, at) => {
      const partId = partHere(there);
      return partId ? [{ partId, angle: pose.angles[at] }] : [];
    });
    const drawingIds = pose.drawingIds.flatMap((id) => drawingHere(doc, other, id) ?? []);
    const looking = pose.pupilIds.flatMap((there, at) => {
      const partId = partHere(there);
      return partId ? [{ partId, by: pose.gaze.slice(2 * at, 2 * at + 2) }] : [];
    });
    if (samePose(doc, pose.name)) notes.push(`${pose.name}: there is a pose of that name.`);
    else if (turned.length + looking.length + drawingIds.length === 0)
      notes.push(`${pose.name}: none of its parts is here.`);
    else {
      const row: Omit<PoseRow, 'partIds' | 'angles' | 'pupilIds' | 'gaze' | 'drawingIds'> = {
        ...{ table: 'pose', id: freshId(), version: 1, characterId: doc.character.id, name: pose.name },
        rootX: Math.round(pose.rootX * scale),
        rootY: Math.round(pose.rootY * scale),
      };
      const [partIds, angles] = [turned.map(({ partId }) => partId), turned.map(({ angle }) => angle)];
      const pupilIds = looking.map(({ partId }) => partId);
      const gaze = looking.flatMap(({ by }) => by.map((px) => Math.round(px * scale * 10) / 10));
      diff.add({ ...row, partIds, angles, pupilIds, gaze, drawingIds });
      taken.push(pose.name);
    }
  }
  if (taken.length === 0)
    throw new LimberError('nothing-there', `No pose of ${other.character.name} can be taken. ${notes.join(' ')}`);
  if (doc.poses.length + taken.length > MOST_POSES)
    throw new LimberError('too-many', `A character keeps ${MOST_POSES} poses at most.`, 'Let some of them go.');
  return { diff: diff.build(), taken, notes };
}

/** The drawing at the same place of the same part's set; null for none. */
function drawingHere(doc: CharacterDoc, other: CharacterDoc, id: DrawingId): DrawingId | null {
  const drawing = drawingById(other, id);
  const there = other.parts.find((part) => part.id === setById(other, drawing.setId).partId);
  const here = there && findPart(doc, there);
  const set = here && doc.swapSets.find(({ partId }) => partId === here.id);
  return (set && drawingAt(doc, set, drawing)?.id) ?? null;
}
