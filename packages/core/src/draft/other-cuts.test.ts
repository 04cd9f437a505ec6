import fc from 'fast-check';
import { applyDiff } from '../document/diff.js';
import { placeOf } from '../document/keys.js';
import type { CharacterDoc } from '../document/rows.js';
import type { ViewArt } from '../document/view-art.js';
import { changeView } from '../document/view-edits.js';
import { createPlaced, type PlacedBitmap, type Rect } from '../raster/bitmap.js';
import { fromRuns, toRuns } from '../raster/runs.js';
import { maskArea, type PlacedMask } from '../raster/mask.js';
import { drawLimb } from '../testing/limbs.js';
import { jointedLimb } from '../testing/jointed.js';
import { drawCuts } from './draw-cuts.js';
import { findDoubts, settleDoubt } from './find-doubts.js';
import { bordersAsked, doubtStill } from './move-border.js';
import { otherCuts, stripsBetween } from './other-cuts.js';

const PAIR = { first: 'upper', second: 'lower' };
const { doc } = jointedLimb(drawLimb({ width: 36, angle: 0, line: 4 }));

function filled(rect: Rect, colour = [120, 90, 60]): PlacedBitmap {
  const bitmap = createPlaced(rect);
  for (let i = 0; i < bitmap.data.length; i += 4) bitmap.data.set([...colour, 255], i);
  return bitmap;
}

/** Two boxes of paint, the first above the second, on a canvas of 200 × 400. */
function above(first: Rect, second: Rect): ViewArt {
  const design = filled({ x: 0, y: 0, width: 200, height: 400 });
  const sheets = (face: PlacedBitmap) => ({ face }) as never;
  return {
    design,
    pieces: new Map([
      ['upper', sheets(filled(first))],
      ['lower', sheets(filled(second))],
    ]),
  };
}

const box = (mask: PlacedMask | null) => mask && [mask.x, mask.y, mask.width, mask.height];

test('a cut across a limb goes an eighth farther on, alongside the one that is there', () => {
  const art = above({ x: 80, y: 50, width: 40, height: 100 }, { x: 80, y: 150, width: 40, height: 100 });
  const { more, less } = otherCuts(art, PAIR);
  expect(box(more)).toEqual([80, 150, 40, 13]);
  expect(box(less)).toEqual([80, 137, 40, 13]);
  expect(maskArea(more as PlacedMask)).toBe(40 * 13);
});

test('where the limb has a waist nearby, it goes there', () => {
  const art = above({ x: 80, y: 50, width: 40, height: 100 }, { x: 80, y: 150, width: 40, height: 100 });
  const lower = art.pieces.get('lower')?.face as PlacedBitmap;
  // 20 to 23 px behind the border, the limb is a third as wide.
  for (let y = 20; y < 24; y++) for (let x = 0; x < 40; x++) if (x < 13 || x > 26) lower.data[4 * (y * 40 + x) + 3] = 0;
  const { more } = otherCuts(art, PAIR);
  expect((more as PlacedMask).height).toBeGreaterThan(19);
  expect((more as PlacedMask).height).toBeLessThan(25);
});

test('of a trunk only a strip is in question; what does not touch, or is a few pixels, is left alone', () => {
  const short = { x: 90, y: 150, width: 10, height: 60 };
  const { less } = otherCuts(above({ x: 0, y: 0, width: 200, height: 150 }, short), PAIR);
  expect(less?.height).toBeLessThanOrEqual(8);
  const apart = above({ x: 80, y: 50, width: 40, height: 60 }, { x: 80, y: 200, width: 40, height: 60 });
  expect(otherCuts(apart, PAIR)).toEqual({ more: null, less: null });
  const tiny = above({ x: 80, y: 50, width: 40, height: 100 }, { x: 80, y: 150, width: 40, height: 4 });
  expect(otherCuts(tiny, PAIR).more).toBeNull();
});

test('a strip is a piece’s own, lies at the border, and never is the most of it', () => {
  const size = fc.integer({ min: 4, max: 90 });
  fc.assert(
    fc.property(size, size, size, size, (wide, high, otherWide, otherHigh) => {
      const first = { x: 60, y: 100, width: wide, height: high };
      const second = { x: 70, y: 100 + high, width: otherWide, height: otherHigh };
      const { more } = otherCuts(above(first, second), PAIR);
      if (!more) return;
      expect(more.y).toBe(second.y);
      expect(more.x).toBeGreaterThanOrEqual(second.x);
      expect(more.x + more.width).toBeLessThanOrEqual(second.x + second.width);
      expect(maskArea(more)).toBeLessThanOrEqual(0.5 * otherWide * otherHigh);
    }),
    { numRuns: 60 },
  );
});

