import fc from 'fast-check';
import { PEN_IDLE, penPoints, penStep, type PenEvent, type PenRules, type PenState } from './pen';

const LOOP: PenRules = { closed: true, near: 6 };
const LINE: PenRules = { closed: false, near: 6 };

function play(events: PenEvent[], rules: PenRules): { state: PenState; finished: number[][]; dropped: number } {
  let state: PenState = PEN_IDLE;
  const finished: number[][] = [];
  let dropped = 0;
  for (const event of events) {
    const step = penStep(state, event, rules);
    state = step.state;
    if (step.effect?.kind === 'finished') finished.push(step.effect.points);
    if (step.effect?.kind === 'drop-tool') dropped++;
  }
  return { state, finished, dropped };
}

const click = (x: number, y: number): PenEvent[] => [{ kind: 'press', x, y }, { kind: 'release' }];
const drag = (...points: [number, number][]): PenEvent[] => [
  { kind: 'press', x: points[0][0], y: points[0][1] },
  ...points.slice(1).map(([x, y]): PenEvent => ({ kind: 'move', x, y })),
  { kind: 'release' },
];

test('a loop drawn in one go ends with the release', () => {
  const { finished, state } = play(drag([0, 0], [50, 0], [50, 50], [0, 50]), LOOP);
  expect(finished).toEqual([[0, 0, 50, 0, 50, 50, 0, 50]]);
  expect(state).toEqual(PEN_IDLE);
});

test('a loop of clicks ends near its first point, or with Enter', () => {
  const corners = [...click(0, 0), ...click(60, 0), ...click(60, 60)];
  expect(play([...corners, ...click(4, 3)], LOOP).finished).toEqual([[0, 0, 60, 0, 60, 60]]);
  expect(play([...corners, { kind: 'close' }], LOOP).finished).toEqual([[0, 0, 60, 0, 60, 60]]);
  expect(play([...click(0, 0), ...click(60, 0), { kind: 'close' }], LOOP).finished).toEqual([]);
});

test('a straight line is two clicks, a drawn one is a drag', () => {
  expect(play([...click(0, 0), ...click(80, 10)], LINE).finished).toEqual([[0, 0, 80, 10]]);
  expect(play(drag([0, 0], [20, 4], [40, 2]), LINE).finished).toEqual([[0, 0, 20, 4, 40, 2]]);
});

test('a point that is set is moved by dragging it; let go where it was, only the first closes the loop', () => {
  const corners = [...click(0, 0), ...click(60, 0), ...click(60, 60)];
  const moved = play([...corners, ...drag([61, 2], [70, 5], [80, -10])], LOOP);
  expect(penPoints(moved.state)).toEqual([0, 0, 80, -10, 60, 60]);
  expect(moved.finished).toEqual([]);
  expect(play([...corners, ...click(61, 2)], LOOP)).toMatchObject({ finished: [], state: { kind: 'between' } });
  const first = play([...corners, ...drag([1, 1], [-20, -20])], LOOP);
  expect(penPoints(first.state)).toEqual([-20, -20, 60, 0, 60, 60]);
  expect(play([...corners, ...drag([61, 2], [80, 0]), ...click(0, 0)], LOOP).finished).toHaveLength(1);
});

test.each(['back', 'lost'] as const)('a point that is being moved goes back where it was: %s', (kind) => {
  const corners = [...click(0, 0), ...click(60, 0), ...click(60, 60)];
  const { state } = play([...corners, ...drag([61, 2], [80, 0]).slice(0, -1), { kind }], LOOP);
  expect(penPoints(state)).toEqual([0, 0, 60, 0, 60, 60]);
  expect(state.kind).toBe('between');
});

test('Esc steps back one point, then drops the tool', () => {
  const back: PenEvent = { kind: 'back' };
  const { state } = play([...click(0, 0), ...click(60, 0), back], LOOP);
  expect(penPoints(state)).toEqual([0, 0]);
  expect(play([...click(0, 0), back], LOOP)).toMatchObject({ state: PEN_IDLE, dropped: 0 });
  expect(play([...click(0, 0), back, back], LOOP)).toMatchObject({ state: PEN_IDLE, dropped: 1 });
});

test('a lost pointer, in any state, never finishes anything', () => {
  const starts: PenEvent[][] = [
    [],
    [{ kind: 'press', x: 0, y: 0 }],
    drag([0, 0], [50, 0]).slice(0, -1),
    [...click(0, 0), ...click(60, 0)],
  ];
  for (const events of starts) expect(play([...events, { kind: 'lost' }], LOOP).finished).toEqual([]);
});

test('whatever happens, what is finished has points enough, and states stay whole', () => {
  const event = fc.oneof(
    fc.record({
      kind: fc.constant('press' as const),
      x: fc.integer({ min: 0, max: 90 }),
      y: fc.integer({ min: 0, max: 90 }),
    }),
    fc.record({
      kind: fc.constant('move' as const),
      x: fc.integer({ min: 0, max: 90 }),
      y: fc.integer({ min: 0, max: 90 }),
    }),
    fc.constantFrom<PenEvent>({ kind: 'release' }, { kind: 'close' }, { kind: 'back' }, { kind: 'lost' }),
  );
  fc.assert(
    fc.property(fc.array(event, { maxLength: 40 }), fc.constantFrom(LOOP, LINE), (events, rules) => {
      const { finished, state } = play(events, rules);
      for (const points of finished) expect(points.length).toBeGreaterThanOrEqual(rules.closed ? 6 : 4);
      expect(penPoints(state).length % 2).toBe(0);
    }),
  );
});
