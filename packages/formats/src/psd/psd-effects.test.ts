import type { BlendMode } from '@limber-sheaf/core';
import type { Color, LayerEffectsInfo } from 'ag-psd';
import fc from 'fast-check';
import { readEffects } from './psd-effects.js';

const read = (info: LayerEffectsInfo | undefined, light = 120) =>
  readEffects(info, light, (mode) => (mode ?? 'normal') as BlendMode);
const px = (value: number) => ({ units: 'Pixels' as const, value });
const black: Color = { r: 0, g: 0, b: 0 };

test('a layer without effects, or with all of them off, has none', () => {
  const none = { effects: [], undrawn: [] };
  expect(read(undefined)).toEqual(none);
  expect(read({ disabled: true, solidFill: [{ color: black }] })).toEqual(none);
  expect(
    read({
      solidFill: [
        { color: black, enabled: false },
        { color: black, present: false },
      ],
    }),
  ).toEqual(none);
});

test('a shadow falls away from the light: its own, or the one that layers share', () => {
  const shadow = { size: px(6), choke: px(50), distance: px(10), color: black, opacity: 0.4 };
  const [own] = read({ dropShadow: [{ ...shadow, angle: 90 }] }).effects;
  expect(own).toMatchObject({ kind: 'shadow', word: 'drop shadow', inner: false, reach: 6, solid: 0.5, opacity: 0.4 });
  if (own.kind !== 'shadow') throw new Error('no shadow');
  // Light from above: the shadow lies below.
  expect(own.dx).toBeCloseTo(0);
  expect(own.dy).toBeCloseTo(10);
  const [shared] = read({ innerShadow: [{ ...shadow, angle: 90, useGlobalLight: true }] }, 0).effects;
  if (shared.kind !== 'shadow') throw new Error('no shadow');
  expect(shared.dx).toBeCloseTo(-10);
  expect(shared.dy).toBeCloseTo(0);
  expect(shared).toMatchObject({ inner: true, word: 'inner shadow' });
});

test('glows spread evenly; one that comes from the middle is not drawn, and named', () => {
  const glow = { size: px(8), color: { r: 255, g: 240, b: 120 }, blendMode: 'screen' as const };
  const found = read({ outerGlow: glow, innerGlow: { ...glow, source: 'center' } });
  expect(found.effects).toEqual([
    {
      blend: 'screen',
      opacity: 1,
      kind: 'shadow',
      colour: [255, 240, 120],
      reach: 8,
      solid: 0,
      word: 'outer glow',
      inner: false,
      dx: 0,
      dy: 0,
    },
  ]);
  expect(found.undrawn).toEqual(['inner glow']);
});

test.each([
  ['inside', 'inside'],
  ['center', 'middle'],
  ['outside', 'outside'],
  [undefined, 'outside'],
] as const)('a stroke lies %s the edge', (position, where) => {
  expect(read({ stroke: [{ position, size: px(3), color: black, fillType: 'color' }] }).effects).toEqual([
    { blend: 'normal', opacity: 1, word: 'stroke', kind: 'stroke', colour: [0, 0, 0], width: 3, where },
  ]);
});

test('what is not drawn is named, in the order it would lie', () => {
  const found = read({
    patternOverlay: {},
    satin: {},
    bevel: {},
    stroke: [{ fillType: 'pattern', size: px(2) }],
    gradientOverlay: [{ type: 'angle', gradient: undefined }],
  } as unknown as LayerEffectsInfo);
  expect(found).toEqual({
    effects: [],
    undrawn: ['pattern overlay', 'gradient overlay', 'satin', 'stroke', 'bevel'],
  });
});

