import { linenessOf } from '../joints/bend-layers.js';
import { createPlaced, cropPlaced, outsetRect, wordsOf, type PlacedBitmap, type Rect } from '../raster/bitmap.js';
import { labDistance, toLab, type Rgb } from '../raster/colour.js';
import { distanceField } from '../raster/distance-field.js';
import { INSIDE, createMask, maskOf, type Mask } from '../raster/mask.js';
import { reachOf } from '../raster/morphology.js';
import { median } from '../raster/statistics.js';

/** The lines that a picture is drawn with, apart from its fills. */
export interface DrawnLines {
  /** Where the arrays below lie: the picture, and room about it. */
  rect: Rect;
  /** By pixel: px from the line's edge, below 0 within the line. */
  edge: Float32Array;
  /** By pixel: half the width of the nearest line, px. */
  half: Float32Array;
  /** By pixel: the colour of the nearest line, 0xbbggrr. */
  colour: Uint32Array;
  /** The picture without its lines: each fill goes on to the middle of the line beside it. */
  fills: PlacedBitmap;
}

/** The widest line, as a share of the picture's longer side, and px at least: what is wider is a fill. */
const WIDEST = 0.05;
const LEAST_WIDEST = 8;
/** Share of a picture's outermost pixels that must have one colour, to this distance, for it to be drawn with a line. */
const OUTLINED = 0.6;
const ONE_COLOUR = 10;
/** What is not that colour is fill, from this distance on. */
const FILL = 14;
/** Pixels by which the colour of the fills is told. */
const SAMPLES = 20_000;
/** px about a line in which its colour still bleeds into the fills. */
const BLEEDS = 1.5;
/** Half widths this far below that of a line that they lie in are steps of its rim. */
const STEPS_OF_RIM = 0.8;
/** Up to and from here on, 0 to 255, a pixel has nothing of a line, or is all line. */
const NO_LINE = 6;
const ALL_LINE = 249;
/** From here on it has enough of it for its fill to be unsure. */
const SOME_LINE = 12;
/** Ways in which the width of a line is looked for, steps of a pixel in the longer. */
const DIRECTIONS = Array.from({ length: 8 }, (_, k) => {
  const [dx, dy] = [Math.cos((k * Math.PI) / 8), Math.sin((k * Math.PI) / 8)];
  const longer = Math.max(Math.abs(dx), Math.abs(dy));
  return [dx / longer, dy / longer] as const;
});

/**
 * Finds the lines of a picture that has an outline, also those within it, by their colour and their width.
 * @returns null for a picture without an outline of one colour, or with nothing but fills
 */
export function findLines(picture: PlacedBitmap): DrawnLines | null {
  const widest = Math.max(LEAST_WIDEST, WIDEST * Math.max(picture.width, picture.height)) / 2;
  const rect = outsetRect(picture, Math.ceil(2 * widest));
  const art = cropPlaced(picture, rect);
  const ink = outlineColour(art);
  if (!ink) return null;
  const line = thinLines(art, ink, widest);
  const fills = withoutLines(art, line, rect);
  shareMutable(line, art, fills, ink);
  const inside = distanceField(atMost(INSIDE, line, rect));
  const ridge = ridgeOf(line, inside, rect);
  if (!ridge.data.includes(255)) return null;
  const nearest = new Int32Array(line.length);
  distanceField(ridge, { nearest });
  const widths = halfWidths(line, ridge, rect);
  const half = new Float32Array(line.length);
  const colour = new Uint32Array(line.length);
  const words = wordsOf(art);
  for (let i = 0; i < line.length; i++) {
    const at = nearest[i];
    half[i] = widths[at];
    colour[i] = words[at] & 0xffffff;
  }
  return { rect, edge: toEdge(line, rect), half, colour, fills };
}

/** px from each pixel's centre to a line's edge, below 0 within the line, by how much of the pixel nearest to it is line. */
function toEdge(line: Uint8Array, rect: Rect): Float32Array {
  const [outer, inner] = [new Int32Array(line.length), new Int32Array(line.length)];
  const outside = distanceField(moreThan(NO_LINE, line, rect), { nearest: outer });
  const inside = distanceField(atMost(ALL_LINE, line, rect), { nearest: inner });
  const edge = new Float32Array(line.length);
  for (let i = 0; i < line.length; i++) {
    if (line[i] > ALL_LINE) edge[i] = 0.5 - inside[i] - line[inner[i]] / 255;
    else edge[i] = outside[i] + 0.5 - line[outer[i]] / 255;
  }
  return edge;
}

