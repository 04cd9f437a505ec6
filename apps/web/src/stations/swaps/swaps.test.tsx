/** @jest-environment jsdom */
import { type CharacterDoc, type DrawingRow } from '@limber-sheaf/core';
import { act, fireEvent, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useBench } from '../../bench/store';
import { character } from '../../testing/character';
import { onBench } from '../../testing/on-bench';
import { ChartStrip } from './ChartStrip';
import { swaps } from './index';
import { SayLine } from './SayLine';
import { SWAP_ACTIONS } from './swap-actions';
import { LAID_BY, useSwaps } from './swaps-store';
import { SwapsFront } from './SwapsFront';
import { SwapsLedger } from './SwapsLedger';

const SPOKEN = {
  shapes: [
    { shape: 'closed', frames: 3, mood: null, word: 'mail' },
    { shape: 'open', frames: 4, mood: 'happy', word: 'mail' },
    { shape: 'rest', frames: 10, mood: null, word: '' },
  ],
  frames: 17,
  blinks: [7],
  guessed: ['zblorp'],
  unsaid: [],
};
jest.mock('../../bench/worker', () => ({
  keyOf: () => 1,
  handWorker: () => ({ readLine: () => Promise.resolve(SPOKEN) }),
}));
jest.mock('../../bench/light-table/usePicture', () => ({ smallerFor: () => 1, usePicture: () => undefined }));

const drawing = (id: string, shape: string, mood = 'neutral', more: Partial<DrawingRow> = {}): DrawingRow => ({
  ...{ table: 'drawing', id, version: 1, setId: 's', shape, mood, isDefault: false, hides: [] },
  ...more,
});

/** A head with a mouth that has a set: at rest, open, and a blank one. */
function speaking(): CharacterDoc {
  const doc = character({ pieces: ['head', 'mouth'], hangs: { mouth: 'head' } });
  const drawn = { over: null, madeOf: null, steps: [], madeKey: '' };
  const picture = { blob: 'p', x: 20, y: 30, width: 12, height: 8, area: 60 };
  return {
    ...doc,
    swapSets: [
      {
        ...{ table: 'swapSet', id: 's', version: 1, characterId: 'c', partId: 'part mouth', kind: 'mouth' },
        shapes: ['rest', 'closed', 'open'].map((key) => ({ key, sounds: key === 'closed' ? 'm b p' : '' })),
        moods: ['neutral', 'happy'],
        ...{ linkedTo: null, overPartId: null },
      },
    ],
    drawings: [
      drawing('rest', 'rest', 'neutral', { isDefault: true }),
      drawing('open', 'open'),
      drawing('shut', 'closed'),
    ],
    drawingViews: [
      { table: 'drawingView', id: 'ov', version: 1, drawingId: 'open', viewId: 'v', picture, marks: [], ...drawn },
      {
        table: 'drawingView',
        id: 'sv',
        version: 1,
        drawingId: 'shut',
        viewId: 'v',
        picture: null,
        marks: [],
        ...drawn,
      },
    ],
    looks: [{ table: 'look', id: 'l', version: 1, characterId: 'c', name: 'shouting', drawingIds: ['open'] }],
    cycles: [
      { table: 'cycle', id: 'k', version: 1, setId: 's', name: 'jaw', drawingIds: ['rest', 'open'], frames: [2, 2] },
    ],
  };
}
const doc = speaking();
const front = (
  <>
    <ChartStrip />
    <SwapsFront />
    <SwapsLedger />
  </>
);
beforeEach(() => act(() => useSwaps.setState(LAID_BY, true)));

const instead = () => useBench.getState().instead;
const action = (id: string) => {
  const found = SWAP_ACTIONS.find((one) => one.id === id);
  if (!found) throw new Error(`no action ${id}`);
  return found;
};

test('the chart shows what is drawn, blank and not drawn; a click shows a drawing in the piece’s place', async () => {
  onBench(front, doc);
  expect(screen.getByText('1 set · 3 of 6 drawings')).toBeTruthy();
  expect(screen.getByRole('button', { name: 'rest, neutral' }).getAttribute('aria-pressed')).toBe('true');
  expect(screen.getByRole('button', { name: 'open, happy, not drawn' })).toBeTruthy();
  await userEvent.click(screen.getByRole('button', { name: 'open, neutral' }));
  expect(instead()).toEqual({ mouth: expect.objectContaining({ blob: 'p', x: 20 }) });
  expect(screen.getByRole('heading', { name: 'mouth_open' })).toBeTruthy();
  await userEvent.click(screen.getByRole('button', { name: 'closed, neutral' }));
  expect(instead()).toEqual({ mouth: null });
  await userEvent.click(screen.getByRole('button', { name: 'rest, neutral' }));
  expect(instead()).toEqual({});
});

test('files dropped on the chart come in by their names, on one place for that place', async () => {
  const { edits } = onBench(front, doc);
  const files = [new File(['x'], 'mouth_oh.png', { type: 'image/png' })];
  await act(async () => fireEvent.drop(screen.getByRole('region', { name: 'Drawings' }), { dataTransfer: { files } }));
  await act(async () =>
    fireEvent.drop(screen.getByRole('button', { name: 'open, happy, not drawn' }), { dataTransfer: { files } }),
  );
  const forms = edits.map(([what, id, form]) => [
    what,
    id,
    Object.fromEntries([...(form as FormData)].filter(([key]) => key !== 'art')),
  ]);
  expect(forms).toEqual([
    ['swaps.bring', 's', { viewId: 'v' }],
    ['swaps.bring', 's', { viewId: 'v', shape: 'open', mood: 'happy' }],
  ]);
});

