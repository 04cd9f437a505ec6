import fc from 'fast-check';
import { createPlaced } from '../raster/bitmap.js';
import { isFilled } from '../raster/cell-grid.js';
import { filledAround, nodePlace, paintLattice } from './paint-lattice.js';

const [WIDTH, HEIGHT] = [23, 17];

test('a cell is filled where it has paint, or lies within a pixel of some, and nowhere else', () => {
  const place = fc.tuple(fc.integer({ min: 0, max: WIDTH - 1 }), fc.integer({ min: 0, max: HEIGHT - 1 }));
  fc.assert(
    fc.property(fc.array(place, { maxLength: 6 }), fc.integer({ min: 2, max: 9 }), (places, size) => {
      const picture = createPlaced({ x: 0, y: 0, width: WIDTH, height: HEIGHT });
      for (const [x, y] of places) picture.data[(y * WIDTH + x) * 4 + 3] = 255;
      const lattice = paintLattice(picture, size);
      for (let row = 0; row < lattice.rows; row++)
        for (let column = 0; column < lattice.columns; column++) {
          const from = nodePlace(lattice, column, row);
          const isNear = places.some(
            ([x, y]) => x >= from.x - 1 && x <= from.x + size && y >= from.y - 1 && y <= from.y + size,
          );
          if (isFilled(lattice, column, row) !== isNear) throw new Error(`${column}, ${row} is wrong`);
        }
    }),
  );
});

test('at the corner of one cell with paint one is filled, and within a filled picture all four', () => {
  const full = createPlaced({ x: 0, y: 0, width: 20, height: 20 });
  full.data.fill(255);
  const lattice = paintLattice(full, 5);
  expect(filledAround(lattice, 3, 3)).toBe(4);
  expect(filledAround(lattice, 0, 0)).toBe(1);
  expect(filledAround(paintLattice(createPlaced({ x: 0, y: 0, width: 20, height: 20 }), 5), 3, 3)).toBe(0);
});
