import fc from 'fast-check';
import { createPlaced, wordsOf, type PlacedBitmap } from '../raster/bitmap.js';
import type { Rgb } from '../raster/colour.js';
import { composite } from '../raster/composite.js';
import { createPlacedMask } from '../raster/mask.js';
import { opaqueWord } from '../raster/words.js';
import { liftShadow } from './lift-shadow.js';

const SIZE = 120;
const [LEFT, RIGHT, TOP, BOTTOM] = [40, 80, 30, 90];

/** A cloth of a colour with a shadow of 40 × 60 px on it, soft over some px, and a dark seam through both. */
function cloth(colour: (x: number, y: number) => Rgb, tint: Rgb, alpha: number, soft = 3) {
  const face = createPlaced({ x: 5, y: 7, width: SIZE, height: SIZE });
  const lit = createPlaced(face);
  const [words, bright] = [wordsOf(face), wordsOf(lit)];
  for (let y = 0, i = 0; y < SIZE; y++)
    for (let x = 0; x < SIZE; x++, i++) {
      const within = Math.min(x - LEFT, RIGHT - x, y - TOP, BOTTOM - y);
      const share = alpha * Math.max(0, Math.min(1, within / soft));
      const own = Math.abs(y - 60) < 2 ? ([40, 32, 30] as Rgb) : colour(x, y);
      bright[i] = opaqueWord(own);
      words[i] = opaqueWord(own.map((v, c) => Math.round(v * (1 - share) + tint[c] * share)) as unknown as Rgb);
    }
  return { face, lit };
}

/** A loose mark round the shadow. */
function mark(by = 6) {
  const region = createPlacedMask({
    x: 5 + LEFT - by,
    y: 7 + TOP - by,
    width: RIGHT - LEFT + 2 * by,
    height: BOTTOM - TOP + 2 * by,
  });
  region.data.fill(255);
  return region;
}

function lifted(face: PlacedBitmap, by?: number) {
  const made = liftShadow(face, mark(by));
  if (!made.ok) throw new Error(made.sentence);
  return made;
}

const overAll = ({ clean, face, shadow }: ReturnType<typeof lifted>) =>
  composite(SIZE + 20, SIZE + 20, [clean, face, shadow]);

test.each<[string, (x: number, y: number) => Rgb, Rgb, number]>([
  ['a flat coat under a grey shadow', () => [228, 169, 58], [40, 40, 60], 0.4],
  ['skin under a warm one', () => [232, 180, 150], [120, 60, 70], 0.35],
  ['shaded cloth', (x) => [90 + x / 2, 120 + x / 3, 160], [20, 20, 50], 0.5],
])(
  '%s: the shadow over the clean paint is the design to the last bit, and the paint is the lit one',
  (_, colour, tint, alpha) => {
    const { face, lit } = cloth(colour, tint, alpha);
    const made = lifted(face);
    const whole = composite(SIZE + 20, SIZE + 20, [face]);
    expect(Buffer.from(overAll(made).data).equals(Buffer.from(whole.data))).toBe(true);
    // Nothing shows twice: what the piece still shows and the shadow share no pixel.
    const left = composite(SIZE + 20, SIZE + 20, [made.face]).data;
    const shade = composite(SIZE + 20, SIZE + 20, [made.shadow]).data;
    expect(left.some((v, i) => i % 4 === 3 && v > 0 && shade[i] > 0)).toBe(false);
    // Lit as it was before the shadow fell on it.
    const clean = composite(SIZE + 20, SIZE + 20, [lit, made.clean, made.face]).data;
    const wanted = composite(SIZE + 20, SIZE + 20, [lit]).data;
    let worst = 0;
    let sum = 0;
    for (let i = 0; i < clean.length; i++) {
      sum += Math.abs(clean[i] - wanted[i]);
      worst = Math.max(worst, Math.abs(clean[i] - wanted[i]));
    }
    expect(sum / (3 * 40 * 60)).toBeLessThan(3);
    expect(worst).toBeLessThan(60);
  },
);

test('the shadow is one colour; of the lit paint within the mark nothing is taken', () => {
  const { face } = cloth(() => [228, 169, 58], [40, 40, 60], 0.4);
  const { shadow } = lifted(face, 20);
  const colours = new Set([...wordsOf(shadow)].filter((word) => word !== 0).map((word) => word & 0xffffff));
  expect(colours.size).toBe(1);
  expect([shadow.x, shadow.y]).toEqual([5 + LEFT, 7 + TOP].map((v) => expect.closeTo(v, -1)));
  expect(shadow.width).toBeLessThanOrEqual(RIGHT - LEFT + 1);
});

test('whatever the paint and the shadow, together they are the design again', () => {
  // Light enough for the palest of the shadows to be seen on it: one that is not is refused.
  const channel = fc.integer({ min: 130, max: 255 });
  const dark = fc.integer({ min: 0, max: 60 });
  fc.assert(
    fc.property(
      fc.tuple(channel, channel, channel),
      fc.tuple(dark, dark, dark),
      fc.double({ min: 0.15, max: 0.8, noNaN: true }),
      (colour, tint, alpha) => {
        const { face } = cloth(() => colour, tint, alpha);
        const made = lifted(face);
        const whole = composite(SIZE + 20, SIZE + 20, [face]);
        expect(Buffer.from(overAll(made).data).equals(Buffer.from(whole.data))).toBe(true);
      },
    ),
    { numRuns: 25 },
  );
});

test('what is no shadow is refused in a sentence', () => {
  const { face } = cloth(() => [228, 169, 58], [228, 169, 58], 0);
  expect(liftShadow(face, mark())).toMatchObject({ ok: false, code: 'no-shadow' });
  const aside = createPlacedMask({ x: 400, y: 400, width: 20, height: 20 });
  aside.data.fill(255);
  expect(liftShadow(face, aside)).toMatchObject({ ok: false, code: 'not-shown' });
});
