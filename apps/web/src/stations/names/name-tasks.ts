import { findNearTwins, mapNames, type MappedName, type NearTwins } from '@limber-sheaf/core';
import { held, type StateKey } from '../../bench/worker/held';
import { artOf } from '../../bench/worker/pictures';

export const nameTasks = {
  /** Pieces of a view that have nearly the same picture under two names. */
  async nearTwins(at: StateKey, viewId: string): Promise<NearTwins[]> {
    const { doc } = held(at);
    const { pieces } = await artOf(at, viewId, true);
    return findNearTwins(doc, viewId, new Map([...pieces].map(([id, { face }]) => [id, face])));
  },

  /** What the names that the plan does not know are taken to mean. */
  async mapNames(at: StateKey, viewId: string): Promise<MappedName[]> {
    return mapNames(held(at).doc, viewId, await artOf(at, viewId, true));
  },
};
