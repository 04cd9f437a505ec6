import { circle, draw } from '../testing/drawing.js';
import { BOTH, CHILD_ONLY, NEITHER, PARENT_ONLY, compareDiscs } from './compare-discs.js';

const disc = { x: 50, y: 50, radius: 30, lineWidth: 5, looseness: 0 };
const paint = (x: number, radius: number) => draw(120, 100, [{ shape: circle(x, 50, radius), colour: [200, 90, 60] }]);
const at = ({ rect, labels }: ReturnType<typeof compareDiscs>, x: number, y: number) =>
  labels[(y - rect.y) * rect.width + x - rect.x];

test('two whole discs lie on each other; the outline may be on one alone', () => {
  const same = compareDiscs(disc, paint(50, 30), paint(50, 30));
  expect(same.apart).toBe(0);
  expect(Math.abs(same.inner - Math.PI * 24 * 24)).toBeLessThan(0.02 * same.inner);
  const ring = compareDiscs(disc, paint(50, 25), paint(50, 30));
  expect(ring.apart).toBe(0);
  expect(at(ring, 77, 50)).toBe(PARENT_ONLY);
});

test('a disc that lies beside the other is shown on either side, and counted', () => {
  const beside = compareDiscs(disc, paint(62, 30), paint(50, 30));
  expect([at(beside, 50, 50), at(beside, 28, 50)]).toEqual([BOTH, PARENT_ONLY]);
  expect(beside.apart).toBeGreaterThan(100);
  const small = compareDiscs(disc, paint(50, 30), paint(50, 12));
  expect(at(small, 70, 50)).toBe(CHILD_ONLY);
  expect(small.apart).toBeCloseTo(Math.PI * (24 * 24 - 12 * 12), -2);
  expect(at(compareDiscs(disc, paint(50, 5), paint(50, 5)), 70, 50)).toBe(NEITHER);
});
