import { wordsOf, type PlacedBitmap } from '../raster/bitmap.js';
import type { Rgb } from '../raster/colour.js';
import { circle, draw, inside, maskedPaint } from '../testing/drawing.js';
import { mapOwners } from './owners.js';
import { unmixEdges } from './unmix-edge.js';

const SIZE = 90;
const DISC = circle(45.3, 44.8, 28);
const FRONT: Rgb = [228, 169, 58];
const BEHIND: Rgb = [52, 88, 110];
const SATURATED: Rgb = [255, 0, 255];

/** A disc over paint, and who owns which pixel by coverage. */
function scene(front = FRONT, behind = BEHIND) {
  const design = draw(SIZE, SIZE, [{ shape: DISC, colour: front }], behind);
  const disc = inside(SIZE, SIZE, DISC);
  const rest = { ...disc, data: disc.data.map((v) => 255 - v) };
  const faces = [maskedPaint(design, rest), maskedPaint(design, disc)];
  return { design, faces, owners: mapOwners(faces, design) };
}

/** Mean colour error (RGB, Euclidean) of the disc's border pixels, laid over a backdrop, against the true disc laid there. */
function fringe(laid: PlacedBitmap): number {
  const truth = draw(SIZE, SIZE, [{ shape: DISC, colour: FRONT }], SATURATED);
  let sum = 0;
  let count = 0;
  for (let y = 0; y < SIZE; y++)
    for (let x = 0; x < SIZE; x++) {
      if (Math.abs(DISC(x + 0.5, y + 0.5)) > 0.5) continue;
      const i = (y * SIZE + x) * 4;
      const alpha = laid.data[i + 3] / 255;
      const over = [0, 1, 2].map((c) => laid.data[i + c] * alpha + SATURATED[c] * (1 - alpha) - truth.data[i + c]);
      sum += Math.hypot(...over);
      count++;
    }
  return sum / count;
}

test('over a saturated backdrop the border is right within 4, and at least 5 times better than without unmixing', () => {
  const { design, faces, owners } = scene();
  const plain = fringe(faces[1]);
  const clean = { ...faces[1], data: faces[1].data.slice() };
  const words = wordsOf(clean);
  for (const { at, frontWord } of unmixEdges(design, owners, [true, true])) words[at] = frontWord;
  const error = fringe(clean);
  expect(error).toBeLessThan(4);
  expect(error * 5).toBeLessThan(plain);
});

test('front over behind is the design again to 1/255', () => {
  const { design, owners } = scene();
  const art = wordsOf(design);
  const unmixed = unmixEdges(design, owners, [true, true]);
  expect(unmixed.length).toBeGreaterThan(100);
  for (const { at, front, behind, frontWord, behindWord } of unmixed) {
    expect([front, behind]).toEqual([1, 0]);
    expect(behindWord >>> 24).toBe(255);
    const alpha = (frontWord >>> 24) / 255;
    for (const shift of [0, 8, 16]) {
      const back = ((frontWord >>> shift) & 255) * alpha + ((behindWord >>> shift) & 255) * (1 - alpha);
      expect(Math.abs(back - ((art[at] >>> shift) & 255))).toBeLessThanOrEqual(1);
    }
  }
});

/** A disc with an outline over paint like its own fill, and the unmixed words of its edge, by index. */
function outlined(line: number, behind: Rgb) {
  const INK: Rgb = [40, 32, 48];
  const inner = circle(45.3, 44.8, 28 - line);
  const paints = [
    { shape: DISC, colour: INK },
    { shape: inner, colour: FRONT },
  ];
  const design = draw(SIZE, SIZE, paints, behind);
  const disc = inside(SIZE, SIZE, DISC);
  const rest = { ...disc, data: disc.data.map((v) => 255 - v) };
  const owners = mapOwners([maskedPaint(design, rest), maskedPaint(design, disc)], design);
  return { ink: INK, unmixed: unmixEdges(design, owners, [true, true]) };
}

const rgb = (word: number): Rgb => [word & 255, (word >>> 8) & 255, (word >>> 16) & 255];
const off = (a: Rgb, b: Rgb) => Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]);

test.each([2, 3, 5])(
  'an outline of %i px between two fills is a colour of its own, also where the fills are alike',
  (line) => {
    const { ink, unmixed } = outlined(line, [230, 172, 62]);
    expect(unmixed.length).toBeGreaterThan(100);
    const own = unmixed.filter(({ frontWord }) => frontWord >>> 24 > 60);
    const right = own.filter(({ frontWord }) => off(rgb(frontWord), ink) < 30);
    expect(right.length / own.length).toBeGreaterThan(0.95);
  },
);

test('neither colour leaves the way between the two by more than a little, however faint the front is', () => {
  const { design, owners } = scene();
  for (const { frontWord, behindWord } of unmixEdges(design, owners, [true, true]))
    for (const word of [frontWord, behindWord]) {
      if (word === 0) continue;
      rgb(word).forEach((value, k) => {
        expect(value).toBeGreaterThanOrEqual(Math.min(FRONT[k], BEHIND[k]) - 11);
        expect(value).toBeLessThanOrEqual(Math.max(FRONT[k], BEHIND[k]) + 11);
      });
    }
});

test('shading beneath an edge is followed to the edge, and not taken from far off', () => {
  // Paint that grows darker towards the disc, as a cast shadow does.
  const design = draw(SIZE, SIZE, [], [200, 120, 90]);
  for (let y = 0; y < SIZE; y++)
    for (let x = 0; x < SIZE; x++) {
      const far = Math.min(8, Math.max(0, -DISC(x + 0.5, y + 0.5)));
      const shade = 0.62 + 0.0475 * far;
      const under = [200, 120, 90].map((c) => c * shade);
      const cover = Math.max(0, Math.min(1, DISC(x + 0.5, y + 0.5) + 0.5));
      const pixel = under.map((c, k) => Math.round(c * (1 - cover) + [40, 32, 48][k] * cover));
      design.data.set(pixel, (y * SIZE + x) * 4);
    }
  const disc = inside(SIZE, SIZE, DISC);
  const rest = { ...disc, data: disc.data.map((v) => 255 - v) };
  const owners = mapOwners([maskedPaint(design, rest), maskedPaint(design, disc)], design);
  let sum = 0;
  let count = 0;
  for (const { at, frontWord } of unmixEdges(design, owners, [true, true])) {
    const cover = DISC((at % SIZE) + 0.5, Math.floor(at / SIZE) + 0.5) + 0.5;
    if (cover < 0.2 || cover > 0.8) continue;
    sum += Math.abs((frontWord >>> 24) / 255 - cover);
    count++;
  }
  expect(count).toBeGreaterThan(60);
  expect(sum / count).toBeLessThan(0.06);
});

test('a piece with unmixing off keeps its edge; one paint on both sides has nothing to take apart', () => {
  const { design, owners } = scene();
  expect(unmixEdges(design, owners, [true, false])).toEqual([]);
  const same = scene(FRONT, [230, 172, 60]);
  expect(unmixEdges(same.design, same.owners, [true, true])).toEqual([]);
});
