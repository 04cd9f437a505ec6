import { createPlaced, paintArea, type PlacedBitmap, type Rect } from '../raster/bitmap.js';
import { compositeOverMutable } from '../raster/composite.js';
import { connectedRegions, coverageOf } from '../raster/mask.js';
import { TROUPE, drawMember } from '../testing/troupe/index.js';
import { cutSheet, figuresOnSheet, proposeKeys } from './cut-sheet.js';

const drawn = new Map(TROUPE.map((make) => [make().name, drawMember(make()).design]));
const figuresIn = (sheet: PlacedBitmap) => figuresOnSheet(connectedRegions(coverageOf(sheet)), sheet.width);

/** Pictures laid at places on one sheet. */
function sheetOf(...laid: readonly (readonly [PlacedBitmap, x: number, y: number])[]): PlacedBitmap {
  const width = Math.max(...laid.map(([one, x]) => x + one.width));
  const height = Math.max(...laid.map(([one, , y]) => y + one.height));
  const sheet = createPlaced({ x: 0, y: 0, width, height });
  for (const [one, x, y] of laid) compositeOverMutable(sheet, { ...one, x, y });
  return sheet;
}

/** A plain box with paint. */
function block(width: number, height: number): PlacedBitmap {
  const one = createPlaced({ x: 0, y: 0, width, height });
  one.data.fill(255);
  return one;
}

/** A figure of boxes: a trunk of 60 × 300 with arms of 20 px that reach out at a height. */
function figure(reach: number, at: number): PlacedBitmap {
  const one = createPlaced({ x: 0, y: 0, width: 60 + 2 * reach, height: 300 });
  compositeOverMutable(one, { ...block(60, 300), x: reach });
  compositeOverMutable(one, { ...block(60 + 2 * reach, 20), y: at });
  return one;
}

const [first, second, third, fourth] = [...drawn.values()];

test('every character of the troupe by itself is one figure', () => {
  expect([...drawn].filter(([, design]) => figuresIn(design).length !== 1).map(([name]) => name)).toEqual([]);
});

const SHEETS: [string, () => PlacedBitmap, number][] = [
  ['two beside one another', () => sheetOf([first, 0, 0], [second, first.width, 0]), 2],
  [
    'three in a row',
    () => sheetOf([first, 0, 0], [second, first.width, 20], [third, first.width + second.width, 0]),
    3,
  ],
  [
    'two rows',
    () => sheetOf([first, 0, 0], [second, 900, 30], [third, 0, first.height + 40], [fourth, 900, first.height + 40]),
    4,
  ],
  ['words beneath', () => sheetOf([first, 0, 0], [second, first.width, 0], [block(30, 12), 200, first.height + 90]), 2],
  [
    'a lantern that hangs loose',
    () => sheetOf([figure(40, 60), 100, 50], [figure(40, 60), 400, 50], [block(24, 40), 70, 90]),
    2,
  ],
  ['hands that touch', () => sheetOf([figure(50, 60), 0, 0], [figure(50, 60), 160, 0]), 2],
  ['three that touch', () => sheetOf([figure(50, 60), 0, 0], [figure(50, 60), 160, 0], [figure(50, 60), 320, 0]), 3],
  ['an arm over the other’s box', () => sheetOf([figure(120, 20), 0, 0], [figure(20, 200), 220, 100]), 2],
  ['tall and small', () => sheetOf([figure(40, 60), 0, 0], [block(70, 170), 300, 130]), 2],
  [
    'a small sketch of a hand beside them',
    () => sheetOf([figure(40, 60), 0, 0], [figure(40, 60), 240, 0], [block(60, 60), 520, 10]),
    2,
  ],
];

test.each(SHEETS)('a sheet with %s is cut at its gaps', (_, draw, count) => {
  const sheet = draw();
  const boxes = figuresIn(sheet);
  expect(boxes).toHaveLength(count);
  const views = cutSheet(sheet, boxes);
  expect(new Set(views.map(({ design }) => design.height)).size).toBe(1);
  for (const { design, floorY } of views) {
    expect(figuresIn({ ...design, x: 0, y: 0 })).toHaveLength(1);
    expect(floorY).toBeLessThan(design.height);
  }
});

test('what is cut out of a sheet is the figures, pixel for pixel, also where one reaches into another’s box', () => {
  const [a, b] = [figure(120, 20), figure(20, 200)];
  const sheet = sheetOf([a, 0, 0], [b, 220, 100]);
  const boxes = figuresIn(sheet);
  const overlap = boxes[0].x + boxes[0].width > boxes[1].x;
  expect(overlap).toBe(true);
  const views = cutSheet(sheet, boxes);
  const areas = views.map(({ design }) => coverageOf(design).data.filter((alpha) => alpha > 0).length);
  expect(areas).toEqual([paintArea(a), paintArea(b)]);
});

test('views of one row stand on one floor; a figure in the air stays there', () => {
  const sheet = sheetOf([figure(20, 60), 0, 60], [figure(20, 60), 200, 0]);
  const [standing, jumping] = cutSheet(sheet, figuresIn(sheet));
  const lowest = ({ design }: typeof standing) =>
    Math.max(...Array.from({ length: design.height }, (_, y) => (isRow(design, y) ? y : 0)));
  expect(standing.floorY).toBe(jumping.floorY);
  expect(lowest(standing)).toBe(standing.floorY - 1);
  expect(lowest(jumping)).toBe(jumping.floorY - 61);
});

function isRow({ data, width }: { data: Uint8ClampedArray | Uint8Array; width: number }, y: number): boolean {
  for (let x = 0; x < width; x++) if (data[(y * width + x) * 4 + 3] > 0) return true;
  return false;
}

test('a box in which nothing lies is refused; an empty sheet has no figure', () => {
  const sheet = sheetOf([figure(20, 60), 0, 0]);
  const empty: Rect = { x: 0, y: 0, width: 4, height: 4 };
  expect(() => cutSheet(sheet, [figuresIn(sheet)[0], empty])).toThrow('holds nothing');
  expect(figuresIn(createPlaced({ x: 0, y: 0, width: 50, height: 50 }))).toEqual([]);
});

test('keys are proposed as such sheets are usually drawn, each once', () => {
  expect(proposeKeys(4)).toEqual(['front', 'three-quarter', 'side', 'back']);
  for (const count of [1, 2, 3, 5, 9]) expect(new Set(proposeKeys(count)).size).toBe(count);
});
