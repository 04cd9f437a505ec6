import fc from 'fast-check';
import { circle, box, draw } from '../testing/drawing.js';
import { isPlain, layerRings, movingLayer, turnLayer } from './bend-layers.js';
import { openSpans, quietPixels, type BendSquare } from './bend-spans.js';
import { NOWHERE } from './limb-axis.js';

const PIVOT = { x: 40.5, y: 40.5 };
const COLOURS = { lineWidth: 3, lineColour: [30, 30, 40], fillColour: [220, 160, 60] } as const;
const GOES_ON = { pivot: PIVOT, straight: NOWHERE, radius: 0 };

function squareOf(side: number): BendSquare {
  const fromPivot = new Float32Array(side * side);
  for (let i = 0; i < fromPivot.length; i++)
    fromPivot[i] = Math.hypot((i % side) + 0.5 - PIVOT.x, Math.floor(i / side) + 0.5 - PIVOT.y);
  return { width: side, height: side, fromPivot };
}

/** A disc of fill with an outline, as it would turn. */
function disc(radius: number) {
  const image = draw(81, 81, [
    { shape: circle(PIVOT.x, PIVOT.y, radius), colour: [30, 30, 40] },
    { shape: circle(PIVOT.x, PIVOT.y, radius - 3), colour: [220, 160, 60] },
  ]);
  return movingLayer([{ face: image, image }], image, COLOURS, GOES_ON);
}

test('spans are the open pixels, each once, row by row', () => {
  const square = squareOf(23);
  fc.assert(
    fc.property(fc.infiniteStream(fc.boolean()), fc.integer({ min: 5, max: 40 }), (stream, most) => {
      const quiet = Uint8Array.from({ length: 23 * 23 }, () => (stream.next().value ? 1 : 0));
      const spans = openSpans(square, most, quiet);
      const seen = new Uint8Array(quiet.length);
      for (let k = 0; k < spans.length; k += 3) {
        expect(spans[k + 2]).toBeGreaterThan(spans[k + 1]);
        for (let x = spans[k + 1]; x < spans[k + 2]; x++) seen[spans[k] * 23 + x]++;
      }
      for (let i = 0; i < seen.length; i++) expect(seen[i]).toBe(square.fromPivot[i] <= most && quiet[i] === 0 ? 1 : 0);
    }),
    { numRuns: 40 },
  );
});

test('of a disc with an outline the inside is plain at every angle, the outside clear, and the line neither', () => {
  const rings = layerRings(disc(25), PIVOT, 38);
  expect(rings.slice(0, 19).every((ring) => ring === 'plain')).toBe(true);
  expect(rings.slice(22, 27).every((ring) => ring === 'mixed')).toBe(true);
  expect(rings.slice(29).every((ring) => ring === 'clear')).toBe(true);
  expect(layerRings(null, PIVOT, 5)).toEqual(Array.from({ length: 6 }, () => 'clear'));
});

test('a layer that ends within a ring is not plain there', () => {
  const half = draw(81, 81, [{ shape: box(0, 0, 81, 44), colour: [220, 160, 60] }]);
  const layer = movingLayer([{ face: half, image: half }], half, COLOURS, GOES_ON);
  expect(layerRings(layer, PIVOT, 20).slice(8)).toEqual(Array.from({ length: 13 }, () => 'mixed'));
});

test('what is quiet looks the same at every angle: plain, and wanted', () => {
  const square = squareOf(81);
  const layer = disc(25);
  const inDisc = Uint8Array.from(square.fromPivot, (d) => (d <= 24 ? 1 : 0));
  const nothing = new Uint32Array(81 * 81);
  const quiet = quietPixels(square, PIVOT, inDisc, { parent: nothing, base: nothing, behind: null, ahead: layer });
  expect(quiet.reduce((sum, value) => sum + value, 0)).toBeGreaterThan(900);
  const window = { x: 0, y: 0, width: 81, height: 81 };
  const everywhere = openSpans(square, 39);
  fc.assert(
    fc.property(fc.double({ min: -180, max: 180, noNaN: true }), (angle) => {
      const words = new Uint32Array(81 * 81);
      turnLayer(layer, angle, PIVOT, window, everywhere, words);
      const wrong = quiet.filter((value, i) => value > 0 && !(isPlain(words[i]) && inDisc[i] === 1));
      expect(wrong).toHaveLength(0);
    }),
    { numRuns: 25 },
  );
});

test('turned over some stretches alone, a layer is there what it is when all of it is turned', () => {
  const square = squareOf(81);
  const layer = disc(25);
  const window = { x: 0, y: 0, width: 81, height: 81 };
  const some = Uint8Array.from({ length: 81 * 81 }, (_, i) => ((i * 7919) % 13 < 6 ? 1 : 0));
  fc.assert(
    fc.property(fc.double({ min: -180, max: 180, noNaN: true }), (angle) => {
      const [whole, part] = [new Uint32Array(81 * 81), new Uint32Array(81 * 81)];
      turnLayer(layer, angle, PIVOT, window, openSpans(square, 39), whole);
      turnLayer(layer, angle, PIVOT, window, openSpans(square, 39, some), part);
      for (let i = 0; i < part.length; i++) expect(part[i]).toBe(some[i] || square.fromPivot[i] > 39 ? 0 : whole[i]);
    }),
    { numRuns: 4 },
  );
});
