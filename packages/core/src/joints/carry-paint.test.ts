import { createPlaced, wordsOf, type PlacedBitmap } from '../raster/bitmap.js';
import { colourDistance, type Rgb } from '../raster/colour.js';
import { box, draw } from '../testing/drawing.js';
import { INK, drawLimb } from '../testing/limbs.js';
import { jointedLimb } from '../testing/jointed.js';
import { carryPaint } from './carry-paint.js';

const DISC = { radius: 20, lineWidth: 0, lineColour: INK };
/** The half of the disc's square that lies above the limb. */
const RECT = { x: 30, y: 40, width: 40, height: 20 };
const ALL = new Uint8Array(RECT.width * RECT.height).fill(255);
const DOWN = { x: 0, y: 1 };

/** A limb 40 px wide from y 60 down, painted by place. */
function limb(paint: (x: number, y: number) => Rgb): PlacedBitmap {
  const face = createPlaced({ x: 30, y: 60, width: 40, height: 70 });
  for (let y = 0; y < face.height; y++)
    for (let x = 0; x < face.width; x++) face.data.set([...paint(x, y), 255], (y * face.width + x) * 4);
  return face;
}

const at = (carried: Uint32Array, x: number, y: number): Rgb => {
  const word = carried[y * RECT.width + x];
  return [word & 255, (word >>> 8) & 255, (word >>> 16) & 255];
};

test('a stripe along the limb goes straight on', () => {
  const RED: Rgb = [190, 60, 50];
  const CREAM: Rgb = [240, 225, 190];
  const carried = carryPaint(
    limb((x) => (x >= 12 && x < 20 ? RED : CREAM)),
    DISC,
    RECT,
    DOWN,
    ALL,
  );
  for (let y = 0; y < 20; y++)
    for (const [x, colour] of [
      [6, CREAM],
      [13, RED],
      [16, RED],
      [18, RED],
      [26, CREAM],
      [34, CREAM],
    ] as const)
      expect(colourDistance(at(carried, x, y), colour)).toBeLessThan(1);
});

test('shading across the limb goes on as it is, and stripes across it are met where they are left', () => {
  const shade = (x: number): Rgb => [60 + 3 * x, 90 + 2 * x, 120];
  const across = carryPaint(limb(shade), DISC, RECT, DOWN, ALL);
  for (let y = 0; y < 20; y += 3)
    for (let x = 4; x < 36; x += 4) expect(colourDistance(at(across, x, y), shade(x))).toBeLessThan(3);
  const band = (y: number): Rgb => (y % 12 < 6 ? [200, 80, 60] : [60, 90, 150]);
  const bands = carryPaint(
    limb((_x, y) => band(y)),
    DISC,
    RECT,
    DOWN,
    ALL,
  );
  // The first band goes on past the border, as wide again.
  expect(colourDistance(at(bands, 20, 19), band(0))).toBeLessThan(1);
  const changes = Array.from({ length: 19 }, (_, y) => colourDistance(at(bands, 20, y), at(bands, 20, y + 1)) > 10);
  expect(changes.filter(Boolean).length).toBeGreaterThan(0);
});

test('blends with what lies in front are not carried on', () => {
  const SKIN: Rgb = [232, 186, 150];
  const mixed: Rgb = [140, 116, 100];
  const carried = carryPaint(
    limb((_x, y) => (y < 2 ? mixed : SKIN)),
    DISC,
    RECT,
    DOWN,
    ALL,
  );
  for (let i = 0; i < ALL.length; i++)
    expect(colourDistance(at(carried, i % RECT.width, Math.floor(i / RECT.width)), SKIN)).toBeLessThan(1);
});

test('where there is no limb to follow, flat art goes on in its own colours and shading smoothly', () => {
  const two = draw(200, 200, [
    { shape: box(0, 60, 200, 200), colour: [120, 150, 90] },
    { shape: box(120, 60, 200, 200), colour: [230, 210, 120] },
  ]);
  const flat = carryPaint(two, DISC, { ...RECT, x: 98 }, null, ALL);
  const colours = new Set(flat);
  expect(colours.size).toBeLessThanOrEqual(2);
  const slope = limb((x, y) => [80 + 2 * x, 60 + y, 140]);
  const smooth = carryPaint(slope, DISC, RECT, null, ALL);
  for (let y = 1; y < 20; y++)
    for (let x = 1; x < 40; x++) expect(colourDistance(at(smooth, x, y), at(smooth, x - 1, y))).toBeLessThan(4);
});

test('nothing is carried on from nothing', () => {
  const carried = carryPaint(createPlaced({ x: 30, y: 60, width: 40, height: 40 }), DISC, RECT, DOWN, ALL);
  expect([...carried].every((word) => word === 0)).toBe(true);
});

test('a limb that is drawn in two tones keeps them beneath, without streaks from the disc outwards', () => {
  const drawn = drawLimb({ width: 60, angle: 0, line: 4 });
  const TONE: Rgb = [180, 120, 40];
  const { design, centre } = drawn;
  const words = wordsOf(design);
  for (let i = 0; i < words.length; i++) {
    const x = i % design.width;
    const depth = Math.abs(x + 0.5 - centre.x);
    if (words[i] >>> 24 === 255 && x > centre.x && depth < 25)
      words[i] = (TONE[0] | (TONE[1] << 8) | (TONE[2] << 16) | 0xff000000) >>> 0;
  }
  const { art, doc } = jointedLimb(drawn);
  const [joint] = doc.joints;
  const under = art.pieces.get('upper')?.under;
  if (!under) throw new Error('nothing beneath');
  const inner = joint.radius - joint.lineWidth - 3;
  let wrong = 0;
  for (let y = 0; y < under.height; y++)
    for (let x = 0; x < under.width; x++) {
      const [px, py] = [under.x + x + 0.5, under.y + y + 0.5];
      const k = (y * under.width + x) * 4;
      if (under.data[k + 3] < 255 || Math.hypot(px - joint.x, py - joint.y) > inner) continue;
      const colour: Rgb = [under.data[k], under.data[k + 1], under.data[k + 2]];
      const wanted: Rgb = px > centre.x ? TONE : [228, 169, 58];
      if (Math.abs(px - centre.x) > 2 && colourDistance(colour, wanted) > 3) wrong++;
    }
  expect(wrong).toBe(0);
});
