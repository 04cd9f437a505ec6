import { trimToPaint, type PlacedBitmap } from '../../raster/bitmap.js';
import type { Rgb } from '../../raster/colour.js';
import { box, draw } from '../../testing/drawing.js';
import { drawEffects, type OverlayEffect, type ShadowEffect, type StrokeEffect } from './effects.js';
import { flattenLayers, type LayerNode } from './flatten.js';

const RED: Rgb = [200, 40, 40];
const square = trimToPaint(draw(60, 60, [{ shape: box(20, 20, 40, 40), colour: RED }])) as PlacedBitmap;
const at = (picture: PlacedBitmap, x: number, y: number) => {
  const px = x - picture.x;
  const py = y - picture.y;
  if (px < 0 || py < 0 || px >= picture.width || py >= picture.height) return [0, 0, 0, 0];
  return [...picture.data.subarray((py * picture.width + px) * 4, (py * picture.width + px) * 4 + 4)];
};
const shadow = (more: Partial<ShadowEffect>): ShadowEffect => ({
  word: 'drop shadow',
  kind: 'shadow',
  blend: 'normal',
  opacity: 1,
  inner: false,
  colour: [0, 0, 0],
  dx: 0,
  dy: 0,
  reach: 0,
  solid: 0,
  ...more,
});
const stroke = (where: StrokeEffect['where']): StrokeEffect => ({
  word: 'stroke',
  kind: 'stroke',
  blend: 'normal',
  opacity: 1,
  colour: [0, 0, 255],
  width: 4,
  where,
});
const overlay = (more: Partial<OverlayEffect>): OverlayEffect => ({
  word: 'colour overlay',
  kind: 'overlay',
  blend: 'normal',
  opacity: 1,
  stops: [{ at: 0, colour: [0, 255, 0], alpha: 1 }],
  round: false,
  angle: 0,
  scale: 1,
  ...more,
});

test('a shadow falls behind, as far as it is told, and ends within its reach', () => {
  const { own, behind } = drawEffects(square, [shadow({ dx: 10, dy: 5 })]);
  expect(own.data).toEqual(square.data);
  expect([at(behind[0].paint, 45, 30)[3], at(behind[0].paint, 45, 46)[3], at(behind[0].paint, 25, 30)[3]]).toEqual([
    255, 0, 0,
  ]);
  const soft = drawEffects(square, [shadow({ reach: 9 })]).behind[0].paint;
  const row = [38, 40, 42, 45, 48, 51].map((x) => at(soft, x, 30)[3]);
  expect([...row].sort((a, b) => b - a)).toEqual(row);
  expect(row[1]).toBeGreaterThan(90);
  expect(row[5]).toBe(0);
});

test('strokes are as wide as told, outside, inside, or half each', () => {
  const outside = drawEffects(square, [stroke('outside')]);
  const across = (picture: PlacedBitmap, channel: number) =>
    Array.from({ length: 20 }, (_, i) => at(picture, 36 + i, 30)[channel]).filter((v) => v > 127).length;
  expect(outside.own.data).toEqual(square.data);
  expect(across(outside.behind[0].paint, 3)).toBe(4);
  expect(at(outside.behind[0].paint, 43, 30)).toEqual([0, 0, 255, 255]);
  const inside = drawEffects(square, [stroke('inside')]);
  expect(inside.behind).toEqual([]);
  expect([at(inside.own, 37, 30), at(inside.own, 34, 30)]).toEqual([
    [0, 0, 255, 255],
    [200, 40, 40, 255],
  ]);
  const middle = drawEffects(square, [stroke('middle')]);
  expect(at(middle.own, 38, 30)).toEqual([0, 0, 255, 255]);
  expect(at(middle.own, 37, 30)).toEqual([200, 40, 40, 255]);
  expect([at(middle.behind[0].paint, 41, 30)[3], at(middle.behind[0].paint, 42, 30)[3]]).toEqual([255, 0]);
});

test('overlays lie on the paint with their blend and opacity; gradients run over its width', () => {
  const half = drawEffects(square, [overlay({ opacity: 0.5 })]).own;
  expect(at(half, 30, 30)).toEqual([100, 147, 20, 255]);
  const darker = drawEffects(square, [overlay({ blend: 'multiply' })]).own;
  expect(at(darker, 30, 30)).toEqual([0, 40, 0, 255]);
  const stops = [
    { at: 0, colour: [0, 0, 0] as Rgb, alpha: 1 },
    { at: 1, colour: [200, 200, 200] as Rgb, alpha: 1 },
  ];
  const run = drawEffects(square, [overlay({ stops })]).own;
  expect([20, 30, 39].map((x) => at(run, x, 30)[0])).toEqual([5, 105, 195]);
  const up = drawEffects(square, [overlay({ stops, angle: 90 })]).own;
  expect([at(up, 30, 39)[0], at(up, 30, 20)[0]]).toEqual([5, 195]);
});

test('with its fill at nothing, a layer shows only its effects; an inner shadow darkens the rim alone', () => {
  const ring = drawEffects(square, [stroke('inside')], 0).own;
  expect([at(ring, 37, 30)[3], at(ring, 30, 30)[3]]).toEqual([255, 0]);
  const sunk = drawEffects(square, [shadow({ word: 'inner shadow', inner: true, reach: 6 })]).own;
  expect(at(sunk, 20, 30)[0]).toBeLessThan(150);
  expect(at(sunk, 30, 30)).toEqual([200, 40, 40, 255]);
});

test('effects are drawn in what is seen, come to the table as layers of their own, and are told', () => {
  const node: LayerNode = {
    name: 'torso',
    visible: true,
    opacity: 0.5,
    blend: 'normal',
    clipped: false,
    mask: null,
    fill: 1,
    effects: [shadow({ dx: 12 }), stroke('inside')],
    undrawn: ['bevel'],
    paint: square,
    children: null,
    passThrough: false,
  };
  const { merged, layers, notes } = flattenLayers([node], { width: 60, height: 60 });
  expect([at(merged, 45, 30), at(merged, 37, 30)[3], at(merged, 22, 30)]).toEqual([
    [0, 0, 0, 128],
    192,
    [0, 0, 255, 128],
  ]);
  expect(layers.map((l) => l.path.join(' / '))).toEqual(['torso / drop shadow', 'torso']);
  expect(notes).toContain('torso: its drop shadow, stroke were drawn.');
  expect(notes).toContain('torso: its bevel shows only as in the merged picture.');
});
