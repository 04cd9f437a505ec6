import {
  applyDiff,
  coverageOf,
  draftedDoubts,
  guessPlan,
  joinDiffs,
  layByContours,
  layUntold,
  limbOrders,
  stripsBetween,
  toRuns,
  type CharacterDoc,
  type Diff,
  type DraftedDoubt,
  type GuessedPlan,
  type MaskRuns,
  type Pair,
  type PieceId,
  type ViewId,
} from '@limber-sheaf/core';
import { designOf, readArt } from '../threads/pictures.js';
import { task } from '../threads/task.js';

/** Lays the limbs of what a draft has cut by what is seen of them, and tells what it is not sure of; `sure` is by part's address. */
export const look = task(
  async ({
    doc,
    viewId,
    sure,
  }: {
    doc: CharacterDoc;
    viewId: ViewId;
    sure: [string, number][];
  }): Promise<{ laid: Diff; doubts: DraftedDoubt[] }> => {
    const art = await readArt(doc, viewId);
    const orders = limbOrders(doc, viewId, art);
    const plain = layByContours(doc, orders);
    const laid = joinDiffs(plain, layUntold(applyDiff(doc, plain), viewId, art, orders));
    return { laid, doubts: draftedDoubts(applyDiff(doc, laid), viewId, art, new Map(sure), orders) };
  },
);

/** The breakdown that a view's design seems to want, where that is not the usual one. */
export const guess = task(async ({ doc, viewId }: { doc: CharacterDoc; viewId: ViewId }): Promise<GuessedPlan | null> =>
  guessPlan(coverageOf(await designOf(doc, viewId))),
);

/** What the pieces of some pairs give to one another where the cuts between them go a step on: all that one piece gets as one. */
export const strips = task(
  async ({
    doc,
    viewId,
    pairs,
    to,
  }: {
    doc: CharacterDoc;
    viewId: ViewId;
    pairs: Pair[];
    to: 'more' | 'less';
  }): Promise<{ pieceId: PieceId; mask: MaskRuns }[]> => {
    const art = await readArt(doc, viewId);
    return stripsBetween(art, pairs, to).map(({ pieceId, mask }) => ({ pieceId, mask: toRuns(mask) }));
  },
);
