import { call } from './client';
import { useAnswer } from './useAnswer';

/** All productions. */
export function useProductions() {
  return useAnswer('cast.productions', '');
}

/** A production's cast, and what can be done with it. */
export function useCast(productionId: string | undefined) {
  const cast = useAnswer('cast.cards', productionId ?? null);
  const then = async <T>(work: Promise<T>): Promise<T> => {
    const value = await work;
    await cast.mutate();
    return value;
  };
  return {
    cards: cast.data,
    error: cast.error,
    create: (name: string, design: Blob) => {
      const form = new FormData();
      form.append('name', name);
      form.append('design', design, 'design');
      return then(call('cast.create', productionId ?? '', form));
    },
    addView: (id: string, key: string, design: Blob) => {
      const form = new FormData();
      form.append('key', key);
      form.append('design', design, 'design');
      return then(call('bringIn.addView', id, form));
    },
    rename: (id: string, name: string) => then(call('cast.change', id, { name })),
    duplicate: (id: string) => then(call('cast.duplicate', id, {})),
    remove: (id: string) => then(call('cast.remove', id)),
    bringBack: (id: string) => then(call('cast.change', id, { deleted: false })),
  };
}
