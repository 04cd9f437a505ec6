import fc from 'fast-check';
import { TurnedSquare } from './turned-square.js';

const WINDOW = { x: 30, y: 50, width: 41, height: 41 };
const PIVOT = { x: 50.5, y: 70.5 };
const none = () => new Uint8Array(WINDOW.width * WINDOW.height);
const at = (x: number, y: number) => (y - WINDOW.y) * WINDOW.width + x - WINDOW.x;

/** A layer over the window that may show at some places of the canvas alone. */
function layer(places: readonly (readonly [number, number])[]) {
  const mayShow = none();
  for (const [x, y] of places) mayShow[at(x, y)] = 1;
  return { rect: WINDOW, words: new Uint32Array(), even: new Uint8Array(), mayShow };
}
/** Where in the square something may show. */
const shown = (square: TurnedSquare) => {
  const found: [number, number][] = [];
  for (let y = 0; y < WINDOW.height; y++)
    for (let x = 0; x < WINDOW.width; x++) if (square.mayShow(x, y)) found.push([WINDOW.x + x, WINDOW.y + y]);
  return found;
};

test('what turns comes to lie clockwise from where it was, by the angle', () => {
  // Ten pixels to the right of the pivot.
  const square = new TurnedSquare(WINDOW, PIVOT, none(), [null, layer([[60, 70]])]);
  expect(shown(square)).toEqual([[60, 70]]);
  square.turnTo(90);
  expect(shown(square)).toEqual([[50, 80]]);
  square.turnTo(180);
  expect(shown(square)).toEqual([[40, 70]]);
  square.turnTo(-90);
  expect(shown(square)).toEqual([[50, 60]]);
});

test('what stays may show where it is at any angle', () => {
  const still = none();
  still[at(44, 66)] = 1;
  const square = new TurnedSquare(WINDOW, PIVOT, still, []);
  for (const angle of [0, 33, -120]) {
    square.turnTo(angle);
    expect(shown(square)).toEqual([[44, 66]]);
  }
});

test('a mark is found at the angle to which it was turned, within the pixels beside it', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 42, max: 59 }),
      fc.integer({ min: 62, max: 79 }),
      fc.integer({ min: -180, max: 180 }),
      (x, y, angle) => {
        const marks = none();
        // The mark and what touches it, so that no rounding misses it.
        for (let dy = -1; dy <= 1; dy++) for (let dx = -1; dx <= 1; dx++) marks[at(x + dx, y + dy)] = 1;
        const square = new TurnedSquare(WINDOW, PIVOT, none(), []);
        square.turnTo(angle);
        const rad = (angle * Math.PI) / 180;
        const [dx, dy] = [x + 0.5 - PIVOT.x, y + 0.5 - PIVOT.y];
        const turned = [
          PIVOT.x + Math.cos(rad) * dx - Math.sin(rad) * dy,
          PIVOT.y + Math.sin(rad) * dx + Math.cos(rad) * dy,
        ];
        const [column, row] = [Math.floor(turned[0]) - WINDOW.x, Math.floor(turned[1]) - WINDOW.y];
        expect(square.isMarkedBack(marks, column, row)).toBe(true);
        // Far from it nothing is.
        const far = [Math.round(2 * PIVOT.x - turned[0]) - WINDOW.x, Math.round(2 * PIVOT.y - turned[1]) - WINDOW.y];
        if (Math.hypot(dx, dy) > 4) expect(square.isMarkedBack(marks, far[0], far[1])).toBe(false);
      },
    ),
  );
});
