/** @jest-environment jsdom */
import type { CharacterDoc, Doubt } from '@limber-sheaf/core';
import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { character } from '../testing/character';
import { onBench } from '../testing/on-bench';
import { answer } from '../testing/server';
import { CutChoice } from './CutChoice';
import { DoubtCard } from './DoubtCard';
import { defineStation } from './station';
import { useBench } from './store';

jest.mock('../api/client');
jest.mock('./worker', () => ({
  keyOf: () => 1,
  backgroundWorker: () => ({ limb: () => Promise.resolve(null), cut: () => Promise.resolve(null) }),
}));
const start = character({ pieces: ['torso', 'head'], hangs: { head: 'torso' } });
const doc: CharacterDoc = { ...start, views: start.views.map((view) => ({ ...view, drafted: [] })) };
const figure = () => ({ word: '', share: 0, open: false });
const load = () => Promise.reject(new Error('is not opened'));
const stations = (['cut', 'stack'] as const).map((key, at) =>
  defineStation({ key, number: at + 1, word: key, hotkey: '', hint: '', useFigure: figure, load }),
);
const head = doc.pieces[1];
const satchel = { group: 'satchel', side: null, part: null, index: null };
const doubts: Doubt[] = [
  { key: 'missing', about: 'cut', sentence: 'Not found: satchel.', answers: ['none'], part: satchel },
  {
    key: 'border',
    about: 'cut',
    sentence: 'Nothing tells head and torso apart.',
    answers: ['right'],
    part: null,
    pieceId: head.id,
    place: { x: 20, y: 30 },
  },
  { key: 'swept', about: 'offcuts', sentence: '4 px lie beside torso.', answers: ['sweep'], part: null },
];

function open(list: Doubt[] = doubts, of = doc) {
  answer('draft.doubts', () => list);
  return onBench(<DoubtCard />, of, { stations, station: 'stack' });
}

test('where no draft was made there are no doubts', () => {
  open(doubts, start);
  expect(screen.queryByLabelText('Doubts')).toBeNull();
});

test('doubts are stepped through, round and round, and each goes to its place', async () => {
  const { address } = open();
  expect(screen.getByRole('status').textContent).toContain('left to decide');
  await screen.findByText('Not found: satchel.');
  expect(screen.getByRole('heading').textContent).toBe('Doubt 1 of 3');
  await userEvent.click(screen.getByRole('button', { name: 'Show it' }));
  expect(useBench.getState()).toMatchObject({ pickedPiece: null, pickedPart: { group: 'satchel' } });
  expect(address()).toBe('cut');
  await userEvent.click(screen.getByRole('button', { name: 'Next doubt' }));
  expect(screen.getByText('Nothing tells head and torso apart.')).toBeTruthy();
  expect(useBench.getState().pickedPiece).toBe(head.id);
  await waitFor(() => expect(useBench.getState().lookAt).toMatchObject({ kind: 'rect' }));
  for (const name of ['Doubt before', 'Doubt before']) await userEvent.click(screen.getByRole('button', { name }));
  expect(screen.getByRole('heading').textContent).toBe('Doubt 3 of 3');
});

test('what can be answered at once is, and the next one comes', async () => {
  const { edits } = open();
  await userEvent.click(await screen.findByRole('button', { name: 'There is none' }));
  expect(edits.at(-1)).toEqual(['draft.settle', doc.views[0].id, { key: 'missing', answer: 'none' }]);
});

test('several parts that were not found are said not to be there in one answer', async () => {
  const { edits } = open([{ ...doubts[0], several: true }]);
  expect(screen.queryByRole('button', { name: 'There is none' })).toBeNull();
  await userEvent.click(await screen.findByRole('button', { name: 'There are none' }));
  expect(edits.at(-1)).toEqual(['draft.settle', doc.views[0].id, { key: 'missing', answer: 'none' }]);
});

test('what is asked of both sides shows both, and is answered for both', async () => {
  const both: Doubt = {
    ...doubts[1],
    place: { x: 20, y: 30 },
    also: [{ place: { x: 220, y: 40 }, pieceId: doc.pieces[1].id }],
    several: true,
  };
  const { edits } = open([both]);
  await userEvent.click(await screen.findByRole('button', { name: 'Show it' }));
  await waitFor(() => expect(useBench.getState().lookAt).toMatchObject({ kind: 'rect' }));
  const { x, y, width, height } = useBench.getState().lookAt as { x: number; y: number; width: number; height: number };
  expect(useBench.getState().alsoPicked).toEqual([doc.pieces[1].id]);
  for (const place of [both.place, ...(both.also ?? []).map((one) => one.place)]) {
    expect([x < (place?.x ?? 0), y < (place?.y ?? 0)]).toEqual([true, true]);
    expect([x + width > (place?.x ?? 0), y + height > (place?.y ?? 0)]).toEqual([true, true]);
  }
  await userEvent.click(screen.getByRole('button', { name: 'Both are right' }));
  expect(edits.at(-1)).toEqual(['draft.settle', doc.views[0].id, { key: both.key, answer: 'right' }]);
});

