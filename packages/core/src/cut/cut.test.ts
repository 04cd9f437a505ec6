import fc from 'fast-check';
import { composite } from '../raster/composite.js';
import { compareBitmaps } from '../raster/compare.js';
import { createPlaced, paintArea, type PlacedBitmap } from '../raster/bitmap.js';
import { createPlacedMask, type PlacedMask } from '../raster/mask.js';
import { fillLoop } from '../raster/polygon.js';
import { drawLimb } from '../testing/limbs.js';
import { crossCut } from './cross-cut.js';
import { findOffcuts, offcutsMask, uncutPaint } from './offcuts.js';
import { mapOwners } from './owners.js';
import { giveBackPixels, takePixels, type Faces } from './take.js';

const nameOf = (id: string) => id;
const area = (mask: PlacedMask) => mask.data.reduce((n, v) => n + (v > 0 ? 1 : 0), 0);

function rectangle(x: number, y: number, width: number, height: number, canvas = 60): PlacedMask {
  const mask = createPlacedMask({ x: 0, y: 0, width: canvas, height: canvas });
  for (let row = y; row < y + height; row++) mask.data.fill(255, row * canvas + x, row * canvas + x + width);
  return mask;
}

test('a straight cut shares every pixel to the side its centre is on', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 12, max: 44, noNaN: true }),
      fc.double({ min: 12, max: 44, noNaN: true }),
      (ya, yb) => {
        const mask = rectangle(10, 10, 40, 40);
        // Drawn short of both edges: it is lengthened.
        const sides = crossCut(mask, [20, ya, 40, yb]);
        if (!sides.ok) throw new Error(sides.sentence);
        expect(area(sides.left) + area(sides.right)).toBe(1600);
        let wrong = 0;
        for (let i = 0; i < mask.data.length; i++) {
          if (mask.data[i] === 0) continue;
          const x = (i % 60) + 0.5;
          const y = Math.floor(i / 60) + 0.5;
          const above = y - (ya + ((x - 20) / 20) * (yb - ya));
          const side = Math.abs(above) < 1e-6 || (sides.left.data[i] === 255) === above < 0;
          if (sides.left.data[i] + sides.right.data[i] !== 255 || !side) wrong++;
        }
        expect(wrong).toBe(0);
      },
    ),
  );
});

test('a cut through the very centres of pixels parts the piece like any, whichever way it slants', () => {
  const half = fc.integer({ min: 8, max: 42 }).map((n) => n + 0.5);
  fc.assert(
    fc.property(half, half, fc.boolean(), (ya, yb, back) => {
      const line = back ? [55.5, yb, 4.5, ya] : [4.5, ya, 55.5, yb];
      const sides = crossCut(rectangle(10, 5, 40, 45), line);
      expect(sides.ok && area(sides.left) + area(sides.right)).toBe(1800);
    }),
    { examples: [[10.5, 27.5, false]] },
  );
});

test('a cut drawn by hand follows its wiggles, and drawn the other way swaps the sides', () => {
  const mask = rectangle(10, 10, 40, 40);
  const line = [5, 20, 20, 34, 24, 22, 34, 38, 55, 24];
  const there = crossCut(mask, line);
  const back = crossCut(mask, [55, 24, 34, 38, 24, 22, 20, 34, 5, 20]);
  if (!there.ok || !back.ok) throw new Error('refused');
  expect(area(there.left)).toBe(area(back.right));
  expect(Buffer.compare(there.left.data, back.right.data)).toBe(0);
});

test('refuses a line that does not cross, crosses twice, or does not part the piece', () => {
  expect(crossCut(rectangle(10, 10, 40, 40), [0, 2, 50, 4])).toMatchObject({ ok: false, code: 'does-not-cross' });
  const fork = rectangle(10, 10, 10, 40);
  for (let y = 10; y < 50; y++) for (let x = 40; x < 50; x++) fork.data[y * 60 + x] = 255;
  expect(crossCut(fork, [5, 30, 55, 30])).toMatchObject({ ok: false, code: 'crosses-twice' });
  const ring = rectangle(10, 10, 40, 40);
  for (let y = 20; y < 40; y++) ring.data.fill(0, y * 60 + 20, y * 60 + 40);
  expect(crossCut(ring, [15, 5, 15, 30, 5, 30])).toMatchObject({ ok: true });
  expect(crossCut(ring, [5, 30, 22, 30])).toMatchObject({ ok: false, code: 'does-not-part' });
  expect(crossCut(ring, [5, 5])).toMatchObject({ ok: false, code: 'no-line' });
});

