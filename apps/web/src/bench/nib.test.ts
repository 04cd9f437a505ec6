import { NIB_IDLE, nibRadius, nibStep, type NibEvent, type NibState } from './nib';

const press = (x: number, y: number, away = false): NibEvent => ({ kind: 'press', x, y, radius: 10, away });
const move = (x: number, y: number, radius = 10): NibEvent => ({ kind: 'move', x, y, radius });

function run(...events: NibEvent[]) {
  return events.reduce<{ state: NibState; effect: ReturnType<typeof nibStep>['effect'] }>(
    ({ state }, event) => nibStep(state, event),
    { state: NIB_IDLE, effect: null },
  );
}

test('a stroke is what the hand went over, from press to release', () => {
  const { state, effect } = run(press(5, 5), move(20, 5), move(40, 9, 12), { kind: 'release' });
  expect(state).toEqual(NIB_IDLE);
  expect(effect).toEqual({ kind: 'stroke', stroke: [5, 5, 10, 20, 5, 10, 40, 9, 12], away: false });
});

test('a click is a dab, and a trembling hand adds no points', () => {
  expect(run(press(5, 5), move(5.4, 5.2), { kind: 'release' }).effect).toEqual({
    kind: 'stroke',
    stroke: [5, 5, 10],
    away: false,
  });
});

test('pressing harder in place widens the stroke', () => {
  expect(run(press(5, 5), move(5, 5, 14), { kind: 'release' }).effect).toMatchObject({ stroke: [5, 5, 10, 5, 5, 14] });
});

test('Alt when it is pressed takes away, whatever is held later', () => {
  expect(run(press(5, 5, true), move(30, 5), { kind: 'release' }).effect).toMatchObject({ away: true });
});

test.each(['back', 'lost'] as const)('%s while it draws drops the stroke and keeps the tool', (kind) => {
  expect(run(press(5, 5), move(30, 5), { kind })).toEqual({ state: NIB_IDLE, effect: null });
});

test('back at rest lays the tool down; what is released at rest is nothing', () => {
  expect(run({ kind: 'back' }).effect).toEqual({ kind: 'drop-tool' });
  expect(run({ kind: 'release' })).toEqual({ state: NIB_IDLE, effect: null });
  expect(run(move(3, 3))).toEqual({ state: NIB_IDLE, effect: null });
});

test('a pen hardly pressed draws thin, pressed all the way as wide as the nib', () => {
  expect(nibRadius(40, 1)).toBe(20);
  expect(nibRadius(40, 0)).toBeCloseTo(6);
  expect(nibRadius(1, 0)).toBe(0.5);
});
