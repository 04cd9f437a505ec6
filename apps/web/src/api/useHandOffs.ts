import useSWR, { mutate } from 'swr';
import { call, type AnswerOf, type BodyOf } from './client';
import { useAnswer } from './useAnswer';

/** The checks of a view; asked for again whenever the revision moves on. */
export function useChecks(viewId: string, revision: number) {
  return useAnswer('handOff.checks', viewId, {
    again: revision,
    keepPreviousData: true,
    revalidateOnFocus: false,
  });
}

/** ms; how often a job under way is asked how far it is. */
const ASK_MS = 300;

/** Is a job waiting or running? */
export function isUnderWay(job: AnswerOf<'handOff.list'>['job'] | undefined): boolean {
  return job?.state === 'waiting' || job?.state === 'running';
}

/** Asks again for a character's versions and job, where they are shown. */
export async function mutateHandOffs(characterId: string): Promise<void> {
  await mutate((key) => Array.isArray(key) && key[0] === 'handOff.list' && key[1] === characterId);
}

/** The versions handed off, and the job under way. */
export function useHandOffs(characterId: string) {
  const { data: list, mutate: askAgain } = useAnswer('handOff.list', characterId, {
    // Asked again once the answer before is there: a server at work may take longer than that.
    refreshInterval: (latest) => (isUnderWay(latest?.job) ? ASK_MS : 0),
  });
  return {
    list,
    make: async (wish: BodyOf<'handOff.start'>) => {
      await call('handOff.start', characterId, wish);
      await askAgain();
    },
    stop: async (id: string) => {
      await call('jobs.cancel', id);
      await askAgain();
    },
  };
}

/** What differs between two versions. */
export function useCompared(characterId: string, from: number, to: number) {
  return useSWR<AnswerOf<'handOff.compare'>, Error>(
    ['handOff.compare', characterId, from, to],
    () => call('handOff.compare', characterId, { from, to }),
    { revalidateOnFocus: false },
  );
}
