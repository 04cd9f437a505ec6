/** @jest-environment jsdom */
import { act, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { pickPiece } from '../../bench/store';
import { character, named } from '../../testing/character';
import { onBench } from '../../testing/on-bench';
import { PickedBeneath } from './PickedBeneath';
import { NO_CONTOUR, useUnderStore } from './under-store';
import { UnderStrip } from './UnderStrip';

const ownLine = { width: 7.6, colour: [30, 20, 40] };
jest.mock('../../bench/worker', () => ({
  keyOf: () => 1,
  handWorker: () => ({ lineOf: () => Promise.resolve(ownLine) }),
}));

const doc = character({ pieces: ['torso', 'arm A upper'], hangs: { 'arm A upper': 'torso' } });

beforeEach(() => act(() => useUnderStore.setState({ ...NO_CONTOUR, beneath: null })));

test('of two ways in which a contour can go on one is chosen, and is drawn by hand from then on', async () => {
  const ways = { proposed: [[1, 1, 2, 2, 3, 3, 4, 4]], other: [[5, 5, 6, 6, 7, 7, 8, 8]] };
  const { edits } = onBench(<PickedBeneath />, doc);
  const bare = [{ pieceId: 'torso', area: 900, turns: [], first: 4, place: { x: 1, y: 1 } }];
  const nothing = { bare: null, paint: null, painted: null, outlines: [], curves: [], dropped: [] };
  act(() => {
    pickPiece('torso', named('torso'));
    useUnderStore.setState({ bare, beneath: { pieceId: 'torso', picture: { ...nothing, ways } } });
  });
  await userEvent.click(screen.getByRole('button', { name: 'The brass one' }));
  await userEvent.click(screen.getByRole('button', { name: 'The blue one' }));
  const chosen = [ways.other, ways.proposed].map(([points]) => [{ kind: 'curve', points }]);
  expect(edits.map(([, , body]) => (body as { carried: unknown }).carried)).toEqual(chosen);
});

test('paint that was taken can be changed by its numbers, in place of the same edit, until something else happens', async () => {
  const { edits, turnTo, bench } = onBench(
    <>
      <UnderStrip />
      <PickedBeneath />
    </>,
    doc,
  );
  const bare = [
    {
      pieceId: 'torso',
      area: 900,
      turns: [{ jointId: 'joint arm A upper', angle: 30 }],
      first: 4,
      place: { x: 1, y: 1 },
    },
  ];
  act(() => {
    pickPiece('torso', named('torso'));
    useUnderStore.setState({ bare, signature: 's', mode: 'auto', margin: null });
  });
  expect(screen.queryByLabelText('Paint taken')).toBeNull();
  await userEvent.click(screen.getByRole('button', { name: 'Take it' }));
  expect(edits.at(-1)?.[2]).toMatchObject({ anew: false });
  const revision = useUnderStore.getState().taken?.revision;
  expect(revision).toBeGreaterThan(0);
  act(() => turnTo(doc));
  await userEvent.selectOptions(await screen.findByLabelText('Paint taken'), 'smooth');
  expect(edits.at(-1)).toMatchObject(['under.paint', 'torso', { mode: 'smooth', line: ownLine, replaces: revision }]);
  const line = await screen.findByRole('slider', { name: 'Line' });
  act(() => line.focus());
  await userEvent.keyboard('{ArrowRight}');
  expect(edits.at(-1)).toMatchObject(['under.paint', 'torso', { mode: 'smooth', line: { width: 9 } }]);
  act(() => pickPiece('arm A upper', named('arm A upper')));
  expect(screen.queryByLabelText('Paint taken')).toBeNull();
  expect(bench.revision).toBe(1);
});
