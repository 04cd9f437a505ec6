import fc from 'fast-check';
import { createPlaced, paintArea, trimToPaint, type PlacedBitmap } from '../raster/bitmap.js';
import { darkenDrawing } from './darken-drawing.js';
import { drawnLine } from './drawn-line.js';
import { makeDrawing } from './make-drawing.js';
import { partDrawing } from './part-drawing.js';

const CANVAS = { x: 0, y: 0, width: 300, height: 240 };
const INK = [40, 30, 36];
const LIP = [206, 110, 104];

/** A picture painted by a function of the place. */
function painted(colourAt: (x: number, y: number) => readonly number[] | null): PlacedBitmap {
  const whole = createPlaced(CANVAS);
  for (let y = 0; y < CANVAS.height; y++)
    for (let x = 0; x < CANVAS.width; x++) {
      const colour = colourAt(x + 0.5, y + 0.5);
      if (colour) whole.data.set([...colour, 255], (y * CANVAS.width + x) * 4);
    }
  return trimToPaint(whole) ?? whole;
}
/** A closed mouth: a line of 8 px from 80 to 220, sagging by 12 px, alone or between two lips. */
const lineY = (x: number) => 120 + 12 * Math.sin((Math.PI * (x - 80)) / 140);
const onLine = (x: number, y: number) => x > 80 && x < 220 && Math.abs(y - lineY(x)) <= 4;
const line = painted((x, y) => (onLine(x, y) ? INK : null));
const lips = painted((x, y) => (onLine(x, y) ? INK : ((x - 150) / 70) ** 2 + ((y - 126) / 30) ** 2 <= 1 ? LIP : null));
const step = { do: 'part' as const, line: [80, 120, 115, 128.5, 150, 132, 185, 128.5, 220, 120], up: 10, down: 40 };
const inside = { colour: [110, 30, 40] as const, teeth: false, tongue: false };

/** The runs of paint in a column, top to bottom: their first row, their height, and the colour of their middle. */
function runsIn(picture: PlacedBitmap | null, x: number): { y: number; height: number; colour: number[] }[] {
  if (!picture) return [];
  const found: { y: number; height: number; colour: number[] }[] = [];
  const at = (y: number) => (y * picture.width + x - picture.x) * 4;
  for (let y = 0, from = -1; y <= picture.height; y++) {
    const is = y < picture.height && picture.data[at(y) + 3] > 127;
    if (is && from < 0) from = y;
    if (is || from < 0) continue;
    const middle = at(Math.floor((from + y) / 2));
    found.push({ y: picture.y + from, height: y - from, colour: [...picture.data.subarray(middle, middle + 3)] });
    from = -1;
  }
  return found;
}

test('both halves take the drawn line along in its own width, the ends stay, and what opens is left open', () => {
  const made = partDrawing(line, step, CANVAS);
  const [upper, lower, ...more] = runsIn(made, 150);
  expect(more).toEqual([]);
  expect([upper.height, lower.height].every((height) => Math.abs(height - 8) <= 1)).toBe(true);
  expect(Math.abs(upper.y - (132 - 4 - 10))).toBeLessThanOrEqual(1);
  expect(Math.abs(lower.y - (132 - 4 + 40))).toBeLessThanOrEqual(1);
  expect([made?.x, (made?.x ?? 0) + (made?.width ?? 0)]).toEqual([line.x, line.x + line.width]);
});

test('the inside fills from line to line, with teeth above and a tongue below, and nothing beside it', () => {
  const open = partDrawing(lips, { ...step, inside: { ...inside, teeth: true, tongue: true } }, CANVAS);
  const [whole, ...more] = runsIn(open, 150);
  expect(more).toEqual([]);
  const colourAt = (y: number) => [...(open?.data ?? []).slice(...span(open, 150, y))];
  // From the top: lip, line, teeth, the dark, the tongue, line, lip.
  const bright = (y: number) => colourAt(y)[0];
  const [teeth, dark, tongue] = [132, 145, 162].map(bright);
  expect(teeth).toBeGreaterThan(230);
  expect(dark).toBeLessThan(120);
  expect(tongue).toBeGreaterThan(180);
  expect(whole.height).toBeGreaterThan(90);
  const plain = partDrawing(lips, { ...step, inside }, CANVAS);
  const left = partDrawing(lips, step, CANVAS);
  // All that the inside adds lies where it opened.
  expect(plain && left && paintArea(plain) - paintArea(left)).toBeGreaterThan(3000);
  expect([plain?.x, plain?.y, plain?.width, plain?.height]).toEqual([left?.x, left?.y, left?.width, left?.height]);
});

