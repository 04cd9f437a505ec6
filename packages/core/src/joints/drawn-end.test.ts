import { cropPlaced } from '../raster/bitmap.js';
import { box, draw, type Stroke } from '../testing/drawing.js';
import { FILL, INK } from '../testing/limbs.js';
import { drawnEnd } from './drawn-end.js';
import type { JointFit } from './fit-joint.js';
import { sharedBorder } from './shared-border.js';

const [WIDTH, HEIGHT] = [120, 200];
const LINE = 6;

/** An upright limb of 60 px in its outline, with a line of some px across it, cut at 100 px from the top. */
function limb(across: { from: number; to: number } | null, more: Stroke[] = []) {
  const strokes: Stroke[] = [
    { shape: box(30, 10, 90, 190), colour: INK },
    { shape: box(30 + LINE, 10 + LINE, 90 - LINE, 190 - LINE), colour: FILL },
    ...more,
  ];
  if (across) strokes.push({ shape: box(30, across.from, 90, across.to), colour: INK });
  const design = draw(WIDTH, HEIGHT, strokes);
  const upper = cropPlaced(design, { x: 0, y: 0, width: WIDTH, height: 100 });
  const lower = cropPlaced(design, { x: 0, y: 100, width: WIDTH, height: 100 });
  return { upper, lower };
}
function endOf({ upper, lower }: ReturnType<typeof limb>, lineWidth = LINE): string {
  const border = sharedBorder(lower, upper);
  if (!border.ok) throw new Error(border.sentence);
  const fit = { x: 60, y: 100, radius: 30, lineWidth, lineColour: INK, fillColour: FILL } as JointFit;
  return drawnEnd(lower, upper, border, fit);
}

test('where nothing is drawn across, both ends carry the disc', () => {
  expect(endOf(limb(null))).toBe('both');
});

test('a cuff’s line on the one piece keeps that end as it is drawn: the other carries the disc', () => {
  expect(endOf(limb({ from: 100 - LINE, to: 100 }))).toBe('child');
  expect(endOf(limb({ from: 100, to: 100 + LINE }))).toBe('parent');
});

test('a line that was cut through the middle finishes neither', () => {
  expect(endOf(limb({ from: 100 - LINE / 2, to: 100 + LINE / 2 }))).toBe('both');
});

test('a pixel of the other’s line that stayed when it was cut off is little', () => {
  expect(endOf(limb({ from: 100 - LINE, to: 101 }))).toBe('child');
});

test('the shade under a hem is no line, and art without outlines has none', () => {
  const shade = { shape: box(30 + LINE, 100, 90 - LINE, 112), colour: [170, 120, 48] as const };
  expect(endOf(limb(null, [shade]))).toBe('both');
  expect(endOf(limb({ from: 100 - LINE, to: 100 }), 0)).toBe('both');
});
