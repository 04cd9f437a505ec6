import type { BenchValue } from '../../bench/context';
import { keyOf } from '../../bench/worker';
import type { PenState } from './pen';
import { cutWorker } from './worker';
import { usePenStore } from './pen-store';

let asking = false;

/** Keeps the ways along the edge in step with the points that are set, and looks ahead to the pointer. */
export function keepWays(bench: BenchValue, pen: PenState): void {
  if (pen.kind === 'idle' || (pen.kind === 'pressed' && pen.grown)) {
    usePenStore.setState({ ways: [], ahead: [] });
    return;
  }
  const { points } = pen;
  const set = points.length / 2;
  const { ways } = usePenStore.getState();
  if (ways.length > set - 1) usePenStore.setState({ ways: ways.slice(0, set - 1) });
  for (let i = ways.length; i < set - 1; i++) {
    void wayBetween(bench, points, i, i + 1).then((way) => {
      const now = usePenStore.getState();
      if (now.pen.kind === 'idle') return;
      const next = [...now.ways];
      next[i] = way;
      usePenStore.setState({ ways: next, ahead: [] });
    });
  }
  if (pen.kind !== 'between' || !pen.hover || asking) return;
  asking = true;
  const from = { x: points[points.length - 2], y: points[points.length - 1] };
  void cutWorker()
    .hug(keyOf(bench), bench.view.id, from, pen.hover)
    .then((ahead) => usePenStore.getState().pen.kind === 'between' && usePenStore.setState({ ahead }))
    .finally(() => (asking = false));
}

function wayBetween(bench: BenchValue, points: readonly number[], a: number, b: number): Promise<number[]> {
  return cutWorker().hug(
    keyOf(bench),
    bench.view.id,
    { x: points[2 * a], y: points[2 * a + 1] },
    { x: points[2 * b], y: points[2 * b + 1] },
  );
}

/** The whole loop along the edge, closed back to its first point. */
export async function hugLoop(bench: BenchValue, points: readonly number[]): Promise<number[]> {
  const n = points.length / 2;
  const loop: number[] = [];
  for (let i = 0; i < n; i++) loop.push(...(await wayBetween(bench, points, i, (i + 1) % n)));
  return loop;
}
