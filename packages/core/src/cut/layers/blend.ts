import type { BlendMode } from '../../document/row-types.js';
type Separable = (backdrop: number, source: number) => number;

const hardLight: Separable = (b, s) => (s <= 0.5 ? b * 2 * s : b + (2 * s - 1) - b * (2 * s - 1));

const SEPARABLE: Partial<Record<BlendMode, Separable>> = {
  multiply: (b, s) => b * s,
  screen: (b, s) => b + s - b * s,
  overlay: (b, s) => hardLight(s, b),
  darken: Math.min,
  lighten: Math.max,
  'color-dodge': (b, s) => (b === 0 ? 0 : s >= 1 ? 1 : Math.min(1, b / (1 - s))),
  'color-burn': (b, s) => (b >= 1 ? 1 : s <= 0 ? 0 : 1 - Math.min(1, (1 - b) / s)),
  'hard-light': hardLight,
  'soft-light': (b, s) => {
    if (s <= 0.5) return b - (1 - 2 * s) * b * (1 - b);
    const d = b <= 0.25 ? ((16 * b - 12) * b + 4) * b : Math.sqrt(b);
    return b + (2 * s - 1) * (d - b);
  },
  difference: (b, s) => Math.abs(b - s),
  exclusion: (b, s) => b + s - 2 * b * s,
  plus: (b, s) => Math.min(1, b + s),
};

type Colour = [number, number, number];

const lum = (c: Colour) => 0.3 * c[0] + 0.59 * c[1] + 0.11 * c[2];

function clip(c: Colour): Colour {
  const l = lum(c);
  const low = Math.min(...c);
  const high = Math.max(...c);
  let out = c;
  if (low < 0) out = out.map((v) => l + ((v - l) * l) / (l - low)) as Colour;
  if (high > 1) out = out.map((v) => l + ((v - l) * (1 - l)) / (high - l)) as Colour;
  return out;
}

const setLum = (c: Colour, l: number): Colour => {
  const d = l - lum(c);
  return clip([c[0] + d, c[1] + d, c[2] + d]);
};

const sat = (c: Colour) => Math.max(...c) - Math.min(...c);

function setSat(c: Colour, s: number): Colour {
  const low = Math.min(...c);
  const high = Math.max(...c);
  return high === low ? [0, 0, 0] : (c.map((v) => ((v - low) * s) / (high - low)) as Colour);
}

/** The blended colour of two straight colours, 0 to 1 a channel (W3C Compositing Level 1, section 10). */
export function blendColour(mode: BlendMode, backdrop: Colour, source: Colour): Colour {
  const separable = SEPARABLE[mode];
  if (separable) return [0, 1, 2].map((c) => separable(backdrop[c], source[c])) as Colour;
  switch (mode) {
    case 'hue':
      return setLum(setSat(source, sat(backdrop)), lum(backdrop));
    case 'saturation':
      return setLum(setSat(backdrop, sat(source)), lum(backdrop));
    case 'color':
      return setLum(source, lum(backdrop));
    case 'luminosity':
      return setLum(backdrop, lum(source));
    default:
      return source;
  }
}
