import fc from 'fast-check';
import type { JointRow } from '../document/rows.js';
import { apply } from '../joints/place-pieces.js';
import type { ReachChain } from './limbs.js';
import { bendAtRest, reach, type BendWay } from './reach.js';

const joint = (id: string, x: number, y: number, range = 180): JointRow =>
  ({ id, x, y, rangeLow: -range, rangeHigh: range }) as JointRow;

function limb(points: readonly number[], range?: number): ReachChain {
  const [rx, ry, mx, my, ex, ey] = points;
  const [root, middle, end] = [joint('root', rx, ry, range), joint('middle', mx, my, range), joint('end', ex, ey)];
  return { word: 'arm A', group: 'arm', side: 'A', root, middle, end, endPiece: 'hand' };
}

/** Where the end of a limb lies, by turning it piece by piece as the light table does. */
function endBy({ root, middle, end }: ReachChain, bends: Record<string, number>) {
  const about = ({ x, y }: { x: number; y: number }, angle: number) => {
    const turned = apply({ angle, tx: 0, ty: 0 }, x, y);
    return { angle, tx: x - turned.x, ty: y - turned.y };
  };
  const lower = about(middle, bends.middle);
  const once = apply(lower, end.x, end.y);
  return apply(about(root, bends.root), once.x, once.y);
}

const number = (least: number, most: number) => fc.double({ min: least, max: most, noNaN: true });
const points = fc
  .tuple(number(0, 2000), number(0, 2000), number(20, 400), number(0, 6.28), number(20, 400), number(0, 6.28))
  .map(([x, y, a, at, b, bt]) => {
    const [mx, my] = [x + a * Math.cos(at), y + a * Math.sin(at)];
    return [x, y, mx, my, mx + b * Math.cos(bt), my + b * Math.sin(bt)];
  });
const way = fc.constantFrom<BendWay>(1, -1);

test('within reach the end lies on the place to a hundredth of a px, whichever way it bends: 1,000 random ones', () => {
  let worst = 0;
  fc.assert(
    fc.property(points, number(0, 1), number(0, 6.28), way, (at, share, direction, bend) => {
      const chain = limb(at);
      const [a, b] = [Math.hypot(at[2] - at[0], at[3] - at[1]), Math.hypot(at[4] - at[2], at[5] - at[3])];
      const far = Math.abs(a - b) + share * 2 * Math.min(a, b);
      const target = { x: at[0] + far * Math.cos(direction), y: at[1] + far * Math.sin(direction) };
      const { bends, miss } = reach(chain, target, { bend });
      const there = endBy(chain, bends);
      worst = Math.max(worst, Math.hypot(there.x - target.x, there.y - target.y), miss);
    }),
    { numRuns: 1000 },
  );
  expect(worst).toBeLessThan(0.01);
});

test('out of reach it points at the place without stretching, and says by how much it misses', () => {
  fc.assert(
    fc.property(points, number(1, 900), number(0, 6.28), way, (at, beyond, direction, bend) => {
      const chain = limb(at);
      const [a, b] = [Math.hypot(at[2] - at[0], at[3] - at[1]), Math.hypot(at[4] - at[2], at[5] - at[3])];
      const far = a + b + beyond;
      const target = { x: at[0] + far * Math.cos(direction), y: at[1] + far * Math.sin(direction) };
      const { bends, miss, heldBack } = reach(chain, target, { bend });
      const there = endBy(chain, bends);
      expect(Math.hypot(there.x - at[0], there.y - at[1])).toBeCloseTo(a + b, 3);
      expect(miss).toBeCloseTo(beyond, 3);
      expect(heldBack).toBeLessThan(0.01);
    }),
  );
});

test('ranges are kept, and what they cost is told', () => {
  const chain = limb([0, 0, 0, 100, 0, 200], 20);
  const { bends, miss, heldBack } = reach(chain, { x: 180, y: 0 }, { bend: 1 });
  for (const angle of Object.values(bends)) expect(Math.abs(angle)).toBeLessThanOrEqual(20);
  expect(miss).toBeGreaterThan(50);
  expect(heldBack).toBeCloseTo(miss, 6);
});

test('a limb without length answers all the same, and one that is drawn bent bends that way', () => {
  const flat = reach(limb([5, 5, 5, 5, 5, 5]), { x: 60, y: 5 }, { bend: 1 });
  expect(flat.miss).toBeCloseTo(55);
  expect(Object.values(flat.bends).every(Number.isFinite)).toBe(true);
  expect(bendAtRest(limb([0, 0, 50, 50, 0, 100]))).toBe(1);
  expect(bendAtRest(limb([0, 0, -50, 50, 0, 100]))).toBe(-1);
});
