/** @jest-environment jsdom */
import { act, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { pickPiece, useBench } from '../../bench/store';
import { character, named } from '../../testing/character';
import { onBench } from '../../testing/on-bench';
import { answer } from '../../testing/server';
import { stack } from '.';
import { StackLedger } from './StackLedger';
import { STACK_ACTIONS } from './stack-actions';
import { useStackStore } from './stack-store';
import { useBorders } from './useBorders';

jest.mock('../../api/client');
jest.mock('../../bench/worker', () => ({ keyOf: () => 1 }));
/** How far a piece may move in the order, as the worker answers. */
const room = { behind: 'torso', front: null, between: 1 };
jest.mock('./worker', () => ({
  stackWorker: () => ({ room: () => Promise.resolve(room) }),
}));

const hangs = { head: 'torso', 'arm A upper': 'torso', 'arm A lower': 'arm A upper' };
const doc = character({ pieces: ['torso', 'arm A upper', 'arm A lower', 'head'], hangs });

/** The second piece and the third share a border of 60 px. */
const HAT_ON_HEAD: [number, number, number][] = [[1, 2, 60]];

const branches = () => screen.getAllByRole('treeitem').map((row) => row.textContent);

test('the family is a tree, those in front first; a click picks', async () => {
  onBench(<StackLedger />, doc);
  expect(branches()).toEqual(['▾torsomoves with nothing', '▾head', '▾upper arm A', '▾lower arm A']);
  expect(screen.getAllByRole('treeitem').map((row) => row.getAttribute('aria-level'))).toEqual(['1', '2', '2', '3']);
  await userEvent.click(screen.getByRole('button', { name: 'upper arm A' }));
  expect(useBench.getState()).toMatchObject({ pickedPiece: 'arm A upper', pickedPart: named('arm A upper') });
});

test('a branch folds, by mouse and by key, and the arrows go from row to row', async () => {
  onBench(<StackLedger />, doc);
  await userEvent.click(screen.getByRole('button', { name: 'Fold what moves with upper arm A' }));
  expect(branches()).toEqual(['▾torsomoves with nothing', '▾head', '▸upper arm A+1']);
  screen.getByRole('button', { name: /^torso/ }).focus();
  await userEvent.keyboard('{ArrowDown}{ArrowDown}{ArrowRight}{ArrowDown}');
  expect(document.activeElement?.textContent).toBe('lower arm A');
  await userEvent.keyboard('{ArrowUp}{ArrowLeft}{ArrowUp}{ArrowUp}{ArrowUp}{ArrowLeft}');
  expect(branches()).toEqual(['▸torsomoves with nothing+3']);
  await userEvent.keyboard('{ArrowRight}');
  act(() => useStackStore.setState({ folded: [] }));
});

test('what a part moves with is changed by name, too; its own followers are not offered', async () => {
  const { edits } = onBench(<StackLedger />, doc);
  act(() => pickPiece('arm A upper', named('arm A upper')));
  const choice = screen.getByLabelText('upper arm A moves with');
  const words = within(choice)
    .getAllByRole('option')
    .map((option) => option.textContent);
  expect(words).toEqual(['nothing', 'torso', 'head']);
  await userEvent.selectOptions(choice, 'head');
  await userEvent.selectOptions(choice, 'nothing');
  const saw = { 'part arm A upper': 1 };
  expect(edits).toEqual([
    ['stack.parent', 'part arm A upper', { parentId: 'part head', along: [], saw }],
    ['stack.parent', 'part arm A upper', { parentId: null, along: [], saw }],
  ]);
});

test.each([
  [{ pieces: [] }, 'No piece yet. Cut one from the design first.'],
  [{ pieces: ['torso'] }, '1 piece'],
  [{ pieces: ['torso', 'head'] }, '2 pieces · 1 moves with nothing'],
  [{ pieces: ['torso', 'head', 'tail'] }, '3 pieces · 2 move with nothing'],
  [{ pieces: ['torso', 'head'], hangs: { head: 'torso' } }, '2 pieces, all in one family'],
])('the heading counts the family: %j', (made, words) => {
  onBench(<StackLedger />, character(made));
  expect(screen.getByText(words)).toBeTruthy();
});

describe('the picked piece changes its place by words', () => {
  const moved = (id: string, pick: string): unknown[] | 'cannot' => {
    const { edits, bench } = onBench(<StackLedger />, doc);
    act(() => pickPiece(pick, named(pick)));
    const action = STACK_ACTIONS.find((one) => one.id === id);
    if (!action?.when?.(bench)) return 'cannot';
    action.run(bench);
    return edits[0];
  };
  test.each([
    ['back', 'arm A lower', ['stack.order', 'arm A lower', { inFrontOf: 'torso', along: [] }]],
    ['back', 'arm A upper', ['stack.order', 'arm A upper', { inFrontOf: null, along: [] }]],
    ['forward', 'arm A upper', ['stack.order', 'arm A upper', { inFrontOf: 'arm A lower', along: [] }]],
    ['very-back', 'head', ['stack.order', 'head', { inFrontOf: null, along: [] }]],
    ['very-front', 'torso', ['stack.order', 'torso', { inFrontOf: 'head', along: [] }]],
    ['back', 'torso', 'cannot'],
    ['forward', 'head', 'cannot'],
    ['very-front', 'head', 'cannot'],
    ['very-back', 'nothing', 'cannot'],
  ])('%s of %s', (id, pick, edit) => expect(moved(id, pick)).toEqual(edit));
});

test('the run counts what moves with nothing; a card tells of a name that is there twice', () => {
  const figures: unknown[] = [];
  const marks: ReadonlyMap<string, string>[] = [];
  function Probe() {
    figures.push(stack.useFigure());
    marks.push(stack.useMarks?.() ?? new Map());
    return null;
  }
  const { turnTo } = onBench(<Probe />, character({ pieces: ['torso', 'head'] }));
  expect(figures.at(-1)).toEqual({ word: '1 loose', share: 0.5, open: true });
  turnTo(doc);
  expect(figures.at(-1)).toEqual({ word: '4', share: 1, open: false });
  expect(marks.at(-1)?.size).toBe(0);
  const twice = character({ pieces: ['torso', 'head'] });
  twice.parts = twice.parts.map((part) => ({ ...part, ...named('head') }));
  turnTo(twice);
  expect([...(marks.at(-1)?.values() ?? [])].join()).toMatch(/Two pieces are named head/);
  turnTo(character({}));
  expect(figures.at(-1)).toEqual({ word: '–', share: 0, open: false });
});

test('what several picked pieces move with is set for all of them at once', async () => {
  const { edits } = onBench(<StackLedger />, doc);
  act(() => useBench.setState({ pickedPiece: 'head', alsoPicked: ['arm A lower'] }));
  await userEvent.selectOptions(screen.getByLabelText('head moves with'), 'nothing');
  const saw = { 'part head': 1, 'part arm A lower': 1 };
  expect(edits).toEqual([['stack.parent', 'part head', { parentId: null, along: ['part arm A lower'], saw }]]);
});

test('nothing moves where no piece is picked', () => {
  const { bench } = onBench(<StackLedger />, doc);
  for (const { when } of STACK_ACTIONS) expect(when?.(bench) ?? false).toBe(false);
});

function WithBorders() {
  useBorders();
  return <StackLedger />;
}

test('of other faces than those that were measured nothing is said until they are', async () => {
  const made = (blob: string) => {
    const hat = character({
      pieces: ['torso', 'head', 'hat'],
      hangs: { head: 'torso', hat: 'torso' },
      joints: { head: {} },
    });
    return { ...hat, pieces: hat.pieces.map((piece) => ({ ...piece, face: { ...piece.face, blob } })) };
  };
  answer('stack.borders', () => HAT_ON_HEAD);
  const { turnTo } = onBench(<WithBorders />, made('first'));
  await screen.findByRole('region', { name: 'Left behind' });
  answer('stack.borders', () => []);
  turnTo(made('second'));
  expect(screen.queryByRole('region', { name: 'Left behind' })).toBeNull();
  await act(async () => undefined);
  expect(screen.queryByRole('region', { name: 'Left behind' })).toBeNull();
});

test('what stays behind when its neighbour moves is hung from that in one click, or said to be fine so', async () => {
  const hat = character({
    pieces: ['torso', 'head', 'hat'],
    hangs: { head: 'torso', hat: 'torso' },
    joints: { head: {} },
  });
  answer('stack.borders', () => HAT_ON_HEAD);
  const { edits } = onBench(<WithBorders />, hat);
  const list = await screen.findByRole('region', { name: 'Left behind' });
  expect(list.textContent).toMatch(/hat stays behind when head moves/);
  await userEvent.click(within(list).getByRole('button', { name: 'Hang it from head' }));
  await userEvent.click(within(list).getByRole('button', { name: 'Fine so' }));
  expect(edits).toEqual([
    ['stack.parent', 'part hat', { parentId: 'part head', along: [], saw: { 'part hat': 1 } }],
    ['stack.alone', 'part hat', { alone: true, saw: { 'part hat': 1 } }],
  ]);
});

test('it is said how far the picked piece may move in the order', async () => {
  onBench(<StackLedger />, doc);
  act(() => pickPiece('arm A upper', named('arm A upper')));
  expect(await screen.findByText('It does not touch the piece between: free to move past it.')).toBeTruthy();
  expect(screen.getByText('nothing it touches')).toBeTruthy();
});
