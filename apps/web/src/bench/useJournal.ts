import { tell } from '../ui/tell';
import { useOnBench } from './context';
import type { Station } from './station';

/** Undo and redo, told by name: a station's own steps first, then the journal's. */
export function useJournal(station: Station | null): { undo: () => Promise<void>; redo: () => Promise<void> } {
  const bench = useOnBench();
  const step = (way: 'undo' | 'redo') => async () => {
    if (station?.step?.(way, bench)) return;
    const state = await bench.edit(`cast.${way}`, bench.doc.character.id);
    if (state?.summary) tell(state.summary);
  };
  return { undo: step('undo'), redo: step('redo') };
}
