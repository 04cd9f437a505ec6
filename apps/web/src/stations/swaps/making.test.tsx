/** @jest-environment jsdom */
import { act, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { CharacterDoc } from '@limber-sheaf/core';
import type { TableEvent } from '../../bench/station';
import { useBench } from '../../bench/store';
import { character } from '../../testing/character';
import { onBench } from '../../testing/on-bench';
import { said } from '../../testing/toasts';
import { ChartStrip } from './ChartStrip';
import { beginMaking, dragHandle, dragLine, leaveMaking, stepsOfMaking, useMaking } from './making';
import { leavePainting, nibBack, paintHand, usePainting } from './paint-hand';
import { SWAP_ACTIONS } from './swap-actions';
import { LAID_BY, useSwaps, wear, wornOf } from './swaps-store';
import { SwapsFront } from './SwapsFront';
import { SwapsLedger } from './SwapsLedger';

const line = [20, 34, 26, 36, 32, 34];
jest.mock('../../api/client');
jest.mock('../../api/useHandOffs', () => ({ useChecks: () => ({ data: undefined }) }));
jest.mock('../../bench/light-table/usePicture', () => ({ usePicture: () => null, smallerFor: () => 1 }));
jest.mock('../../bench/worker', () => ({
  keyOf: () => 1,
  handWorker: () => ({
    lineOn: () => Promise.resolve(line),
    colourAt: () => Promise.resolve([1, 2, 3]),
    lineOf: () => Promise.resolve({ width: 6, colour: [9, 8, 7] }),
  }),
}));

/** A mouth with one drawing besides its own paint, made of it; and eyes with a set of their own. */
function speaking(): CharacterDoc {
  const doc = character({ pieces: ['head', 'mouth', 'eyes'], hangs: { mouth: 'head', eyes: 'head' } });
  const picture = { blob: 'p', x: 20, y: 30, width: 12, height: 8, area: 60 };
  const set = (id: string, part: string, shapes: string[]) => ({
    ...{ table: 'swapSet' as const, id, version: 1, characterId: 'c', partId: `part ${part}`, kind: 'mouth' as const },
    ...{ shapes: shapes.map((key) => ({ key, sounds: '' })), moods: ['neutral'], linkedTo: null, overPartId: null },
  });
  const drawing = (id: string, setId: string, shape: string, isDefault = false) => ({
    ...{ table: 'drawing' as const, id, version: 1, setId, shape, mood: 'neutral', isDefault, hides: [] },
  });
  const row = {
    table: 'drawingView' as const,
    id: 'ov',
    version: 1,
    drawingId: 'open',
    viewId: 'v',
    picture,
    over: null,
  };
  const steps = [{ do: 'darken' as const, line: [0, 0, 9, 9], reach: 5, by: 0.5 }];
  return {
    ...doc,
    swapSets: [set('s', 'mouth', ['rest', 'open', 'half']), set('e', 'eyes', ['rest', 'open', 'half'])],
    drawings: [
      drawing('rest', 's', 'rest', true),
      drawing('open', 's', 'open'),
      drawing('eyes rest', 'e', 'rest', true),
      drawing('eyes open', 'e', 'open'),
    ],
    drawingViews: [
      { ...row, marks: [], madeOf: 'rest', steps, madeKey: 'k' },
      { ...row, id: 'ev', drawingId: 'eyes open', marks: [], madeOf: null, steps: [], madeKey: '' },
    ],
  };
}
const doc = speaking();
const linked = { ...doc, swapSets: doc.swapSets.map((one) => (one.id === 'e' ? { ...one, linkedTo: 's' } : one)) };
const front = (
  <>
    <ChartStrip />
    <SwapsFront />
    <SwapsLedger />
  </>
);
const making = () => useMaking.getState().making;
const strip = () => within(screen.getByRole('group', { name: 'Making' }));
const at = (kind: TableEvent['kind'], x = 0, y = 0, more: Partial<TableEvent> = {}): TableEvent => ({
  ...{ kind, x, y, free: false, more: false, pressure: 1, dragged: false, pressed: kind === 'move' },
  ...more,
});

beforeEach(() =>
  act(() => {
    useSwaps.setState({ ...LAID_BY, setId: 's' }, true);
    leaveMaking();
    leavePainting();
  }),
);

test('a drawing is made by several steps, each kept when the next is begun and taken away with a click', async () => {
  const { edits, bench } = onBench(front, doc);
  act(() => beginMaking(bench));
  expect(strip().getByRole('button', { name: 'Take a copy' })).toBeTruthy();
  act(() => dragHandle(0, { x: 22, y: 20 }));
  await userEvent.click(strip().getByRole('button', { name: 'Part' }));
  expect(making()?.steps.map((step) => step.do)).toEqual(['bend']);
  // The line is laid along the one that is drawn, and follows the hand from then on.
  expect(making()?.step.line.length).toBe(3);
  act(() => dragLine(1, { x: 26, y: 40 }));
  await userEvent.click(strip().getByRole('checkbox', { name: 'Tongue' }));
  await userEvent.click(strip().getByRole('button', { name: 'Take it' }));
  const [[what, id, body]] = edits as [string, string, { steps: { do: string; line?: number[]; inside?: object }[] }][];
  expect([what, id]).toEqual(['making.make', 'rest']);
  expect(body).toMatchObject({ viewId: 'v', shape: 'half', mood: 'neutral' });
  expect(body.steps.map((step) => step.do)).toEqual(['bend', 'part']);
  expect(body.steps[1]).toMatchObject({ line: [20, 34, 26, 40, 32, 34], inside: { teeth: true, tongue: true } });
});

test('corners are held or let go; raised, turned and squeezed, all handles move; a step goes with a click', async () => {
  const { bench } = onBench(front, doc);
  act(() => beginMaking(bench));
  await userEvent.click(strip().getByRole('button', { name: 'Squeeze' }));
  const squeezed = making()?.step.handles.map(({ to }) => to.y) ?? [];
  expect(Math.max(...squeezed) - Math.min(...squeezed)).toBeLessThan(10);
  await userEvent.click(strip().getByRole('checkbox', { name: 'Hold corners' }));
  await userEvent.click(strip().getByRole('button', { name: 'Raise' }));
  await userEvent.click(strip().getByRole('button', { name: 'Turn left' }));
  const last = making() && stepsOfMaking(making() as NonNullable<ReturnType<typeof making>>).at(-1);
  expect(last).toMatchObject({ do: 'bend', held: [] });
  await userEvent.click(strip().getByRole('button', { name: 'Part' }));
  // What was only looked at is not done.
  await userEvent.click(strip().getByRole('button', { name: 'Darken' }));
  expect(making()?.steps.map((step) => step.do)).toEqual(['bend']);
  await userEvent.click(strip().getByRole('button', { name: /1 bend ×/ }));
  expect(making()?.steps).toEqual([]);
  await userEvent.click(strip().getByRole('button', { name: 'Leave' }));
  expect(making()).toBeNull();
});

test('a drawing that was made is taken up where it was left, or pressed flat', async () => {
  const { edits, bench } = onBench(front, doc);
  act(() => wear(doc, 'open'));
  expect(screen.getByText(/rest, 1 step/)).toBeTruthy();
  await userEvent.click(screen.getByRole('button', { name: 'Press flat' }));
  expect(edits).toEqual([['making.pressFlat', 'open', { viewId: 'v', saw: { open: 1 } }]]);
  await userEvent.click(screen.getByRole('button', { name: 'Adjust' }));
  expect(making()).toMatchObject({ drawingId: 'rest', cell: { shape: 'open', mood: 'neutral' } });
  expect(making()?.steps.map((step) => step.do)).toEqual(['darken']);
  act(() => SWAP_ACTIONS.find(({ id }) => id === 'back')?.run(bench));
  expect(making()).toBeNull();
});

test('a place without a drawing offers the ways to come to one', async () => {
  const { edits } = onBench(front, doc);
  await userEvent.click(screen.getByRole('button', { name: 'half, neutral, not drawn' }));
  expect(screen.getByRole('heading', { name: 'half, neutral: not drawn' })).toBeTruthy();
  await userEvent.click(screen.getByRole('button', { name: 'Leave blank' }));
  await userEvent.click(screen.getByRole('button', { name: 'Copy rest' }));
  expect(edits).toEqual([
    ['swaps.blank', 's', { viewId: 'v', shape: 'half', mood: 'neutral' }],
    ['making.make', 'rest', { viewId: 'v', shape: 'half', mood: 'neutral', steps: [] }],
  ]);
  await userEvent.click(screen.getByRole('button', { name: 'Make it of rest' }));
  expect(making()).toMatchObject({ drawingId: 'rest', steps: [], cell: { shape: 'half', mood: 'neutral' } });
  // Of a drawing that was made itself, another is made of it as it shows.
  act(() => wear(doc, 'open'));
  await userEvent.click(screen.getByRole('button', { name: 'half, neutral, not drawn' }));
  await userEvent.click(screen.getByRole('button', { name: 'Make it of open' }));
  expect(making()).toMatchObject({ drawingId: 'open', steps: [], cell: { shape: 'half', mood: 'neutral' } });
});

test('the nib paints on the drawing that shows, and not on the default one; its strokes are edits', async () => {
  const { edits, bench } = onBench(front, doc);
  const table = { pieceUnder: () => Promise.resolve(null), placeOf: (_: string, x: number, y: number) => ({ x, y }) };
  const send = (event: TableEvent) => act(() => void paintHand.send(event, bench, table));
  expect(paintHand.send(at('press'), bench, table)).toBe(false);
  act(() => SWAP_ACTIONS.find(({ id }) => id === 'nib')?.run(bench));
  expect(screen.getByRole('group', { name: 'Painting' })).toBeTruthy();
  send(at('press', 25, 34));
  expect(said.at(-1)).toMatch(/default drawing is the piece’s own paint/);
  act(() => wear(doc, 'open'));
  await userEvent.click(screen.getByRole('checkbox', { name: 'Over' }));
  send(at('press', 25, 34, { free: true }));
  send(at('move', 40, 34));
  await act(async () => void paintHand.send(at('release'), bench, table));
  expect(edits).toEqual([
    ['making.paint', 'open', expect.objectContaining({ viewId: 'v', erase: true, on: 'over', softness: 0.2 })],
  ]);
  await act(async () => void paintHand.send(at('press', 3, 3, { more: true }), bench, table));
  expect(usePainting.getState().brush.colour).toEqual([1, 2, 3]);
  act(() => nibBack(bench));
  expect(usePainting.getState().painting).toBe(false);
});

test('a linked set wears what goes with the other’s drawing; either chooses for both', () => {
  onBench(front, linked);
  const [mouth, eyes] = linked.swapSets;
  act(() => wear(linked, 'open'));
  expect(wornOf(linked, eyes).id).toBe('eyes open');
  act(() => wear(linked, 'eyes rest'));
  expect(wornOf(linked, mouth).id).toBe('rest');
  expect(Object.keys(useBench.getState().instead)).toEqual([]);
});

test('what goes with what is chosen in the ledger; shapes are named and put in order there', async () => {
  const { edits } = onBench(front, doc);
  await userEvent.selectOptions(screen.getByLabelText('The set that chooses its drawings'), 'eyes');
  await userEvent.click(screen.getByText('Names and order'));
  await userEvent.click(screen.getByRole('button', { name: 'Move half back' }));
  const name = screen.getByLabelText('Name of the shape half');
  await userEvent.clear(name);
  await userEvent.type(name, 'ajar{Enter}');
  expect(edits.map(([what, id, body]) => [what, id, body])).toEqual([
    ['making.rules', 's', { linkedTo: 'e', saw: { s: 1 } }],
    ['swaps.chart', 's', { shapes: ['rest', 'half', 'open'].map((key) => ({ key, sounds: '' })), saw: { s: 1 } }],
    ['swaps.rename', 's', { what: 'shape', from: 'half', to: 'ajar', saw: { s: 1 } }],
  ]);
});

test('a cycle is a strip: drawings and frames are changed, come and go', async () => {
  const cycle = { table: 'cycle' as const, id: 'k', version: 1, setId: 's', name: 'jaw', drawingIds: ['rest', 'open'] };
  const { edits } = onBench(front, { ...doc, cycles: [{ ...cycle, frames: [2, 3] }] });
  await userEvent.click(screen.getByText('5 frames'));
  expect(screen.getByRole('button', { name: 'Take drawing 1 out of jaw' })).toHaveProperty('disabled', true);
  await userEvent.selectOptions(screen.getByLabelText('Drawing 1 of jaw'), 'open');
  const frames = screen.getByLabelText('Frames of open, 2');
  await userEvent.clear(frames);
  await userEvent.type(frames, '7{Enter}');
  await userEvent.click(screen.getByRole('button', { name: 'One more' }));
  const kept = edits.map(([what, id, body]) => [
    what,
    id,
    (body as { drawingIds: string[] }).drawingIds,
    (body as { frames: number[] }).frames,
  ]);
  expect(kept).toEqual([
    ['looks.keepCycle', 's', ['open', 'open'], [2, 3]],
    ['looks.keepCycle', 's', ['rest', 'open'], [2, 7]],
    ['looks.keepCycle', 's', ['rest', 'open', 'open'], [2, 3, 1]],
  ]);
});
