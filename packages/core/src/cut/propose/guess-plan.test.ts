import { coverageOf } from '../../raster/mask.js';
import { box, inside, union, type Shape } from '../../testing/drawing.js';
import { TROUPE, drawMember } from '../../testing/troupe/index.js';
import { guessPlan } from './guess-plan.js';

const OUTLINE: Record<string, readonly Shape[]> = {
  'a beast whose fore and hind legs mirror each other': [
    box(20, 60, 150, 110),
    box(30, 100, 46, 170),
    box(50, 100, 66, 170),
    box(108, 100, 124, 170),
    box(128, 100, 144, 170),
    box(140, 20, 180, 70),
  ],
  'somebody with legs astride and arms straight out': [
    box(80, 10, 120, 55),
    box(75, 50, 125, 120),
    box(10, 55, 190, 72),
    box(70, 110, 92, 190),
    box(108, 110, 130, 190),
  ],
  'a post': [box(90, 10, 110, 190)],
};

test.each([
  ['a beast whose fore and hind legs mirror each other', 'four-legged'],
  ['somebody with legs astride and arms straight out', null],
  ['a post', null],
])('%s is %s', (who, wanted) => {
  expect(guessPlan(inside(200, 200, union(...OUTLINE[who])))).toBe(wanted);
});

/** Those of the troupe that do not stand like people: a goat from the side, a moth and a newt from above. */
const BEASTS: Record<string, string> = { Burr: 'four-legged', Dusk: 'winged', Sedge: 'four-legged' };

// Beasts and every third of the others are enough to notice a change for the worse; what is written down is of all.
const MEMBERS = TROUPE.filter((make, i) => process.env.FIGURES || make().name in BEASTS || i % 3 === 0);

test('of the troupe beasts are told, and all people are left with the breakdown that everybody starts with', () => {
  const guessed = MEMBERS.map((make) => [make().name, guessPlan(coverageOf(drawMember(make()).design))]);
  // A heron with its wings folded stands on two legs as people do.
  expect(guessed).toEqual(MEMBERS.map((make) => [make().name, BEASTS[make().name] ?? null]));
});
