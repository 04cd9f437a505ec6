import { findSharedPixels, type CharacterDoc, type PieceId, type PlacedBitmap, type ViewId } from '@limber-sheaf/core';
import { sheet } from '../threads/pictures.js';
import { task } from '../threads/task.js';

/** The first two pieces that would both have a pixel, among those whose faces an edit changes; null where none do. */
export const sharedPixels = task(
  async (input: { doc: CharacterDoc; viewId: ViewId; changed: PieceId[] }): Promise<[PieceId, PieceId] | null> => {
    const faces = new Map<PieceId, PlacedBitmap | null>();
    for (const piece of input.doc.pieces)
      if (piece.viewId === input.viewId) faces.set(piece.id, await sheet(piece.face));
    return findSharedPixels(faces, input.changed);
  },
);