test('where a limb lies is chosen by its picture, and the card says where it lies now', async () => {
  const dressed = character({ pieces: ['torso', 'arm A upper'], hangs: { 'arm A upper': 'torso' } });
  const drafted = { ...dressed, views: dressed.views.map((view) => ({ ...view, drafted: [] })) };
  const order: Doubt = {
    key: 'order',
    about: 'cut',
    sentence: 'Does upper arm A lie in front of torso, or behind it?',
    answers: ['in-front', 'behind'],
    part: null,
    pieceId: drafted.pieces[1].id,
  };
  const { edits } = open([order], drafted);
  expect(await screen.findByRole('button', { name: /In front.*as it lies/ })).toBeTruthy();
  await userEvent.click(screen.getByRole('button', { name: /Behind.*not yet/ }));
  expect(edits.at(-1)).toEqual(['draft.settle', drafted.views[0].id, { key: 'order', answer: 'behind' }]);
});

test('where a cut runs is moved by its pictures, for both sides by one, and then said to be right', async () => {
  const cut: Doubt = {
    ...doubts[1],
    answers: ['right', 'more', 'less'],
    between: { first: doc.pieces[0].id, second: head.id },
  };
  const { edits } = open([cut]);
  const last = () => edits.at(-1)?.slice(0, 3);
  await userEvent.click(await screen.findByRole('button', { name: 'More torso' }));
  expect(last()).toEqual(['draft.settle', doc.views[0].id, { key: 'border', answer: 'more' }]);
  await userEvent.click(screen.getByRole('button', { name: 'More head' }));
  expect(last()).toEqual(['draft.settle', doc.views[0].id, { key: 'border', answer: 'less' }]);
  await userEvent.click(screen.getByRole('button', { name: 'It is right' }));
  expect(edits.at(-1)).toEqual(['draft.settle', doc.views[0].id, { key: 'border', answer: 'right' }]);
});

test('while a cut is moved that is said, no second move is begun, and it can be stopped', async () => {
  let stopped = false;
  const onChoose = (_: string, signal: AbortSignal) =>
    new Promise<void>((done) =>
      signal.addEventListener('abort', () => {
        stopped = true;
        done();
      }),
    );
  onBench(<CutChoice between={{ first: doc.pieces[0].id, second: head.id }} onChoose={onChoose} />, doc);
  await userEvent.click(screen.getByRole('button', { name: 'More torso' }));
  expect(screen.getByRole('status').textContent).toContain('Moving the cut…');
  expect(screen.getByRole<HTMLButtonElement>('button', { name: 'More head' }).disabled).toBe(true);
  await userEvent.click(screen.getByRole('button', { name: 'Stop' }));
  expect(stopped).toBe(true);
  expect(screen.getByRole<HTMLButtonElement>('button', { name: 'More head' }).disabled).toBe(false);
  expect(screen.queryByRole('button', { name: 'Stop' })).toBeNull();
});

test('the cuts of both sides are moved as one, and named without a side', async () => {
  const pieces = ['arm A upper', 'arm A lower', 'arm B upper', 'arm B lower'];
  const dressed = character({ pieces });
  const drafted = { ...dressed, views: dressed.views.map((view) => ({ ...view, drafted: [] })) };
  const [first, second] = drafted.pieces;
  const both: Doubt = {
    ...doubts[1],
    answers: ['right', 'more', 'less'],
    between: { first: first.id, second: second.id },
    several: true,
  };
  open([both], drafted);
  expect(await screen.findByRole('button', { name: 'More upper arm' })).toBeTruthy();
  expect(screen.getByText(/on both sides alike/)).toBeTruthy();
});

test('what else a piece may be is named, and one click says so', async () => {
  const hair: Doubt = {
    ...doubts[1],
    sentence: 'This may be hair, cap, or another part.',
    answers: ['right', 'other'],
    names: [{ address: 'cap//', word: 'cap' }],
  };
  const { edits } = open([hair]);
  await userEvent.click(await screen.findByRole('button', { name: 'It is cap' }));
  expect(edits.at(-1)).toEqual(['draft.settle', doc.views[0].id, { key: 'border', answer: 'other', as: 'cap//' }]);
});

test('where nothing is left to decide the card is gone', async () => {
  open([]);
  await waitFor(() => expect(screen.queryByRole('status')).toBeNull());
  expect(screen.queryByLabelText('Doubts')).toBeNull();
});
