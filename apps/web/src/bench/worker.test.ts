import type { CharacterDoc } from '@limber-sheaf/core';
import { backgroundWorker, handWorker, keyOf } from './worker';

const told: { worker: string; key: number }[] = [];
jest.mock('comlink', () => ({
  proxy: (value: unknown) => value,
  wrap: ({ name }: { name: string }) => ({
    hold: (key: number) => told.push({ worker: name, key }),
    table: { of: 'table', worker: name },
    cut: { of: 'cut', worker: name },
  }),
}));
let started = 0;
global.Worker = class {
  name = `worker ${++started}`;
} as unknown as typeof Worker;

const state = () => ({ doc: {} as CharacterDoc, sheets: {} });

test('workers are told of a state once, and one that starts late is told of what is current', () => {
  const first = state();
  const key = keyOf(first);
  expect(told).toEqual([]);
  handWorker();
  expect(told).toEqual([{ worker: 'worker 1', key }]);
  expect(keyOf(first)).toBe(key);
  expect(keyOf({ ...first })).toBe(key);
  expect(told).toHaveLength(1);

  const second = keyOf(state());
  expect(second).not.toBe(key);
  backgroundWorker();
  expect(told.filter((t) => t.worker === 'worker 2').map((t) => t.key)).toEqual([key, second]);
});

test('a state that the workers may have let go is told anew, under another key', () => {
  const old = state();
  const key = keyOf(old);
  for (let n = 0; n < 6; n++) keyOf(state());
  const again = keyOf(old);
  expect(again).not.toBe(key);
  expect(told.filter((t) => t.key === again).map((t) => t.worker)).toEqual(['worker 1', 'worker 2']);
});

test('there is one worker for the hand and one for the background, however often they are asked for', () => {
  expect(handWorker()).toEqual({ of: 'table', worker: 'worker 1' });
  expect(handWorker('cut')).toEqual({ of: 'cut', worker: 'worker 1' });
  expect(backgroundWorker('cut')).toEqual({ of: 'cut', worker: 'worker 2' });
  expect(started).toBe(2);
});