/** Half the width, px, of the line at each pixel of its middle: its narrowest run there, evened along the line. */
function halfWidths(line: Uint8Array, ridge: Mask, { width, height }: Rect): Float32Array {
  const at = (x: number, y: number) => line[Math.round(y) * width + Math.round(x)];
  const narrowest = new Float32Array(line.length);
  const middles: number[] = [];
  for (let i = 0; i < line.length; i++) {
    if (ridge.data[i] === 0) continue;
    middles.push(i);
    const [cx, cy] = [i % width, Math.floor(i / width)];
    const runs = DIRECTIONS.map(([dx, dy]) => {
      let sum = line[i];
      for (const way of [1, -1])
        for (let k = way; ; k += way) {
          const [x, y] = [cx + k * dx, cy + k * dy];
          if (x < 0 || y < 0 || x > width - 1 || y > height - 1 || at(x, y) <= NO_LINE) break;
          sum += at(x, y);
        }
      return (sum / 255) * Math.hypot(dx, dy);
    });
    narrowest[i] = Math.min(...runs) / 2;
  }
  const even = new Float32Array(line.length);
  for (const i of middles) {
    const reach = Math.ceil(2 * narrowest[i]);
    const [cx, cy] = [i % width, Math.floor(i / width)];
    let [sum, count] = [0, 0];
    for (let y = Math.max(0, cy - reach); y <= Math.min(height - 1, cy + reach); y++)
      for (let k = y * width + Math.max(0, cx - reach); k <= y * width + Math.min(width - 1, cx + reach); k++)
        if (narrowest[k] > 0) {
          sum += narrowest[k];
          count++;
        }
    even[i] = sum / count;
  }
  return even;
}

/** The colour that nearly all of a picture's outermost pixels have; null where they have none in common. */
function outlineColour(art: PlacedBitmap): Rgb | null {
  const { data, width, height } = art;
  const clear = createMask(width, height);
  for (let i = 0; i < clear.data.length; i++) if (data[i * 4 + 3] < 128) clear.data[i] = 255;
  const deep = distanceField(clear);
  const rim: number[] = [];
  for (let i = 0; i < deep.length; i++) if (deep[i] > 0 && deep[i] <= 2.5 && data[i * 4 + 3] > 250) rim.push(i * 4);
  if (rim.length === 0) return null;
  const ink = middleColour(data, rim);
  const lab = toLab(...ink);
  const alike = rim.filter((i) => labDistance(lab, toLab(data[i], data[i + 1], data[i + 2])) < ONE_COLOUR);
  return alike.length >= OUTLINED * rim.length ? ink : null;
}

/** The median colour of some pixels, by their places in the data. */
function middleColour(data: PlacedBitmap['data'], pixels: readonly number[]): Rgb {
  const middle = (c: number) => Math.round(median(pixels.map((i) => data[i + c])));
  return [middle(0), middle(1), middle(2)];
}

/** How much of each pixel is line, 0 to 255: paint of the line's colour that is nowhere wider than a line. */
function thinLines(art: PlacedBitmap, ink: Rgb, widest: number): Uint8Array {
  const { data } = art;
  const lab = toLab(...ink);
  const fills: number[] = [];
  const step = 4 * Math.ceil(data.length / 4 / SAMPLES);
  for (let i = 0; i < data.length; i += step)
    if (data[i + 3] > 250 && labDistance(lab, toLab(data[i], data[i + 1], data[i + 2])) > FILL) fills.push(i);
  const fill: Rgb = fills.length > 0 ? middleColour(data, fills) : [255 - ink[0], 255 - ink[1], 255 - ink[2]];
  const lineness = linenessOf({ lineWidth: 1, lineColour: ink, fillColour: fill });
  const line = new Uint8Array(data.length / 4);
  const words = wordsOf(art);
  for (let i = 0; i < line.length; i++) line[i] = lineness(words[i]);
  const deep = distanceField(atMost(INSIDE, line, art));
  const core = createMask(art.width, art.height);
  for (let i = 0; i < line.length; i++) if (deep[i] > widest) core.data[i] = 255;
  if (!core.data.includes(255)) return line;
  const toCore = distanceField(core);
  for (let i = 0; i < line.length; i++) if (toCore[i] <= widest + BLEEDS) line[i] = 0;
  return line;
}

/** The middle of the lines: pixels that no neighbour is deeper than, but for the steps of a rim. */
function ridgeOf(line: Uint8Array, inside: Float32Array, { width, height }: Rect): Mask {
  const found: number[] = [];
  for (let y = 1; y < height - 1; y++)
    for (let x = 1, i = y * width + 1; x < width - 1; x++, i++) {
      if (line[i] <= INSIDE) continue;
      const deep = inside[i];
      if (
        deep >= inside[i - 1] &&
        deep >= inside[i + 1] &&
        deep >= inside[i - width] &&
        deep >= inside[i + width] &&
        deep >= inside[i - width - 1] &&
        deep >= inside[i - width + 1] &&
        deep >= inside[i + width - 1] &&
        deep >= inside[i + width + 1]
      )
        found.push(i);
    }
  found.sort((a, b) => inside[b] - inside[a]);
  const ridge = createMask(width, height);
  const within = new Float32Array(line.length);
  for (const i of found) {
    const deep = inside[i];
    if (deep < STEPS_OF_RIM * within[i]) continue;
    ridge.data[i] = 255;
    const reach = Math.ceil(deep);
    const [cx, cy] = [i % width, Math.floor(i / width)];
    for (let y = Math.max(0, cy - reach); y <= Math.min(height - 1, cy + reach); y++)
      for (let x = Math.max(0, cx - reach); x <= Math.min(width - 1, cx + reach); x++) {
        const k = y * width + x;
        if (deep > within[k]) within[k] = deep;
      }
  }
  return ridge;
}

