import { wordsOf, type PlacedBitmap } from '../raster/bitmap.js';
import { colourDistance, type Rgb } from '../raster/colour.js';
import { colourOf } from '../raster/words.js';
import { pointsAlong } from './bridge-contour.js';

/** A line within a piece that is carried on beneath what hides it. */
export interface InnerLine {
  /** Its middle, x, y pairs, px. */
  points: number[];
  /** px. */
  width: number;
  colour: Rgb;
}

/** Where a line within a piece runs under something: px, the way it goes on, of length 1. */
interface LineEnd {
  x: number;
  y: number;
  dx: number;
  dy: number;
  width: number;
  colour: Rgb;
}

/** Farther apart than this (OKLab × 100) a colour is not the line's. */
const LIKE = 22;
/** Line widths, and px at least, of a line from which the way at its end is taken. */
const WAY = 6;
const LEAST_WAY = 12;
/** An end is no wider than this, in widths of the figure's own line, and no thinner than that. */
const WIDEST = 1.8;
const THINNEST = 0.25;
/** Two ends belong together where their curve turns by no more than this at both, rad, and their widths differ by no more. */
const BENDS = 0.7;
const WIDTHS = 1.8;
/** An end nearer than this to where the outline goes under is the outline's, in line widths. */
const OUTLINE = 2;

/**
 * Carries the lines within a piece (seams, folds, creases) on beneath a region: where two of them go under so that one goes on
 * as the other, a cubic leads from end to end. What has no such partner ends where it goes under.
 *
 * @param near the piece's paint about the region, and none in it
 * @param isWanted is a pixel, by its column and row in `near`, in the region?
 * @param outlines where the piece's own outline runs on, x, y pairs, px
 */
export function innerLines(
  near: PlacedBitmap,
  isWanted: (x: number, y: number) => boolean,
  line: { width: number; colour: Rgb },
  outlines: readonly (readonly number[])[],
): InnerLine[] {
  if (line.width < 1) return [];
  const isLine = lineTest(near, line.colour);
  const ends = lineEnds(near, isWanted, isLine, line.width).filter(({ x, y }) =>
    outlines.every((outline) =>
      [0, outline.length - 2].every((k) => Math.hypot(outline[k] - x, outline[k + 1] - y) > OUTLINE * line.width),
    ),
  );
  const pairs = ends
    .flatMap((a, i) => ends.slice(i + 1).map((b) => ({ a, b, bend: bendBetween(a, b) })))
    .filter(({ a, b, bend }) => bend < BENDS && Math.max(a.width, b.width) < WIDTHS * Math.min(a.width, b.width))
    .sort((p, q) => p.bend - q.bend);
  const taken = new Set<LineEnd>();
  const lines: InnerLine[] = [];
  for (const { a, b } of pairs) {
    if (taken.has(a) || taken.has(b)) continue;
    taken.add(a).add(b);
    const third = Math.hypot(b.x - a.x, b.y - a.y) / 3;
    const curve = [a.x, a.y, a.x + a.dx * third, a.y + a.dy * third, b.x + b.dx * third, b.y + b.dy * third, b.x, b.y];
    const colour = a.colour.map((value, c) => Math.round((value + b.colour[c]) / 2)) as unknown as Rgb;
    lines.push({ points: pointsAlong(curve, 1), width: (a.width + b.width) / 2, colour });
  }
  return lines;
}

/** Is a pixel of the picture, by its index, of the line's colour? */
function lineTest(near: PlacedBitmap, colour: Rgb): (i: number) => boolean {
  const words = wordsOf(near);
  const known = new Map<number, boolean>();
  return (i) => {
    const word = words[i];
    if (word >>> 24 !== 255) return false;
    let is = known.get(word);
    if (is === undefined) known.set(word, (is = colourDistance(colourOf(word), colour) < LIKE));
    return is;
  };
}

