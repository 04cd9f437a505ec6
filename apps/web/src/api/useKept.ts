import type { NamingScheme, PackageOptions } from '@limber-sheaf/core';
import { call, type AnswerOf, type BodyOf } from './client';
import { useAnswer } from './useAnswer';
import { tellError } from './useCharacter';

type Kept<T> = { id: string; name: string; value: T }[];

/** Does something with what is kept, and shows it as it is then; false where it was refused, and said so. */
async function then<T>(work: Promise<Kept<T>>, show: (kept: Kept<T>) => Promise<unknown>): Promise<boolean> {
  try {
    await show(await work);
    return true;
  } catch (error) {
    tellError(error);
    return false;
  }
}

/** The naming schemes that a production keeps. */
export function useSchemes(productionId: string) {
  const { data, mutate } = useAnswer('schemes.list', productionId);
  const show = (kept: AnswerOf<'schemes.list'>) => mutate(kept, { revalidate: false });
  return {
    kept: data ?? [],
    keep: (name: string, scheme: NamingScheme) => then(call('schemes.keep', productionId, { name, scheme }), show),
    rename: (id: string, name: string) => then(call('schemes.change', id, { name }), show),
    drop: (id: string) => then(call('schemes.drop', id), show),
  };
}

/** The ways to make a package that a production keeps. */
export function usePresets(productionId: string) {
  const { data, mutate } = useAnswer('presets.list', productionId);
  const show = (kept: AnswerOf<'presets.list'>) => mutate(kept, { revalidate: false });
  return {
    kept: data ?? [],
    keep: (name: string, options: PackageOptions) =>
      then(call('presets.keep', productionId, { name, options } as BodyOf<'presets.keep'>), show),
    rename: (id: string, name: string) => then(call('presets.change', id, { name }), show),
    drop: (id: string) => then(call('presets.drop', id), show),
  };
}