describe('taking and giving back', () => {
  const { design } = drawLimb({ width: 20, angle: 20, line: 3 });
  const anyLoop = fc
    .array(fc.double({ min: -10, max: design.width + 10, noNaN: true }), { minLength: 6, maxLength: 16 })
    .map((v) => v.slice(0, v.length - (v.length % 2)));

  /** Rest match after every edit: each pixel in one piece at most, and all together with the rest are the design. */
  function expectWhole(faces: Faces): void {
    const list = [...faces.values()].filter((f): f is PlacedBitmap => f !== null);
    const uncut = uncutPaint(design, list);
    const total = list.reduce((n, f) => n + paintArea(f), 0) + (uncut ? paintArea(uncut) : 0);
    expect(total).toBe(paintArea(design));
    const whole = composite(design.width, design.height, uncut ? [uncut, ...list] : list);
    expect(compareBitmaps(whole, design)).toMatchObject({ differing: 0, largest: 0 });
  }

  test('any run of takes and gives keeps the design whole', () => {
    const step = fc.record({ target: fc.constantFrom('a', 'b', 'c'), loop: anyLoop, give: fc.boolean() });
    fc.assert(
      fc.property(fc.array(step, { maxLength: 6 }), (steps) => {
        const faces = new Map<string, PlacedBitmap | null>();
        for (const { target, loop, give } of steps) {
          const mask = fillLoop(loop, design);
          const before = new Map(faces);
          const done = give
            ? giveBackPixels(design, faces, target, mask, nameOf)
            : takePixels(design, faces, target, mask, nameOf);
          if (done.ok) for (const [id, face] of done.changed) faces.set(id, face);
          else expect([...faces].every(([id, face]) => before.get(id) === face)).toBe(true);
          expectWhole(faces);
        }
      }),
      { numRuns: 60 },
    );
  });

  test('refuses to empty a piece, to take nothing, to give what is not there', () => {
    const all = fillLoop([0, 0, design.width, 0, design.width, design.height, 0, design.height], design);
    const first = takePixels(design, new Map(), 'a', all, nameOf);
    if (!first.ok) throw new Error(first.sentence);
    const faces = new Map(first.changed);
    expect(takePixels(design, faces, 'b', all, nameOf)).toMatchObject({ ok: false, code: 'would-empty' });
    expect(takePixels(design, faces, 'a', all, nameOf)).toMatchObject({ ok: false, code: 'nothing-there' });
    expect(giveBackPixels(design, faces, 'a', all, nameOf)).toMatchObject({ ok: false, code: 'would-empty' });
    expect(giveBackPixels(design, faces, 'b', all, nameOf)).toMatchObject({ ok: false, code: 'nothing-there' });
  });
});

test('offcuts are told with their area, and the piece they share the longest border with', () => {
  const design = createPlaced({ x: 0, y: 0, width: 40, height: 20 });
  for (let i = 3; i < design.data.length; i += 4) design.data[i] = 255;
  const face = (x: number, width: number) => {
    const taken = takePixels(
      design,
      new Map(),
      'f',
      fillLoop([x, 0, x + width, 0, x + width, 20, x, 20], design),
      nameOf,
    );
    if (!taken.ok) throw new Error(taken.sentence);
    return taken.changed.get('f') as PlacedBitmap;
  };
  // Uncut: the stretch from 10 to 13 between both, and the last 5 columns beside the second.
  const report = findOffcuts(design, mapOwners([face(0, 10), face(13, 22)], design));
  expect(report).toMatchObject({ designArea: 800, untakenArea: 160 });
  expect(report.offcuts.map((o) => [o.area, o.belongsTo])).toEqual([
    [100, 1],
    [60, 0],
  ]);
  expect(area(offcutsMask(report, [1], 40))).toBe(60);
});
