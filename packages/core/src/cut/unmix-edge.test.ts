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

test('a piece with unmixing off keeps its edge; one paint on both sides has nothing to take apart', () => {
  const { design, owners } = scene();
  expect(unmixEdges(design, owners, [true, false])).toEqual([]);
  const same = scene(FRONT, [230, 172, 60]);
  expect(unmixEdges(same.design, same.owners, [true, true])).toEqual([]);
});
