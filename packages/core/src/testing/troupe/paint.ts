import type { Rgb } from '../../raster/colour.js';
import type { Point } from './shapes.js';

/** The colour of a place. */
export type Paint = (x: number, y: number) => Rgb;

export const flat =
  (colour: Rgb): Paint =>
  () =>
    colour;

const mix = (a: Rgb, b: Rgb, share: number): Rgb => [
  a[0] + (b[0] - a[0]) * share,
  a[1] + (b[1] - a[1]) * share,
  a[2] + (b[2] - a[2]) * share,
];
const clamp = (v: number) => Math.max(0, Math.min(1, v));

/** Shading from one colour to another between two places, softly. */
export function shaded(from: Rgb, to: Rgb, [ax, ay]: Point, [bx, by]: Point): Paint {
  const length = (bx - ax) ** 2 + (by - ay) ** 2;
  return (x, y) => {
    const t = clamp(((x - ax) * (bx - ax) + (y - ay) * (by - ay)) / length);
    return mix(from, to, t * t * (3 - 2 * t));
  };
}

/** Stripes of two colours with soft edges, `period` px apart, running at `angle` degrees. */
export function striped(a: Rgb, b: Rgb, period: number, angle: number): Paint {
  const rad = (angle * Math.PI) / 180;
  return (x, y) => {
    const along = (x * Math.cos(rad) + y * Math.sin(rad)) / period;
    const wave = Math.abs(along - Math.floor(along) - 0.5) * 2;
    return mix(a, b, clamp((wave - 0.5) * period * 0.5 + 0.5));
  };
}

/** Dots of one colour on another, `period` px apart. */
export function dotted(ground: Rgb, dot: Rgb, period: number): Paint {
  return (x, y) => {
    const row = Math.floor(y / period);
    const u = x / period + (row % 2) / 2;
    const dx = (u - Math.floor(u) - 0.5) * period;
    const dy = (y / period - row - 0.5) * period;
    return mix(ground, dot, clamp(period * 0.28 - Math.hypot(dx, dy) + 0.5));
  };
}

/** A colour put on with a broad brush: it wanders by up to `much` from place to place, the same at every drawing. */
export function brushed(paint: Paint, much: number, seed: number): Paint {
  const wave = (x: number, y: number, k: number) =>
    Math.sin(x * 0.043 * k + y * 0.021 + seed * 1.7) * Math.sin(y * 0.037 * k - x * 0.017 + seed * 2.3);
  return (x, y) => {
    const by = much * (0.6 * wave(x, y, 1) + 0.3 * wave(x, y, 2.3) + 0.1 * wave(x, y, 6.1));
    const [r, g, b] = paint(x, y);
    return [clamp255(r + by), clamp255(g + by), clamp255(b + by * 0.8)];
  };
}

/** A paint with a soft shadow cast on it, as deep as `depth` says where the shape that casts it lies. */
export function shadowed(paint: Paint, shadow: (x: number, y: number) => number, depth: number): Paint {
  return (x, y) => mix(paint(x, y), [40, 36, 70], depth * clamp(shadow(x, y) / 6 + 0.5));
}

const clamp255 = (v: number) => Math.max(0, Math.min(255, v));
