import { intersectRects, placedOver, uniteRects, type Bitmap, type PlacedBitmap, type Rect } from './bitmap.js';

/** One byte a pixel, 0 to 255, rows from the top. */
export interface Mask {
  width: number;
  height: number;
  data: Uint8Array;
}

/** A mask and where its top left pixel sits on the canvas, px. */
export interface PlacedMask extends Mask {
  x: number;
  y: number;
}

/** The silhouette's threshold: a pixel counts as inside where its coverage is above this. */
export const INSIDE = 127;

/** A mask of `data`, one byte a pixel; of the same form as one that is placed, as `placedOver` says. */
export function maskOf({ width, height }: Pick<Mask, 'width' | 'height'>, data: Uint8Array): Mask {
  return placedOver({ x: 0, y: 0, width, height }, data);
}

/** An empty mask. */
export function createMask(width: number, height: number): Mask {
  return maskOf({ width, height }, new Uint8Array(width * height));
}

/** An empty mask over `rect` of the canvas. */
export function createPlacedMask(rect: Rect): PlacedMask {
  return placedOver(rect, new Uint8Array(rect.width * rect.height));
}

/** Copies `rect` (canvas px) out of a placed mask; what lies outside of it comes out empty. */
export function cropMask(src: PlacedMask, rect: Rect): PlacedMask {
  const dst = createPlacedMask(rect);
  const common = intersectRects(src, rect);
  for (let row = 0; row < common.height; row++) {
    const from = (common.y + row - src.y) * src.width + common.x - src.x;
    const to = (common.y + row - rect.y) * rect.width + common.x - rect.x;
    dst.data.set(src.data.subarray(from, from + common.width), to);
  }
  return dst;
}

/** Pixels above 0 in a mask. */
export function maskArea(mask: Mask): number {
  let area = 0;
  for (const value of mask.data) if (value > 0) area++;
  return area;
}

/** The alpha channel of a bitmap as a mask. */
export function coverageOf(bitmap: Bitmap): Mask {
  const mask = createMask(bitmap.width, bitmap.height);
  // Pictures come in objects of many forms: looked up for each pixel, theirs take most of the time.
  const { data } = mask;
  const paint = bitmap.data;
  for (let i = 0, j = 3; i < data.length; i++, j += 4) data[i] = paint[j];
  return mask;
}

/** One mask of 0 and 255 over all of several, of which there is at least one. */
export function uniteMasks(masks: readonly PlacedMask[]): PlacedMask {
  const united = createPlacedMask(masks.map(({ x, y, width, height }) => ({ x, y, width, height })).reduce(uniteRects));
  const all = united.data;
  for (const { data, x, y, width, height } of masks)
    for (let row = 0, i = 0; row < height; row++) {
      let to = (y + row - united.y) * united.width + x - united.x;
      for (let column = 0; column < width; column++, i++, to++) if (data[i] > 0) all[to] = 255;
    }
  return united;
}

/** Adds the coverage of placed bitmaps on the canvas (each pixel at most 255) over `rect`. */
export function unionCoverage(bitmaps: readonly PlacedBitmap[], rect: Rect): PlacedMask {
  const mask = createPlacedMask(rect);
  const { data } = mask;
  for (const src of bitmaps) {
    const paint = src.data;
    const x0 = Math.max(src.x, rect.x);
    const x1 = Math.min(src.x + src.width, rect.x + rect.width);
    const y0 = Math.max(src.y, rect.y);
    const y1 = Math.min(src.y + src.height, rect.y + rect.height);
    for (let y = y0; y < y1; y++) {
      let from = ((y - src.y) * src.width + (x0 - src.x)) * 4 + 3;
      let to = (y - rect.y) * rect.width + (x0 - rect.x);
      for (let x = x0; x < x1; x++, from += 4, to++) {
        const sum = data[to] + paint[from];
        data[to] = sum > 255 ? 255 : sum;
      }
    }
  }
  return mask;
}

/** A connected group of pixels. */
export interface Region {
  /** Pixels in the group. */
  area: number;
  bounds: Rect;
  /** A pixel of the group (the first in reading order), its centre in px. */
  place: { x: number; y: number };
}

/**
 * Connected groups (8 neighbours) of the pixels above `threshold`, largest first.
 * @param threshold 0 to 255, default 127
 * @returns `labels` holds for each pixel the group's index + 1, or 0 outside.
 */
export function connectedRegions(mask: Mask, threshold = INSIDE): { labels: Int32Array; regions: Region[] } {
  const { width, height } = mask;
  const { starts, ends, rows, root } = joinedRuns(mask, threshold);
  // A root is the first run of its group in reading order.
  const found = new Map<number, Region & { label: number }>();
  for (let run = 0; run < starts.length; run++) {
    const own = root(run);
    const [from, to, y] = [starts[run], ends[run], rows[run]];
    const group = found.get(own);
    if (!group) {
      const bounds = { x: from, y, width: to - from, height: 1 };
      found.set(own, { label: own, area: to - from, bounds, place: { x: from + 0.5, y: y + 0.5 } });
      continue;
    }
    const { bounds } = group;
    const right = Math.max(bounds.x + bounds.width, to);
    bounds.x = Math.min(bounds.x, from);
    bounds.width = right - bounds.x;
    bounds.height = y - bounds.y + 1;
    group.area += to - from;
  }
  const sorted = [...found.values()].sort((a, b) => b.area - a.area);
  const labelOf = new Map(sorted.map(({ label }, i) => [label, i + 1]));
  const labels = new Int32Array(width * height);
  for (let run = 0; run < starts.length; run++)
    labels.fill(labelOf.get(root(run)) as number, rows[run] * width + starts[run], rows[run] * width + ends[run]);
  return { labels, regions: sorted.map(({ area, bounds, place }) => ({ area, bounds, place })) };
}

/** The runs of a mask in reading order, those that touch (8 neighbours) joined: `root` leads to the first of its group. */
function joinedRuns({ width, height, data }: Mask, threshold: number) {
  const starts: number[] = [];
  const ends: number[] = [];
  const rows: number[] = [];
  const parents: number[] = [];
  const root = (run: number): number => {
    let at = run;
    while (parents[at] !== at) at = parents[at] = parents[parents[at]];
    return at;
  };
  let above = 0;
  for (let y = 0; y < height; y++) {
    const first = starts.length;
    const row = y * width;
    let over = above;
    for (let x = 0; x < width; x++) {
      if (data[row + x] <= threshold) continue;
      const from = x;
      while (x < width && data[row + x] > threshold) x++;
      const run = starts.length;
      starts.push(from);
      ends.push(x);
      rows.push(y);
      parents.push(run);
      while (over < first && ends[over] < from) over++;
      for (let k = over; k < first && starts[k] <= x; k++) {
        const [a, b] = [root(k), root(run)];
        if (a < b) parents[b] = a;
        else parents[a] = b;
      }
    }
    above = first;
  }
  return { starts, ends, rows, root };
}