/** The lines that meet a region: runs of line along its border that are about as wide as a line, and the way each goes. */
function lineEnds(
  near: PlacedBitmap,
  isWanted: (x: number, y: number) => boolean,
  isLine: (i: number) => boolean,
  usual: number,
): LineEnd[] {
  const { width, height } = near;
  const isBorder = (i: number) => {
    const [x, y] = [i % width, Math.floor(i / width)];
    return (
      !isWanted(x, y) &&
      [
        [1, 0],
        [-1, 0],
        [0, 1],
        [0, -1],
      ].some(([dx, dy]) => isWanted(x + dx, y + dy))
    );
  };
  const border = new Set<number>();
  for (let i = 0; i < width * height; i++) if (isLine(i) && isBorder(i)) border.add(i);
  const ends: LineEnd[] = [];
  while (border.size > 0) {
    const [start] = border;
    const group = spread([start], (i) => border.delete(i), width, height);
    const extent = extentOf(group, width);
    if (extent > WIDEST * usual || extent < THINNEST * usual) continue;
    const end = endOf(near, group, isLine, usual);
    if (end) ends.push(end);
  }
  return ends;
}

/** All pixels that hang together with some, as long as each may be taken. */
function spread(from: number[], take: (i: number) => boolean, width: number, height: number): number[] {
  const group = from.filter(take);
  for (let at = 0; at < group.length; at++) {
    const [x, y] = [group[at] % width, Math.floor(group[at] / width)];
    for (let dy = -1; dy <= 1; dy++)
      for (let dx = -1; dx <= 1; dx++) {
        const [nx, ny] = [x + dx, y + dy];
        if (nx < 0 || ny < 0 || nx >= width || ny >= height) continue;
        const next = ny * width + nx;
        if (take(next)) group.push(next);
      }
  }
  return group;
}

/** How far pixels reach, px: the diagonal of what holds them, as a line's cut end has it. */
function extentOf(group: readonly number[], width: number): number {
  const xs = group.map((i) => i % width);
  const ys = group.map((i) => Math.floor(i / width));
  return Math.hypot(Math.max(...xs) - Math.min(...xs) + 1, Math.max(...ys) - Math.min(...ys) + 1);
}

/** An end with the way it goes, by the line behind it; null for what is no line: a dark patch, a dot. */
function endOf(
  near: PlacedBitmap,
  group: readonly number[],
  isLine: (i: number) => boolean,
  usual: number,
): LineEnd | null {
  const { width, height } = near;
  const mean = (of: readonly number[]) => ({
    x: of.reduce((sum, i) => sum + (i % width) + 0.5, 0) / of.length,
    y: of.reduce((sum, i) => sum + Math.floor(i / width) + 0.5, 0) / of.length,
  });
  const tip = mean(group);
  const reach = Math.max(LEAST_WAY, WAY * usual);
  const seen = new Set<number>();
  const behind = spread(
    [...group],
    (i) => {
      if (seen.has(i) || !isLine(i)) return false;
      const far = Math.hypot((i % width) + 0.5 - tip.x, Math.floor(i / width) + 0.5 - tip.y);
      if (far > reach) return false;
      seen.add(i);
      return true;
    },
    width,
    height,
  );
  const middle = mean(behind);
  const [dx, dy] = [tip.x - middle.x, tip.y - middle.y];
  const far = Math.hypot(dx, dy);
  // A line's middle lies half its way behind its end; a patch's lies about the end itself.
  if (far < reach / 4) return null;
  const thick = behind.length / (2 * far);
  if (thick > WIDEST * usual || thick < THINNEST * usual) return null;
  const words = wordsOf(near);
  const colour = [0, 1, 2].map((c) =>
    Math.round(behind.reduce((sum, i) => sum + colourOf(words[i])[c], 0) / behind.length),
  ) as unknown as Rgb;
  return { x: near.x + tip.x, y: near.y + tip.y, dx: dx / far, dy: dy / far, width: thick, colour };
}

/** The angles, rad, by which a curve from one end to another turns at both together. */
function bendBetween(a: LineEnd, b: LineEnd): number {
  const [cx, cy] = [b.x - a.x, b.y - a.y];
  const chord = Math.hypot(cx, cy) || 1;
  const turn = (dx: number, dy: number, sign: number) =>
    Math.acos(Math.max(-1, Math.min(1, (sign * (dx * cx + dy * cy)) / chord)));
  return Math.hypot(turn(a.dx, a.dy, 1), turn(b.dx, b.dy, -1));
}
