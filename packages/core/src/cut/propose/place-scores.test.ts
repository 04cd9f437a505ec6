import fc from 'fast-check';
import { KNOWN_PARTS, type KnownPart } from '../../plan/known-parts.js';
import { giveLacking, type Guess } from './lacking-parts.js';
import { placeScores } from './place-scores.js';
import type { Patch, Segments } from './segment.js';

const part = (group: string, word: string | null = null, side: 'A' | 'B' | null = null): KnownPart => {
  const found = KNOWN_PARTS.find((one) => one.group === group && one.part === word && one.side === side);
  if (!found) throw new Error(`no ${group}`);
  return found;
};
const torso = part('torso');
const head = part('head');
const hands = [part('arm', 'hand', 'A'), part('arm', 'hand', 'B')];

/** Places spread about the middle of where a part usually lies, as wide as it usually is. */
const usual = ({ place }: KnownPart) => {
  if (!place) throw new Error('it has no place');
  return [-1, 0, 1].flatMap((i) => [-1, 0, 1].map((k) => ({ u: place.u + i * place.su, v: place.v + k * place.sv })));
};

test('a patch that lies where a part usually does suits that one best', () => {
  for (const wanted of [torso, head, ...hands]) {
    const among = [torso, head, ...hands];
    const scores = placeScores(usual(wanted), among);
    expect(among[scores.indexOf(Math.max(...scores))]).toBe(wanted);
  }
});

test('whatever lies wherever, scores are shares, and nothing suits a part without a place', () => {
  const place = fc.record({
    u: fc.double({ min: -2, max: 2, noNaN: true }),
    v: fc.double({ min: -1, max: 4, noNaN: true }),
  });
  const placeless = { ...torso, place: null };
  fc.assert(
    fc.property(fc.array(place, { maxLength: 12 }), (places) => {
      const scores = placeScores(places, [...KNOWN_PARTS, placeless]);
      expect(scores.every((score) => score >= 0 && score <= 1)).toBe(true);
      expect(scores.at(-1)).toBe(0);
      if (places.length === 0) expect(Math.max(...scores)).toBe(0);
    }),
    { numRuns: 30 },
  );
});

test('what is carried may hang on either side; a hand may not', () => {
  const satchel = KNOWN_PARTS.find(({ heading, place }) => heading === 'Things' && place);
  if (!satchel?.place) throw new Error('nothing is carried');
  const mirrored = (places: { u: number; v: number }[]) => places.map(({ u, v }) => ({ u: -u, v }));
  expect(placeScores(mirrored(usual(satchel)), [satchel])[0]).toBeCloseTo(placeScores(usual(satchel), [satchel])[0], 6);
  const [right, left] = hands;
  expect(placeScores(mirrored(usual(right)), [left])[0]).toBeGreaterThan(
    3 * placeScores(mirrored(usual(right)), [right])[0],
  );
});

/** Patches of some areas, with who has each. */
function given(areas: readonly number[], has: readonly (number | null)[]): { segments: Segments; guesses: Guess[] } {
  const patches = areas.map((area) => ({ area }) as Patch);
  return { segments: { patches } as Segments, guesses: has.map((one) => ({ part: one, confidence: 0.9 })) };
}

test('a part without any takes what suits it from one that keeps enough, and is unsure of it', () => {
  const parts = [torso, part('apron')];
  const { segments, guesses } = given([4000, 900], [0, 0]);
  const scores = [
    [0.8, 0.1],
    [0.5, 0.4],
  ];
  giveLacking(segments, guesses, scores, parts);
  expect(guesses.map(({ part: has }) => has)).toEqual([0, 1]);
  expect(guesses[0].confidence).toBe(0.9);
  expect(guesses[1].confidence).toBeLessThan(0.5);
});

test('nothing is taken that would leave another with nothing, or that hardly suits', () => {
  const parts = [torso, part('apron')];
  const alone = given([4000], [0]);
  giveLacking(alone.segments, alone.guesses, [[0.8, 0.7]], parts);
  expect(alone.guesses[0].part).toBe(0);
  const far = given([4000, 900], [0, 0]);
  giveLacking(
    far.segments,
    far.guesses,
    [
      [0.8, 0.01],
      [0.8, 0.01],
    ],
    parts,
  );
  expect(far.guesses.map(({ part: has }) => has)).toEqual([0, 0]);
});

test('a hood without a head is most likely the head', () => {
  const hood = part('hood');
  expect(hood.worn && hood.parents.includes('head/')).toBe(true);
  const { segments, guesses } = given([2500], [1]);
  giveLacking(segments, guesses, [[0.6, 0.7]], [head, hood]);
  expect(guesses[0].part).toBe(0);
});
