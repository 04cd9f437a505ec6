import { useEffect } from 'react';
import useSWR from 'swr';
import { fetcher, request } from './client';
import type { HandOffList, JobState, ViewProof } from './types';

/** The checks of a view; asked for again whenever the revision moves on. */
export function useChecks(viewId: string, revision: number) {
  return useSWR<ViewProof>(
    [`/views/${viewId}/checks`, revision],
    ([path]: [string, number]) => fetcher<ViewProof>(path),
    {
      keepPreviousData: true,
      revalidateOnFocus: false,
    },
  );
}

/** The versions handed off, and the job under way. */
export function useHandOffs(characterId: string) {
  const list = useSWR<HandOffList>(`/characters/${characterId}/handoffs`, fetcher);
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
      await request<JobState>('POST', `/characters/${characterId}/handoffs`, {});
      await mutate();
    },
    stop: async (id: string) => {
      await request<JobState>('DELETE', `/jobs/${id}`);
      await mutate();
    },
  };
}