describe('a gradient', () => {
  const stop = (location: number, r: number) => ({ location, midpoint: 0.5, color: { r, g: 0, b: 0 } });
  const gradient = {
    type: 'solid' as const,
    name: '',
    smoothness: 1,
    colorStops: [stop(0, 10), stop(2048, 100), stop(4096, 250)],
    opacityStops: [
      { location: 4096, midpoint: 0.5, opacity: 0 },
      { location: 0, midpoint: 0.5, opacity: 1 },
    ],
  };
  const stopsOf = (more: object) => {
    const [effect] = read({ gradientOverlay: [{ gradient, type: 'linear', ...more }] } as LayerEffectsInfo).effects;
    if (effect.kind !== 'overlay') throw new Error('no overlay');
    return effect;
  };

  test('keeps its colours and its clearness at each stop', () => {
    expect(stopsOf({ angle: 45, scale: 50 })).toMatchObject({
      angle: 45,
      scale: 0.5,
      round: false,
      stops: [
        { at: 0, colour: [10, 0, 0], alpha: 1 },
        { at: 0.5, colour: [100, 0, 0], alpha: 0.5 },
        { at: 1, colour: [250, 0, 0], alpha: 0 },
      ],
    });
  });

  test('runs the other way where it is reversed, with its clearness', () => {
    const { stops, round } = stopsOf({ reverse: true, type: 'radial' });
    expect(round).toBe(true);
    expect(stops.map(({ at, colour, alpha }) => [at, colour[0], alpha])).toEqual([
      [0, 250, 0],
      [0.5, 100, 0.5],
      [1, 10, 1],
    ]);
  });

  test('without stops for its clearness is opaque', () => {
    expect(stopsOf({ gradient: { ...gradient, opacityStops: [] } }).stops.every(({ alpha }) => alpha === 1)).toBe(true);
  });
});

describe('a colour, in whichever way it is kept', () => {
  const colourOf = (color: Color | undefined) => {
    const [effect] = read({ solidFill: [{ color }] }).effects;
    return effect.kind === 'overlay' ? effect.stops[0].colour : null;
  };
  test.each<[string, Color | undefined, [number, number, number]]>([
    ['nothing is black', undefined, [0, 0, 0]],
    ['bytes', { r: 12, g: 200, b: 255 }, [12, 200, 255]],
    ['parts of one', { fr: 0.5, fg: 0, fb: 1 }, [128, 0, 255]],
    ['hue, saturation, brightness: red', { h: 0, s: 100, b: 100 }, [255, 0, 0]],
    ['hue, saturation, brightness: a dull green', { h: 1 / 3, s: 50, b: 80 }, [102, 204, 102]],
    ['hue, saturation, brightness: white', { h: 0.2, s: 0, b: 100 }, [255, 255, 255]],
    ['ink: none', { c: 0, m: 0, y: 0, k: 0 }, [255, 255, 255]],
    ['ink: cyan', { c: 100, m: 0, y: 0, k: 0 }, [0, 255, 255]],
    ['ink: black', { c: 0, m: 0, y: 0, k: 100 }, [0, 0, 0]],
    ['lightness: white', { l: 100, a: 0, b: 0 }, [255, 255, 255]],
    ['grey', { k: 50 }, [128, 128, 128]],
  ])('%s', (_, color, expected) => {
    const found = colourOf(color) ?? [];
    expect(found).toHaveLength(3);
    for (let c = 0; c < 3; c++) expect(Math.abs(found[c] - expected[c])).toBeLessThanOrEqual(1);
  });

  test('is always three bytes', () => {
    const wild = fc.double({ min: -500, max: 500, noNaN: true });
    const colour = fc.oneof(
      fc.record({ r: wild, g: wild, b: wild }),
      fc.record({ fr: wild, fg: wild, fb: wild }),
      fc.record({ h: wild, s: wild, b: wild }),
      fc.record({ c: wild, m: wild, y: wild, k: wild }),
      fc.record({ l: wild, a: wild, b: wild }),
      fc.record({ k: wild }),
    );
    fc.assert(
      fc.property(colour, (color) => {
        const found = colourOf(color as Color) ?? [];
        expect(found.every((v) => Number.isInteger(v) && v >= 0 && v <= 255)).toBe(true);
      }),
    );
  });
});

test('sizes are kept within reason', () => {
  const [effect] = read({ stroke: [{ size: px(9e9), color: black, fillType: 'color' }] }).effects;
  expect(effect.kind === 'stroke' && effect.width).toBe(2000);
});
