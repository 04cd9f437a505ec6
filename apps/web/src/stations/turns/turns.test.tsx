/** @jest-environment jsdom */
import type { CharacterDoc, PieceMeasure, ViewMeasure } from '@limber-sheaf/core';
import { act, fireEvent, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useBench } from '../../bench/store';
import { character } from '../../testing/character';
import { onBench } from '../../testing/on-bench';
import { answer, resetServer } from '../../testing/server';
import { layBeside, roomOf } from './places';
import { TurnsFront } from './TurnsFront';
import { TurnsLedger } from './TurnsLedger';
import { useTurns } from './turns-store';

jest.mock('../../api/client');

/** A torso and a head in front; from the side a torso, by a tenth too large and in another colour. */
function twoViews(): CharacterDoc {
  const doc = character({ pieces: ['torso', 'head'] });
  const [front] = doc.views;
  const [torso] = doc.pieces;
  return {
    ...doc,
    views: [front, { ...front, id: 'side', key: 'side' }],
    pieces: [...doc.pieces, { ...torso, id: 'side torso', viewId: 'side' }],
  };
}

const piece = (top: number, bottom: number, colour: PieceMeasure['colours'][number]): PieceMeasure => ({
  bounds: { x: 40, y: top, width: 80, height: bottom - top },
  ...{ top, bottom, nearly: false, covered: false, length: null, colours: [colour], area: 80 * (bottom - top) },
});
const MEASURES: Record<string, ViewMeasure> = {
  front: {
    bounds: { x: 20, y: 10, width: 120, height: 280 },
    figures: [{ x: 20, y: 10, width: 120, height: 280 }],
    pose: [],
    pieces: [piece(100, 200, [60, 90, 140]), piece(10, 90, [230, 180, 140])],
  },
  side: {
    bounds: { x: 40, y: 10, width: 80, height: 280 },
    figures: [{ x: 40, y: 10, width: 80, height: 280 }],
    pose: [{ kind: 'cropped', sentence: 'The figure is cropped by the canvas above.', place: { x: 1, y: 1 } }],
    pieces: [piece(95, 205, [190, 70, 60])],
  },
};

const doc = twoViews();
const byView = new Map(doc.views.map(({ id, key }) => [id, MEASURES[key]]));

beforeEach(() => {
  resetServer();
  answer(
    'turns.measures',
    () => ({ revision: 1, views: doc.views.map(({ id, key }) => ({ viewId: id, measure: MEASURES[key] })) }) as never,
  );
  act(() => useTurns.setState(useTurns.getInitialState(), true));
});

test('what disagrees is listed with what mends it, and may be said to be fine so', async () => {
  const { edits } = onBench(<TurnsLedger />, doc);
  const colour = (await screen.findByText(/^Torso has another colour in side/)).closest('div') as HTMLElement;
  await userEvent.click(within(colour).getByRole('button', { name: 'Take that colour' }));
  const large = screen.getByText(/^Torso is \d+\.\d % too large in side\.$/).closest('div') as HTMLElement;
  await userEvent.click(within(large).getByRole('button', { name: 'Fine so…' }));
  await userEvent.type(within(large).getByLabelText('Why it is fine so'), 'a wide coat{Enter}');
  await userEvent.click(screen.getByRole('button', { name: 'Does not show here' }));
  expect(edits.map(([what, id, body]) => [what, id, (body as { because?: string }).because])).toEqual([
    ['parts.colour', 'side torso', undefined],
    ['turns.exception', 'side', 'a wide coat'],
    ['turns.exception', 'side', ''],
  ]);
  expect(screen.getByText('The figure is cropped by the canvas above.')).toBeTruthy();
});

test('the table says how each part stands in each view; a click picks it', async () => {
  onBench(<TurnsLedger />, doc);
  await userEvent.click(await screen.findByRole('button', { name: 'torso in side: made' }));
  expect(useBench.getState().pickedPiece).toBe('side torso');
  expect(screen.getByRole('button', { name: 'head in side: missing' })).toBeTruthy();
});

test('a height line is moved by its keys, and keeps between its neighbours', async () => {
  const { edits } = onBench(<TurnsFront />, doc);
  const chin = await screen.findByRole('slider', { name: 'chin in front' });
  fireEvent.keyDown(chin, { key: 'ArrowDown', shiftKey: true });
  expect(edits).toEqual([['turns.height', doc.views[0].id, expect.objectContaining({ key: 'chin', y: 100 })]]);
  const marks = [
    { key: 'crown', y: 10 },
    { key: 'chin', y: 90 },
    { key: 'belt', y: 95 },
    { key: 'hip', y: 200 },
  ].map((mark) => ({ ...mark, word: mark.key, share: 0, byHand: false }));
  expect(roomOf(marks, 'chin', 300)).toEqual([12, 198]);
  expect(roomOf(marks, 'belt', 300)).toEqual([0, 300]);
});