function span(picture: PlacedBitmap | null, x: number, y: number): [number, number] {
  if (!picture) return [0, 0];
  const at = ((y - picture.y) * picture.width + x - picture.x) * 4;
  return [at, at + 3];
}

test('a line that runs down parts to both sides, as the same picture lying does', () => {
  const standing = painted((x, y) => (onLine(y, x) ? INK : null));
  const flipped = step.line.map((_, at) => step.line[at % 2 === 0 ? at + 1 : at - 1]);
  const made = partDrawing(standing, { ...step, line: flipped }, { x: 0, y: 0, width: 240, height: 300 });
  const lying = partDrawing(line, step, CANVAS);
  expect([made?.x, made?.y, made?.width, made?.height]).toEqual([lying?.y, lying?.x, lying?.height, lying?.width]);
  expect(made && lying && paintArea(made) - paintArea(lying)).toBe(0);
});

test('nothing beyond both ends changes, however far the halves move; nothing leaves the canvas', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 90 }), fc.integer({ min: 1, max: 200 }), (up, down) => {
      const made = partDrawing(lips, { ...step, line: [120, 128, 180, 128], up, down }, CANVAS);
      const stays = [85, 100, 115, 190, 210].every(
        (x) => JSON.stringify(runsIn(made, x)) === JSON.stringify(runsIn(lips, x)),
      );
      return stays && made !== null && made.y >= 0 && made.y + made.height <= CANVAS.height;
    }),
    { numRuns: 25 },
  );
});

test('the drawn line of a mouth is found between its corners, to a pixel; where nothing is drawn it is straight', () => {
  const found = drawnLine(lips, { x: 80, y: 120 }, { x: 220, y: 120 });
  for (let i = 2; i < found.length - 2; i += 2) expect(Math.abs(found[i + 1] - lineY(found[i]))).toBeLessThanOrEqual(1);
  expect(drawnLine(line, { x: 0, y: 10 }, { x: 60, y: 40 }).slice(2, 4)).toEqual([60 / 7, 10 + 30 / 7]);
  // An open mouth has two lines: neither is taken for the one.
  const open = painted((x, y) => {
    const far = ((x - 150) / 70) ** 2 + ((y - 120) / 40) ** 2;
    return far > 1 ? null : far > 0.8 ? INK : y > 120 && x < 150 ? [30, 20, 26] : LIP;
  });
  expect(drawnLine(open, { x: 80, y: 120 }, { x: 220, y: 120 })).toEqual([80, 120, 150, 120, 220, 120]);
});

test('a drawing is darker at the line and no other beyond its reach; its coverage stays', () => {
  const flat = painted((x, y) => (x > 50 && x < 150 && y > 50 && y < 150 ? [200, 160, 120] : null));
  const made = darkenDrawing(flat, { do: 'darken', line: [50, 100, 150, 100], reach: 20, by: 0.5 });
  const redAt = (y: number) => made.data[((y - made.y) * made.width + 40) * 4];
  expect(Math.abs(redAt(100) - 100)).toBeLessThanOrEqual(4);
  expect(redAt(110)).toBeGreaterThan(redAt(102));
  expect([redAt(121), redAt(78)]).toEqual([200, 200]);
  expect(paintArea(made)).toBe(paintArea(flat));
});

test('steps are done one after the other; without steps a drawing is a copy', () => {
  expect(makeDrawing(lips, [], CANVAS)).toEqual(lips);
  const bend = { do: 'bend' as const, handles: [150, 150, 150, 170], held: [80, 120, 220, 120] };
  const both = makeDrawing(lips, [bend, step], CANVAS);
  const one = makeDrawing(lips, [bend], CANVAS);
  expect(both).toEqual(one && partDrawing(one, step, CANVAS));
});