/** The picture with every pixel of a line, and what it bleeds into, given what lies nearest beside it, be it nothing. */
function withoutLines(art: PlacedBitmap, line: Uint8Array, rect: Rect): PlacedBitmap {
  const beside = atMost(0, reachOf(moreThan(SOME_LINE, line, rect), BLEEDS), rect);
  const nearest = new Int32Array(line.length);
  distanceField(beside, { nearest });
  const fills = createPlaced(rect);
  const [words, from] = [wordsOf(fills), wordsOf(art)];
  for (let i = 0; i < line.length; i++) words[i] = from[nearest[i]];
  return fills;
}

/** Tells how much of each pixel is line, 0 to 255, by the fill that it is blended with. */
function shareMutable(line: Uint8Array, art: PlacedBitmap, fills: PlacedBitmap, ink: Rgb): void {
  const near = reachOf(moreThan(SOME_LINE, line, art), BLEEDS);
  for (let i = 0; i < line.length; i++) {
    const k = i * 4;
    if (near[i] === 0) continue;
    const [alpha, below] = [art.data[k + 3] / 255, fills.data[k + 3] / 255];
    let [along, all] = [(alpha - below) * (1 - below), (1 - below) ** 2];
    for (let c = 0; c < 3; c++) {
      const from = (fills.data[k + c] / 255) * below;
      along += ((art.data[k + c] / 255) * alpha - from) * (ink[c] / 255 - from);
      all += (ink[c] / 255 - from) ** 2;
    }
    line[i] = all > 0 ? Math.round(255 * Math.max(0, Math.min(1, along / all))) : 0;
  }
}

/** 255 where pixels have more line than `above`. */
function moreThan(above: number, line: Uint8Array, size: Pick<Rect, 'width' | 'height'>): Mask {
  return maskOf(
    size,
    line.map((share) => (share > above ? 255 : 0)),
  );
}

/** 255 where pixels have no more line than `most`. */
function atMost(most: number, line: Uint8Array, size: Pick<Rect, 'width' | 'height'>): Mask {
  return maskOf(
    size,
    line.map((share) => (share > most ? 0 : 255)),
  );
}

/** No line is redrawn where a bend draws it together to less than one part in this and one. */
const MOST_DRAWN = 4;

/**
 * How much of a bent picture's pixel is line, when each line keeps its width: the distance from the line's middle, as it
 * was before, is measured by how much the bend has drawn it together there.
 * @param x where the pixel comes from, px
 * @param bend how its place changes where it comes from: by one px across, x and y, and by one px down, x and y
 * @returns 0 to 1
 */
export function lineAt(lines: DrawnLines, x: number, y: number, bend: readonly number[]): number {
  const { rect, edge, half } = lines;
  const at = (px: number, py: number): number => {
    const fx = Math.max(0, Math.min(rect.width - 1.001, px - rect.x - 0.5));
    const fy = Math.max(0, Math.min(rect.height - 1.001, py - rect.y - 0.5));
    const i = Math.floor(fy) * rect.width + Math.floor(fx);
    const [u, v] = [fx % 1, fy % 1];
    return (
      (edge[i] * (1 - u) + edge[i + 1] * u) * (1 - v) +
      (edge[i + rect.width] * (1 - u) + edge[i + rect.width + 1] * u) * v
    );
  };
  const pixel = indexOf(rect, x, y);
  const here = half[pixel];
  if (edge[pixel] > here * MOST_DRAWN + 1) return 0;
  const away = here + at(x, y);
  const [gx, gy] = [at(x + 1, y) - at(x - 1, y), at(x, y + 1) - at(x, y - 1)];
  const steep = Math.hypot(gx, gy);
  // In the very middle of a line there is no way to its edge, and none is needed.
  const stretch = steep < 0.4 ? 1 : Math.hypot(bend[0] * gx + bend[1] * gy, bend[2] * gx + bend[3] * gy) / steep || 1;
  return Math.max(0, Math.min(1, here - away / stretch + 0.5));
}

/** The pixel of some lines' arrays at a place; the nearest where it lies beyond them. */
export function indexOf({ x: left, y: top, width, height }: Rect, x: number, y: number): number {
  const column = Math.max(0, Math.min(width - 1, Math.floor(x) - left));
  const row = Math.max(0, Math.min(height - 1, Math.floor(y) - top));
  return row * width + column;
}
