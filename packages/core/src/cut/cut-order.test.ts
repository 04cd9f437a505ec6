import fc from 'fast-check';
import type { CharacterDoc } from '../document/rows.js';
import type { ViewArt } from '../document/view-art.js';
import { createPlaced, paintArea, wordsOf, type PlacedBitmap } from '../raster/bitmap.js';
import { createPlacedMask, type PlacedMask } from '../raster/mask.js';
import { toRuns } from '../raster/runs.js';
import { cutPart, rawCharacter } from '../testing/jointed.js';
import { cutByOrder, type CutOrder, type CutOutcome } from './cut-order.js';

const SIDE = 16;
const canvas = { x: 0, y: 0, width: SIDE, height: SIDE };

/** A design whose paint is a disc, so that its corners are bare: every pixel has a colour of its own. */
const design = createPlaced(canvas);
for (let i = 0; i < SIDE * SIDE; i++) {
  const far = Math.hypot((i % SIDE) + 0.5 - SIDE / 2, Math.floor(i / SIDE) + 0.5 - SIDE / 2);
  wordsOf(design)[i] = far < SIDE / 2 ? (0xff000000 | i) >>> 0 : 0;
}
const maskOf = (inside: (x: number, y: number) => boolean): PlacedMask => {
  const mask = createPlacedMask(canvas);
  for (let i = 0; i < mask.data.length; i++) if (inside(i % SIDE, Math.floor(i / SIDE))) mask.data[i] = 255;
  return mask;
};
type Cut = { doc: CharacterDoc; art: ViewArt };
const raw = () => rawCharacter(design);
/** Left third, middle third, and the rest uncut. */
const cut = () =>
  cutPart(
    cutPart(
      raw(),
      'left',
      maskOf((x) => x < 5),
    ),
    'middle',
    maskOf((x) => x >= 5 && x < 10),
  );

/** The faces after an order, the fresh ones as `new 0`, `new 1`. */
function facesAfter({ art }: Cut, done: CutOutcome): Map<string, PlacedBitmap> {
  const faces = new Map<string, PlacedBitmap>();
  for (const [id, { face }] of art.pieces) if (face) faces.set(id, face);
  for (const { pieceId, change } of done.sheets) if (change.face) faces.set(pieceId, change.face);
  done.fresh.forEach(({ face }, n) => faces.set(`new ${n}`, face));
  return faces;
}

/** Who has each pixel; fails where two have it, or where one has another colour than the design. */
function owners(faces: ReadonlyMap<string, PlacedBitmap>): (string | null)[] {
  const paint = wordsOf(design);
  const has = new Array<string | null>(SIDE * SIDE).fill(null);
  for (const [id, face] of faces) {
    const words = wordsOf(face);
    for (let i = 0; i < words.length; i++) {
      if (words[i] >>> 24 === 0) continue;
      const at = ((i / face.width) | 0) * SIDE + face.y * SIDE + face.x + (i % face.width);
      if (has[at] !== null) throw new Error(`${has[at]} and ${id} both have pixel ${at}`);
      if (words[i] !== paint[at]) throw new Error(`${id} has changed pixel ${at}`);
      has[at] = id;
    }
  }
  return has;
}
const order = (state: Cut, asked: CutOrder) => cutByOrder(state.doc, 'v', state.art, asked);
function made(state: Cut, asked: CutOrder): { done: CutOutcome; has: (string | null)[] } {
  const done = order(state, asked);
  if (!done.ok) throw new Error(done.sentence);
  return { done, has: owners(facesAfter(state, done)) };
}
const countOf = (has: (string | null)[], id: string | null) =>
  has.filter((who, i) => who === id && wordsOf(design)[i] >>> 24 > 0).length;
const total = paintArea(design);

const pixels = fc
  .array(fc.boolean(), { minLength: SIDE * SIDE, maxLength: SIDE * SIDE })
  .map((inside) => maskOf((x, y) => inside[y * SIDE + x]));
const spot = fc.double({ min: -4, max: SIDE + 4, noNaN: true });
const points = (least: number) =>
  fc.array(fc.tuple(spot, spot), { minLength: least, maxLength: 7 }).map((all) => all.flat());
