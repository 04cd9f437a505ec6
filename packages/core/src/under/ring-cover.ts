import { uniteMasks } from '../raster/mask.js';
import type { Cells } from './cells.js';

/** More samples of a ring than cells along it, so that no cell on it is passed over. */
const DENSE = 1.25;
/** Samples of one ring, at most: a canvas is looked at in cells, so that its own rings have far fewer. */
const MOST = 65_000;
/** Samples before all covers are put together in one. */
const FEW = 10_000;
const TURN = 2 * Math.PI;

/**
 * What covers the rings about a pivot: answers at once whether a place at some distance is free of cover at any angle of a
 * range, for covers that turn about the pivot. Rings are looked at when they are first asked for.
 */
export class RingCover {
  /** How many samples of rings have been taken. */
  private samples = 0;
  private readonly rings: (Uint16Array | undefined)[] = [];
  private readonly size: number;
  /** All that covers, in one, once many samples are asked for. */
  private all: readonly Cells[] | null = null;

  /**
   * @param covers masks of one canvas, above 0 where one covers
   * @param x, y the pivot, px
   */
  constructor(
    readonly covers: readonly Cells[],
    readonly x: number,
    readonly y: number,
  ) {
    this.size = covers[0]?.size ?? 1;
  }

  /** What it holds, about. */
  get bytes(): number {
    return 2 * this.samples + (this.all?.[0].data.length ?? 0);
  }

  /**
   * Is a place free of cover somewhere between two angles, degrees, as seen from the pivot?
   * @param px, py the place, px; it lies at an angle of its own, from which the two are counted
   */
  isFree(px: number, py: number, from: number, to: number): boolean {
    const dx = px - this.x;
    const dy = py - this.y;
    const cells = Math.round(Math.sqrt(dx * dx + dy * dy) / this.size);
    const ring = this.rings[cells] ?? this.ringAt(cells);
    const count = ring.length - 1;
    if (count < 1) return false;
    const at = (Math.atan2(dy, dx) / TURN) * count;
    const first = Math.round(at + (from / 360) * count);
    const last = Math.round(at + (to / 360) * count);
    if (last - first >= count) return ring[count] > 0;
    const start = ((first % count) + count) % count;
    const end = start + (last - first) + 1;
    return end <= count ? ring[end] > ring[start] : ring[count] - ring[start] + ring[end - count] > 0;
  }

  /** How many samples of a ring, from the first on, are free: running sums. */
  private ringAt(cells: number): Uint16Array {
    const count = Math.min(MOST, Math.max(8, Math.ceil(TURN * cells * DENSE)));
    const free = new Uint16Array(count + 1);
    // For a ring or two it would take longer to put the covers together than to ask each.
    if (this.samples > FEW && this.covers.length > 0) this.all ??= [{ ...uniteMasks(this.covers), size: this.size }];
    const covers = this.all ?? this.covers;
    const left = this.x / this.size;
    const top = this.y / this.size;
    // From one sample to the next by a turn, which is quicker than to ask for each one's sine.
    const [cos, sin] = [Math.cos(TURN / count), Math.sin(TURN / count)];
    let [dx, dy] = [cells, 0];
    for (let k = 0; k < count; k++) {
      free[k + 1] = free[k] + (coversCell(covers, Math.floor(left + dx), Math.floor(top + dy)) ? 0 : 1);
      const along = cos * dx - sin * dy;
      dy = sin * dx + cos * dy;
      dx = along;
    }
    this.rings[cells] = free;
    this.samples += count;
    return free;
  }
}

/** Rings that were looked at last, the latest first: the pieces of a view mostly ask about the same covers and pivots. */
const looked: RingCover[] = [];
/** So many of them, and bytes of what they hold, are kept at most. */
const KEPT = 64;
const KEPT_BYTES = 24_000_000;

/** The rings about a pivot as some covers lie on them, found again where they were asked for not long ago. */
export function ringsAbout(covers: readonly Cells[], x: number, y: number): RingCover {
  const isSame = (one: RingCover) =>
    one.x === x &&
    one.y === y &&
    one.covers.length === covers.length &&
    one.covers.every((cover, at) => cover === covers[at]);
  const known = looked.find(isSame);
  if (known) looked.splice(looked.indexOf(known), 1);
  const rings = known ?? new RingCover(covers, x, y);
  looked.unshift(rings);
  let bytes = 0;
  const kept = looked.findIndex((one, at) => at > 0 && (at >= KEPT || (bytes += one.bytes) > KEPT_BYTES));
  if (kept > 0) looked.length = kept;
  return rings;
}

/** Does one of some masks cover a place, px? */
export function isCovered(covers: readonly Cells[], px: number, py: number): boolean {
  const size = covers[0]?.size ?? 1;
  return coversCell(covers, Math.floor(px / size), Math.floor(py / size));
}

/** Does one of some masks cover a cell, counted from the canvas's top left? */
function coversCell(covers: readonly Cells[], column: number, row: number): boolean {
  for (const { data, x, y, width, height } of covers) {
    const [across, down] = [column - x, row - y];
    if (across >= 0 && down >= 0 && across < width && down < height && data[down * width + across] > 0) return true;
  }
  return false;
}
