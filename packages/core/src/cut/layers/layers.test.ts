import fc from 'fast-check';
import { createPlaced, wordsOf, type PlacedBitmap } from '../../raster/bitmap.js';
import { compareBitmaps } from '../../raster/compare.js';
import { composite } from '../../raster/composite.js';
import type { Rgb } from '../../raster/colour.js';
import { box, circle, draw } from '../../testing/drawing.js';
import { BLEND_MODES } from '../../document/row-types.js';
import { blendColour } from './blend.js';
import { flattenLayers, type LayerNode } from './flatten.js';
import { keepApart } from './keep-apart.js';
import { guessLayers, partsFromLayers } from './sort-layers.js';

const CANVAS = { width: 60, height: 60 };
const layer = (name: string, paint: PlacedBitmap | null, more: Partial<LayerNode> = {}): LayerNode => ({
  name,
  visible: true,
  opacity: 1,
  blend: 'normal',
  clipped: false,
  mask: null,
  fill: 1,
  effects: [],
  undrawn: [],
  paint,
  children: null,
  passThrough: false,
  ...more,
});
const group = (name: string, children: LayerNode[], more: Partial<LayerNode> = {}) =>
  layer(name, null, { children, ...more });
const flat = (colour: Rgb, shape = box(0, 0, 60, 60)) => draw(60, 60, [{ shape, colour }]);
const at = (picture: PlacedBitmap, x: number, y: number) => [
  ...picture.data.subarray((y * 60 + x) * 4, (y * 60 + x) * 4 + 4),
];

test('blend modes give the values of the W3C formulas, and stay in gamut', () => {
  const blend = (mode: (typeof BLEND_MODES)[number], b: number, s: number) =>
    blendColour(mode, [b, b, b], [s, s, s])[0];
  expect(blend('multiply', 0.5, 0.5)).toBeCloseTo(0.25);
  expect(blend('screen', 0.5, 0.5)).toBeCloseTo(0.75);
  expect(blend('overlay', 0.25, 0.5)).toBeCloseTo(0.25);
  expect(blend('hard-light', 0.5, 0.75)).toBeCloseTo(0.75);
  expect(blend('soft-light', 0.25, 0.5)).toBeCloseTo(0.25);
  expect(blend('difference', 0.2, 0.9)).toBeCloseTo(0.7);
  expect(blend('color-dodge', 0.2, 1)).toBe(1);
  expect(blend('color-burn', 0.2, 0)).toBe(0);
  // Luminosity keeps the hue beneath: a grey source over a colour gives that grey's lightness.
  const [r, g, b] = blendColour('luminosity', [0.8, 0.2, 0.2], [0.5, 0.5, 0.5]);
  expect(0.3 * r + 0.59 * g + 0.11 * b).toBeCloseTo(0.5);
  const unit = fc.double({ min: 0, max: 1, noNaN: true });
  fc.assert(
    fc.property(
      fc.constantFrom(...BLEND_MODES),
      fc.tuple(unit, unit, unit),
      fc.tuple(unit, unit, unit),
      (mode, b1, s1) => {
        for (const c of blendColour(mode, b1, s1)) expect(c >= -1e-9 && c <= 1 + 1e-9).toBe(true);
      },
    ),
  );
});

test('opacity, masks, clipping and groups are worked in, and said', () => {
  const mask = { x: 0, y: 0, width: 30, height: 60, data: new Uint8Array(1800).fill(255), outside: 0 };
  const { merged, layers, notes } = flattenLayers(
    [
      layer('coat', flat([200, 40, 40], box(10, 10, 50, 50))),
      layer('shade', flat([0, 0, 0]), { clipped: true, opacity: 0.5 }),
      group(
        'face',
        [layer('skin', flat([240, 200, 160])), layer('glow', flat([255, 255, 255]), { blend: 'multiply' })],
        { mask },
      ),
      layer('sketch', flat([9, 9, 9]), { visible: false }),
    ],
    CANVAS,
  );
  expect(at(merged, 40, 40)).toEqual([100, 20, 20, 255]);
  expect(at(merged, 20, 20)).toEqual([240, 200, 160, 255]);
  expect(at(merged, 55, 55)[3]).toBe(0);
  expect(layers.map((l) => l.path.join('/'))).toEqual(['coat', 'shade', 'face/skin', 'face/glow', 'sketch']);
  expect(layers[1].clippedTo).toBe(0);
  expect(layers[1].paint).toMatchObject({ x: 10, y: 10, width: 40, height: 40 });
  expect(notes.join(' ')).toMatch(/opacity.*|clip.*|mask.*/i);
});

