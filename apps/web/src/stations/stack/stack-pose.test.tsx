/** @jest-environment jsdom */
import { act, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { OrderJumps } from '@limber-sheaf/core';
import { pickPiece, useBench } from '../../bench/store';
import { character, named } from '../../testing/character';
import { onBench } from '../../testing/on-bench';
import { bentJoint, takeOrder } from './order-in-pose';
import { OrderChangeList } from './OrderChangeList';
import { STACK_ACTIONS } from './stack-actions';
import { useStackStore } from './stack-store';
import { StackStrip } from './StackStrip';
import { still, swing, swingAngle, swingOf } from './wiggle';

let jumps: OrderJumps = { jumps: [], better: null };
jest.mock('../../bench/worker', () => ({ keyOf: () => 1 }));
jest.mock('./worker', () => ({ stackWorker: () => ({ jumps: () => Promise.resolve(jumps) }) }));

const hangs = { head: 'torso', hat: 'head', 'arm A upper': 'torso', 'arm A hand': 'arm A upper' };
const doc = character({
  pieces: ['torso', 'head', 'hat', 'arm A hand', 'arm A upper'],
  hangs,
  joints: { 'arm A upper': { rangeLow: -30, rangeHigh: 120 }, head: {} },
});
const SHOULDER = 'joint arm A upper';

afterEach(() => act(still));

describe('a card that is moved while a limb is bent', () => {
  const taken = (bends: Record<string, number>, pieceIds: string[], inFrontOf: string | null) => {
    const { edits, bench } = onBench(<p />, doc);
    act(() => useBench.setState({ bends }));
    const answer = takeOrder({ pieceIds, inFrontOf }, bench);
    return answer === null ? null : edits[0];
  };
  test('lies there from that angle on, and takes along what turns with it', () => {
    const span = { low: 80, high: 120, saw: {} };
    expect(taken({ [SHOULDER]: 80 }, ['arm A upper'], null)).toEqual([
      'orderByPose.add',
      SHOULDER,
      { ...span, movedIds: ['arm A hand', 'arm A upper'], place: 'behind', atId: 'torso' },
    ]);
    expect(taken({ [SHOULDER]: 80 }, ['arm A hand'], 'head')).toEqual([
      'orderByPose.add',
      SHOULDER,
      { ...span, movedIds: ['arm A hand'], place: 'behind', atId: 'hat' },
    ]);
    expect(taken({ [SHOULDER]: -12.4 }, ['torso'], 'hat')).toEqual([
      'orderByPose.add',
      SHOULDER,
      { low: -30, high: -12, saw: {}, movedIds: ['torso'], place: 'in-front', atId: 'hat' },
    ]);
  });
  test('at the end of the range it still holds over a degree', () => {
    expect(taken({ [SHOULDER]: 120 }, ['arm A hand'], null)?.[2]).toMatchObject({ low: 119, high: 120 });
  });
  test('at rest it is the order at rest that changes', () => {
    expect(taken({}, ['arm A upper'], null)).toBeNull();
    expect(taken({ [SHOULDER]: 0 }, ['arm A upper'], null)).toBeNull();
  });
});

test('of several bent joints the picked one counts', () => {
  onBench(<p />, doc);
  act(() => useBench.setState({ bends: { [SHOULDER]: 40, 'joint head': 10 }, pickedJoint: 'joint head' }));
  expect(bentJoint(doc)).toEqual({ id: 'joint head', angle: 10 });
  act(() => useBench.setState({ pickedJoint: null }));
  expect(bentJoint(doc)).toEqual({ id: SHOULDER, angle: 40 });
});

test('a change tells whether it is seen to jump, and where it would jump less', async () => {
  jumps = { jumps: [{ angle: 60, area: 1234.4 }], better: { angle: 95, area: 0 } };
  const change = { table: 'orderChange', id: 'o', version: 2, viewId: 'v', jointId: SHOULDER, rank: 1 } as const;
  const holds = {
    low: 60,
    high: 120,
    movedIds: ['arm A upper', 'arm A hand'],
    place: 'behind',
    atId: 'torso',
  } as const;
  const made = { ...doc, orderChanges: [{ ...change, ...holds, movedIds: [...holds.movedIds] }] };
  const { edits } = onBench(<OrderChangeList />, made);
  const list = await screen.findByRole('region', { name: 'Order by pose' });
  await within(list).findByText('1,234 px jump at 60°.');
  expect(list.textContent).toMatch(/upper arm A and 1 more behind torso/);
  await userEvent.click(within(list).getByRole('button', { name: /upper arm A/ }));
  expect(useBench.getState().bends).toEqual({ [SHOULDER]: 60 });
  await userEvent.click(within(list).getByRole('button', { name: 'Change at 95°: 0 px' }));
  await userEvent.click(within(list).getByRole('button', { name: 'Remove' }));
  expect(edits.map(([what, id]) => [what, id])).toEqual([
    ['orderByPose.range', 'o'],
    ['orderByPose.remove', 'o'],
  ]);
  expect(edits[0][2]).toEqual({ low: 95, high: 120, saw: { o: 2 } });
});

describe('wiggle', () => {
  const pieceOf = (name: string) => doc.pieces.find(({ id }) => id === name) as (typeof doc.pieces)[0];
  test('a part swings with its own joint, or with the next that it hangs from', () => {
    expect(swingOf(doc, pieceOf('arm A hand'))?.id).toBe(SHOULDER);
    expect(swingOf(doc, pieceOf('hat'))).toMatchObject({ id: 'joint head', pieceIds: ['head', 'hat'] });
    expect(swingOf(doc, pieceOf('torso'))).toBeNull();
  });
  test('it goes from rest through all of the range', () => {
    const angles = Array.from({ length: 181 }, (_, k) => swingAngle({ low: -30, high: 120 }, k * 10));
    expect(angles[0]).toBe(0);
    expect([Math.min(...angles), Math.max(...angles)].map(Math.round)).toEqual([-30, 120]);
    expect(swingAngle({ low: 20, high: 60 }, 1350)).toBe(20);
  });
  test('several swing at once, the rest faint; all come to rest together', () => {
    onBench(<p />, doc);
    act(() => swing(doc, pieceOf('arm A upper')));
    act(() => swing(doc, pieceOf('head')));
    expect(useBench.getState().lit).toEqual(['arm A upper', 'arm A hand', 'head', 'hat']);
    act(() => swing(doc, pieceOf('arm A hand')));
    expect(useStackStore.getState().swinging.map(({ id }) => id)).toEqual(['joint head']);
    act(still);
    expect(useBench.getState()).toMatchObject({ lit: null, bends: {} });
  });
  test('the key swings what lies under the pointer while it is held, and with Shift for longer', () => {
    const { bench } = onBench(<p />, doc);
    const wiggle = STACK_ACTIONS.find(({ id }) => id === 'wiggle');
    const press = (init: KeyboardEventInit) =>
      act(() => wiggle?.run(bench, new KeyboardEvent('keydown', { key: 'v', ...init })));
    const letGo = (key: string) => act(() => void window.dispatchEvent(new KeyboardEvent('keyup', { key })));
    act(() => useStackStore.setState({ under: 'hat' }));
    press({});
    press({ repeat: true });
    expect(useStackStore.getState().swinging).toHaveLength(1);
    letGo('x');
    expect(useStackStore.getState().swinging).toHaveLength(1);
    letGo('v');
    expect(useStackStore.getState().swinging).toHaveLength(0);
    press({ shiftKey: true, key: 'V' });
    letGo('V');
    expect(useStackStore.getState().swinging).toHaveLength(1);
  });
});

test('a handle is named and begun above the picked parts, amid the places where they turn', async () => {
  const { edits } = onBench(<StackStrip />, doc);
  act(() => pickPiece('hat', named('hat')));
  const action = STACK_ACTIONS.find(({ id }) => id === 'handle');
  act(() => action?.run({ doc } as never));
  const name = screen.getByLabelText('Name');
  expect((name as HTMLInputElement).value).toBe('handle');
  await userEvent.clear(name);
  await userEvent.type(name, 'hat rim{Enter}');
  expect(edits).toEqual([
    [
      'handles.add',
      'v',
      {
        tokens: { group: 'hat rim', side: null, part: null, index: null },
        partIds: ['part hat'],
        x: 45,
        y: 45,
        saw: {},
      },
    ],
  ]);
  expect(screen.queryByLabelText('Name')).toBeNull();
});

test('a limb is turned behind what it hangs from by one word', () => {
  const { edits, bench } = onBench(<p />, doc);
  act(() => pickPiece('arm A hand', named('arm A hand')));
  const action = STACK_ACTIONS.find(({ id }) => id === 'turn-limb');
  expect(typeof action?.word === 'function' && action.word(bench)).toBe('Limb behind');
  action?.run(bench);
  expect(edits).toEqual([['stack.order', 'arm A hand', { inFrontOf: null, along: ['arm A upper'] }]]);
});
