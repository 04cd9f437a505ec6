import { useCallback, useEffect } from 'react';
import { refuse, tell } from '../ui/tell';
import { ApiError, actorMark, call, eventsUrl, type BodyOf, type EditOperation } from './client';
import type { CharacterState } from './types';
import { useAnswer } from './useAnswer';
import { noteProgress } from './work';
import { mutateHandOffs } from './useHandOffs';

/** ms; jobs are asked about no more often, however often they are told of. */
const JOB_MS = 1000;

interface Progress {
  value: number;
  doing: string;
  actor?: string;
}

/** Shows an error in the words it came with. */
export function tellError(error: unknown): void {
  if (error instanceof ApiError) refuse(error.sentence, { description: error.remedy });
  else refuse('Something went wrong in the bench. Reload the page; nothing that was saved is lost.');
}

/**
 * The character on the bench, kept in step with the server: edits answer with the new state, others' edits
 * arrive as events.
 */
export function useCharacter(id: string) {
  const { data, error, mutate } = useAnswer('cast.state', id, { revalidateOnFocus: true });

  useEffect(() => {
    const events = new EventSource(eventsUrl(id));
    events.addEventListener('revision', (event) => {
      const { actor } = JSON.parse((event as MessageEvent<string>).data) as { actor?: string };
      void mutate();
      if (actor && actor !== actorMark())
        tell('Somebody else changed this character. The bench shows it as it is now.');
    });
    events.addEventListener('progress', (event) => {
      const { value, doing, actor } = JSON.parse((event as MessageEvent<string>).data) as Progress;
      if (actor === actorMark()) noteProgress(value, doing);
    });
    // Also of a job that another bench has started; events come faster than answers would.
    let soon: number | undefined;
    events.addEventListener('job', () => {
      soon ??= window.setTimeout(() => {
        soon = undefined;
        void mutateHandOffs(id);
      }, JOB_MS);
    });
    return () => {
      events.close();
      window.clearTimeout(soon);
    };
  }, [id, mutate]);

  /** Makes an edit; answers with the new state, or null where it was refused (and said so). */
  const edit = useCallback(
    async <O extends EditOperation>(
      operation: O,
      about: string,
      body?: BodyOf<O> | FormData,
      signal?: AbortSignal,
    ): Promise<CharacterState | null> => {
      try {
        const state = (await call(operation, about, body ?? ({} as BodyOf<O>), signal)) as CharacterState;
        await mutate((old) => (old && old.revision > state.revision ? old : state), { revalidate: false });
        return state;
      } catch (failure) {
        if (signal?.aborted) tell('Stopped. Nothing was changed.');
        else tellError(failure);
        if (failure instanceof ApiError && failure.status === 409) void mutate();
        return null;
      }
    },
    [mutate],
  );

  return { state: data, error, edit };
}

export type Edit = ReturnType<typeof useCharacter>['edit'];
