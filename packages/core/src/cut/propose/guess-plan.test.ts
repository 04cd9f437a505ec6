import { coverageOf } from '../../raster/mask.js';
import { TROUPE, drawMember } from '../../testing/troupe/index.js';
import { guessPlan } from './guess-plan.js';

/** Those of the troupe that do not stand like people: a goat from the side, a moth and a newt from above. */
const BEASTS: Record<string, string> = { Burr: 'four-legged', Dusk: 'winged', Sedge: 'four-legged' };

test('of the troupe beasts are told, and all people are left with the breakdown that everybody starts with', () => {
  const guessed = TROUPE.map((make) => [make().name, guessPlan(coverageOf(drawMember(make()).design))]);
  // A heron with its wings folded stands on two legs as people do.
  expect(Object.fromEntries(guessed)).toEqual(
    Object.fromEntries(TROUPE.map((make) => [make().name, BEASTS[make().name] ?? null])),
  );
});
