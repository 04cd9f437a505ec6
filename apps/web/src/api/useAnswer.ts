import useSWR, { type SWRConfiguration } from 'swr';
import { call, type AnswerOf, type Operation } from './client';

/**
 * What an operation answers, kept and shared by all who ask the same.
 * @param id what it is asked about; null asks nothing
 * @param again asked again whenever this changes
 */
export function useAnswer<O extends Operation>(
  operation: O,
  id: string | null,
  { again, ...options }: SWRConfiguration<AnswerOf<O>, Error> & { again?: unknown } = {},
) {
  const key = id === null ? null : ([operation, id, again] as const);
  return useSWR<AnswerOf<O>, Error, typeof key>(key, ([asked, about]) => call(asked, about), options);
}
