import type { Cells } from './cells.js';

/** Some of several covers, a bit each by their places. */
export type CoverSet = Uint32Array;

/** Cells, by their indices, that lie under the same covers. */
export interface CellsUnder {
  over: CoverSet;
  cells: Int32Array;
}

/** The covers for which something holds, asked by their places. */
export function setOf(covers: readonly unknown[], isOne: (at: number) => boolean): CoverSet {
  const set = new Uint32Array(Math.max(1, Math.ceil(covers.length / 32)));
  for (let at = 0; at < covers.length; at++) if (isOne(at)) set[at >> 5] |= 1 << (at & 31);
  return set;
}

/** Have two sets a cover in common? */
export function shareAny(a: CoverSet, b: CoverSet): boolean {
  return a.some((word, at) => (word & b[at]) !== 0);
}

/** A cover as it lies over one row of a mask: its cells from `from` to `to`, the first of them at `first` of its own. */
interface RowOfCover {
  at: number;
  from: number;
  to: number;
  first: number;
  data: Uint8Array;
}

/** The covers that reach over a row of a mask, `row` counted from its top. */
function overRow(within: Cells, row: number, covers: readonly Cells[]): RowOfCover[] {
  const rows: RowOfCover[] = [];
  for (const [at, { x, y, width, height, data }] of covers.entries()) {
    const own = within.y + row - y;
    const from = Math.max(0, x - within.x);
    const to = Math.min(within.width, x + width - within.x);
    if (own < 0 || own >= height || from >= to) continue;
    rows.push({ at, from, to, first: own * width + within.x + from - x, data });
  }
  return rows;
}

/**
 * The cells of a mask that lie under any of some covers of the same canvas, together with those under the same ones; by their
 * indices in the mask.
 */
export function cellsUnder(within: Cells, covers: readonly Cells[]): CellsUnder[] {
  const { width, height, data } = within;
  const found = new Map<string, { over: CoverSet; cells: number[] }>();
  let last = { over: setOf(covers, () => false), cells: [] as number[] };
  found.set(last.over.join(), last);
  const words = last.over.length;
  const over = new Uint32Array(words);
  for (let row = 0; row < height; row++) {
    const rows = overRow(within, row, covers);
    for (let column = 0, i = row * width; column < width; column++, i++) {
      if (data[i] === 0) continue;
      over.fill(0);
      for (const { at, from, to, first, data: cover } of rows)
        if (column >= from && column < to && cover[first + column - from] > 0) over[at >> 5] |= 1 << (at & 31);
      // Cells side by side mostly lie under the same covers.
      let isSame = true;
      for (let word = 0; word < words; word++) isSame &&= over[word] === last.over[word];
      if (!isSame) {
        const name = over.join();
        last = found.get(name) ?? { over: over.slice(), cells: [] };
        found.set(name, last);
      }
      last.cells.push(i);
    }
  }
  return [...found.values()]
    .filter((group) => group.cells.length > 0 && group.over.some((word) => word !== 0))
    .map((group) => ({ over: group.over, cells: Int32Array.from(group.cells) }));
}
