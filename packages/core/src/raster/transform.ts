import { createPlaced, trimToPaint, wordsOf, type PlacedBitmap } from './bitmap.js';
import { sampleBitmap } from './sample.js';

/** How places are carried elsewhere: x, y goes to a·x + c·y + e, b·x + d·y + f; px. */
export interface Transform {
  a: number;
  b: number;
  c: number;
  d: number;
  e: number;
  f: number;
}

/** What leaves everything where it is. */
export const STAY: Transform = { a: 1, b: 0, c: 0, d: 1, e: 0, f: 0 };

/** Where a place comes to lie. */
export function carried({ a, b, c, d, e, f }: Transform, { x, y }: { x: number; y: number }): { x: number; y: number } {
  return { x: a * x + c * y + e, y: b * x + d * y + f };
}

/** Mirrored left to right: x goes to `axis - x`. */
export function mirroredAt(axis: number): Transform {
  return { ...STAY, a: -1, e: axis };
}

/** Stretched about a place by `along` in a direction, rad, and by `across` at right angles to it. */
export function stretchedAbout(
  place: { x: number; y: number },
  directionRad: number,
  along: number,
  across: number,
): Transform {
  const [cos, sin] = [Math.cos(directionRad), Math.sin(directionRad)];
  const a = along * cos * cos + across * sin * sin;
  const b = (along - across) * cos * sin;
  const d = along * sin * sin + across * cos * cos;
  return { a, b, c: b, d, e: place.x - a * place.x - b * place.y, f: place.y - b * place.x - d * place.y };
}

/** First the one, then the other. */
export function after(first: Transform, then: Transform): Transform {
  const { x: e, y: f } = carried(then, { x: first.e, y: first.f });
  const turn = (x: number, y: number) => ({ x: then.a * x + then.c * y, y: then.b * x + then.d * y });
  const [i, j] = [turn(first.a, first.b), turn(first.c, first.d)];
  return { a: i.x, b: i.y, c: j.x, d: j.y, e, f };
}

/** The way back. @throws RangeError for one that presses everything flat */
export function inverse({ a, b, c, d, e, f }: Transform): Transform {
  const det = a * d - b * c;
  if (Math.abs(det) < 1e-9) throw new RangeError('This transform has no way back.');
  const [ia, ib, ic, id] = [d / det, -b / det, -c / det, a / det];
  return { a: ia, b: ib, c: ic, d: id, e: -(ia * e + ic * f), f: -(ib * e + id * f) };
}

/** Samples a pixel and side at most, where a picture is made smaller. */
const MOST_SAMPLES = 4;

/**
 * A picture carried elsewhere. Mirrored or moved by whole pixels it is the same pixels; anything else is sampled between pixels
 * (premultiplied), several times a pixel where it becomes smaller.
 * @returns null where nothing of it is left
 */
export function transformPicture(picture: PlacedBitmap, way: Transform): PlacedBitmap | null {
  const isWhole = way.b === 0 && way.c === 0 && way.d === 1 && Math.abs(way.a) === 1;
  if (isWhole && Number.isInteger(way.e) && Number.isInteger(way.f)) return carriedWhole(picture, way);
  const { x, y, width, height } = picture;
  const corners = [
    { x, y },
    { x: x + width, y },
    { x, y: y + height },
    { x: x + width, y: y + height },
  ].map((corner) => carried(way, corner));
  const [xs, ys] = [corners.map((corner) => corner.x), corners.map((corner) => corner.y)];
  const [x0, y0] = [Math.floor(Math.min(...xs)) - 1, Math.floor(Math.min(...ys)) - 1];
  const out = createPlaced({
    ...{ x: x0, y: y0 },
    width: Math.ceil(Math.max(...xs)) + 1 - x0,
    height: Math.ceil(Math.max(...ys)) + 1 - y0,
  });
  const back = inverse(way);
  const step = Math.max(Math.hypot(back.a, back.b), Math.hypot(back.c, back.d));
  const samples = Math.max(1, Math.min(MOST_SAMPLES, Math.round(step)));
  const colour = new Float64Array(4);
  const sum = new Float64Array(4);
  for (let row = 0, i = 0; row < out.height; row++)
    for (let column = 0; column < out.width; column++, i += 4) {
      sum.fill(0);
      for (let k = 0; k < samples * samples; k++) {
        const px = x0 + column + ((k % samples) + 0.5) / samples;
        const py = y0 + row + (Math.floor(k / samples) + 0.5) / samples;
        const from = carried(back, { x: px, y: py });
        sampleBitmap(picture, from.x, from.y, colour);
        for (let c = 0; c < 3; c++) sum[c] += colour[c] * colour[3];
        sum[3] += colour[3];
      }
      const alpha = Math.round(sum[3] / (samples * samples));
      if (alpha === 0) continue;
      for (let c = 0; c < 3; c++) out.data[i + c] = Math.round(sum[c] / sum[3]);
      out.data[i + 3] = alpha;
    }
  return trimToPaint(out);
}

function carriedWhole(picture: PlacedBitmap, { a, e, f }: Transform): PlacedBitmap {
  const { x, y, width, height } = picture;
  const left = a > 0 ? x + e : e - x - width;
  const out = { x: left, y: y + f, width, height, data: new Uint8Array(picture.data) };
  if (a > 0) return out;
  const words = wordsOf(out);
  for (let row = 0; row < height; row++) words.subarray(row * width, (row + 1) * width).reverse();
  return out;
}
