import { randomUUID } from 'node:crypto';
import {
  chainJoints,
  fitAllJoints,
  fitBetween,
  fitByHand,
  fittedDisc,
  orRefuse,
  placeFitted,
  type CharacterDoc,
  type Diff,
  type JointId,
  type JointRow,
  type MadeJoints,
  type PieceId,
  type ViewId,
} from '@limber-sheaf/core';
import { memo } from '../threads/memo.js';
import { readArt } from '../threads/pictures.js';
import { task } from '../threads/task.js';

interface Pair {
  doc: CharacterDoc;
  viewId: ViewId;
  childId: PieceId;
  parentId: PieceId;
}

/** Puts a joint between two pieces, fitted to the contour or where it was placed by hand. */
export const place = task(
  async (
    input: Pair & { disc: { x: number; y: number; radius: number } | null; round: boolean },
  ): Promise<{ id: JointId; diff: Diff }> => {
    const { doc, viewId, childId, parentId, disc, round } = input;
    const art = await readArt(doc, viewId);
    const fit = orRefuse(disc ? fitByHand(disc, childId, parentId, art) : fitBetween(doc, childId, parentId, art));
    const id = randomUUID();
    return { id, diff: placeFitted(doc, id, childId, parentId, fit, round) };
  },
);

/** Where the contour has the disc between two pieces. */
export const fit = task(
  async ({ doc, viewId, childId, parentId }: Pair): Promise<Pick<JointRow, 'x' | 'y' | 'radius' | 'lineWidth'>> =>
    fittedDisc(orRefuse(fitBetween(doc, childId, parentId, await readArt(doc, viewId)))),
);

/** Fits and rounds every joint that is missing. */
export const fitAll = task(
  async ({ doc, viewId }: { doc: CharacterDoc; viewId: ViewId }, tell): Promise<MadeJoints> => {
    const art = await readArt(doc, viewId);
    return fitAllJoints(doc, viewId, art, randomUUID, { memo, onProgress: tell });
  },
);

/** Fits and rounds a joint between each of some pieces and the next. */
export const chain = task(
  async (input: { doc: CharacterDoc; viewId: ViewId; pieceIds: PieceId[] }): Promise<MadeJoints> =>
    chainJoints(input.doc, input.pieceIds, await readArt(input.doc, input.viewId), randomUUID),
);
