import { useEffect } from 'react';
import { call } from './client';
import { useAnswer } from './useAnswer';

/** The checks of a view; asked for again whenever the revision moves on. */
export function useChecks(viewId: string, revision: number) {
  return useAnswer('handOff.checks', viewId, {
    again: revision,
    keepPreviousData: true,
    revalidateOnFocus: false,
  });
}

/** The versions handed off, and the job under way. */
export function useHandOffs(characterId: string) {
  const list = useAnswer('handOff.list', characterId);
  const { mutate } = list;
  const under = list.data?.job && (list.data.job.state === 'waiting' || list.data.job.state === 'running');
  useEffect(() => {
    if (!under) return;
    const timer = setInterval(() => void mutate(), 300);
    return () => clearInterval(timer);
  }, [under, mutate]);
  return {
    list: list.data,
    make: async () => {
      await call('handOff.start', characterId);
      await mutate();
    },
    stop: async (id: string) => {
      await call('jobs.cancel', id);
      await mutate();
    },
  };
}
