import type { CharacterId, DrawingId, MotionId, PartId, PoseId, RowBase } from './row-base.js';

/** A pose that is kept, by parts, so that it holds in every view that has their joints. */
export interface PoseRow extends RowBase {
  table: 'pose';
  id: PoseId;
  characterId: CharacterId;
  name: string;
  /** What is turned, and by how many degrees from rest, one by one. */
  partIds: PartId[];
  angles: number[];
  /** px by which the whole character is moved. */
  rootX: number;
  rootY: number;
  /** Pupils that look elsewhere than at rest, and how far each is moved within its eye: x, y pairs, px. */
  pupilIds: PartId[];
  gaze: number[];
  /** Of sets that show another than their default one. */
  drawingIds: DrawingId[];
}

/** How a motion goes from one pose to the next: slowly out and in, evenly, or all at once after it has rested. */
export const EASES = ['soft', 'even', 'sudden'] as const;
export type Ease = (typeof EASES)[number];

/** A motion of the artist's own: from pose to pose, and from the last back to the first. */
export interface MotionRow extends RowBase {
  table: 'motion';
  id: MotionId;
  characterId: CharacterId;
  name: string;
  /** Poses that are kept; null stands as at rest. */
  poseIds: (PoseId | null)[];
  /** How long it takes from each pose to the next, s, and how it goes. */
  seconds: number[];
  eases: Ease[];
}