const someone = fc.constantFrom('left', 'middle', null);
const anyOrder: fc.Arbitrary<CutOrder> = fc.oneof(
  fc.record({
    op: fc.constant('take' as const),
    targets: fc.array(fc.record({ pieceId: someone, mask: pixels.map(toRuns) }), { minLength: 1, maxLength: 3 }),
  }),
  fc.record({ op: fc.constantFrom('trace' as const, 'give-back' as const), pieceId: someone, loop: points(3) }),
  fc.record({
    op: fc.constant('nib' as const),
    pieceId: someone,
    away: fc.boolean(),
    hardness: fc.double({ min: 0.1, max: 1, noNaN: true }),
    stroke: points(1).map((all) => all.flatMap((v, i) => (i % 2 ? [v, 2] : [v]))),
  }),
  fc.record({
    op: fc.constant('cross' as const),
    pieceId: someone,
    line: points(2),
    take: fc.constantFrom('left' as const, 'right' as const),
  }),
  fc.record({ op: fc.constant('take-rest' as const), pieceId: someone }),
  fc.record({ op: fc.constant('sweep-up' as const), place: fc.option(fc.record({ x: spot, y: spot })) }),
  fc.record({
    op: fc.constant('reshape' as const),
    pieceId: fc.constantFrom('left', 'middle'),
    by: fc.constantFrom(-3, -1, 1, 2),
  }),
  fc.record({
    op: fc.constantFrom('fill-holes' as const, 'split-islands' as const),
    pieceId: fc.constantFrom('left', 'middle'),
  }),
);

test('whatever is cut, each pixel is the design’s and has one owner at most; or it is refused in a sentence', () => {
  const before = cut();
  const faces = [...before.art.pieces.values()].map(({ face }) => face && wordsOf(face).slice());
  let cuts = 0;
  fc.assert(
    fc.property(anyOrder, (asked) => {
      const done = order(before, asked);
      if (!done.ok) {
        expect(done.sentence).toMatch(/\.$/);
        return;
      }
      cuts++;
      const has = owners(facesAfter(before, done));
      expect(countOf(has, null) + has.filter((who) => who !== null).length).toBe(total);
      expect(done.area).toBeGreaterThan(0);
      // The art that was given is as it was.
      expect([...before.art.pieces.values()].map(({ face }) => face && wordsOf(face).slice())).toEqual(faces);
    }),
    { numRuns: 400 },
  );
  expect(cuts).toBeGreaterThan(100);
});

test('a shape goes to a new piece, out of who had it', () => {
  const { done, has } = made(cut(), {
    op: 'take',
    targets: [{ pieceId: null, mask: toRuns(maskOf((x, y) => y < 8 && x >= 3)) }],
  });
  expect(done.fresh).toHaveLength(1);
  expect(has[7 * SIDE + 3]).toBe('new 0');
  expect(has[8 * SIDE + 3]).toBe('left');
  expect(done.area).toBe(countOf(has, 'new 0'));
});

test('of several shapes at once, a later one has what both want', () => {
  const both = toRuns(maskOf((x) => x >= 12));
  const { has } = made(cut(), {
    op: 'take',
    targets: [
      { pieceId: null, mask: toRuns(maskOf((x) => x >= 10)) },
      { pieceId: 'left', mask: both },
    ],
  });
  expect([has[8 * SIDE + 11], has[8 * SIDE + 13]]).toEqual(['new 0', 'left']);
});

test('shapes that cannot be read, or reach past the canvas, are refused and change nothing', () => {
  const mask = toRuns(maskOf(() => true));
  const take = (runs: typeof mask) => order(cut(), { op: 'take', targets: [{ pieceId: null, mask: runs }] });
  expect(take({ ...mask, runs: '!!' })).toMatchObject({ ok: false, code: 'bad-request' });
  expect(take({ ...mask, x: 3 })).toMatchObject({ ok: false, code: 'outside', place: { x: 3, y: 0 } });
  expect(take({ ...mask, runs: mask.runs.repeat(9) })).toMatchObject({ ok: false, code: 'bad-request' });
});

test('all that is left goes to one piece, once', () => {
  const { done, has } = made(cut(), { op: 'take-rest', pieceId: 'left' });
  expect(countOf(has, null)).toBe(0);
  expect(done.sheets.map(({ pieceId }) => pieceId)).toEqual(['left']);
  const whole = cutPart(
    raw(),
    'all',
    maskOf(() => true),
  );
  expect(order(whole, { op: 'take-rest', pieceId: null })).toMatchObject({ ok: false, code: 'nothing-there' });
});

test('a line across what is uncut makes a new piece of one side', () => {
  const { has } = made(raw(), { op: 'cross', pieceId: null, line: [-2, 8, 20, 8], take: 'left' });
  expect([has[4 * SIDE + 8], has[12 * SIDE + 8]]).toEqual(['new 0', null]);
  const across = order(cut(), { op: 'cross', pieceId: 'left', line: [7, 2, 8, 14], take: 'left' });
  expect(across).toMatchObject({ ok: false });
});

