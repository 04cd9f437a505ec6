import { useSWRConfig } from 'swr';
import { call } from './client';
import type { CharacterState } from './types';

/** Brings in another view of a character. @throws ApiError */
export function useAddView(characterId: string) {
  const { mutate } = useSWRConfig();
  return async (key: string, design: Blob): Promise<CharacterState> => {
    const form = new FormData();
    form.append('key', key);
    form.append('design', design, 'design');
    const state = await call('bringIn.addView', characterId, form);
    await mutate(['cast.state', characterId, undefined], state, { revalidate: false });
    return state;
  };
}
