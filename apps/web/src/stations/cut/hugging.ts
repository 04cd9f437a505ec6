import type { BenchValue } from '../../bench/context';
import { keyOf } from '../../bench/worker';
import type { PenState } from '../../bench/pen';
import { cutWorker } from './worker';
import { usePenStore, type Way } from './pen-store';

let asking = false;

/** The ends of the ways that the pen wants, x, y of both: between its points, and from the last to the pointer. */
function wantedEnds(pen: PenState): number[][] {
  if (pen.kind === 'idle' || (pen.kind === 'pressed' && pen.grown)) return [];
  const { points } = pen;
  const ends: number[][] = [];
  for (let i = 0; i + 3 < points.length; i += 2) ends.push(points.slice(i, i + 4));
  if (pen.kind === 'between' && pen.hover) ends.push([...points.slice(-2), pen.hover.x, pen.hover.y]);
  return ends;
}

const same = (a: readonly number[], b: readonly number[]) => a.every((v, i) => v === b[i]);
const isBetween = (ends: readonly number[]) => (way: Way) => same(way.ends, ends);

/**
 * Keeps the ways along the edge in step with the points that are set, and with the pointer. One is asked for at a time,
 * and always what is wanted by then; a way that is not there yet stays as it was last.
 */
export async function keepWays(bench: BenchValue): Promise<void> {
  if (asking) return;
  asking = true;
  try {
    for (;;) {
      const { pen, ways } = usePenStore.getState();
      const wanted = wantedEnds(pen);
      const shown = wanted.map((ends, i) => ways.find(isBetween(ends)) ?? ways[i]);
      const next = wanted.findIndex((ends, i) => !shown[i] || !same(shown[i].ends, ends));
      if (next < 0) {
        usePenStore.setState({ ways: shown });
        return;
      }
      const ends = wanted[next];
      const path = await wayBetween(bench, ends);
      usePenStore.setState(({ ways: now }) => {
        const ways = [...now];
        ways[next] = { ends, path };
        return { ways };
      });
    }
  } finally {
    asking = false;
  }
}

function wayBetween(bench: BenchValue, [x0, y0, x1, y1]: readonly number[]): Promise<number[]> {
  return cutWorker().hug(keyOf(bench), bench.view.id, { x: x0, y: y0 }, { x: x1, y: y1 });
}

/** The whole loop along the edge, closed back to its first point. */
export async function hugLoop(bench: BenchValue, points: readonly number[]): Promise<number[]> {
  const n = points.length / 2;
  const loop: number[] = [];
  for (let i = 0; i < n; i++) {
    const [a, b] = [2 * i, 2 * ((i + 1) % n)];
    loop.push(...(await wayBetween(bench, [points[a], points[a + 1], points[b], points[b + 1]])));
  }
  return loop;
}
