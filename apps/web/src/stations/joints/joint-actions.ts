import type { JointRow } from '@limber-sheaf/core';
import type { BenchValue } from '../../bench/context';
import type { BenchAction } from '../../bench/station';
import { isBent, setBend, useBench } from '../../bench/store';
import { useJoints } from './joint-store';
import { nudge } from './nudge';
import { NO_PLACING, usePlacing } from './place-hand';

/** The joint that is picked; undefined for none. */
function pickedJointOf({ doc }: Pick<BenchValue, 'doc'>): JointRow | undefined {
  const { pickedJoint } = useBench.getState();
  return doc.joints.find((j) => j.id === pickedJoint);
}

const hasJoint = (bench: BenchValue) => pickedJointOf(bench) !== undefined;
const hasPieces = ({ doc }: BenchValue) => doc.pieces.length > 1;

function place(chain: boolean): void {
  usePlacing.setState(NO_PLACING);
  useJoints.setState(({ placing }) => ({
    placing: placing && Boolean(placing.chain) === chain ? null : { first: null, chain },
  }));
}

/** ms that a limb takes through its range and back. */
const SWING = 2600;
let swinging = 0;

/** Swings the picked limb through its range once, from rest to rest. */
function swing({ id, rangeLow, rangeHigh }: JointRow): void {
  stopSwing();
  const start = performance.now();
  const stops = [0, rangeHigh, rangeLow, 0];
  const frame = (time: number) => {
    const at = Math.min(1, (time - start) / SWING) * 3;
    const leg = Math.min(2, Math.floor(at));
    const ease = 0.5 - 0.5 * Math.cos(Math.PI * (at - leg));
    setBend(id, at >= 3 ? 0 : stops[leg] + (stops[leg + 1] - stops[leg]) * ease);
    if (at < 3) swinging = requestAnimationFrame(frame);
  };
  swinging = requestAnimationFrame(frame);
}

export function stopSwing(): void {
  cancelAnimationFrame(swinging);
}

/** The worded actions of Joints, and its keys. */
export const JOINT_ACTIONS: readonly BenchAction[] = [
  {
    id: 'place',
    word: 'Place joint',
    key: 'j',
    when: hasPieces,
    on: () => useJoints.getState().placing?.chain === false,
    run: () => place(false),
  },
  {
    id: 'chain',
    word: 'Joints along a limb',
    key: 'k',
    title: 'One stroke from the root of a tail or a limb to its tip',
    when: hasPieces,
    on: () => useJoints.getState().placing?.chain === true,
    run: () => place(true),
  },
  {
    id: 'round',
    word: (bench) => (pickedJointOf(bench)?.rounded ? 'Unround' : 'Round both ends'),
    key: 'r',
    when: hasJoint,
    run: (bench) => {
      const joint = pickedJointOf(bench);
      if (!joint) return;
      const { id, rounded, version } = joint;
      void bench.edit('joints.change', id, { rounded: !rounded, saw: { [id]: version } });
    },
  },
  {
    id: 'sweep',
    word: 'Sweep range',
    key: 'b',
    when: hasJoint,
    run: (bench) => {
      const joint = pickedJointOf(bench);
      if (joint) swing(joint);
    },
  },
  {
    id: 'butt',
    word: 'Compare butt joint',
    title: 'The same bend with square-cut ends',
    when: hasJoint,
    on: () => useBench.getState().butt,
    run: () => useBench.setState(({ butt }) => ({ butt: !butt })),
  },
  {
    id: 'rest',
    word: 'Back to rest',
    key: 'backspace',
    shown: isBent,
    run: () => useBench.setState({ bends: {} }),
  },
  {
    id: 'nudge',
    word: 'Move the picked pivot by 1 px, Shift by 0.1',
    key: ['left', 'right', 'up', 'down'].flatMap((way) => [`arrow${way}`, `shift+arrow${way}`]),
    keyWord: '← ↑ → ↓',
    shown: false,
    when: hasJoint,
    run: (bench, event) => {
      const joint = pickedJointOf(bench);
      if (joint && event) nudge(joint, event);
    },
  },
  {
    id: 'drop',
    word: 'Drop what is being placed',
    key: 'escape',
    shown: false,
    run: () => {
      stopSwing();
      usePlacing.setState(NO_PLACING);
      useJoints.setState(({ placing }) => ({ placing: placing?.first ? { ...placing, first: null } : null }));
    },
  },
];
