import { mirrorPose, motionsFor, poseOf, pupilsIn, reachChains } from '@limber-sheaf/core';
import type { BenchValue } from '../../bench/context';
import { eyesTogether } from '../../bench/eyes-together';
import type { BenchAction } from '../../bench/station';
import { isBent, useBench } from '../../bench/store';
import { endOf, reachTo } from './trial-hand';
import { backToRest, holdFrame, poseByHand, standLike, tryMotion, useTrial } from './trial-store';

/** Plays the motion that is tried, or the first that can be. */
function play({ doc, view }: BenchValue): void {
  const { motion, playing } = useTrial.getState();
  if (motion) useTrial.setState({ playing: !playing });
  else tryMotion(motionsFor(doc, view.id).find(({ lacks }) => lacks === null)?.key ?? null);
}

function mirror({ doc, view }: BenchValue): void {
  const { bends, shift, gaze } = useBench.getState();
  poseByHand();
  standLike(doc, view.id, mirrorPose(doc, poseOf(doc, bends, shift, gaze)));
}

/** Bends the limb that was dragged last the other way. */
function flip(bench: BenchValue): void {
  const { reaching, flipped } = useTrial.getState();
  const chain = reachChains(bench.doc, bench.view.id).find(({ root }) => root.id === reaching?.rootId);
  if (!chain) return;
  const next = new Set(flipped);
  if (!next.delete(chain.root.id)) next.add(chain.root.id);
  const end = endOf(bench.doc, bench.view.id, chain);
  useTrial.setState({ flipped: next });
  reachTo(bench, chain, end);
}

const step = (by: 1 | -1) => () => holdFrame(Math.max(0, useTrial.getState().frame + by));

/** What Trial can be told to do. */
export const trialActions: BenchAction[] = [
  {
    id: 'play',
    word: () => (useTrial.getState().playing ? 'Hold it' : 'Play'),
    key: 't',
    title: 'Plays the motion, and holds it',
    go: true,
    when: ({ doc, view }) => motionsFor(doc, view.id).some(({ lacks }) => lacks === null),
    run: play,
  },
  {
    id: 'rest',
    word: 'Back to rest',
    key: 'z',
    title: 'Stands as it is drawn',
    when: () => isBent() || useTrial.getState().motion !== null,
    run: backToRest,
  },
  {
    id: 'mirror',
    word: 'Mirror the pose',
    key: 'm',
    title: 'A for B, turned the other way',
    when: isBent,
    run: mirror,
  },
  {
    id: 'flip',
    word: 'Bend the other way',
    key: 'b',
    title: 'The limb that was dragged last',
    when: () => useTrial.getState().reaching !== null,
    run: flip,
  },
  eyesTogether('e', ({ doc, view }) => pupilsIn(doc, view.id).length > 1),
  {
    id: 'ghost',
    word: 'Ghost',
    key: 'o',
    title: 'The untouched design beneath the pose',
    on: () => useTrial.getState().ghost,
    run: () => useTrial.setState(({ ghost }) => ({ ghost: !ghost })),
  },
  {
    id: 'skins',
    word: 'Frames around',
    key: 'a',
    title: 'The two frames before and after the one that is held',
    shown: () => useTrial.getState().motion !== null,
    when: () => useTrial.getState().motion !== null,
    on: () => useTrial.getState().skins,
    run: () => useTrial.setState(({ skins }) => ({ skins: !skins })),
  },
  {
    id: 'next-frame',
    word: 'Next frame',
    key: '.',
    shown: false,
    when: () => useTrial.getState().motion !== null,
    run: step(1),
  },
  {
    id: 'frame-before',
    word: 'Frame before',
    key: ',',
    shown: false,
    when: () => useTrial.getState().motion !== null,
    run: step(-1),
  },
];
