import { bendsOf, drawSteps, gazeIn, orderAtPose, placeSoftly, softBends, type Pose } from '@limber-sheaf/core';
import { useMemo } from 'react';
import { useOnBench } from '../../bench/context';
import { PieceNode } from '../../bench/light-table/PieceNode';
import { smallerFor, usePicture } from '../../bench/light-table/usePicture';
import { designOf } from '../../bench/light-table/useUncut';
import { useBench } from '../../bench/store';
import { Image } from '../../ui/konva';
import { useTrial } from './trial-store';
import { useMotion } from './useMotion';

/** How much of the untouched design, and of the frames before and after, shows through. */
const GHOST = 0.3;
const SKINS = [
  { by: -2, opacity: 0.1 },
  { by: -1, opacity: 0.2 },
  { by: 2, opacity: 0.1 },
  { by: 1, opacity: 0.2 },
];

/** Beneath the pose: the design as a ghost, and the frames before and after the one that is held. */
export function TrialBeneath() {
  const ghost = useTrial((s) => s.ghost);
  const held = useTrial(({ skins, playing, frame }) => (skins && !playing ? frame : null));
  const motion = useMotion();
  return (
    <>
      {ghost && <Ghost />}
      {held !== null &&
        motion &&
        SKINS.map(({ by, opacity }) => {
          const at = (held + by + 2 * motion.poses.length) % motion.poses.length;
          return <Skin key={by} pose={motion.poses[at]} opacity={opacity} />;
        })}
    </>
  );
}

function Ghost() {
  const { view } = useOnBench();
  const by = useBench((s) => smallerFor(s.viewport.scale));
  const design = usePicture(designOf(view), by);
  return design && <Image {...design} opacity={GHOST} />;
}

function Skin({ pose, opacity }: { pose: Pose; opacity: number }) {
  const { doc, view, sheets } = useOnBench();
  const by = useBench((s) => smallerFor(s.viewport.scale));
  const bends = useMemo(() => bendsOf(doc, view.id, pose), [doc, view.id, pose]);
  const placements = useMemo(
    () => placeSoftly(doc, view.id, bends, pose.root, gazeIn(doc, view.id, pose)),
    [doc, view.id, bends, pose],
  );
  const bent = useMemo(() => softBends(doc, view.id, bends), [doc, view.id, bends]);
  const steps = useMemo(() => drawSteps(doc, view.id, orderAtPose(doc, view.id, bends)), [doc, view.id, bends]);
  return steps.map(({ piece, sheet }) => (
    <PieceNode
      key={`${sheet}-${piece.id}`}
      piece={piece}
      sheet={sheet}
      derived={sheets[piece.id]}
      instead={undefined}
      placement={placements.get(piece.id)}
      opacity={opacity}
      bare={false}
      by={by}
      bent={bent.get(piece.id)}
    />
  ));
}
