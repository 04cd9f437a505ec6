/** @jest-environment jsdom */
import type { Sweep } from '@limber-sheaf/core';
import { act } from '@testing-library/react';
import { pickJoint, useBench } from '../../bench/store';
import { character } from '../../testing/character';
import { onBench } from '../../testing/on-bench';
import { knownSweep, useJoints } from './joint-store';
import { sweepSignature } from './joint-words';
import { useSweeps } from './useSweeps';

jest.mock('../../bench/worker', () => ({ keyOf: () => 1, proxy: (tell: unknown) => tell }));

interface Asked {
  id: string;
  butt: boolean;
  tell: (share: number) => void;
  end: (sweep: Sweep | null) => void;
  fail: (reason: Error) => void;
}

/** Sweeps under way in the worker, each ended when the test lets it. */
let asked: Asked[] = [];
jest.mock('./worker', () => ({
  sweepWorker: () => ({
    sweep: (_: number, joint: { id: string }, butt: boolean, __: number, tell: (share: number) => void) =>
      new Promise<Sweep | null>((end, fail) => asked.push({ id: joint.id, butt, tell, end, fail })),
  }),
}));

/** Questions to the server, each answered when the test lets it. */
let questions: { answer: (kept: object[]) => void; fail: (reason: Error) => void }[] = [];
jest.mock('../../api/client', () => ({
  call: () => new Promise((answer, fail) => questions.push({ answer, fail })),
}));

const hangs = { head: 'torso', tail: 'torso', 'arm A upper': 'torso' };
const pieces = ['torso', 'head', 'tail', 'arm A upper'];
const made = (radius = 10) =>
  character({ pieces, hangs, joints: { head: { radius }, tail: {}, 'arm A upper': { kind: 'slide' } } });
const clean: Sweep = { bends: [], cleanRange: [-60, 60] };
const worse: Sweep = { bends: [], cleanRange: [-10, 10] };
const stateOf = (name: string) => useJoints.getState().sweeps[`joint ${name}`];
const sweepOf = (name: string) => knownSweep(stateOf(name));
const end = async (sweep: Sweep | null) => act(async () => asked.at(-1)?.end(sweep));
const pass = async (ms: number) => act(async () => jest.advanceTimersByTimeAsync(ms));
/** Lets the server answer its last question with what it keeps of a character. */
const answer = (doc: ReturnType<typeof made>, sweeps: Record<string, Sweep>) =>
  act(async () =>
    questions.at(-1)?.answer(
      Object.entries(sweeps).map(([name, sweep]) => {
        const joint = doc.joints.find(({ id }) => id === `joint ${name}`);
        if (!joint) throw new Error(`no joint ${name}`);
        return { jointId: joint.id, key: sweepSignature({ doc, sheets: {} }, joint, false), sweep };
      }),
    ),
  );

function Sweeping() {
  useSweeps();
  return null;
}

const bench = (doc: ReturnType<typeof made>, station = 'joints') => onBench(<Sweeping />, doc, { station });

beforeEach(() => {
  jest.useFakeTimers();
  jest.spyOn(console, 'warn').mockImplementation(() => undefined);
  [asked, questions] = [[], []];
  useBench.setState({ butt: false, pickedJoint: null });
  useJoints.setState({ placing: null, sweeps: {} });
});
afterEach(() => jest.useRealTimers());

test('what the server keeps is known at once, of every joint that turns, wherever one is', async () => {
  const doc = made();
  bench(doc, 'cut');
  await pass(0);
  expect(questions).toHaveLength(1);
  await answer(doc, { head: clean, tail: worse });
  expect([sweepOf('head'), sweepOf('tail')]).toEqual([clean, worse]);
  await pass(60_000);
  expect(questions).toHaveLength(1);
  expect(asked).toEqual([]);
});

test('after a change it is asked for anew when the hand rests; what was seen stays, and nothing is said of it', async () => {
  const doc = made();
  const { turnTo } = bench(doc);
  await pass(0);
  await answer(doc, { head: clean, tail: clean });
  const changed = made(14);
  turnTo(changed);
  await pass(300);
  expect(questions).toHaveLength(1);
  await pass(2000);
  expect(questions).toHaveLength(2);
  expect(sweepOf('head')).toBeNull();
  expect([stateOf('head').sweep, sweepOf('tail')]).toEqual([clean, clean]);
  await answer(changed, { head: worse, tail: clean });
  expect(sweepOf('head')).toEqual(worse);
});

test('what the server measured of another state is not taken for this one, and asked for again', async () => {
  const doc = made();
  bench(doc);
  await pass(0);
  await answer(made(14), { head: worse, tail: clean });
  expect([sweepOf('head'), sweepOf('tail')]).toEqual([null, clean]);
  await pass(2000);
  await answer(doc, { head: clean, tail: clean });
  expect(sweepOf('head')).toEqual(clean);
});

test('a server that does not answer is asked again, and not without end', async () => {
  bench(made());
  await pass(0);
  for (let i = 0; i < 9; i++) {
    await act(async () => questions.at(-1)?.fail(new Error('offline')));
    await pass(2000);
  }
  expect(questions).toHaveLength(5);
});

test('the picked joint is swept degree by degree at Joints alone, and that stays', async () => {
  const doc = made();
  const { turnTo } = bench(doc);
  act(() => pickJoint('joint head'));
  expect(asked.map(({ id }) => id)).toEqual(['joint head']);
  await pass(0);
  await answer(doc, { head: worse, tail: clean });
  expect(sweepOf('head')).toEqual(worse);
  await end(clean);
  expect(stateOf('head')).toMatchObject({ sweep: clean, fine: true });
  act(() => pickJoint('joint arm A upper'));
  act(() => pickJoint('joint head'));
  expect(asked).toHaveLength(1);
  turnTo(made(14));
  act(() => asked.at(-1)?.tell(0.5));
  expect(sweepOf('head')).toBeNull();
  expect(stateOf('head')).toMatchObject({ share: 0.5, sweep: clean });
  await end(worse);
  act(() => asked.at(-1)?.tell(0.9));
  expect(sweepOf('head')).toEqual(worse);
});

test('a sweep that came to nothing is asked for again; one of another state is not taken for this one', async () => {
  const { turnTo } = bench(made());
  act(() => pickJoint('joint head'));
  await act(async () => asked.at(-1)?.fail(new Error('a picture did not come')));
  await pass(2000);
  expect(asked).toHaveLength(2);
  const [, second] = asked;
  turnTo(made(14));
  await act(async () => second.end(worse));
  expect(sweepOf('head')).toBeNull();
  await end(clean);
  expect(sweepOf('head')).toEqual(clean);
});

test('the picked joint is swept as a butt joint for itself; the server is not asked about that', async () => {
  const doc = made();
  bench(doc);
  act(() => pickJoint('joint head'));
  await pass(0);
  await answer(doc, { head: clean, tail: clean });
  await end(clean);
  act(() => useBench.setState({ butt: true }));
  expect(asked.at(-1)).toMatchObject({ id: 'joint head', butt: true });
  await end(worse);
  await pass(60_000);
  expect([sweepOf('head'), questions.length]).toEqual([worse, 1]);
  act(() => useBench.setState({ butt: false }));
  expect(asked.at(-1)).toMatchObject({ id: 'joint head', butt: false });
});
