import type { PlacedMask } from '../raster/mask.js';

/** A mask of cells, each a square of the canvas: its place, width and height count cells from the canvas's top left. */
export interface Cells extends PlacedMask {
  /** px along a cell's side. */
  size: number;
}

/** More samples of a ring than cells along it, so that no cell on it is passed over. */
const DENSE = 1.25;
const TURN = 2 * Math.PI;

/**
 * What covers the rings about a pivot: answers at once whether a place at some distance is free of cover at any angle of a
 * range, for covers that turn about the pivot. Rings are looked at when they are first asked for.
 */
export class RingCover {
  private readonly rings = new Map<number, Uint32Array>();

  /**
   * @param covers masks of one canvas, above 0 where one covers
   * @param x, y the pivot, px
   */
  constructor(
    private readonly covers: readonly Cells[],
    private readonly x: number,
    private readonly y: number,
  ) {}

  /**
   * Is a place free of cover somewhere between two angles, degrees, as seen from the pivot?
   * @param px, py the place, px; it lies at an angle of its own, from which the two are counted
   */
  isFree(px: number, py: number, from: number, to: number): boolean {
    const [dx, dy] = [px - this.x, py - this.y];
    const size = this.covers[0]?.size ?? 1;
    const ring = this.ringAt(Math.round(Math.hypot(dx, dy) / size), size);
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
  private ringAt(cells: number, size: number): Uint32Array {
    const known = this.rings.get(cells);
    if (known) return known;
    const count = Math.max(8, Math.ceil(TURN * cells * DENSE));
    const free = new Uint32Array(count + 1);
    const radius = cells * size;
    for (let k = 0; k < count; k++) {
      const angle = (k / count) * TURN;
      const px = this.x + radius * Math.cos(angle);
      const py = this.y + radius * Math.sin(angle);
      free[k + 1] = free[k] + (isCovered(this.covers, px, py) ? 0 : 1);
    }
    this.rings.set(cells, free);
    return free;
  }
}

/** Does one of some masks cover a place, px? */
export function isCovered(covers: readonly Cells[], px: number, py: number): boolean {
  for (const { data, x, y, width, height, size } of covers) {
    const column = Math.floor(px / size) - x;
    const row = Math.floor(py / size) - y;
    if (column >= 0 && row >= 0 && column < width && row < height && data[row * width + column] > 0) return true;
  }
  return false;
}
