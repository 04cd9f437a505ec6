import { planOf, type Plan } from '@limber-sheaf/core';
import { useOnBench } from '../../bench/context';

/** The character's plan, and the one way to change it. */
export function usePlan(): { plan: Plan; set: (plan: Plan, word: string) => void } {
  const { doc, edit } = useOnBench();
  const { id, version } = doc.character;
  return {
    plan: planOf(doc.character),
    set: (plan, word) => void edit('plan.setPlan', id, { plan, word, saw: { [id]: version } }),
  };
}
