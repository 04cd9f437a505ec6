/** @jest-environment jsdom */
import type { JointRow } from '@limber-sheaf/core';
import { act } from '@testing-library/react';
import { character } from '../../testing/character';
import { onBench } from '../../testing/on-bench';
import { nudge, useNudge, useNudged } from './nudge';

const joint = (id: string, x: number, y: number) => ({ id, x, y }) as JointRow;
const key = (name: string, shiftKey = false) => ({ key: name, shiftKey });

beforeEach(() => useNudged.setState({ jointId: null }, true));

test('arrow keys move a pivot by a pixel, with Shift by a tenth, one after the other', () => {
  const elbow = joint('elbow', 100.25, 50);
  nudge(elbow, key('ArrowRight'));
  nudge(elbow, key('ArrowRight'));
  nudge(elbow, key('ArrowUp'));
  nudge(elbow, key('ArrowDown', true));
  expect(useNudged.getState()).toEqual({ jointId: 'elbow', x: 102.3, y: 49.1 });
});

test('a long run of tenths comes to whole pixels again', () => {
  const elbow = joint('elbow', 0, 0);
  for (let n = 0; n < 30; n++) nudge(elbow, key('ArrowLeft', true));
  expect(useNudged.getState()).toMatchObject({ x: -3, y: 0 });
});

test('another joint starts from its own place', () => {
  nudge(joint('elbow', 10, 10), key('ArrowRight'));
  nudge(joint('knee', 70, 80), key('ArrowDown'));
  expect(useNudged.getState()).toEqual({ jointId: 'knee', x: 70, y: 81 });
});

describe('a run of keys', () => {
  const hangs = { head: 'torso', tail: 'torso' };
  const doc = character({ pieces: ['torso', 'head', 'tail'], hangs, joints: { head: {}, tail: { x: 90 } } });
  const [head, tail] = doc.joints;
  function Nudging() {
    useNudge();
    return null;
  }
  const saved = (id: string, x: number) => ['joints.change', id, { x, y: 60, saw: { [id]: 1 } }];
  const press = (on: JointRow) => act(() => nudge(on, key('ArrowRight')));
  const rest = () => act(() => jest.advanceTimersByTimeAsync(500));

  beforeEach(() => jest.useFakeTimers());
  afterEach(() => jest.useRealTimers());

  test('is one edit, made once the keys rest', async () => {
    const { edits } = onBench(<Nudging />, doc);
    press(head);
    press(head);
    await act(() => jest.advanceTimersByTimeAsync(400));
    press(head);
    expect(edits).toEqual([]);
    await rest();
    expect(edits).toEqual([saved('joint head', 53)]);
    expect(useNudged.getState().jointId).toBeNull();
    press(head);
    await rest();
    expect(edits.at(-1)).toEqual(saved('joint head', 51));
  });

  test('is kept where another joint is moved before it was saved', async () => {
    const { edits } = onBench(<Nudging />, doc);
    press(head);
    press(tail);
    await rest();
    expect(edits).toEqual([saved('joint head', 51), saved('joint tail', 91)]);
  });

  test('is kept where the station is left before it was saved', async () => {
    const { edits, unmount } = onBench(<Nudging />, doc);
    press(head);
    unmount();
    await rest();
    expect(edits).toEqual([saved('joint head', 51)]);
  });

  test('of a joint that is gone by then saves nothing', async () => {
    const { edits, turnTo } = onBench(<Nudging />, doc);
    press(head);
    turnTo({ ...doc, joints: [tail] });
    await rest();
    expect(edits).toEqual([]);
  });
});
