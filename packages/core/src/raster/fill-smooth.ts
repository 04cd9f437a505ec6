import { wordsOf, type Bitmap } from './bitmap.js';

/** One level of the pyramid: colours weighed by how much of the pixel is known, and that weight, 0 to 1. */
interface Level {
  width: number;
  height: number;
  red: Float32Array;
  green: Float32Array;
  blue: Float32Array;
  weight: Float32Array;
}

const emptyLevel = (width: number, height: number): Level => ({
  width,
  height,
  red: new Float32Array(width * height),
  green: new Float32Array(width * height),
  blue: new Float32Array(width * height),
  weight: new Float32Array(width * height),
});

/**
 * Fills what is not known of a picture smoothly from what is known all round it: averages of ever larger blocks of known
 * pixels, then down again, each unknown pixel from the four blocks about it (push and pull; S. J. Gortler et al., "The
 * Lumigraph", 1996). Shading goes on as shading; a pattern does not go on.
 *
 * @param known by pixel: above 0 where the picture counts
 * @returns opaque words, a fresh array; known pixels as they are, all 0 where nothing is known
 */
export function fillSmooth(picture: Bitmap, known: Uint8Array): Uint32Array {
  const { width, height } = picture;
  const words = wordsOf(picture);
  const levels = [emptyLevel(width, height)];
  const [finest] = levels;
  for (let i = 0; i < words.length; i++) {
    if (known[i] === 0) continue;
    finest.red[i] = words[i] & 255;
    finest.green[i] = (words[i] >>> 8) & 255;
    finest.blue[i] = (words[i] >>> 16) & 255;
    finest.weight[i] = 1;
  }
  for (let level = finest; level.width > 1 || level.height > 1;) levels.push((level = coarser(level)));
  for (let k = levels.length - 2; k >= 0; k--) pullMutable(levels[k], levels[k + 1]);
  const out = new Uint32Array(words.length);
  if (levels[levels.length - 1].weight[0] === 0) return out;
  for (let i = 0; i < out.length; i++)
    out[i] =
      known[i] > 0
        ? (words[i] | 0xff000000) >>> 0
        : (Math.round(finest.red[i]) |
            (Math.round(finest.green[i]) << 8) |
            (Math.round(finest.blue[i]) << 16) |
            0xff000000) >>>
          0;
  return out;
}

/** Blocks of two by two: colours as sums by weight, the weight no more than 1. */
function coarser(from: Level): Level {
  const to = emptyLevel(Math.ceil(from.width / 2), Math.ceil(from.height / 2));
  for (let y = 0; y < from.height; y++)
    for (let x = 0; x < from.width; x++) {
      const i = y * from.width + x;
      const w = from.weight[i];
      if (w === 0) continue;
      const j = (y >> 1) * to.width + (x >> 1);
      to.red[j] += from.red[i] * w;
      to.green[j] += from.green[i] * w;
      to.blue[j] += from.blue[i] * w;
      to.weight[j] += w;
    }
  for (let j = 0; j < to.weight.length; j++) {
    const w = to.weight[j];
    if (w === 0) continue;
    to.red[j] /= w;
    to.green[j] /= w;
    to.blue[j] /= w;
    to.weight[j] = Math.min(1, w);
  }
  return to;
}

/** What a level does not know is taken from the coarser one, between the middles of its four nearest blocks. */
function pullMutable(to: Level, from: Level): void {
  for (let y = 0; y < to.height; y++) {
    const fy = y / 2 - 0.25;
    const y0 = Math.max(0, Math.floor(fy));
    const y1 = Math.min(from.height - 1, y0 + 1);
    const v = Math.max(0, fy - y0);
    for (let x = 0; x < to.width; x++) {
      const i = y * to.width + x;
      const own = to.weight[i];
      if (own >= 1) continue;
      const fx = x / 2 - 0.25;
      const x0 = Math.max(0, Math.floor(fx));
      const x1 = Math.min(from.width - 1, x0 + 1);
      const u = Math.max(0, fx - x0);
      const between = (channel: Float32Array) =>
        (channel[y0 * from.width + x0] * (1 - u) + channel[y0 * from.width + x1] * u) * (1 - v) +
        (channel[y1 * from.width + x0] * (1 - u) + channel[y1 * from.width + x1] * u) * v;
      to.red[i] = to.red[i] * own + between(from.red) * (1 - own);
      to.green[i] = to.green[i] * own + between(from.green) * (1 - own);
      to.blue[i] = to.blue[i] * own + between(from.blue) * (1 - own);
      to.weight[i] = 1;
    }
  }
}
