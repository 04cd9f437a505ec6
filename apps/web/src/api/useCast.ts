import useSWR from 'swr';
import { fetcher, request } from './client';
import type { CastCard, CharacterState, Production } from './types';

/** All productions. */
export function useProductions() {
  return useSWR<Production[]>('/productions', fetcher);
}

/** A production's cast, and what can be done with it. */
export function useCast(productionId: string | undefined) {
  const cast = useSWR<CastCard[]>(productionId ? `/productions/${productionId}/characters` : null, fetcher);
  const then = async <T>(work: Promise<T>): Promise<T> => {
    const value = await work;
    await cast.mutate();
    return value;
  };
  return {
    cards: cast.data,
    error: cast.error as Error | undefined,
    create: (name: string, design: Blob) => {
      const form = new FormData();
      form.append('name', name);
      form.append('design', design, 'design');
      return then(request<CharacterState>('POST', `/productions/${productionId}/characters`, form));
    },
    addView: (id: string, key: string, design: Blob) => {
      const form = new FormData();
      form.append('key', key);
      form.append('design', design, 'design');
      return then(request<CharacterState>('POST', `/characters/${id}/views`, form));
    },
    rename: (id: string, name: string) => then(request<CharacterState>('PATCH', `/characters/${id}`, { name })),
    duplicate: (id: string) => then(request<CharacterState>('POST', `/characters/${id}/duplicate`, {})),
    remove: (id: string) => then(request<CharacterState>('DELETE', `/characters/${id}`)),
    bringBack: (id: string) => then(request<CharacterState>('PATCH', `/characters/${id}`, { deleted: false })),
  };
}
