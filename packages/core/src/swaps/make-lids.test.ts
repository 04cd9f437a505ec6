import { composite } from '../raster/composite.js';
import { createPlaced, type PlacedBitmap } from '../raster/bitmap.js';
import { LID_OPENINGS, makeLids } from './make-lids.js';

const [WIDTH, HEIGHT] = [260, 140];
const SKIN = (y: number) => [214 + Math.round(y / 8), 160 + Math.round(y / 8), 128, 255];
const WHITE = [252, 250, 244, 255];
const INK = [40, 30, 36, 255];

/** Eyes of a build: how wide, how high, how slanted, and the width of their outline, px. */
interface Build {
  rx: number;
  ry: number;
  slant: number;
  line: number;
}
const BUILDS: Record<string, Build> = {
  round: { rx: 30, ry: 28, slant: 0, line: 5 },
  narrow: { rx: 36, ry: 12, slant: 0, line: 3 },
  slanted: { rx: 34, ry: 18, slant: 0.35, line: 4 },
  'without an outline': { rx: 32, ry: 20, slant: 0, line: 0 },
};

/** Two eyes of a build on their own sheet, and the face with them. */
function draw({ rx, ry, slant, line }: Build): { eyes: PlacedBitmap; face: PlacedBitmap } {
  const canvas = { x: 0, y: 0, width: WIDTH, height: HEIGHT };
  const [eyes, skin] = [createPlaced(canvas), createPlaced(canvas)];
  for (let y = 0; y < HEIGHT; y++)
    for (let x = 0; x < WIDTH; x++) {
      const i = (y * WIDTH + x) * 4;
      skin.data.set(SKIN(y), i);
      const dx = Math.abs(x + 0.5 - 130) - 65;
      const dy = y + 0.5 - 70 - slant * dx;
      if ((dx / rx) ** 2 + (dy / ry) ** 2 > 1) continue;
      const inside = line === 0 || (dx / (rx - line)) ** 2 + (dy / (ry - line)) ** 2 <= 1;
      eyes.data.set(!inside ? INK : Math.hypot(dx, dy) < ry * 0.5 ? [60, 100, 170, 255] : WHITE, i);
    }
  return { eyes, face: { ...composite(WIDTH, HEIGHT, [skin, eyes]), x: 0, y: 0 } };
}

/** Pixels with paint that a test of their colour holds for. */
function count({ data }: PlacedBitmap, is: (r: number, g: number, b: number) => boolean): number {
  let found = 0;
  for (let i = 0; i < data.length; i += 4) if (data[i + 3] > 127 && is(data[i], data[i + 1], data[i + 2])) found++;
  return found;
}
const isWhite = (r: number, g: number, b: number) => r > 240 && g > 236 && b > 220;
const isIris = (r: number, g: number, b: number) => b > r + 60 && g < 130;
const lidsOf = (build: Build, shape: string) => {
  const { eyes, face } = draw(build);
  const lids = makeLids(eyes, face, LID_OPENINGS[shape]);
  if (!lids) throw new Error('no lids');
  return { eyes, lids };
};

describe.each(Object.entries(BUILDS))('eyes that are %s', (_, build) => {
  test('shut, no white and no iris is left, and the eye covers what it covered', () => {
    const { eyes, lids } = lidsOf(build, 'shut');
    expect([count(lids, isWhite), count(lids, isIris)]).toEqual([0, 0]);
    expect(count(lids, () => true)).toBe(count(eyes, () => true));
  });

  test('the more a lid is closed the less of the eye is seen; the lower one rises at most a third', () => {
    const seen = (shape: string) => count(lidsOf(build, shape).lids, (r, g, b) => isWhite(r, g, b) || isIris(r, g, b));
    const open = count(draw(build).eyes, (r, g, b) => isWhite(r, g, b) || isIris(r, g, b));
    expect(open).toBeGreaterThan(seen('upper'));
    expect(seen('upper')).toBeGreaterThan(seen('half'));
    expect(seen('half')).toBeGreaterThan(seen('shut'));
    expect(seen('lower')).toBeGreaterThan(0.45 * open);
  });

  test('the corners stay, and a lid’s edge is drawn in the eye’s own line', () => {
    const { eyes, lids } = lidsOf(build, 'half');
    const xs = ({ x, width, data }: PlacedBitmap) => {
      let [left, right] = [Infinity, -Infinity];
      for (let i = 3, at = 0; i < data.length; i += 4, at++)
        if (data[i] > 127) [left, right] = [Math.min(left, x + (at % width)), Math.max(right, x + (at % width))];
      return [left, right];
    };
    expect(xs(lids)).toEqual(xs(eyes));
    const ink = (picture: PlacedBitmap) => count(picture, (r, g, b) => r < 90 && g < 80 && b < 90);
    const shut = ink(lidsOf(build, 'shut').lids);
    if (build.line === 0) expect([ink(lids), shut]).toEqual([0, 0]);
    // Shut, all that is left of the line is the lids' own edge, from corner to corner.
    else expect(shut).toBeGreaterThan(2 * 2 * build.rx * 0.6);
    if (build.line > 0) expect(ink(lids)).toBeGreaterThan(0.5 * ink(eyes));
  });
});

test('a lid’s skin is the face’s own, the shading too', () => {
  const { lids } = lidsOf(BUILDS.round, 'shut');
  const far = (wanted: readonly number[], i: number) =>
    Math.max(...[0, 1, 2].map((c) => Math.abs(lids.data[i + c] - wanted[c])));
  // Just under the upper rim, and just over the lower one, in the middle of the left eye.
  const at = (y: number) => ((y - lids.y) * lids.width + 65 - lids.x) * 4;
  expect(far(SKIN(44), at(46))).toBeLessThanOrEqual(4);
  expect(far(SKIN(99), at(95))).toBeLessThanOrEqual(4);
});

test('where there is no eye there are no lids', () => {
  const empty = createPlaced({ x: 0, y: 0, width: 40, height: 40 });
  expect(makeLids(empty, empty, LID_OPENINGS.half)).toBeNull();
});