test('all views stand on one floor, as tall as one another', () => {
  const marksOf = (floor: number) => [
    { key: 'crown', word: 'crown', y: 10, share: 1, byHand: false },
    { key: 'floor', word: 'floor', y: floor, share: 0, byHand: false },
  ];
  const landmarks = new Map([
    [doc.views[0].id, marksOf(290)],
    ['side', marksOf(150)],
  ]);
  const { laid } = layBeside(doc.views, { referenceId: '', landmarks, parts: [], findings: [] }, byView);
  const floors = laid.map(({ canvas, scale }, at) => canvas.y + [290, 150][at] * scale);
  const crowns = laid.map(({ canvas, scale }) => canvas.y + 10 * scale);
  expect(floors[0]).toBeCloseTo(floors[1]);
  expect(crowns[0]).toBeCloseTo(crowns[1]);
  expect(laid[1].left).toBeGreaterThan(laid[0].left + laid[0].width);
});

test('one view alone says what to do', () => {
  onBench(<TurnsFront />, character({ pieces: ['torso'] }));
  expect(screen.getByText(/^One view so far/)).toBeTruthy();
});

test('a sheet of several figures is cut into views, after its names and boxes were put right', async () => {
  const box = { x: 10, y: 10, width: 60, height: 280 };
  const sheet = { ...MEASURES.front, figures: [box, { ...box, x: 100 }], pieces: [] };
  answer('turns.measures', () => ({ revision: 1, views: [{ viewId: 'v', measure: sheet }] }) as never);
  const { edits } = onBench(<TurnsFront />, character({ pieces: [] }), { station: 'turns' });
  const [, second] = await screen.findAllByRole('textbox');
  await userEvent.clear(second);
  await userEvent.type(second, 'Front');
  await userEvent.tab();
  expect(screen.getByRole('button', { name: 'Cut into 2 views' })).toHaveProperty('disabled', true);
  await userEvent.clear(second);
  await userEvent.type(second, 'Left side{Enter}');
  screen.getByRole('slider', { name: '2 Left side, upper left corner' }).focus();
  await userEvent.keyboard('{ArrowLeft}{Shift>}{ArrowUp}{/Shift}');
  await userEvent.click(screen.getByRole('button', { name: 'Cut into 2 views' }));
  expect(edits.at(-1)?.[2]).toMatchObject({
    figures: [
      { ...box, key: 'front' },
      { x: 99, y: 0, width: 61, height: 290, key: 'left-side' },
    ],
  });
});

test('what was taken for a sheet may be one picture after all', async () => {
  const box = { x: 10, y: 10, width: 60, height: 280 };
  const sheet = { ...MEASURES.front, figures: [box, { ...box, x: 100 }], pieces: [] };
  answer('turns.measures', () => ({ revision: 1, views: [{ viewId: 'v', measure: sheet }] }) as never);
  onBench(<TurnsFront />, character({ pieces: [] }), { station: 'turns' });
  await userEvent.click(await screen.findByRole('button', { name: 'It is one picture' }));
  expect(screen.getByText(/One view so far/)).toBeTruthy();
});

test('a view is named by what somebody calls it', async () => {
  const { edits } = onBench(<TurnsLedger />, doc);
  const name = await screen.findByRole('textbox', { name: 'Name of the side view' });
  await userEvent.clear(name);
  await userEvent.type(name, 'Side, left{Enter}');
  expect(edits.at(-1)).toEqual(['views.rename', 'side', { key: 'side-left', saw: { side: 1 } }]);
  await userEvent.click(screen.getByRole('button', { name: 'Delete the front view' }));
  expect(edits.at(-1)?.slice(0, 2)).toEqual(['views.remove', 'v']);
});

test('what is too large is scaled to fit by one click', async () => {
  const { edits } = onBench(<TurnsLedger />, doc);
  await userEvent.click(await screen.findByRole('button', { name: 'Scale it to fit' }));
  expect(edits).toEqual([['parts.fit', 'side torso', { fromId: doc.views[0].id, saw: { 'side torso': 1 } }]]);
});

test('a side view is mirrored under a name of its own; what lies to one side is asked about', async () => {
  const satchel = { ...doc.pieces[0], id: 'satchel', partId: 'part satchel', depth: 99_999 };
  const withSatchel: CharacterDoc = {
    ...doc,
    views: [doc.views[1], doc.views[0]],
    parts: [...doc.parts, { ...doc.parts[0], id: 'part satchel', group: 'satchel' }],
    pieces: [...doc.pieces, satchel, { ...satchel, id: 'side satchel', viewId: 'side' }],
  };
  const aside = { ...piece(100, 140, [120, 80, 40]), bounds: { x: 110, y: 100, width: 30, height: 40 } };
  answer(
    'turns.measures',
    () =>
      ({
        revision: 1,
        views: withSatchel.views.map(({ id, key }) => ({
          viewId: id,
          measure: { ...MEASURES[key], pieces: [...MEASURES[key].pieces, aside] },
        })),
      }) as never,
  );
  const { edits } = onBench(<TurnsLedger />, withSatchel);
  await userEvent.click(await screen.findByRole('button', { name: 'Mirror to its other side…' }));
  await userEvent.click(await screen.findByRole('checkbox', { name: 'satchel' }));
  const name = screen.getByRole('textbox', { name: 'Name' });
  await userEvent.clear(name);
  await userEvent.type(name, 'Front');
  expect(screen.getByRole('button', { name: 'Mirror it' })).toHaveProperty('disabled', true);
  await userEvent.clear(name);
  await userEvent.type(name, 'Right side');
  await userEvent.click(screen.getByRole('button', { name: 'Mirror it' }));
  expect(edits).toEqual([['views.mirror', 'side', { key: 'right-side', without: ['side satchel'], saw: { side: 1 } }]]);
});
