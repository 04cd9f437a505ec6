import { createPlaced, type PlacedBitmap } from '../raster/bitmap.js';
import type { Rgb } from '../raster/colour.js';
import { createPlacedMask } from '../raster/mask.js';
import { fillUnder } from './fill-under.js';
import { innerLines } from './inner-lines.js';

const [WIDTH, HEIGHT] = [200, 140];
const INK: Rgb = [40, 30, 50];
const CLOTH: Rgb = [210, 160, 80];
const LINE = { width: 6, colour: INK };
/** What hides the cloth: columns 80 to 130. */
const [FROM, TO] = [80, 130];

/** Cloth with dark paint where `isInk` says, soft at its edge, and a gap that something hides. */
function cloth(inkAt: (x: number, y: number) => number): PlacedBitmap {
  const face = createPlaced({ x: 10, y: 20, width: WIDTH, height: HEIGHT });
  for (let y = 0, i = 0; y < HEIGHT; y++)
    for (let x = 0; x < WIDTH; x++, i += 4) {
      if (x >= FROM && x < TO) continue;
      const share = Math.max(0, Math.min(1, inkAt(x + 0.5, y + 0.5)));
      face.data.set([...CLOTH.map((v, c) => Math.round(v * (1 - share) + INK[c] * share)), 255], i);
    }
  return face;
}

const isWanted = (x: number, y: number) => x >= FROM && x < TO && y >= 0 && y < HEIGHT;
/** A seam along y = f(x), 6 px wide. */
const seam = (f: (x: number) => number) => (x: number, y: number) => 3 - Math.abs(y - f(x)) + 0.5;
const lines = (face: PlacedBitmap, outlines: number[][] = []) => innerLines(face, isWanted, LINE, outlines);

test('a straight seam goes on straight from where it goes under to where it comes out, as wide and as dark', () => {
  const slope = (x: number) => 40 + 0.3 * x;
  const [line, ...others] = lines(cloth(seam(slope)));
  expect(others).toEqual([]);
  expect(line.width).toBeGreaterThan(4.5);
  expect(line.width).toBeLessThan(7.5);
  for (let i = 0; i < line.points.length; i += 2)
    expect(Math.abs(line.points[i + 1] - 20 - slope(line.points[i] - 10))).toBeLessThan(1.5);
  line.colour.forEach((value, c) => expect(Math.abs(value - INK[c])).toBeLessThan(40));
});

test('a bent one bends on', () => {
  const bow = (x: number) => 70 - 40 * Math.cos((x - 105) / 60);
  const [line] = lines(cloth(seam(bow)));
  for (let i = 0; i < line.points.length; i += 2)
    expect(Math.abs(line.points[i + 1] - 20 - bow(line.points[i] - 10))).toBeLessThan(4);
});

test('two that cross nothing are paired as they run, not with each other', () => {
  const both = (x: number, y: number) => Math.max(seam((v) => 30 + 0.1 * v)(x, y), seam((v) => 100 - 0.1 * v)(x, y));
  const found = lines(cloth(both));
  expect(found).toHaveLength(2);
  for (const { points } of found) expect(Math.abs(points[1] - points[points.length - 1])).toBeLessThan(8);
});

test.each<[string, (x: number, y: number) => number]>([
  ['a fold that ends on its own side', (x, y) => (x < 100 ? seam(() => 60)(x, y) : 0)],
  ['a dark patch', (x, y) => (Math.hypot(x - 75, y - 60) < 14 ? 1 : 0)],
  ['two that do not run as one', (x, y) => (x < 100 ? seam(() => 30)(x, y) : seam(() => 110)(x, y))],
])('%s is left as it is', (_, ink) => {
  expect(lines(cloth(ink))).toEqual([]);
});

test('where the outline goes under, it is the outline that goes on', () => {
  const outline = [10 + FROM, 20 + 60, 10 + TO, 20 + 60];
  expect(lines(cloth(seam(() => 60)))).toHaveLength(1);
  expect(lines(cloth(seam(() => 60)), [outline])).toEqual([]);
});

test('filled beneath, the seam is there as if nothing had hidden it', () => {
  const slope = (x: number) => 40 + 0.3 * x;
  const region = createPlacedMask({ x: 10 + FROM, y: 20, width: TO - FROM, height: HEIGHT });
  region.data.fill(255);
  const made = fillUnder({ face: cloth(seam(slope)), region, mode: 'flat', line: LINE, outlines: [] });
  if (!made) throw new Error('nothing filled');
  const { x, y, width, data } = made.paint;
  const at = (px: number, py: number) => data[((py + 20 - y) * width + px + 10 - x) * 4];
  for (let px = FROM; px < TO; px += 7) {
    expect(at(px, Math.floor(slope(px)))).toBeLessThan(80);
    expect(at(px, Math.floor(slope(px)) + 9)).toBe(CLOTH[0]);
  }
});
