import type { Memo } from '@limber-sheaf/core';
import { LRUCache } from 'lru-cache';
import { keptAtHand } from './at-hand.js';

/** Bytes of rounded ends and borders that a thread keeps. */
const KEPT_PARTS = 64 * 1024 * 1024;
const parts = new LRUCache<string, object>({ maxSize: KEPT_PARTS });
keptAtHand(() => parts.clear());

/**
 * What this thread has worked out of a piece's ends and borders: what was tried for an edit is there when the edit's sheets
 * are derived, and outlives a change of another joint of the same piece.
 */
export const memo: Memo = <T extends object>(key: string, make: () => T, bytes: (made: T) => number): T => {
  const known = parts.get(key);
  if (known) return known as T;
  const made = make();
  parts.set(key, made, { size: 1 + bytes(made) });
  return made;
};
