import { LimberError } from '../errors.js';
import { createBitmap, intersectRects, uniteRects, type Bitmap, type Rect } from '../raster/bitmap.js';
import { connectedRegions, coverageOf, type Region } from '../raster/mask.js';

/** One view as it comes out of a sheet. */
export interface CutView {
  design: Bitmap;
  /** Where it stands, px from the top of its own canvas. */
  floorY: number;
}

/** What hangs together on a sheet. */
type Found = ReturnType<typeof connectedRegions>;

/** A figure is at least this high, as a share of the highest, and has this share of the largest one's pixels. */
const HIGH = 0.5;
const LARGE = 0.12;
/** What is loose belongs to the figure that it is nearer to than this, as a share of the figure's height. */
const NEAR = 0.1;
/** Where two figures touch, a column holds no more than this share of the height, with more than so much on either side. */
const THIN = 0.08;
const FULL = 0.5;
/** px that a figure is high at least. */
const SMALLEST = 40;
/** What stays free around each view, as a share of the highest figure. */
const ROOM = 0.04;
/** Views on a sheet, at most. */
export const MOST_FIGURES = 12;

/**
 * The figures of a turnaround sheet by the gaps between them, in reading order: row by row, from the left. Loose things beside
 * a figure (a lantern, a plume) belong to it; words and small sketches farther off are left out. Figures that touch are parted
 * where the sheet is thinnest between them.
 * @param found what hangs together on the sheet, and of which pixel
 * @returns a box each, px; a single one for a picture of one figure, none for an empty one
 */
export function figuresOnSheet(found: Found, width: number): Rect[] {
  const { labels, regions } = found;
  const highest = Math.max(0, ...regions.map(({ bounds }) => bounds.height));
  const largest = regions[0]?.area ?? 0;
  if (highest < SMALLEST) return [];
  const isFigure = ({ area, bounds }: Region) => bounds.height >= HIGH * highest && area >= LARGE * largest;
  const boxes = regions.flatMap((region, at) =>
    isFigure(region) ? partTouching(region.bounds, at + 1, labels, width) : [],
  );
  for (const region of regions) {
    if (isFigure(region)) continue;
    const near = boxes
      .map((box, at) => ({ at, gap: gapBetween(box, region.bounds), reach: NEAR * box.height }))
      .filter(({ gap, reach }) => gap <= reach)
      .sort((a, b) => a.gap - b.gap)[0];
    if (near) boxes[near.at] = uniteRects(boxes[near.at], region.bounds);
  }
  return inReadingOrder(boxes).slice(0, MOST_FIGURES);
}

/** Parts one region where it is but a thin bridge between two figures. */
function partTouching(bounds: Rect, label: number, labels: Int32Array, width: number): Rect[] {
  const columns = Array.from({ length: bounds.width }, (_, k) => {
    let count = 0;
    for (let y = bounds.y; y < bounds.y + bounds.height; y++) if (labels[y * width + bounds.x + k] === label) count++;
    return count / bounds.height;
  });
  const cuts: number[] = [];
  let peak = 0;
  for (let k = 0; k < columns.length;) {
    if (columns[k] > THIN) {
      peak = Math.max(peak, columns[k++]);
      continue;
    }
    let end = k;
    while (end < columns.length && columns[end] <= THIN) end++;
    if (peak >= FULL && columns.slice(end).some((share) => share >= FULL)) {
      cuts.push(Math.floor((k + end) / 2));
      peak = 0;
    }
    k = end;
  }
  const edges = [0, ...cuts, bounds.width];
  return edges.slice(1).map((edge, at) => ({
    x: bounds.x + edges[at],
    y: bounds.y,
    width: edge - edges[at],
    height: bounds.height,
  }));
}

/** px between two boxes; 0 where they meet. */
function gapBetween(a: Rect, b: Rect): number {
  const along = (from: number, size: number, other: number, otherSize: number) =>
    Math.max(0, other - (from + size), from - (other + otherSize));
  return Math.hypot(along(a.x, a.width, b.x, b.width), along(a.y, a.height, b.y, b.height));
}

function inReadingOrder(boxes: readonly Rect[]): Rect[] {
  const rows = rowsOf(boxes);
  return rows.flatMap((row) => [...row].sort((a, b) => a.x - b.x));
}

/** Boxes that stand beside one another, from the upper row to the lower. */
function rowsOf(boxes: readonly Rect[]): Rect[][] {
  const rows: Rect[][] = [];
  for (const box of [...boxes].sort((a, b) => a.y + a.height / 2 - (b.y + b.height / 2))) {
    const row = rows.at(-1);
    const whole = row?.reduce(uniteRects);
    if (row && whole && box.y + box.height / 2 < whole.y + whole.height) row.push(box);
    else rows.push([box]);
  }
  return rows;
}