test('a piece grows into its neighbours, and shrinks to what the design gets back', () => {
  const grown = made(cut(), { op: 'reshape', pieceId: 'left', by: 2 });
  expect(grown.has[8 * SIDE + 6]).toBe('left');
  expect(grown.has[8 * SIDE + 7]).toBe('middle');
  const shrunk = made(cut(), { op: 'reshape', pieceId: 'middle', by: -1 });
  expect([shrunk.has[8 * SIDE + 5], shrunk.has[8 * SIDE + 6]]).toEqual([null, 'middle']);
  expect(order(cut(), { op: 'reshape', pieceId: 'middle', by: -9 })).toMatchObject({ ok: false, code: 'would-empty' });
});

test('holes are filled with who is in them; islands become a piece', () => {
  const ring = cutPart(
    raw(),
    'ring',
    maskOf((x, y) => Math.hypot(x - 7.5, y - 7.5) > 3),
  );
  const { has, done } = made(ring, { op: 'fill-holes', pieceId: 'ring' });
  expect(countOf(has, 'ring')).toBe(total);
  expect(done.area).toBe(total - paintArea(ring.art.pieces.get('ring')?.face as PlacedBitmap));
  expect(order(cut(), { op: 'fill-holes', pieceId: 'left' })).toMatchObject({ ok: false, code: 'nothing-there' });
  const ends = cutPart(
    raw(),
    'ends',
    maskOf((x) => x < 4 || x > 12),
  );
  const split = made(ends, { op: 'split-islands', pieceId: 'ends' });
  expect(countOf(split.has, 'new 0') + countOf(split.has, 'ends')).toBe(
    countOf(owners(facesAfter(ends, { ok: true, sheets: [], fresh: [], area: 0 })), 'ends'),
  );
  expect(order(cut(), { op: 'split-islands', pieceId: 'left' })).toMatchObject({
    ok: false,
    sentence: expect.stringMatching(/in one piece/) as string,
  });
});

test('two pieces become one, with the copies of both', () => {
  const state = cut();
  const copied = order(state, { op: 'copy', pieceId: 'left', mask: toRuns(maskOf((x) => x < 7)) });
  if (!copied.ok) throw new Error(copied.sentence);
  const extra = copied.sheets[0].change.extra as PlacedBitmap;
  expect([extra.x, extra.width]).toEqual([5, 2]);
  const pieces = new Map(state.art.pieces);
  const left = pieces.get('left');
  if (left) pieces.set('left', { ...left, extra });
  const done = order(
    { ...state, art: { ...state.art, pieces } },
    { op: 'merge', pieceId: 'middle', goneIds: ['left'] },
  );
  if (!done.ok) throw new Error(done.sentence);
  const [{ pieceId, change }] = done.sheets;
  expect(pieceId).toBe('middle');
  expect(paintArea(change.face as PlacedBitmap)).toBe(
    [...state.art.pieces.values()].reduce((sum, { face }) => sum + (face ? paintArea(face) : 0), 0),
  );
  expect(change.extra).toMatchObject({ x: 5, width: 2 });
});

test('a copy leaves the pixels where they are, and needs a piece to carry it and paint to copy', () => {
  const everything = toRuns(maskOf(() => true));
  expect(order(cut(), { op: 'copy', pieceId: 'nobody', mask: everything })).toMatchObject({ code: 'not-found' });
  const own = toRuns(maskOf((x) => x < 5));
  expect(order(cut(), { op: 'copy', pieceId: 'left', mask: own })).toMatchObject({ code: 'nothing-there' });
  expect(order(cut(), { op: 'copy', pieceId: 'left', mask: { ...own, runs: '!' } })).toMatchObject({ ok: false });
});

test('a nib off the canvas, an empty loop and an endless line are refused', () => {
  expect(order(cut(), { op: 'nib', pieceId: 'left', stroke: [-90, -90, 3], hardness: 1, away: false })).toMatchObject({
    sentence: 'The nib did not touch the canvas.',
  });
  expect(order(cut(), { op: 'trace', pieceId: 'left', loop: [-9, -9, -5, -9, -5, -5] })).toMatchObject({
    sentence: 'The loop holds no pixel of the canvas.',
  });
  const mad = Array.from({ length: 4000 }, (_, n) => (n % 4 < 2 ? 0 : 16));
  expect(order(cut(), { op: 'cross', pieceId: 'left', line: mad, take: 'left' })).toMatchObject({
    code: 'too-tangled',
  });
});
