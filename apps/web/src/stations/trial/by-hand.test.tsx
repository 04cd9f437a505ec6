/** @jest-environment jsdom */
import type { CharacterDoc, DrawingRow, SwapSetRow, Travel } from '@limber-sheaf/core';
import { act, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { TableEvent, TableView } from '../../bench/station';
import { pickPiece, useBench } from '../../bench/store';
import { character } from '../../testing/character';
import { onBench } from '../../testing/on-bench';
import { KeptPoses } from './KeptPoses';
import { TrialBend } from './TrialBend';
import { trialActions } from './trial-actions';
import { trialHand } from './trial-hand';
import { useTrial } from './trial-store';

jest.mock('../../api/client');
jest.mock('../../bench/pupil-travels', () => ({ pupilTravels: () => Promise.resolve(TRAVELS) }));

const square = (reach: number): Travel => [
  [-reach, -reach],
  [reach, -reach],
  [reach, reach],
  [-reach, reach],
];
const TRAVELS = new Map([
  ['pupil A', square(10)],
  ['pupil B', square(4)],
]);
const HANGS = { head: 'torso', 'eye A': 'head', 'pupil A': 'eye A', 'eye B': 'head', 'pupil B': 'eye B' };

/** A head that turns, with two eyes. */
function faced(): CharacterDoc {
  const pieces = ['torso', 'head', 'eye A', 'pupil A', 'eye B', 'pupil B'];
  return character({ pieces, hangs: HANGS, joints: { head: {} } });
}
const doc = faced();
const idOf = (name: string) => doc.pieces.find(({ id }) => id === name)?.id ?? '';
const at = (kind: TableEvent['kind'], x: number, y: number): TableEvent => ({
  ...{ kind, x, y, free: false, more: false, pressure: 1, dragged: kind === 'move', pressed: kind === 'move' },
});
const table = (under: string): TableView => ({
  pieceUnder: () => Promise.resolve(under),
  placeOf: (_, x, y) => ({ x, y }),
});

beforeEach(() => {
  act(() => {
    useTrial.setState(useTrial.getInitialState(), true);
    useBench.setState({ bends: {}, gaze: {}, eyesTogether: true, pickedPiece: null, pickedJoint: null });
  });
});

test('a pupil is dragged, by itself or by its eye, each within its white; with the head turned it follows the pointer', async () => {
  const { bench } = onBench(<KeptPoses />, doc, { station: 'trial' });
  const drag = async (under: string, x: number, y: number) => {
    trialHand.send(at('press', 50, 50), bench, table(under));
    await act(async () => {});
    act(() => void trialHand.send(at('move', 50 + x, 50 + y), bench, table(under)));
    trialHand.send(at('release', 50 + x, 50 + y), bench, table(under));
  };
  await drag(idOf('pupil A'), 6, -2);
  expect(useBench.getState().gaze).toEqual({ 'pupil A': { x: 6, y: -2 }, 'pupil B': { x: 4, y: -2 } });
  act(() => trialActions.find(({ id }) => id === 'eyes-together')?.run(bench));
  await drag(idOf('eye B'), -6, 0);
  expect(useBench.getState().gaze).toEqual({ 'pupil A': { x: 6, y: -2 }, 'pupil B': { x: -2, y: -2 } });
  act(() => useBench.setState({ gaze: {}, bends: { 'joint head': 90 } }));
  await drag(idOf('pupil A'), 0, 8);
  const { x, y } = useBench.getState().gaze['pupil A'];
  expect([Math.round(x), Math.round(y)]).toEqual([8, 0]);
});

test('where pupils look is kept with the pose, mirrored, and let go with it', async () => {
  const { bench, edits } = onBench(<KeptPoses />, doc, { station: 'trial' });
  act(() => useBench.setState({ gaze: { 'pupil A': { x: 3, y: 1 } } }));
  act(() => trialActions.find(({ id }) => id === 'mirror')?.run(bench));
  expect(useBench.getState().gaze).toEqual({ 'pupil B': { x: -3, y: 1 } });
  await userEvent.type(screen.getByRole('textbox', { name: 'Name of the pose' }), 'glance{Enter}');
  const partId = doc.pieces.find(({ id }) => id === 'pupil B')?.partId;
  expect(edits.at(-1)).toEqual([
    'trial.keep',
    doc.character.id,
    { name: 'glance', turned: [], root: { x: 0, y: 0 }, pupils: [{ partId, x: -3, y: 1 }], drawingIds: [] },
  ]);
  act(() => trialActions.find(({ id }) => id === 'rest')?.run(bench));
  expect(useBench.getState().gaze).toEqual({});
});

test('what is picked on the art or in the sheaf is turned by a bar; while a motion is tried there is none', async () => {
  onBench(<TrialBend />, doc, { station: 'trial' });
  expect(screen.queryByRole('slider')).toBeNull();
  // What has no joint of its own turns with what it hangs from.
  act(() => pickPiece(idOf('pupil A'), null));
  const bar = screen.getByRole('slider', { name: /^Bend of / });
  act(() => bar.focus());
  await userEvent.keyboard('{ArrowRight}{ArrowRight}');
  expect(useBench.getState().bends['joint head']).toBe(1);
  act(() => useTrial.setState({ motion: 'nod' }));
  expect(screen.queryByRole('slider')).toBeNull();
});

test('a drawing of a set is chosen for the pose; the default one takes it off again', async () => {
  const [partId] = doc.pieces.filter(({ id }) => id === 'head').map((piece) => piece.partId);
  const set = {
    ...{ table: 'swapSet', id: 's', version: 1, characterId: doc.character.id, partId, kind: 'heads', linkedTo: null },
    ...{ shapes: [{ key: 'rest', word: 'rest' }], moods: ['neutral'], overPartId: null, allows: [] },
  } as unknown as SwapSetRow;
  const drawing = (id: string, isDefault: boolean) =>
    ({
      table: 'drawing',
      id,
      version: 1,
      setId: 's',
      shape: id,
      mood: 'neutral',
      isDefault,
      hides: [],
    }) as unknown as DrawingRow;
  const picture = { blob: 'a'.repeat(64), x: 0, y: 0, width: 4, height: 4, area: 16 };
  const row = { id: 'v', drawingId: 'turned', viewId: doc.views[0].id, picture, over: null, marks: [] };
  const drawn = {
    ...doc,
    ...{ swapSets: [set], drawings: [drawing('rest', true), drawing('turned', false)], drawingViews: [row as never] },
  };
  onBench(<KeptPoses />, drawn, { station: 'trial' });
  await userEvent.click(screen.getByText('Drawings of 1 set'));
  const choice = screen.getByRole('combobox', { name: /^The drawing of head/i });
  await userEvent.selectOptions(choice, 'turned');
  expect(useTrial.getState().wears).toEqual(['turned']);
  expect(useBench.getState().instead).toEqual({ head: picture });
  await userEvent.selectOptions(choice, 'rest');
  expect(useTrial.getState().wears).toEqual([]);
  expect(useBench.getState().instead).toEqual({});
});