/**
 * Cuts a sheet into views. What hangs together goes with the box in which most of it lies, also where it reaches into another
 * one; what joins several figures is parted at their boxes; what lies in no box is left out. All views get canvases of one
 * height, and those of one row stand on one floor, so that they are alike in scale.
 * @param boxes one a view, whole px of the sheet
 * @throws LimberError `empty-view` for a box in which nothing lies
 */
export function cutSheet(sheet: Bitmap, boxes: readonly Rect[]): CutView[] {
  const { width, height, data } = sheet;
  const found = connectedRegions(coverageOf(sheet), 0);
  const { labels } = found;
  const owners = ownersOf(found, boxes, width);
  const ownerAt = (x: number, y: number): number => {
    const owner = owners[labels[y * width + x]];
    return owner === PARTED ? boxes.findIndex((box) => isInside(box, x, y)) : owner;
  };
  const extents = boxes.map(() => ({ left: Infinity, top: Infinity, right: -Infinity, bottom: -Infinity }));
  for (let y = 0, i = 3; y < height; y++)
    for (let x = 0; x < width; x++, i += 4) {
      const extent = data[i] > 0 ? extents[ownerAt(x, y)] : undefined;
      if (!extent) continue;
      extent.left = Math.min(extent.left, x);
      extent.right = Math.max(extent.right, x + 1);
      extent.top = Math.min(extent.top, y);
      extent.bottom = Math.max(extent.bottom, y + 1);
    }
  if (extents.some(({ left }) => left === Infinity))
    throw new LimberError(
      'empty-view',
      'One of the boxes holds nothing of the sheet.',
      'Leave it out, or lay it over a figure.',
    );
  const rows = rowsOf(boxes);
  const rowOf = boxes.map((box) => rows.findIndex((row) => row.includes(box)));
  const floors = rows.map((_, row) => Math.max(...extents.map(({ bottom }, at) => (rowOf[at] === row ? bottom : 0))));
  const tall = Math.max(...extents.map(({ top }, at) => floors[rowOf[at]] - top));
  const room = Math.round(ROOM * tall);
  return boxes.map((_, at) => {
    const { left, right } = extents[at];
    const floor = floors[rowOf[at]];
    const [x0, y0] = [left - room, floor - tall - room];
    const design = createBitmap(right - left + 2 * room, tall + 2 * room);
    const words = new Uint32Array(design.data.buffer);
    const from = new Uint32Array(data.buffer, data.byteOffset, width * height);
    const seen = intersectRects(
      { x: x0, y: y0, width: design.width, height: design.height },
      { x: 0, y: 0, width, height },
    );
    for (let y = seen.y; y < seen.y + seen.height; y++)
      for (let x = seen.x; x < seen.x + seen.width; x++)
        if (data[(y * width + x) * 4 + 3] > 0 && ownerAt(x, y) === at)
          words[(y - y0) * design.width + x - x0] = from[y * width + x];
    return { design, floorY: tall + room };
  });
}

/** A region with less than this share of itself in its own box joins several figures. */
const MOSTLY = 0.9;
/** Owner of what is parted pixel by pixel, and of what is left out. */
const PARTED = -2;
const NONE = -1;

/** By label: the box that a region goes with. */
function ownersOf({ labels, regions }: Found, boxes: readonly Rect[], width: number): Int32Array {
  const inside = boxes.map(() => new Uint32Array(regions.length + 1));
  const inAny = new Uint32Array(regions.length + 1);
  labels.forEach((label, i) => {
    if (label === 0) return;
    const [x, y] = [i % width, Math.floor(i / width)];
    let isIn = false;
    for (const [at, box] of boxes.entries()) {
      if (!isInside(box, x, y)) continue;
      inside[at][label]++;
      isIn = true;
    }
    if (isIn) inAny[label]++;
  });
  return Int32Array.from(inAny, (all, label) => {
    if (all === 0) return NONE;
    const shares = inside.map((counts) => counts[label]);
    const most = Math.max(...shares);
    return most >= MOSTLY * all ? shares.indexOf(most) : PARTED;
  });
}

function isInside({ x, y, width, height }: Rect, px: number, py: number): boolean {
  return px >= x && py >= y && px < x + width && py < y + height;
}

/** What the figures of a sheet most likely are, by how many there are: as such sheets are usually drawn. */
const USUAL_SHEETS: readonly (readonly string[])[] = [
  [],
  ['front'],
  ['front', 'back'],
  ['front', 'side', 'back'],
  ['front', 'three-quarter', 'side', 'back'],
  ['front', 'three-quarter', 'side', 'three-quarter-back', 'back'],
];

/** Proposes a key for each figure of a sheet; from the sixth on they are numbered. */
export function proposeKeys(count: number): string[] {
  const usual = USUAL_SHEETS[Math.min(count, USUAL_SHEETS.length - 1)];
  return Array.from({ length: count }, (_, at) => usual[at] ?? `view-${at + 1}`);
}
