import {
  coverageOf,
  draftedDoubts,
  guessPlan,
  type CharacterDoc,
  type DraftedDoubt,
  type GuessedPlan,
  type ViewId,
} from '@limber-sheaf/core';
import { designOf, readArt } from '../threads/pictures.js';
import { task } from '../threads/task.js';

/** What a draft is not sure of in what it has cut; `sure` is by part's address. */
export const doubts = task(
  async ({
    doc,
    viewId,
    sure,
  }: {
    doc: CharacterDoc;
    viewId: ViewId;
    sure: [string, number][];
  }): Promise<DraftedDoubt[]> => draftedDoubts(doc, viewId, await readArt(doc, viewId), new Map(sure)),
);

/** The breakdown that a view's design seems to want, where that is not the usual one. */
export const guess = task(async ({ doc, viewId }: { doc: CharacterDoc; viewId: ViewId }): Promise<GuessedPlan | null> =>
  guessPlan(coverageOf(await designOf(doc, viewId))),
);
