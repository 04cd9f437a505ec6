import { createMask, type Mask } from '../raster/mask.js';
import { sharpestCorner } from './corner.js';

const SIDE = 160;
const centre = { x: 80, y: 80 };

function shape(inside: (dx: number, dy: number) => boolean): Mask {
  const mask = createMask(SIDE, SIDE);
  for (let i = 0; i < SIDE * SIDE; i++)
    if (inside((i % SIDE) + 0.5 - centre.x, Math.floor(i / SIDE) + 0.5 - centre.y)) mask.data[i] = 255;
  return mask;
}

test('a disc has no corner to speak of, however large it is', () => {
  for (const radius of [20, 40, 60])
    expect(
      sharpestCorner(
        shape((x, y) => Math.hypot(x, y) < radius),
        centre,
        radius,
      ),
    ).toBeLessThan(35);
});

test('a square’s corner is one, whichever way it is turned', () => {
  for (const turn of [0, 0.3, Math.PI / 4]) {
    const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
    const square = shape((x, y) => Math.max(Math.abs(x * cos + y * sin), Math.abs(y * cos - x * sin)) < 40);
    const found = sharpestCorner(square, centre, 50);
    expect(found).toBeGreaterThan(60);
    expect(found).toBeLessThanOrEqual(125);
  }
});

test('an inward corner is none, and what lies far from the disc does not count', () => {
  const limb = shape((_, y) => Math.abs(y) < 30);
  expect(sharpestCorner(limb, centre, 30)).toBeLessThan(20);
  const far = shape((x, y) => Math.hypot(x, y) < 20 || (Math.abs(x - 60) < 10 && Math.abs(y) < 10));
  expect(sharpestCorner(far, centre, 20)).toBeLessThan(45);
});

test('without paint there is nothing to turn', () => {
  expect(sharpestCorner(createMask(SIDE, SIDE), centre, 30)).toBe(0);
});
