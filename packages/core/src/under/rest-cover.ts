import type { Cells } from './ring-cover.js';

/** Pieces of a view, a bit each by their place in the draw order. */
export type PieceSet = Uint32Array;

/** Cells, by their indices, that lie under the same pieces at rest. */
export interface CellsUnder {
  over: PieceSet;
  cells: Int32Array;
}

/** Which pieces lie over each cell of a canvas at rest. */
export class RestCover {
  private readonly words: number;
  private readonly over: Uint32Array;

  /** @param paint what each piece covers, in draw order, all of one canvas */
  constructor(private readonly paint: readonly Cells[]) {
    this.words = Math.max(1, Math.ceil(paint.length / 32));
    this.over = new Uint32Array(this.words * (paint[0]?.data.length ?? 0));
    for (const [index, { data, width, left, top, right, bottom }] of paint.entries()) {
      const [word, bit] = [index >> 5, 1 << (index & 31)];
      for (let row = top; row < bottom; row++)
        for (let i = row * width + left; i < row * width + right; i++)
          if (data[i] > 0) this.over[i * this.words + word] |= bit;
    }
  }

  /** The pieces for which something holds, asked by their places in the draw order. */
  those(isOne: (index: number) => boolean): PieceSet {
    const set = new Uint32Array(this.words);
    for (let index = 0; index < this.paint.length; index++) if (isOne(index)) set[index >> 5] |= 1 << (index & 31);
    return set;
  }

  /** The cells of a piece that lie under any of some others at rest, together with those under the same ones. */
  under(within: Cells, set: PieceSet): CellsUnder[] {
    const found = new Map<string, { over: PieceSet; cells: number[] }>();
    let last: { over: PieceSet; cells: number[] } | null = null;
    for (let row = within.top; row < within.bottom; row++)
      for (let i = row * within.width + within.left; i < row * within.width + within.right; i++) {
        if (within.data[i] === 0) continue;
        // Cells side by side mostly lie under the same pieces.
        if (!last || last.over.some((word, at) => word !== (this.over[i * this.words + at] & set[at]))) {
          const over = set.map((word, at) => this.over[i * this.words + at] & word);
          const name = over.join();
          last = found.get(name) ?? { over, cells: [] };
          found.set(name, last);
        }
        last.cells.push(i);
      }
    return [...found.values()]
      .filter(({ over }) => over.some((word) => word !== 0))
      .map(({ over, cells }) => ({ over, cells: Int32Array.from(cells) }));
  }
}

/** Have two sets a piece in common? */
export function shareAny(a: PieceSet, b: PieceSet): boolean {
  return a.some((word, at) => (word & b[at]) !== 0);
}
