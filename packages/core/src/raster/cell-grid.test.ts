import fc from 'fast-check';
import { distances, eachBeside, isFilled, middleOfCell, nearestFilled, type CellGrid } from './cell-grid.js';

/** A grid drawn as text: `#` is filled. */
function grid(...lines: string[]): CellGrid {
  const filled = Uint8Array.from([...lines.join('')].map((mark) => (mark === '#' ? 1 : 0)));
  return { size: 8, columns: lines[0].length, rows: lines.length, filled };
}

test('beyond the edge nothing is filled, and nothing wraps round', () => {
  const cells = grid('#..', '..#');
  expect(isFilled(cells, 0, 0)).toBe(true);
  for (const [column, row] of [
    [-1, 0],
    [3, 0],
    [0, -1],
    [0, 2],
    [-1, 1],
  ])
    expect(isFilled(cells, column, row)).toBe(false);
  const beside: number[] = [];
  eachBeside(grid('..#', '#..', '#..'), 2, (cell) => beside.push(cell));
  expect(beside).toEqual([]);
});

test('a cell’s middle is where it lies on the canvas, and the nearest filled one is found from anywhere', () => {
  const cells = grid('....', '.#.#', '....');
  expect(middleOfCell(cells, 5)).toEqual({ x: 12, y: 12 });
  expect(nearestFilled(cells, 0, 0)).toBe(5);
  expect(nearestFilled(cells, 3.4, 2.9)).toBe(7);
  expect(nearestFilled(grid('..', '..'), 1, 1)).toBe(-1);
});

test('a way leads round what is not filled; where none leads it is endless', () => {
  const cells = grid('###.#', '#.#..', '#.###');
  const far = distances(cells, [10]);
  expect(far[10]).toBe(0);
  expect(far[5]).toBe(1);
  // Up, over the two corners, and down again.
  expect(far[12]).toBeCloseTo(2 + 2 * Math.SQRT2);
  expect(far[4]).toBe(Infinity);
  expect(far[11]).toBe(Infinity);
});

test('a way is never shorter than the straight one, nor longer than by rows and columns where all is filled', () => {
  fc.assert(
    fc.property(fc.nat(11), fc.nat(8), (column, row) => {
      const cells: CellGrid = { size: 1, columns: 12, rows: 9, filled: new Uint8Array(108).fill(1) };
      const far = distances(cells, [row * 12 + column]);
      for (const [cell, way] of far.entries()) {
        const [dx, dy] = [Math.abs((cell % 12) - column), Math.abs(Math.floor(cell / 12) - row)];
        expect(way).toBeGreaterThanOrEqual(Math.hypot(dx, dy) - 1e-9);
        expect(way).toBeCloseTo(Math.max(dx, dy) + (Math.SQRT2 - 1) * Math.min(dx, dy), 9);
      }
    }),
    { numRuns: 30 },
  );
});
