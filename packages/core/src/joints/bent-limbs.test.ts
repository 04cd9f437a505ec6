import fc from 'fast-check';
import { flat } from '../testing/troupe/paint.js';
import { limbLayer, onTheBench, trueJoints, type Member } from '../testing/troupe/index.js';
import { fitBetween } from './fit-between.js';

/** A limb of two stretches at a bend, drawn in one go, as it leaves the canvas's middle. */
interface BentLimb {
  /** Degrees, of the first stretch, and of the bend. */
  turn: number;
  bend: number;
  /** px: half the limb's width at its root, at its joint and at its end. */
  radii: readonly [number, number, number];
  line: number;
}

const SIZE = 460;
/** Of its radius at the joint: how long each stretch is. */
const LONG = 5;

function memberOf({ turn, bend, radii, line }: BentLimb): Member {
  const length = LONG * radii[1];
  const along = (degrees: number, [x, y]: readonly [number, number]): [number, number] => {
    const rad = (degrees * Math.PI) / 180;
    return [x + length * Math.cos(rad), y + length * Math.sin(rad)];
  };
  const joint: [number, number] = [SIZE / 2 + 0.3, SIZE / 2 - 0.2];
  return {
    name: 'limb',
    width: SIZE,
    height: SIZE,
    layers: [
      limbLayer({
        addresses: ['arm/upper/A', 'arm/lower/A'],
        parent: 'torso//',
        points: [along(turn + 180, joint), joint, along(turn + bend, joint)],
        radii,
        paints: [flat([214, 150, 96])],
        line: line > 0 ? { width: line, colour: [40, 30, 30] } : null,
      }),
    ],
  };
}

const bentLimb: fc.Arbitrary<BentLimb> = fc
  .record({
    turn: fc.integer({ min: 0, max: 359 }),
    bend: fc.integer({ min: -110, max: 110 }),
    radius: fc.integer({ min: 12, max: 30 }),
    tapers: fc.tuple(fc.double({ min: 1, max: 1.35, noNaN: true }), fc.double({ min: 0.7, max: 1, noNaN: true })),
    line: fc.constantFrom(0, 3, 5),
  })
  .map(({ turn, bend, radius, tapers: [root, end], line }) => ({
    turn,
    bend,
    radii: [radius * root, radius, radius * end],
    line,
  }));

test('whichever way a limb is bent and tapers, its joint is placed where it truly bends', () => {
  const limbs = fc.sample(bentLimb, { numRuns: process.env.FIGURES ? 300 : 60, seed: 7 });
  const outcomes = limbs.map((limb) => {
    const member = memberOf(limb);
    const { doc, art } = onTheBench(member);
    const truth = trueJoints(member)[1].joint;
    const fit = fitBetween(doc, 'arm/lower/A', 'arm/upper/A', art);
    return { limb, off: fit.ok ? Math.hypot(fit.x - truth.x, fit.y - truth.y) : Infinity };
  });
  const within = (px: number) => outcomes.filter(({ off }) => off <= px).length / outcomes.length;
  if (process.env.FIGURES)
    console.info(
      [0.25, 0.5, 1, 2].map((px) => `${px} px: ${within(px)}`),
      outcomes.filter(({ off }) => off > 0.5),
    );
  expect(within(0.5)).toBeGreaterThan(0.97);
});
