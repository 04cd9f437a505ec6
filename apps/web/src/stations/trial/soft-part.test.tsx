/** @jest-environment jsdom */
import type { CharacterDoc, JointRow, SoftLine } from '@limber-sheaf/core';
import { act, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useBench } from '../../bench/store';
import { character } from '../../testing/character';
import { onBench } from '../../testing/on-bench';
import { SoftPart } from './SoftPart';
import { takePoint, useSoft, withPointAfter, withPointAt, withoutPoint } from './soft-store';

jest.mock('../../api/client');

const LINE: SoftLine = { points: [10, 10, 20, 10, 30, 20, 40, 40], stiffness: [0, 0, 0.5, 0] };

/** A torso with a tail that turns about its root. */
function tailed(soft: SoftLine | null): CharacterDoc {
  const doc = character({ pieces: ['torso', 'tail'] });
  const pieces = doc.pieces.map((piece) => (piece.id === 'tail' ? { ...piece, soft } : piece));
  const joint = { table: 'joint', id: 'j', version: 1, viewId: doc.views[0].id, childId: 'tail', parentId: 'torso' };
  return { ...doc, pieces, joints: [{ ...joint, kind: 'hinge', x: 10, y: 10, radius: 5 } as JointRow] };
}
/** Opens its ledger with the tail picked. */
const opened = (of: CharacterDoc) => {
  const { edits } = onBench(<SoftPart />, of, { station: 'trial' });
  act(() => useBench.setState({ pickedPiece: 'tail', bends: {} }));
  return edits;
};

beforeEach(() => {
  act(() => {
    useSoft.setState(useSoft.getInitialState(), true);
    useBench.setState({ pickedPiece: 'tail', bends: {} });
  });
});

test('a picked part that turns may bend; of one that does not it is said why', async () => {
  const edits = opened(tailed(null));
  await userEvent.click(screen.getByRole('button', { name: /^Let .* bend$/ }));
  expect(edits.at(-1)).toEqual(['trial.soft', 'tail', {}]);
  act(() => useBench.setState({ pickedPiece: 'torso' }));
  expect(screen.getByText(/has no joint to bend from.*Joints first/)).toBeTruthy();
  act(() => useBench.setState({ pickedPiece: null }));
  expect(screen.getByText(/Pick a tail/)).toBeTruthy();
});

test('its points are picked, nudged by keys, made stiff, more and fewer; the last three stay', async () => {
  const edits = opened(tailed(LINE));
  const tip = screen.getByRole('button', { name: /^Point 4 of/ });
  await userEvent.click(tip);
  await userEvent.keyboard('{Shift>}{ArrowDown}{/Shift}');
  expect(edits.at(-1)).toEqual(['trial.soft', 'tail', { line: withPointAt(LINE, 3, 40, 50) }]);
  await userEvent.click(screen.getByRole('button', { name: 'Point less' }));
  expect(edits.at(-1)).toEqual(['trial.soft', 'tail', { line: withoutPoint(LINE, 3) }]);
  await userEvent.click(screen.getByRole('button', { name: /^Point 2 of/ }));
  await userEvent.click(screen.getByRole('button', { name: 'Point more' }));
  expect(edits.at(-1)).toEqual([
    'trial.soft',
    'tail',
    {
      line: { points: [10, 10, 20, 10, 25, 15, 30, 20, 40, 40], stiffness: [0, 0, 0.25, 0.5, 0] },
    },
  ]);
  expect(withPointAfter(LINE, 3).points.slice(-4)).toEqual([35, 30, 40, 40]);
  await userEvent.click(screen.getByRole('checkbox', { name: 'Tip beneath where it folds' }));
  expect(edits.at(-1)).toEqual(['trial.soft', 'tail', { line: { ...LINE, tipBeneath: true } }]);
  expect(withPointAt({ ...LINE, tipBeneath: true }, 1, 5, 5).tipBeneath).toBe(true);
  await userEvent.click(screen.getByRole('button', { name: 'Make it rigid' }));
  expect(edits.at(-1)).toEqual(['trial.rigid', 'tail']);
  expect(await screen.findByRole('slider', { name: /How stiff .* at point 2/ })).toBeTruthy();
});

test('a point is taken where it is pressed, at rest alone', () => {
  const doc = tailed(LINE);
  act(() => useBench.setState((state) => ({ viewport: { ...state.viewport, scale: 2 } })));
  expect(takePoint(doc, { x: 31, y: 22 })).toBe(2);
  expect(useSoft.getState().point).toBe(2);
  expect(takePoint(doc, { x: 90, y: 22 })).toBeNull();
  act(() => useBench.setState({ bends: { j: 12 } }));
  expect(takePoint(doc, { x: 31, y: 22 })).toBeNull();
});
