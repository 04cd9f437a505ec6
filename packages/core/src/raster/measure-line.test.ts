import fc from 'fast-check';
import { box, circle, draw, type Shape } from '../testing/drawing.js';
import { colourDistance, type Rgb } from './colour.js';
import type { PlacedBitmap } from './bitmap.js';
import { coverageOf } from './mask.js';
import { measureLine } from './measure-line.js';

const INK: Rgb = [43, 35, 51];
const PAINT: Rgb = [228, 169, 58];
const SIDE = 200;
const WHOLE = { x: SIDE / 2, y: SIDE / 2, radius: 140 };

const maskOf = (design: PlacedBitmap) => ({ ...coverageOf(design), x: design.x, y: design.y });

/** A shape of one paint with its outline inside its edge. */
function outlined(outer: Shape, inner: Shape) {
  const design = draw(SIDE, SIDE, [
    { shape: outer, colour: INK },
    { shape: inner, colour: PAINT },
  ]);
  return { design, mask: maskOf(design) };
}

test('a ring’s outline is as wide as it was drawn, in its own colour, wherever the ring lies', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 2, max: 16, noNaN: true }),
      fc.double({ min: 30, max: 70, noNaN: true }),
      fc.double({ min: -0.5, max: 0.5, noNaN: true }),
      fc.double({ min: -0.5, max: 0.5, noNaN: true }),
      (line, radius, dx, dy) => {
        const [x, y] = [100 + dx, 100 + dy];
        const { design, mask } = outlined(circle(x, y, radius), circle(x, y, radius - line));
        const found = measureLine(design, mask, WHOLE);
        expect(Math.abs(found.width - line)).toBeLessThan(0.35);
        expect(colourDistance(found.colour, INK)).toBeLessThan(2);
        expect(colourDistance(found.fill, PAINT)).toBeLessThan(2);
        expect(found.confidence).toBeGreaterThan(0.8);
      },
    ),
    { numRuns: 25 },
  );
});

test('art without an outline has a line of no width, and tells its paint', () => {
  const design = draw(SIDE, SIDE, [{ shape: circle(100, 100, 60), colour: PAINT }]);
  const found = measureLine(design, maskOf(design), WHOLE);
  expect(found.width).toBe(0);
  expect(colourDistance(found.fill, PAINT)).toBeLessThan(1);
  expect(found.colour).toEqual(found.fill);
});

test('what is all ink has no outline either, and a thin line is not watered down by its soft edges', () => {
  const ink = draw(SIDE, SIDE, [{ shape: circle(100, 100, 60), colour: INK }]);
  expect(measureLine(ink, maskOf(ink), WHOLE).width).toBe(0);
  const { design, mask } = outlined(circle(100, 100, 60), circle(100, 100, 58.8));
  const thin = measureLine(design, mask, WHOLE);
  expect(Math.abs(thin.width - 1.2)).toBeLessThan(0.4);
  // Of a line that is hardly wider than a pixel, most pixels are mixed.
  expect(colourDistance(thin.colour, INK)).toBeLessThan(15);
});

test('only what lies in the zone counts: each side of a box tells its own line', () => {
  // The left side's line is three times as wide as the right one's.
  const { design, mask } = outlined(box(30, 30, 170, 170), box(45, 35, 165, 165));
  const at = (x: number) => measureLine(design, mask, { x, y: 100, radius: 30 }).width;
  expect(Math.abs(at(30) - 15)).toBeLessThan(0.5);
  expect(Math.abs(at(170) - 5)).toBeLessThan(0.5);
});

test('where nothing is drawn, nothing is told of it', () => {
  const { design, mask } = outlined(circle(50, 50, 20), circle(50, 50, 16));
  expect(measureLine(design, mask, { x: 150, y: 150, radius: 30 })).toEqual({
    width: 0,
    colour: [0, 0, 0],
    fill: [0, 0, 0],
    confidence: 0,
  });
});

test('a zone that reaches beyond the canvas takes the canvas’s edge for no outline', () => {
  // The box goes on beyond the right edge: only its left side, top and bottom are outlined.
  const { design, mask } = outlined(box(150, 60, 260, 140), box(158, 68, 260, 132));
  const found = measureLine(design, mask, { x: SIDE, y: 100, radius: 60 });
  expect(Math.abs(found.width - 8)).toBeLessThan(0.5);
});
