/** @jest-environment jsdom */
import type { Mend, Sweep } from '@limber-sheaf/core';
import { act, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { pickJoint, useBench } from '../../bench/store';
import { bend } from '../../testing/bend';
import { character } from '../../testing/character';
import { onBench } from '../../testing/on-bench';
import { joints as station } from '.';
import { JointLedger } from './JointLedger';
import { useJoints } from './joint-store';
import { useLeftJoints } from './left-joints';
import { usePlacing } from './place-hand';
import { said, toasts } from '../../testing/toasts';

let mends: Mend[] = [];
const fit = { ok: true, x: 1, y: 2, radius: 3 };
jest.mock('../../bench/worker', () => ({ keyOf: () => 1, proxy: (tell: unknown) => tell }));
jest.mock('./worker', () => ({
  jointWorker: () => ({
    previewFit: () => Promise.resolve(fit),
    discs: () => new Promise(() => undefined),
    contactSheet: () => new Promise(() => undefined),
  }),
  sweepWorker: () => ({ mends: () => Promise.resolve(mends) }),
}));

const hangs = { head: 'torso', 'arm A upper': 'torso', 'arm A lower': 'arm A upper', 'arm B upper': 'torso' };
const pieces = ['torso', 'arm A upper', 'arm A lower', 'arm B upper', 'head'];
const two = character({ pieces, hangs, joints: { 'arm A upper': {}, 'arm A lower': { rounded: false } } });

const clean: Sweep = { bends: [bend(-60), bend(0), bend(60)], cleanRange: [-60, 60] };
const torn: Sweep = {
  bends: [bend(-60), bend(0), bend(30, { daylight: 90 }), bend(60, { daylight: 214 })],
  cleanRange: [-60, 0],
};
const known = (sweeps: Record<string, Sweep>) =>
  act(() =>
    useJoints.setState({
      sweeps: Object.fromEntries(
        Object.entries(sweeps).map(([id, sweep]) => [`joint ${id}`, { signature: 'now', share: 1, sweep, fine: true }]),
      ),
    }),
  );
const pick = (name: string) => act(() => pickJoint(`joint ${name}`));

beforeEach(() => {
  mends = [];
  useJoints.setState({ placing: null, sweeps: {} });
  useLeftJoints.setState({ because: {} });
});

test('the heading counts what is clean, open and still being swept', () => {
  onBench(<JointLedger />, two);
  expect(screen.getByText('2 joints · 0 clean through their range · 1 open · sweeping')).toBeTruthy();
  known({ 'arm A upper': clean });
  expect(screen.getByText('2 joints · 1 clean through their range · 1 open')).toBeTruthy();
  known({ 'arm A upper': torn });
  expect(screen.getByText('2 joints · 0 clean through their range · 2 open')).toBeTruthy();
});

test('a row shows its range, where it is foul, and the worst daylight', async () => {
  onBench(<JointLedger />, two);
  known({ 'arm A upper': torn });
  const row = screen.getByRole('button', { name: /shoulder A/i }).closest('tr') as HTMLElement;
  expect(within(row).getByRole('img').getAttribute('aria-label')).toBe('from -60° to 60°, not clean throughout');
  expect(within(row).getByText('214 px')).toBeTruthy();
  await userEvent.click(row);
  expect(useBench.getState()).toMatchObject({ pickedJoint: 'joint arm A upper', lookAt: { kind: 'rect', x: -5 } });
});

test('a finding bends the limb to where it is worst', async () => {
  onBench(<JointLedger />, two);
  known({ 'arm A upper': torn });
  pick('arm A upper');
  await userEvent.click(screen.getByRole('button', { name: /^Daylight at .* from 30°, 214 px at worst/ }));
  expect(useBench.getState().bends).toEqual({ 'joint arm A upper': 60 });
});

test('what is wanted beyond the range makes a row fall short, and a drawn-out end can be tapered', async () => {
  const hangs = { 'arm A upper': 'torso' };
  const doc = character({
    pieces: ['torso', 'arm A upper'],
    hangs,
    joints: { 'arm A upper': { wantedHigh: 90, reach: 20 } },
  });
  const { edits } = onBench(<JointLedger />, doc);
  known({ 'arm A upper': clean });
  expect(screen.getByText('1 joint · 0 clean through their range · 1 open')).toBeTruthy();
  pick('arm A upper');
  expect(screen.getByLabelText<HTMLInputElement>('Wanted clean from').value).toBe('-60');
  expect(screen.getByLabelText<HTMLInputElement>('Wanted clean to').value).toBe('90');
  await userEvent.clear(screen.getByLabelText('Taper'));
  await userEvent.type(screen.getByLabelText('Taper'), '40{Enter}');
  expect(edits).toEqual([['joints.change', 'joint arm A upper', { taper: 0.4, saw: { 'joint arm A upper': 1 } }]]);
});

test('figures of the picked joint are changed with the version that was seen', async () => {
  const { edits } = onBench(<JointLedger />, two);
  pick('arm A upper');
  const type = async (label: string, value: string) => {
    await userEvent.clear(screen.getByLabelText(label));
    await userEvent.type(screen.getByLabelText(label), `${value}{Enter}`);
  };
  await type('Range from', '-20');
  await type('Range to', '130');
  await type('Wanted clean to', '150');
  await type('Radius', '48,2');
  await type('Looseness', '10');
  await type('Reach beneath', '30');
  await userEvent.selectOptions(screen.getByLabelText('Kind'), 'one-sided');
  await userEvent.selectOptions(screen.getByLabelText('In front'), 'parent');
  await userEvent.selectOptions(screen.getByLabelText('Outline on'), 'under');
  await userEvent.selectOptions(screen.getByLabelText('Rounded end of'), 'child');
  await userEvent.selectOptions(screen.getByLabelText('Folds of the other'), 'out');
  const saw = { 'joint arm A upper': 1 };
  const change = (values: object) => ['joints.change', 'joint arm A upper', { ...values, saw }];
  expect(edits).toEqual([
    change({ rangeLow: -20 }),
    change({ rangeHigh: 130 }),
    change({ wantedHigh: 150 }),
    change({ radius: 48.2 }),
    change({ looseness: 0.1 }),
    change({ reach: 30 }),
    change({ kind: 'one-sided' }),
    ['joints.inFront', 'joint arm A upper', { inFront: 'parent', saw }],
    change({ outlineOn: 'under' }),
    change({ discOn: 'child' }),
    change({ foldsOut: true }),
  ]);
});

test('it is rounded, fitted anew and deleted by a word', async () => {
  const { edits } = onBench(<JointLedger />, two);
  pick('arm A lower');
  const saw = { 'joint arm A lower': 1 };
  await userEvent.click(screen.getByRole('button', { name: 'Round both ends' }));
  await userEvent.click(screen.getByRole('button', { name: 'Fit disc to contour' }));
  await userEvent.click(screen.getByRole('button', { name: 'Delete' }));
  expect(edits).toEqual([
    ['joints.change', 'joint arm A lower', { rounded: true, saw }],
    ['joints.fit', 'joint arm A lower', { saw }],
    ['joints.remove', 'joint arm A lower', undefined],
  ]);
  expect(useBench.getState().pickedJoint).toBeNull();
});

test('what would mend it was tried out, and is one click', async () => {
  mends = [
    { word: 'Enlarge the disc to', change: { radius: 14 }, inFront: null, cleanRange: [-60, 60], enough: true },
    { word: 'Put the parent in front', change: null, inFront: 'parent', cleanRange: [-60, 20], enough: false },
  ];
  const { edits } = onBench(<JointLedger />, two);
  known({ 'arm A upper': torn });
  pick('arm A upper');
  await userEvent.click(await screen.findByRole('button', { name: /Enlarge the disc to 14 px/ }));
  await userEvent.click(screen.getByRole('button', { name: /Put the parent in front/ }));
  const saw = { 'joint arm A upper': 1 };
  expect(edits).toEqual([
    ['joints.change', 'joint arm A upper', { radius: 14, saw }],
    ['joints.inFront', 'joint arm A upper', { inFront: 'parent', saw }],
  ]);
});

test('where no single change mends it, that is said', async () => {
  onBench(<JointLedger />, two);
  known({ 'arm A upper': torn });
  pick('arm A upper');
  expect(await screen.findByText(/No single change mends it/)).toBeTruthy();
});

test('a slide is not swept, and a joint whose chart is not there yet says so', () => {
  const doc = character({ pieces, hangs, joints: { head: { kind: 'slide' }, 'arm A upper': {} } });
  onBench(<JointLedger />, doc);
  pick('head');
  expect(screen.getByText(/It slides and does not turn/)).toBeTruthy();
  pick('arm A upper');
  expect(screen.getByText('Sweeping…')).toBeTruthy();
});

test('a joint is given to the other side, and linked ones say with whom', async () => {
  const both = { 'arm A upper': {}, 'arm B upper': {} };
  const { edits, turnTo } = onBench(<JointLedger />, character({ pieces, hangs, joints: both }));
  pick('arm A upper');
  await userEvent.click(screen.getByRole('button', { name: /^Copy to shoulder B/i }));
  await userEvent.click(screen.getByRole('button', { name: 'Link' }));
  expect(edits).toEqual([
    ['joints.copy', 'joint arm A upper', { link: false }],
    ['joints.copy', 'joint arm A upper', { link: true }],
  ]);
  const linked = { 'arm A upper': { twinId: 'joint arm B upper' }, 'arm B upper': {} };
  turnTo(character({ pieces, hangs, joints: linked }));
  const step = screen.getByText(/In step with/);
  await userEvent.click(within(step).getByRole('button'));
  expect(useBench.getState().pickedJoint).toBe('joint arm B upper');
});

describe('pieces without a joint', () => {
  test('are fitted one by one, with the disc shown first', async () => {
    const { edits } = onBench(<JointLedger />, two);
    const row = screen.getByText('head').closest('div') as HTMLElement;
    await userEvent.hover(row);
    await waitFor(() => expect(usePlacing.getState().fit).toEqual(fit));
    await userEvent.unhover(row);
    expect(usePlacing.getState().fit).toBeNull();
    await userEvent.click(within(row).getByRole('button', { name: 'Fit and round' }));
    expect(edits).toEqual([['joints.place', 'v', { pieceId: 'head', otherId: 'torso', round: true }]]);
  });

  test('or all at once; what is left keeps its reason on its row', async () => {
    const notes = ['head is left: its sides are hidden.', 'The torso was rounded on both sides.'];
    const { edits } = onBench(<JointLedger />, two, { answers: { summary: 'Fit and round 1 joint', notes } });
    await userEvent.click(screen.getByRole('button', { name: 'Fit and round all' }));
    expect(edits[0].slice(0, 2)).toEqual(['joints.fitAll', 'v']);
    const description = '1 is left; its row says why. The torso was rounded on both sides.';
    expect(toasts).toEqual([{ text: 'Fit and round 1 joint', description }]);
    expect(screen.getByText('Left: its sides are hidden.')).toBeTruthy();
  });

  test('a fit-all that was refused leaves the reasons as they were', async () => {
    useLeftJoints.setState({ because: { head: 'the border has three pixels.' } });
    onBench(<JointLedger />, two, { answers: null });
    await userEvent.click(screen.getByRole('button', { name: 'Fit and round all' }));
    expect(screen.getByText('Left: the border has three pixels.')).toBeTruthy();
    expect(said).toEqual([]);
  });
});

test('the run and the cards know which joints are open', () => {
  const figures: unknown[] = [];
  const marks: ReadonlyMap<string, string>[] = [];
  function Probe() {
    figures.push(station.useFigure());
    marks.push(station.useMarks?.() ?? new Map());
    return null;
  }
  onBench(<Probe />, two);
  known({ 'arm A upper': torn });
  expect(figures.at(-1)).toEqual({ word: '2 open', share: 0, open: true });
  expect([...(marks.at(-1) ?? [])]).toEqual([['arm A upper', 'Its joint is not clean through its range.']]);
});
