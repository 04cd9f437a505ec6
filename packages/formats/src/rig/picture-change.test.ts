import fc from 'fast-check';
import type { PlacedBitmap } from '@limber-sheaf/core';
import { pictureChange } from './picture-change.js';

type Rgba = readonly [number, number, number, number];
const SIDE = 40;
const [RED, BLUE, LINE, CLEAR]: Rgba[] = [
  [200, 60, 50, 255],
  [40, 70, 190, 255],
  [30, 20, 30, 255],
  [0, 0, 0, 0],
];

/** A picture of the view's size, painted by place. */
function painted(colourAt: (x: number, y: number) => Rgba): PlacedBitmap {
  const data = new Uint8Array(SIDE * SIDE * 4);
  for (let y = 0, i = 0; y < SIDE; y++) for (let x = 0; x < SIDE; x++, i += 4) data.set(colourAt(x, y), i);
  return { x: 0, y: 0, width: SIDE, height: SIDE, data };
}
const isIn = (x: number, y: number, inset = 8) => Math.min(x, y, SIDE - 1 - x, SIDE - 1 - y) >= inset;
/** A square of a colour with a line about it. */
const square =
  (fill: Rgba, inset = 8) =>
  (x: number, y: number): Rgba =>
    !isIn(x, y, inset) ? CLEAR : isIn(x, y, inset + 2) ? fill : LINE;

/** What is told where nothing lies in front: at rest a piece shows all of itself. */
const change = (before: PlacedBitmap, after: PlacedBitmap) =>
  pictureChange({ picture: before, inFront: [], rest: before }, { picture: after, inFront: [], rest: after });

test('another fill is another colour, another drawing in the same outline is repainted, and neither breaks a rig', () => {
  expect(change(painted(square(RED)), painted(square(BLUE)))).toEqual({
    weight: 'safe',
    kind: 'recoloured',
    words: 'has other colours.',
  });
  const spotted = painted((x, y) => (Math.hypot(x - 20, y - 20) < 6 ? BLUE : square(RED)(x, y)));
  expect(change(painted(square(RED)), spotted)).toMatchObject({ weight: 'safe', kind: 'repainted' });
});

test('an outline within 2 px is the same; beyond, it is another shape, which is to be looked at', () => {
  const before = painted(square(RED));
  for (const inset of [6, 10])
    expect(change(before, painted(square(RED, inset)))).toMatchObject({
      weight: 'safe',
      words: 'was repainted within its shape.',
    });
  for (const inset of [5, 11])
    expect(change(before, painted(square(RED, inset)))).toMatchObject({
      weight: 'check',
      words: 'has another shape.',
    });
});

test('what only a piece in front covers is hidden paint, more of it or other', () => {
  const cover = painted((x) => (x < 20 ? BLUE : CLEAR));
  const behind = (picture: PlacedBitmap) => ({
    picture,
    inFront: [cover],
    rest: painted((x, y) => {
      const at = (y * SIDE + x) * 4;
      const from = x < 20 ? cover : picture;
      return [...from.data.subarray(at, at + 4)] as unknown as Rgba;
    }),
  });
  const before = painted(square(RED));
  const more = painted((x, y) => (x < 20 ? RED : square(RED)(x, y)));
  const other = painted((x, y) => (x < 15 && isIn(x, y) ? LINE : square(RED)(x, y)));
  expect(pictureChange(behind(before), behind(more)).words).toBe('has more paint where it is hidden.');
  expect(pictureChange(behind(before), behind(other)).words).toBe('has other paint where it is hidden.');
  // In one of the two versions nothing covers it: it shows.
  const bare = { picture: other, inFront: [], rest: other };
  expect(pictureChange(behind(before), bare).kind).toBe('repainted');
});

test('the same picture has nothing that shows, wherever it lies; and what is told does not depend on where the view begins', () => {
  const colour = fc.constantFrom(RED, BLUE, LINE, CLEAR);
  const patches = fc.array(fc.tuple(fc.nat(SIDE - 1), fc.nat(SIDE - 1), fc.integer({ min: 2, max: 14 }), colour), {
    maxLength: 6,
  });
  const pictureOf = (all: readonly [number, number, number, Rgba][]) =>
    painted((x, y) => all.findLast(([px, py, by]) => Math.hypot(x - px, y - py) < by)?.[3] ?? square(RED)(x, y));
  const moved = (picture: PlacedBitmap) => ({ ...picture, x: picture.x + 13, y: picture.y - 5 });
  fc.assert(
    fc.property(patches, patches, (first, second) => {
      const [before, after] = [pictureOf(first), pictureOf(second)];
      expect(change(before, before).kind).toBe('hidden-paint');
      expect(change(moved(before), moved(after))).toEqual(change(before, after));
    }),
    { numRuns: 30 },
  );
});
