import { draftedDoubts, type CharacterDoc, type DraftedDoubt, type ViewId } from '@limber-sheaf/core';
import { readArt } from '../threads/pictures.js';
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
