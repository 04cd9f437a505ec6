import type { PaletteColour } from '../document/row-types.js';
import { wordsOf, type Bitmap } from '../raster/bitmap.js';
import { labDistance, toHex, toLab, type Lab, type Rgb } from '../raster/colour.js';

/** Shades nearer than this (OKLab × 100) are counted as one colour. */
const SAME = 9;

/**
 * A design's main colours: a histogram of its opaque pixels, taken together from the most frequent down, each
 * then set to the mean of what it took in. Blends along edges are few and fall to the nearest of them.
 * @param most how many at most, default 12
 * @returns largest share first; colours with under half a per cent are left out
 */
export function takePalette(design: Bitmap, most = 12): PaletteColour[] {
  const words = wordsOf(design);
  const tally = new Map<number, number>();
  let total = 0;
  // Every other row tells as much.
  for (let y = 0; y < design.height; y += 2)
    for (let i = y * design.width; i < (y + 1) * design.width; i++) {
      if (words[i] >>> 24 !== 255) continue;
      // Six bits a channel: what differs less looks the same.
      const key = words[i] & 0xfcfcfc;
      tally.set(key, (tally.get(key) ?? 0) + 1);
      total++;
    }
  const bins = [...tally]
    .sort((a, b) => b[1] - a[1] || a[0] - b[0])
    .map(([key, count]) => ({
      rgb: [(key & 255) + 2, ((key >>> 8) & 255) + 2, ((key >>> 16) & 255) + 2] as Rgb,
      count,
    }));
  const found: { lab: Lab; sum: number[]; count: number }[] = [];
  for (const { rgb, count } of bins) {
    const lab = toLab(...rgb);
    let home = null;
    let nearest = SAME;
    for (const group of found) {
      const d = labDistance(group.lab, lab);
      if (d < nearest) {
        nearest = d;
        home = group;
      }
    }
    if (home) {
      rgb.forEach((v, c) => (home.sum[c] += v * count));
      home.count += count;
    } else if (found.length < 64) found.push({ lab, sum: rgb.map((v) => v * count), count });
  }
  return found
    .sort((a, b) => b.count - a.count)
    .filter(({ count }) => count / total >= 0.005)
    .slice(0, most)
    .map(({ sum, count }) => {
      const rgb = sum.map((v) => v / count) as unknown as Rgb;
      return { hex: toHex(rgb), name: colourName(rgb), share: Math.round((count / total) * 1e4) / 1e4 };
    });
}

const HUES: readonly [number, string][] = [
  [18, 'rose'],
  [40, 'red'],
  [58, 'orange'],
  [78, 'ochre'],
  [98, 'yellow'],
  [122, 'lime'],
  [150, 'green'],
  [182, 'sea green'],
  [222, 'teal'],
  [268, 'blue'],
  [300, 'violet'],
  [338, 'purple'],
  [360, 'rose'],
];

/** A colour in plain words, by its place in OKLab: lightness, strength, hue. */
export function colourName(rgb: Rgb): string {
  const [l, a, b] = toLab(...rgb);
  const chroma = Math.hypot(a, b);
  const hue = ((Math.atan2(b, a) * 180) / Math.PI + 360) % 360;
  if (chroma < 0.018)
    return l < 0.18 ? 'black' : l < 0.42 ? 'dark grey' : l < 0.72 ? 'grey' : l < 0.94 ? 'pale grey' : 'white';
  let word = HUES.find(([to]) => hue < to)?.[1] ?? 'rose';
  const warm = hue > 25 && hue < 95;
  if (warm && l < 0.6 && chroma < 0.13) word = 'brown';
  else if (warm && l >= 0.6 && chroma < 0.085) word = 'sand';
  const tone =
    l < 0.34
      ? 'deep '
      : l > 0.86
        ? 'pale '
        : chroma < 0.05 && word !== 'brown' && word !== 'sand'
          ? 'dull '
          : chroma > 0.17
            ? 'bright '
            : '';
  return tone + word;
}
