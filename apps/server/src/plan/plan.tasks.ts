import { createPlaced, type CharacterDoc, type Enlargement, type SheetRef, type ViewId } from '@limber-sheaf/core';
import { designOf, keepSheet } from '../threads/pictures.js';
import { task } from '../threads/task.js';

/** The design on a larger canvas. */
async function enlarged(input: { doc: CharacterDoc; viewId: ViewId; by: Enlargement }): Promise<SheetRef> {
  const design = await designOf(input.doc, input.viewId);
  const { left, top, right, bottom } = input.by;
  const larger = createPlaced({ x: 0, y: 0, width: design.width + left + right, height: design.height + top + bottom });
  for (let y = 0; y < design.height; y++)
    larger.data.set(
      design.data.subarray(y * design.width * 4, (y + 1) * design.width * 4),
      ((y + top) * larger.width + left) * 4,
    );
  return keepSheet(larger);
}

export const enlarge = task(enlarged);
