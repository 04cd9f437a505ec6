/** @jest-environment jsdom */
import { placePieces, type Bare } from '@limber-sheaf/core';
import { act, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { TableEvent, TableView } from '../../bench/station';
import { pickPiece, useBench } from '../../bench/store';
import { character, named } from '../../testing/character';
import { onBench } from '../../testing/on-bench';
import { said } from '../../testing/toasts';
import { under } from '.';
import { brushHand } from './brush-hand';
import { peelTo, piecesOver } from './peel';
import { UNDER_ACTIONS } from './under-actions';
import { UnderLedger } from './UnderLedger';
import { useUnderStore } from './under-store';
import { UnderStrip } from './UnderStrip';

jest.mock('../../bench/worker', () => ({
  keyOf: () => 1,
  proxy: (tell: unknown) => tell,
  handWorker: () => ({
    lineOf: () => Promise.resolve({ width: 0, colour: [0, 0, 0] }),
    colourAt: () => Promise.resolve([1, 2, 3]),
  }),
}));
jest.mock('./worker', () => ({
  underWorker: () => ({ open: () => Promise.resolve([]), beneath: () => new Promise(() => undefined) }),
}));

const hangs = { 'arm A upper': 'torso', 'arm A lower': 'arm A upper' };
const doc = character({
  pieces: ['torso', 'arm A upper', 'arm A lower'],
  hangs,
  joints: { 'arm A upper': { x: 100, y: 100 }, 'arm A lower': {} },
});
const TORSO: Bare = {
  pieceId: 'torso',
  area: 11406,
  turns: [{ jointId: 'joint arm A upper', angle: 90 }],
  first: 34,
  place: { x: 80, y: 120 },
};
const initial = useUnderStore.getState();
const known = (bare: Bare[]) => useUnderStore.setState({ ...initial, signature: 'now', share: 1, bare });

beforeEach(() => known([TORSO]));

test('a row tells the piece, what shows it and how much; a click bends the limb there and leaves the rest faint', async () => {
  onBench(<UnderLedger />, doc);
  expect(screen.getByText('11,406 px')).toBeTruthy();
  expect(screen.getByText('piece bare')).toBeTruthy();
  const row = screen.getByRole('row', { name: /torso/ });
  expect(within(row).getByText('shoulder A at 90°')).toBeTruthy();
  await userEvent.click(within(row).getByRole('button', { name: 'torso' }));
  expect(useBench.getState()).toMatchObject({
    pickedPiece: 'torso',
    bends: { 'joint arm A upper': 90 },
    lit: ['torso', 'arm A upper'],
  });
});

test.each([
  [character({}), null, 'Nothing is cut yet. Cut the parts first, then fit their joints.'],
  [character({ pieces: ['torso'] }), null, 'No joint yet: nothing comes into view. Fit joints first.'],
  [doc, null, 'Looks what comes into view, 100 %'],
  [doc, [], '3 of 3 pieces have paint wherever they come into view'],
  [doc, [TORSO], '2 of 3 pieces have paint wherever they come into view'],
])('the heading says what is left or what to do first: %#', (of, bare, words) => {
  useUnderStore.setState({ bare });
  onBench(<UnderLedger />, of);
  expect(screen.getByText(words)).toBeTruthy();
});

test('the picked piece is painted as asked for, or said to end where it is hidden', async () => {
  const { edits } = onBench(<UnderLedger />, doc);
  act(() => pickPiece('torso', named('torso')));
  await userEvent.selectOptions(screen.getByLabelText('Paint'), 'smooth');
  const margin = screen.getByLabelText('Beyond view');
  await userEvent.clear(margin);
  await userEvent.type(margin, '20{Enter}');
  await userEvent.click(screen.getByRole('button', { name: 'Take it' }));
  await userEvent.click(screen.getByRole('button', { name: 'Nothing here' }));
  expect(edits.map((edit) => edit.slice(0, 3))).toEqual([
    ['under.paint', 'torso', { mode: 'smooth', margin: 20, anew: false, saw: { torso: 1 } }],
    ['under.endsHere', 'torso', { endsHere: true, saw: { torso: 1 } }],
  ]);
});

test('what is painted beneath already can be painted anew or cleared', async () => {
  const beneath = { blob: 'b', x: 0, y: 0, width: 10, height: 10, area: 64 };
  const painted = { ...doc, pieces: doc.pieces.map((piece) => (piece.id === 'torso' ? { ...piece, beneath } : piece)) };
  known([]);
  const { edits } = onBench(<UnderLedger />, painted);
  act(() => pickPiece('torso', named('torso')));
  expect(screen.getByText('Painted beneath: 64 px.')).toBeTruthy();
  expect(screen.queryByRole('button', { name: 'Take it' })).toBeNull();
  await userEvent.click(screen.getByRole('button', { name: 'Paint anew' }));
  await userEvent.click(screen.getByRole('button', { name: 'Clear' }));
  expect(edits.map(([what]) => what)).toEqual(['under.paint', 'under.clear']);
});

test('paint all is offered while something is bare, and tells what it left', async () => {
  const { bench, edits } = onBench(<UnderLedger />, doc, {
    answers: { summary: 'Paint 1 piece beneath', notes: ['torso is left with 5 px bare: it shows no paint to go by.'] },
  });
  const all = UNDER_ACTIONS.find(({ id }) => id === 'paint-all');
  expect(all?.when?.(bench)).toBe(true);
  await act(async () => all?.run(bench));
  expect(edits[0].slice(0, 2)).toEqual(['under.paintAll', 'v']);
  expect(said.join(' ')).toMatch(/Paint 1 piece beneath/);
  known([]);
  expect(all?.when?.(bench)).toBe(false);
});

test('the run counts bare pieces, and a bar is full only when none is left', () => {
  const figures: unknown[] = [];
  function Figure() {
    figures.push(under.useFigure());
    return null;
  }
  onBench(<Figure />, doc);
  act(() => known([]));
  act(() => useUnderStore.setState({ bare: null }));
  expect(figures).toEqual([
    { word: '1 bare', share: 1 - 1 / 3, open: true },
    { word: '0 bare', share: 1, open: false },
    { word: '–', share: 0, open: false },
  ]);
});

test('peeling lifts what lies over the picked piece, the frontmost first, and lays all back', () => {
  const pieces = doc.pieces.map((piece) => ({ ...piece, face: { ...piece.face, x: 0, y: 0 } }));
  const heap = { ...doc, pieces };
  onBench(<UnderStrip />, heap);
  act(() => pickPiece('torso', named('torso')));
  expect(piecesOver(heap, 'v', 'torso')).toEqual(['arm A lower', 'arm A upper']);
  act(() => peelTo(heap, 'v', 1));
  expect(useBench.getState().solo).toEqual(['torso', 'arm A upper']);
  expect(screen.getByText('Peel')).toBeTruthy();
  act(() => peelTo(heap, 'v', 9));
  expect(useBench.getState().solo).toEqual(['torso']);
  act(() => peelTo(heap, 'v', 0));
  expect(useBench.getState().solo).toBeNull();
});

describe('the brush beneath', () => {
  const table = {} as TableView;
  const event = (kind: TableEvent['kind'], x: number, y: number, more: Partial<TableEvent> = {}): TableEvent => ({
    kind,
    x,
    y,
    free: false,
    more: false,
    pressure: 1,
    dragged: false,
    pressed: kind !== 'move',
    ...more,
  });
  const inHand = () => {
    const shown = onBench(<UnderStrip />, doc);
    act(() => useUnderStore.setState({ brushing: true }));
    return shown;
  };
  const send = (bench: Parameters<typeof brushHand.send>[1], ...events: TableEvent[]) =>
    act(() => events.forEach((one) => brushHand.send(one, bench, table)));

  test('needs a piece to paint beneath', () => {
    const { bench, edits } = inHand();
    send(bench, event('press', 10, 10), event('release', 10, 10));
    expect(edits).toEqual([]);
    expect(said.join(' ')).toMatch(/Pick a piece first/);
  });

  test('paints one gesture as one edit, where the piece lies at rest however it is bent', () => {
    const { bench, edits } = inHand();
    act(() => pickPiece('arm A upper', named('arm A upper')));
    act(() => useBench.setState({ bends: { 'joint arm A upper': 90 } }));
    const placement = placePieces(doc, 'v', useBench.getState().bends).get('arm A upper');
    expect(placement?.angle).toBe(90);
    send(bench, event('press', 100, 140), event('move', 100, 160), event('release', 100, 160));
    const [[what, piece, body]] = edits as [string, string, { stroke: number[]; erase: boolean }][];
    expect([what, piece, body.erase]).toEqual(['under.brush', 'arm A upper', false]);
    // A quarter turn clockwise about the shoulder took what lay to its right below it.
    expect(body.stroke[0]).toBeCloseTo(140);
    expect(body.stroke[1]).toBeCloseTo(100);
  });

  test('Alt takes away, Shift takes up a colour, Escape drops the stroke and then the brush', async () => {
    const { bench, edits } = inHand();
    act(() => pickPiece('torso', named('torso')));
    send(bench, event('press', 5, 5, { free: true }), event('release', 5, 5));
    expect(edits[0][2]).toMatchObject({ erase: true });
    await act(async () => void brushHand.send(event('press', 5, 5, { more: true }), bench, table));
    expect(useUnderStore.getState().brush.colour).toEqual([1, 2, 3]);
    send(bench, event('release', 5, 5), event('press', 5, 5));
    const drop = UNDER_ACTIONS.find(({ id }) => id === 'drop');
    act(() => drop?.run(bench));
    send(bench, event('release', 5, 5));
    expect(edits).toHaveLength(1);
    act(() => drop?.run(bench));
    expect(useUnderStore.getState().brushing).toBe(false);
  });

  test('fills what is clicked, in its colour, once it is told to', async () => {
    const { bench, edits } = inHand();
    act(() => pickPiece('torso', named('torso')));
    await userEvent.click(screen.getByRole('checkbox', { name: 'Fill' }));
    send(bench, event('press', 40, 60), event('move', 44, 60), event('release', 44, 60));
    expect(edits).toMatchObject([
      ['under.fill', 'torso', { x: 40, y: 60, colour: useUnderStore.getState().brush.colour }],
    ]);
    await userEvent.click(screen.getByRole('checkbox', { name: 'Fill' }));
  });
});
