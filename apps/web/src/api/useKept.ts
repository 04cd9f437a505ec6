import type { KeptChart, NamingScheme, PackageOptions } from '@limber-sheaf/core';
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

/** What of its own kind a controller of kept things is asked. */
type Keeper = 'schemes' | 'presets' | 'charts';

/** What a production keeps of a kind, and what can be done with it. */
function useKept<K extends Keeper>(of: K, productionId: string) {
  type Cards = AnswerOf<`${K}.list`>;
  // Every keeper answers to the same four operations alike: one stands for all in the types.
  const asScheme = <Op extends string>(op: Op) => `${of}.${op}` as `schemes.${Op}`;
  const { data, mutate } = useAnswer(asScheme('list'), productionId);
  const show = (kept: AnswerOf<'schemes.list'>) => mutate(kept, { revalidate: false });
  return {
    kept: (data ?? []) as unknown as Cards,
    keep: (body: BodyOf<`${K}.keep`>) =>
      then(call(asScheme('keep'), productionId, body as unknown as BodyOf<'schemes.keep'>), show),
    rename: (id: string, name: string) => then(call(asScheme('change'), id, { name }), show),
    drop: (id: string) => then(call(asScheme('drop'), id), show),
  };
}

/** The naming schemes that a production keeps. */
export function useSchemes(productionId: string) {
  const { keep, ...kept } = useKept('schemes', productionId);
  return { ...kept, keep: (name: string, scheme: NamingScheme) => keep({ name, scheme }) };
}

/** The ways to make a package that a production keeps. */
export function usePresets(productionId: string) {
  const { keep, ...kept } = useKept('presets', productionId);
  return {
    ...kept,
    keep: (name: string, options: PackageOptions) => keep({ name, options } as BodyOf<'presets.keep'>),
  };
}

/** The charts of swap sets that a production keeps. */
export function useCharts(productionId: string) {
  const { keep, ...kept } = useKept('charts', productionId);
  return { ...kept, keep: (name: string, chart: KeptChart) => keep({ name, chart }) };
}
