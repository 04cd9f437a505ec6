import { findNearTwins, type NearTwins } from '@limber-sheaf/core';
import { held, type StateKey } from '../../bench/worker/held';
import { artOf } from '../../bench/worker/pictures';

export const nameTasks = {
  /** Pieces of a view that have nearly the same picture under two names. */
  async nearTwins(at: StateKey, viewId: string): Promise<NearTwins[]> {
    const { doc } = held(at);
    const { pieces } = await artOf(at, viewId, true);
    return findNearTwins(doc, viewId, new Map([...pieces].map(([id, { face }]) => [id, face])));
  },
};
