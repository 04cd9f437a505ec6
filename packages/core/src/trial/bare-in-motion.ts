import { composePiece } from '../document/compose-piece.js';
import { drawOrder } from '../document/family.js';
import { deriveKey } from '../document/keys.js';
import type { CharacterDoc, PieceId, SheetsOf, ViewId } from '../document/rows.js';
import type { ViewArt } from '../document/view-art.js';
import { underKey } from '../under/checks.js';
import { cellsOfMask, seenAt } from '../under/coming-into-view.js';
import { bareCells, placesOf } from '../under/find-bare.js';
import { shapeOf } from '../under/shape-of-piece.js';
import type { MotionFrames, MotionKey, MotionOptions } from './motions.js';
import { bendsOf } from './pose.js';

/** What of a piece is seen without paint in one frame of a motion. */
export interface MotionBare {
  pieceId: PieceId;
  frame: number;
  /** px. */
  area: number;
}

/** Unpainted places of a piece that are looked at in each frame, at most; of more, every so many. */
const LOOKS = 1500;
/** Fewer cells than this are but the rim of something. */
const RIM = 4;

/** The key of what is bare in a motion: what the whole view draws and turns, and how the motion is made. */
export function motionBareKey(
  doc: CharacterDoc,
  viewId: ViewId,
  sheets: SheetsOf,
  key: MotionKey,
  { fps, amount }: MotionOptions,
): string {
  return deriveKey('motion bare 1', [
    underKey(doc, viewId, sheets),
    // By the plan's words a motion finds its joints, by the view's key its way.
    doc.parts.map(({ id, group, part, side, index }) => [id, group, part, side, index]),
    doc.views.find(({ id }) => id === viewId)?.key,
    doc.joints.filter((joint) => joint.viewId === viewId).map(({ rangeLow, rangeHigh }) => [rangeLow, rangeHigh]),
    key === 'poses' ? doc.poses.map(({ name, partIds, angles }) => [name, partIds, angles]) : [],
    [key, fps, amount],
  ]);
}

/**
 * What is seen without paint, frame by frame: places within a piece's whole shape that are hidden at rest.
 * @param art pictures of all pieces
 */
export function bareInMotion(
  doc: CharacterDoc,
  viewId: ViewId,
  art: ViewArt,
  { poses }: Pick<MotionFrames, 'poses'>,
  tell?: (done: number) => void,
): MotionBare[] {
  const turned = poses.map((pose) =>
    Object.entries(bendsOf(doc, viewId, pose)).map(([jointId, angle]) => ({ jointId, angle })),
  );
  const order = drawOrder(doc, viewId);
  return order.flatMap(({ id }, index): MotionBare[] => {
    tell?.(index / order.length);
    const sheets = art.pieces.get(id);
    const shape = shapeOf(doc, viewId, art, index);
    if (!sheets || !shape) return [];
    const unpainted = bareCells(cellsOfMask(shape.hidden, art.design), composePiece(sheets));
    const places = placesOf(unpainted);
    if (places.length < RIM) return [];
    const stride = Math.ceil(places.length / LOOKS);
    const looks = places.filter((_, at) => at % stride === 0);
    return turned.flatMap((turns, frame): MotionBare[] => {
      if (turns.length === 0) return [];
      const isSeen = seenAt(doc, viewId, turns, index, art);
      const count = looks.filter(({ x, y }) => isSeen(x, y)).length * stride;
      return count < RIM ? [] : [{ pieceId: id, frame, area: count * unpainted.size ** 2 }];
    });
  });
}
