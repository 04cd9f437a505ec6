import fc from 'fast-check';
import { ownersAtRest } from '../cut/owners.js';
import { createBitmap, wordsOf } from '../raster/bitmap.js';
import type { Rgb } from '../raster/colour.js';
import { opaqueWord } from '../raster/words.js';
import { box, draw, inside } from '../testing/drawing.js';
import { cutPart, rawCharacter } from '../testing/jointed.js';
import { graftWithin, layGraft, refuseBadGraft } from './lay-graft.js';

const SIZE = 160;
const plain = (group: string) => ({ group, side: null, part: null, index: null });
const HEAD = box(20, 20, 140, 140);
const LIPS = box(60, 90, 100, 110);

function lipsOnHead() {
  const design = draw(SIZE, SIZE, [
    { shape: HEAD, colour: [230, 180, 150] },
    { shape: LIPS, colour: [180, 80, 80] },
  ]);
  let made = cutPart(rawCharacter(design), 'head', inside(SIZE, SIZE, HEAD), plain('head'));
  made = cutPart(made, 'lips', inside(SIZE, SIZE, LIPS), plain('lips'));
  return { ...made, owners: ownersAtRest(made.doc, 'v', made.art) };
}

const { art, owners } = lipsOnHead();
/** A picture of four quarters, 20 × 10 px. */
const QUARTERS: Rgb[] = [
  [200, 40, 40],
  [40, 200, 40],
  [40, 40, 200],
  [200, 200, 40],
];
const picture = createBitmap(20, 10);
const quarter = (x: number, y: number) => (x < 10 ? 0 : 1) + (y < 5 ? 0 : 2);
wordsOf(picture).forEach((_, i, words) => {
  words[i] = opaqueWord(QUARTERS[quarter(i % 20, Math.floor(i / 20))]);
});

const look = (corners: number[], more = {}) => ({ corners, light: 0, warmth: 0, colour: 0, soft: 0, ...more });
const lay = (corners: number[], more = {}) => {
  // Beneath the head, whose place is the first: the lips alone hide it.
  const made = layGraft(picture, look(corners, more), 0, owners, art.design);
  if (!made.ok) throw new Error(made.sentence);
  const { x, y, width } = made.paint;
  const words = wordsOf(made.paint);
  return { ...made.paint, at: (px: number, py: number) => words[(py - y) * width + px - x] ?? 0 };
};
const WHOLE = [60, 90, 100, 90, 100, 110, 60, 110];

test('it lies as its corners do, and nowhere but where the lips hide the head', () => {
  const laid = lay([40, 80, 120, 80, 120, 120, 40, 120]);
  expect([laid.x, laid.y, laid.width, laid.height]).toEqual([60, 90, 40, 20]);
  const whole = lay(WHOLE);
  for (const [px, py, q] of [
    [65, 94, 0],
    [95, 94, 1],
    [65, 106, 2],
    [95, 106, 3],
  ])
    expect(whole.at(px, py)).toBe(opaqueWord(QUARTERS[q]));
});

test('turned by half a turn, or mirrored, its quarters lie so', () => {
  const turned = lay([100, 110, 60, 110, 60, 90, 100, 90]);
  expect(turned.at(65, 94)).toBe(opaqueWord(QUARTERS[3]));
  const mirrored = lay([100, 90, 60, 90, 60, 110, 100, 110]);
  expect(mirrored.at(65, 94)).toBe(opaqueWord(QUARTERS[1]));
});

test('bent by a corner, what lies in the middle goes along half as far', () => {
  const corner = fc.record({ x: fc.integer({ min: 85, max: 99 }), y: fc.integer({ min: 100, max: 109 }) });
  fc.assert(
    fc.property(corner, ({ x, y }) => {
      const laid = lay([60, 90, 100, 90, x, y, 60, 110]);
      // Just inside each corner is that corner's quarter.
      expect(laid.at(62, 91)).toBe(opaqueWord(QUARTERS[0]));
      expect(laid.at(x - 3, y - 2)).toBe(opaqueWord(QUARTERS[3]));
      expect(laid.at(Math.min(99, x + 2), 109)).toBe(0);
    }),
  );
});

test('its tone is moved: lighter, warmer, without colour; its edge fades', () => {
  const colour = (more: object) => {
    const word = lay(WHOLE, more).at(65, 94);
    return [word & 255, (word >> 8) & 255, (word >> 16) & 255];
  };
  const [r, , b] = QUARTERS[0];
  expect(colour({ light: 50 })[2]).toBeGreaterThan(b);
  expect(colour({ light: -100 })).toEqual([0, 0, 0]);
  expect(colour({ warmth: -40 })[0]).toBeLessThan(r);
  expect(new Set(colour({ colour: -100 })).size).toBe(1);
  const soft = lay(WHOLE, { soft: 6 });
  const alpha = (x: number) => soft.at(x, 100) >>> 24;
  expect(alpha(61)).toBeLessThan(alpha(64));
  expect(alpha(80)).toBe(255);
});

test('it is begun so that it fills what it is laid beneath, its shape kept', () => {
  const { corners } = graftWithin({ width: 20, height: 10 }, { x: 60, y: 90, width: 40, height: 40 });
  expect(corners).toEqual([40, 90, 120, 90, 120, 130, 40, 130]);
});

test.each([
  ['far away', [9000, 0, 9040, 0, 9040, 20, 9000, 20], /far outside/],
  ['on its edge', [60, 90, 100, 90, 100, 90, 60, 90], /enclose nothing/],
])('laid %s it is refused', (_, corners, sentence) => {
  expect(() => refuseBadGraft(look(corners), art.design)).toThrow(sentence);
});

test('where nothing hides the piece there is no place for it', () => {
  expect(layGraft(picture, look([20, 20, 50, 20, 50, 50, 20, 50]), 0, owners, art.design)).toMatchObject({
    ok: false,
    code: 'not-hidden',
  });
});
