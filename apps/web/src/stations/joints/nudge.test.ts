import type { JointRow } from '@limber-sheaf/core';
import { nudge, useNudged } from './nudge';

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
