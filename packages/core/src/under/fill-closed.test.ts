import { mapOwners } from '../cut/owners.js';
import { mergeSheets } from '../document/compose-piece.js';
import { createPlaced, type PlacedBitmap } from '../raster/bitmap.js';
import { brushBeneath } from './brush-beneath.js';
import { fillClosed } from './fill-closed.js';

const SIZE = 120;
const INK = [20, 20, 30] as const;
const RED = [200, 40, 50] as const;
const PLACE = { x: 60, y: 60 };

/** A plate in front, 100 px square, over a stick behind it of which the top shows. */
function plateOverStick() {
  const design = createPlaced({ x: 0, y: 0, width: SIZE, height: SIZE });
  const [plate, stick] = [design, design].map((at) => createPlaced(at));
  const setPixel = ({ data }: PlacedBitmap, x: number, y: number, colour: number[]) =>
    data.set(colour, (y * SIZE + x) * 4);
  for (let y = 0; y < SIZE; y++)
    for (let x = 0; x < SIZE; x++) {
      const isPlate = x >= 10 && x < 110 && y >= 10 && y < 110;
      const isStick = !isPlate && y < 10 && x >= 50 && x < 70;
      if (isPlate) setPixel(plate, x, y, [90, 160, 90, 255]);
      if (isStick) setPixel(stick, x, y, [220, 190, 120, 255]);
      if (isPlate || isStick) setPixel(design, x, y, isPlate ? [90, 160, 90, 255] : [220, 190, 120, 255]);
    }
  return { design, stick, owners: mapOwners([stick, plate], design) };
}

const { design, stick, owners } = plateOverStick();
const circle = (share: number, radius = 30) =>
  Array.from({ length: 60 }, (_, k) => (k / 60) * share * 2 * Math.PI).flatMap((a) => [
    60 + radius * Math.cos(a),
    60 + radius * Math.sin(a),
    3,
  ]);
function drawn(stroke: readonly number[]): PlacedBitmap {
  const made = brushBeneath(null, { stroke, colour: INK, softness: 0.5, erase: false }, 0, () => owners, design);
  if (!made.ok || !made.beneath) throw new Error('nothing drawn');
  return made.beneath;
}
const fill = (beneath: PlacedBitmap | null, place = PLACE, image = mergeSheets([beneath, stick])) =>
  fillClosed(place, RED, image, beneath, 0, owners, design);

test('what a ring of line closes is filled up to the line and beneath its soft edge, and nothing outside it', () => {
  const made = fill(drawn(circle(1.02)));
  if (!made.ok || !made.beneath) throw new Error('not filled');
  const { x, y, width, data } = made.beneath;
  const at = (px: number, py: number) => [...data.subarray(((py - y) * width + px - x) * 4).subarray(0, 4)];
  expect(at(60, 60)).toEqual([...RED, 255]);
  expect(at(80, 60)).toEqual([...RED, 255]);
  // Between line and fill no pixel is left half clear.
  for (let px = 60; px < 90; px++) expect(at(px, 60)[3]).toBe(255);
  expect([x, width]).toEqual([27, 66]);
});

test.each<[string, ReturnType<typeof fill>]>([
  ['not-closed', fill(drawn(circle(0.8)))],
  ['not-closed', fill(null)],
  ['has-paint', fill(drawn(circle(1.02)), { x: 90, y: 60 })],
  ['not-hidden', fill(null, { x: 60, y: 5 })],
  ['not-hidden', fill(null, { x: 400, y: 5 })],
])('is refused in a sentence: %s', (code, made) => {
  expect(made).toMatchObject({ ok: false, code });
});

test('what the piece shows closes an area as well as what lies beneath it', () => {
  // A bow from one side of the stick to the other, beneath the plate's edge.
  const bow = Array.from({ length: 40 }, (_, k) => (k / 39) * Math.PI).flatMap((a) => [
    60 - 9 * Math.cos(a),
    10 + 30 * Math.sin(a),
    2,
  ]);
  const made = fill(drawn(bow), { x: 60, y: 20 });
  expect(made).toMatchObject({ ok: true });
});