test('a run of arrow keys moves a drawing at once, and is one edit', async () => {
  jest.useFakeTimers();
  const { edits, bench } = onBench(front, doc);
  act(() => useSwaps.setState({ worn: { s: 'open' } }));
  for (const key of ['nudge-left', 'nudge-left', 'nudge-down']) act(() => action(key).run(bench));
  expect(instead()).toMatchObject({ mouth: { x: 18, y: 31 } });
  expect(edits).toEqual([]);
  await act(async () => jest.advanceTimersByTime(500));
  expect(edits).toEqual([['swaps.move', 'open', { viewId: 'v', x: -2, y: 1 }]]);
  jest.useRealTimers();
});

test('the drawing that shows is moved to another place, hides pieces, and is deleted; the default one is not', async () => {
  const { edits } = onBench(front, doc);
  expect(screen.queryByRole('button', { name: 'Delete it' })).toBeNull();
  await userEvent.click(screen.getByRole('button', { name: 'open, neutral' }));
  await userEvent.selectOptions(screen.getByLabelText('Mood'), 'happy');
  await userEvent.selectOptions(screen.getByLabelText('Hide a piece while it shows'), 'head');
  await userEvent.click(screen.getByRole('button', { name: 'Delete it' }));
  expect(edits.map(([what, , body]) => [what, body])).toEqual([
    ['swaps.change', { mood: 'happy', saw: { open: 1 } }],
    ['swaps.change', { hides: ['part head'], saw: { open: 1 } }],
    ['swaps.delete', undefined],
  ]);
});

test('the next and the previous drawing come by key, round and round; at rest nothing is worn', () => {
  const { bench } = onBench(front, doc);
  const worn = () => useSwaps.getState().worn.s;
  act(() => action('next').run(bench));
  expect(worn()).toBe('shut');
  act(() => action('previous').run(bench));
  act(() => action('previous').run(bench));
  expect(worn()).toBe('open');
  act(() => action('rest').run(bench));
  expect(useSwaps.getState().worn).toEqual({});
});

test('a look is tried with a click, and kept under a name', async () => {
  const { edits } = onBench(front, doc);
  await userEvent.click(screen.getByRole('button', { name: 'shouting' }));
  expect(useSwaps.getState().worn).toEqual({ s: 'open' });
  await userEvent.type(screen.getByLabelText('Name of the look'), 'loud');
  await userEvent.click(screen.getByRole('button', { name: 'Keep' }));
  expect(edits).toEqual([['looks.keepLook', 'c', { name: 'loud', drawingIds: ['open'] }]]);
});

test('flipping and cycles run by themselves until they are stopped', () => {
  jest.useFakeTimers();
  const { bench } = onBench(front, doc);
  const seen = new Set<string>();
  const watch = useSwaps.subscribe(({ worn }) => seen.add(worn.s));
  act(() => action('flip').run(bench));
  act(() => void jest.advanceTimersByTime(1000));
  expect([...seen].sort()).toEqual(['open', 'rest', 'shut']);
  seen.clear();
  act(() => useSwaps.setState({ playing: 'k' }));
  act(() => void jest.advanceTimersByTime(400));
  expect([...seen].filter((id) => id !== 'shut').sort()).toEqual(['open', 'rest']);
  act(() => useSwaps.setState({ playing: null }));
  seen.clear();
  act(() => void jest.advanceTimersByTime(1000));
  expect([...seen]).toEqual([]);
  watch();
  jest.useRealTimers();
});

test('a line is read, its shapes shown and changed, and what is lacking said', async () => {
  act(() => useSwaps.setState({ line: { text: 'mail', fps: 24, wordsAMinute: 160, spoken: null, frame: null } }));
  onBench(<Line />, doc);
  await userEvent.click(screen.getByRole('button', { name: /Say it/ }));
  expect(screen.getByText(/17 frames · 1 blink/)).toBeTruthy();
  expect(screen.getByText('Not drawn: open, happy (open stands in).')).toBeTruthy();
  expect(screen.getByText('Said by its spelling: zblorp.')).toBeTruthy();
  const strip = within(screen.getByRole('group', { name: 'Shapes of the line' }));
  await userEvent.click(strip.getByRole('button', { name: /open/ }));
  expect(useSwaps.getState().worn).toEqual({ s: 'open' });
  await userEvent.selectOptions(screen.getByLabelText('Shape'), 'closed');
  expect(useSwaps.getState().line?.spoken?.shapes[1]).toMatchObject({ shape: 'closed', frames: 4 });
});

function Line() {
  const line = useSwaps((s) => s.line);
  return line && <SayLine line={line} />;
}

test('an empty station says what to do, and the run counts what is drawn', () => {
  const none = character({ pieces: ['head', 'mouth'] });
  const { bench, turnTo } = onBench(<Figure />, none);
  expect(screen.getByText('– open: false')).toBeTruthy();
  turnTo(doc);
  expect(screen.getByText('3/6 open: true')).toBeTruthy();
  onBench(<ChartStrip />, none);
  expect(screen.getByText(/Pick the piece that changes, a mouth or the eyes/)).toBeTruthy();
  act(() => useBench.setState({ pickedPiece: 'mouth' }));
  expect([action('start').when?.({ ...bench, doc: none }), action('start').when?.({ ...bench, doc })]).toEqual([
    true,
    false,
  ]);
});

function Figure() {
  const { word, open } = swaps.useFigure();
  return (
    <p>
      {word} open: {String(open)}
    </p>
  );
}
