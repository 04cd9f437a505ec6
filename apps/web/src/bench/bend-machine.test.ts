import fc from 'fast-check';
import { bendStep, type BendState } from './bend-machine';

const joint = { id: 'j', rangeLow: -40, rangeHigh: 120 };
const pivot = { x: 50, y: 50 };
const grasp = (bend: number, at: { x: number; y: number }) =>
  bendStep({ kind: 'looking' }, { kind: 'grasped', joint, pivot, bend, at }).state;

test('a limb follows the hand about its pivot, from where it was grasped', () => {
  const state = grasp(10, { x: 90, y: 50 });
  expect(bendStep(state, { kind: 'move', at: { x: 90, y: 50 } }).effect).toEqual({ jointId: 'j', angle: 10 });
  expect(bendStep(state, { kind: 'move', at: { x: 50, y: 90 } }).effect).toEqual({ jointId: 'j', angle: 100 });
});

test('wherever the hand goes, the bend stays within the range and changes nothing before something is grasped', () => {
  const spot = fc.record({ x: fc.integer({ min: -200, max: 300 }), y: fc.integer({ min: -200, max: 300 }) });
  fc.assert(
    fc.property(spot, spot, fc.integer({ min: -40, max: 120 }), (from, to, bend) => {
      const { effect } = bendStep(grasp(bend, from), { kind: 'move', at: to });
      expect(effect?.angle).toBeGreaterThanOrEqual(joint.rangeLow);
      expect(effect?.angle).toBeLessThanOrEqual(joint.rangeHigh);
      for (const idle of [{ kind: 'idle' }, { kind: 'looking' }] as BendState[])
        expect(bendStep(idle, { kind: 'move', at: to })).toEqual({ state: idle, effect: null });
    }),
  );
});
