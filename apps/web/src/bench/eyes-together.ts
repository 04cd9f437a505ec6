import type { BenchAction } from './station';
import { useBench } from './store';

/** Lets all pupils go where one of them is dragged, or each by itself; a station says by which key, and when. */
export function eyesTogether(key: string, shown: BenchAction['shown']): BenchAction {
  return {
    id: 'eyes-together',
    word: 'Eyes together',
    key,
    title: 'All pupils go where one of them is dragged, each within its own white',
    shown,
    on: () => useBench.getState().eyesTogether,
    run: () => useBench.setState((state) => ({ eyesTogether: !state.eyesTogether })),
  };
}
