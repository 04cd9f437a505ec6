import type { CharacterId, DrawingId, PartId, PoseId, RowBase } from './row-base.js';

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
  /** Of sets that show another than their default one. */
  drawingIds: DrawingId[];
}