test('plain layers composited give the merged picture, whatever they are', () => {
  const shapes = fc.array(
    fc.record({
      x: fc.integer({ min: 0, max: 50 }),
      y: fc.integer({ min: 0, max: 50 }),
      r: fc.integer({ min: 2, max: 20 }),
      c: fc.integer({ min: 0, max: 255 }),
    }),
    { maxLength: 4 },
  );
  fc.assert(
    fc.property(shapes, (list) => {
      const nodes = list.map(({ x, y, r, c }, i) =>
        layer(`l${i}`, draw(60, 60, [{ shape: circle(x, y, r), colour: [c, 255 - c, 90] }])),
      );
      const { merged, layers } = flattenLayers(nodes, CANVAS);
      const again = composite(
        60,
        60,
        layers.flatMap((l) => l.paint ?? []),
      );
      expect(compareBitmaps(again, merged).largest).toBeLessThanOrEqual(1);
    }),
    { numRuns: 15 },
  );
});

test('layers are guessed by their names, what they are clipped to, and what they are', () => {
  const small = flat([10, 10, 10], box(4, 20, 20, 40));
  const { layers } = flattenLayers(
    [
      layer('Background', flat([250, 250, 250])),
      layer('L_forearm', small),
      layer('shadow', small, { clipped: true, blend: 'multiply' }),
      group('head', [layer('lines', small), layer('fill', small)]),
      layer('construction guide', small),
      layer('old', small, { visible: false }),
      layer('nothing', null),
    ],
    CANVAS,
  );
  const guesses = guessLayers(layers, null, 3600);
  const said = guesses.map((g) => [g.role, g.tokens && [g.tokens.group, g.tokens.part].filter(Boolean).join('/')]);
  expect(said).toEqual([
    ['leave out', null],
    ['fill', 'arm/lower'],
    ['shade', 'arm/lower'],
    ['line', 'head'],
    ['fill', 'head'],
    ['guide', null],
    ['leave out', null],
    ['leave out', null],
  ]);
  expect(guesses[5].because).toBe('by its name');
  expect(guesses[6].because).toBe('hidden in the file');
});

test('parts take their layers’ hidden paint along, and their faces together are the design', () => {
  const body = flat([60, 90, 140], box(5, 20, 55, 58));
  const head = draw(60, 60, [{ shape: circle(30, 18, 15), colour: [236, 182, 150] }]);
  const line = draw(60, 60, [
    { shape: (x, y) => Math.min(circle(30, 18, 15)(x, y), -circle(30, 18, 12)(x, y)), colour: [30, 30, 40] },
  ]);
  const { merged, layers } = flattenLayers(
    [layer('torso', body), layer('head fill', head), layer('head line', line)],
    CANVAS,
  );
  const tokens = (groupName: string) => ({ group: groupName, side: null, part: null, index: null });
  const sorted = layers.map((l, i) => ({
    layer: l,
    role: i === 2 ? ('line' as const) : ('fill' as const),
    tokens: tokens(i === 0 ? 'torso' : 'head'),
  }));
  const { parts, unseen } = partsFromLayers(merged, sorted, true);
  expect(parts.map((p) => p.tokens.group)).toEqual(['torso', 'head']);
  expect(unseen).toEqual([]);
  const [torso, headPart] = parts;
  expect(torso.own.width * torso.own.height).toBe(50 * 38);
  expect(compareBitmaps(composite(60, 60, [torso.own, headPart.own]), merged).largest).toBeLessThanOrEqual(1);
  const faces = [torso.face, headPart.face].map((face) => wordsOf(face).reduce((n, w) => n + (w >>> 24 ? 1 : 0), 0));
  expect(faces[0] + faces[1]).toBe(wordsOf(merged).reduce((n, w) => n + (w >>> 24 ? 1 : 0), 0));
  expect(headPart.apart?.line).toBeTruthy();
  const hidden = partsFromLayers(
    merged,
    [{ ...sorted[0], layer: { ...layers[0], paint: createPlacedDot() } }, ...sorted.slice(1)],
    false,
  );
  expect(hidden.unseen.map((t) => t.group)).toEqual(['torso']);
});

/** One pixel that lies wholly under the head. */
function createPlacedDot(): PlacedBitmap {
  const dot = createPlaced({ x: 30, y: 18, width: 1, height: 1 });
  dot.data.set([1, 2, 3, 255]);
  return dot;
}

test('sheets kept apart are the piece’s image when drawn over one another, also where a rounded end was added', () => {
  const fill = draw(60, 60, [{ shape: circle(30, 30, 20), colour: [60, 90, 140] }]);
  const line = draw(60, 60, [
    { shape: (x, y) => Math.min(circle(30, 30, 20)(x, y), -circle(30, 30, 17)(x, y)), colour: [30, 26, 40] },
  ]);
  const image = composite(60, 60, [fill, line, draw(60, 60, [{ shape: box(28, 44, 34, 56), colour: [9, 200, 9] }])]);
  const kept = keepApart({ ...image, x: 0, y: 0 }, { fill, shade: null, line });
  expect(kept.shade).toBeNull();
  const again = composite(60, 60, [kept.base, ...(kept.line ? [kept.line] : [])]);
  expect(compareBitmaps(again, image).largest).toBeLessThanOrEqual(1);
  // Where the line was, the base has the fill beneath it.
  expect(at(kept.base, 12, 30)).toEqual(at(fill, 12, 30));
  expect(kept.line && at(kept.line, 30, 50)[3]).toBeFalsy();
});
