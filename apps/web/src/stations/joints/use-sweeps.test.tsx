/** @jest-environment jsdom */
import type { Sweep } from '@limber-sheaf/core';
import { act, waitFor } from '@testing-library/react';
import { pickJoint, useBench } from '../../bench/store';
import { character } from '../../testing/character';
import { onBench } from '../../testing/on-bench';
import { knownSweep, useJoints } from './joint-store';
import { useSweeps } from './useSweeps';

jest.mock('../../bench/worker', () => ({ keyOf: () => 1, proxy: (tell: unknown) => tell }));

/** Sweeps under way, each ended when the test lets it. */
let asked: { id: string; butt: boolean; tell: (share: number) => void; end: (sweep: Sweep | null) => void }[] = [];
jest.mock('./worker', () => ({
  sweepWorker: () => ({
    sweep: (_: number, joint: { id: string }, butt: boolean, __: number, tell: (share: number) => void) =>
      new Promise((end) => asked.push({ id: joint.id, butt, tell, end })),
  }),
}));

const hangs = { head: 'torso', tail: 'torso', 'arm A upper': 'torso' };
const pieces = ['torso', 'head', 'tail', 'arm A upper'];
const made = (radius = 10) =>
  character({ pieces, hangs, joints: { head: { radius }, tail: {}, 'arm A upper': { kind: 'slide' } } });
const clean: Sweep = { bends: [], cleanRange: [-60, 60] };
const worse: Sweep = { bends: [], cleanRange: [-10, 10] };
const sweepOf = (name: string) => knownSweep(useJoints.getState().sweeps[`joint ${name}`]);
const end = async (sweep: Sweep | null) => act(async () => asked.at(-1)?.end(sweep));

function Sweeping() {
  useSweeps();
  return null;
}

beforeEach(() => {
  asked = [];
  useJoints.setState({ placing: null, sweeps: {} });
});

test('joints are swept one after the other, the picked one first; a slide is not', async () => {
  const { turnTo } = onBench(<Sweeping />, character({ pieces }));
  act(() => pickJoint('joint tail'));
  turnTo(made());
  expect(asked.map(({ id }) => id)).toEqual(['joint tail']);
  await end(clean);
  expect(asked.map(({ id }) => id)).toEqual(['joint tail', 'joint head']);
  await end(worse);
  expect([sweepOf('tail'), sweepOf('head')]).toEqual([clean, worse]);
  expect(asked).toHaveLength(2);
});

test('while one is swept anew, its chart stays and nothing is said of it', async () => {
  const { turnTo } = onBench(<Sweeping />, made());
  await end(clean);
  await end(clean);
  turnTo(made(14));
  act(() => asked.at(-1)?.tell(0.5));
  expect(sweepOf('head')).toBeNull();
  expect(useJoints.getState().sweeps['joint head']).toMatchObject({ share: 0.5, sweep: clean });
  await end(worse);
  expect(sweepOf('head')).toEqual(worse);
  // Only what changed was swept again.
  expect(asked.map(({ id }) => id)).toEqual(['joint head', 'joint tail', 'joint head']);
});

test('progress that comes after the sweep itself says nothing any more', async () => {
  onBench(<Sweeping />, made());
  const [first] = asked;
  await end(clean);
  act(() => first.tell(0.9));
  expect(sweepOf('head')).toEqual(clean);
});

test('butt joints are swept for themselves, and the worker’s refusal ends nothing else', async () => {
  const { turnTo } = onBench(<Sweeping />, made());
  await end(clean);
  await end(clean);
  act(() => useBench.setState({ butt: true }));
  await waitFor(() => expect(asked.at(-1)?.butt).toBe(true));
  await end(null);
  act(() => useBench.setState({ butt: false }));
  turnTo(made(18));
  await waitFor(() => expect(asked.at(-1)).toMatchObject({ id: 'joint head', butt: false }));
});

test('what was asked for another state is not taken for this one', async () => {
  const { turnTo } = onBench(<Sweeping />, made());
  const [first] = asked;
  turnTo(made(14));
  await act(async () => first.end(worse));
  expect(sweepOf('head')).toBeNull();
});
