import fc from 'fast-check';
import { createPlaced } from '../raster/bitmap.js';
import { mirrorDrawing, mirrorMarks } from './mirror-set.js';

test('what is mirrored twice is what it was, and marks go with their paint', () => {
  const whole = fc.integer({ min: -200, max: 200 });
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 9 }),
      fc.integer({ min: 1, max: 9 }),
      whole,
      whole,
      whole,
      (width, height, x, axis, down) => {
        const picture = createPlaced({ x, y: 5, width, height });
        picture.data.forEach((_, i) => (picture.data[i] = (i * 37) % 251));
        const there = mirrorDrawing(picture, { axis, down });
        expect(mirrorDrawing(there, { axis, down: -down })).toEqual(picture);
        // The left edge comes to lie on the right.
        expect(there.x + width).toBe(axis - x);
        const marks = [x, 5, x + width, 7];
        expect(mirrorMarks(marks, { axis, down })).toEqual([axis - x - width, 7 + down, axis - x, 5 + down]);
        expect(mirrorMarks(mirrorMarks(marks, { axis, down }), { axis, down: -down })).toEqual(marks);
      },
    ),
  );
  expect(mirrorMarks([], { axis: 3, down: 0 })).toEqual([]);
});