test('what one piece gets from two sides is one mask', () => {
  const art = above({ x: 80, y: 50, width: 40, height: 100 }, { x: 80, y: 150, width: 40, height: 100 });
  art.pieces.set('lower B', { face: filled({ x: 120, y: 50, width: 60, height: 100 }) } as never);
  const pairs = [PAIR, { first: 'upper', second: 'lower B' }];
  const got = stripsBetween(art, pairs, 'more');
  expect(got.map(({ pieceId }) => pieceId)).toEqual(['upper']);
  const [{ mask }] = got;
  expect(fromRuns(toRuns(mask))).toEqual(mask);
  expect(maskArea(mask)).toBe(40 * 13 + 100 * 8);
  expect(stripsBetween(art, pairs, 'less').map(({ pieceId }) => pieceId)).toEqual(['lower', 'lower B']);
});

test('the two pictures of a cut are alike but for where it runs: the two pieces stand apart there', () => {
  const art = above({ x: 80, y: 50, width: 40, height: 100 }, { x: 80, y: 150, width: 40, height: 100 });
  const drawn = drawCuts(art, PAIR, 60);
  const pictures = [drawn?.more, drawn?.less].map((one) => one as PlacedBitmap);
  const [{ width, height }] = pictures;
  expect(pictures.map((one) => [one.width, one.height])).toEqual([0, 1].map(() => [width, height]));
  /** The row at which the middle of the limb is faintest. */
  const gapOf = ({ data }: PlacedBitmap) => {
    const alphas = Array.from({ length: height }, (_, y) => data[4 * (y * width + (width >> 1)) + 3]);
    return alphas.indexOf(Math.min(...alphas));
  };
  const [more, less] = pictures.map(gapOf);
  expect(less).toBeLessThan(0.48 * height);
  expect(more).toBeGreaterThan(0.52 * height);
  expect(
    drawCuts(above({ x: 0, y: 0, width: 9, height: 9 }, { x: 50, y: 50, width: 9, height: 9 }), PAIR, 60),
  ).toBeNull();
});

test('a cut that was moved is doubted still, and so is all else about its pieces, until it is said to be right', () => {
  const faces = doc.pieces.map(({ face }) => placeOf(face));
  const parts = ['arm/upper/A', 'arm/lower/A'];
  const about = { place: { x: 9, y: 9 }, size: 9 };
  const drafted = applyDiff(
    doc,
    changeView(doc, 'v', {
      drafted: [
        { kind: 'border', parts, faces, ...about },
        { kind: 'unsure', parts: [parts[1]], faces: [faces[1]], ...about },
      ],
    }),
  );
  const keys = (one: CharacterDoc) => findDoubts(one, 'v', []).map(({ key }) => key.split(' ')[0]);
  const border = findDoubts(drafted, 'v', []).find(({ key }) => key.startsWith('border'));
  expect(border).toMatchObject({ answers: ['right', 'more', 'less'], between: PAIR });
  const { key } = border as { key: string };
  expect(bordersAsked(drafted, 'v', key)).toEqual({ pairs: [PAIR], between: 'upper arm A and lower arm A' });
  expect(() => settleDoubt(drafted, 'v', key, 'more')).toThrow('no answer');
  const moved = {
    ...drafted,
    pieces: drafted.pieces.map((piece) => ({ ...piece, face: { ...piece.face, blob: `${piece.face.blob} moved` } })),
  };
  expect(keys(moved)).toEqual([...keys(moved)].filter((kind) => kind !== 'border' && kind !== 'unsure'));
  const still = applyDiff(moved, doubtStill(drafted, moved, 'v'));
  expect(keys(still)).toEqual(keys(drafted));
  expect(bordersAsked(still, 'v', key).pairs).toEqual([PAIR]);
  const settled = applyDiff(still, settleDoubt(still, 'v', key, 'right').diff);
  expect(() => bordersAsked(settled, 'v', key)).toThrow('no doubt any more');
  const unsure = findDoubts(still, 'v', []).find((one) => one.key.startsWith('unsure')) as { key: string };
  expect(() => bordersAsked(still, 'v', unsure.key)).toThrow('no answer');
});
