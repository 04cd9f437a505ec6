import { pieceById, pieceName } from '@limber-sheaf/core';
import { useMemo, useState } from 'react';
import { useOnBench } from '../../bench/context';
import { useBench } from '../../bench/store';
import { Action } from '../../ui/controls';
import { ContactSheet } from './ContactSheet';
import { useJoints } from './joint-store';
import { useNudge } from './nudge';

/** Beneath the actions of Joints: what placing waits for, and the two kinds of ends side by side. */
export function JointWaiting() {
  const { doc } = useOnBench();
  const placing = useJoints((s) => s.placing);
  const butt = useBench((s) => s.butt);
  const jointId = useBench((s) => s.pickedJoint);
  const joint = doc.joints.find((j) => j.id === jointId);
  const angle = useBench((s) => (jointId ? (s.bends[jointId] ?? 0) : 0));
  const [beside, setBeside] = useState(false);
  useNudge();
  const pair = useMemo(
    () => (joint ? [false, true].map((buttEnds) => ({ jointId: joint.id, angle, butt: buttEnds })) : []),
    [joint, angle],
  );
  const first =
    placing?.first && doc.pieces.some((p) => p.id === placing.first)
      ? pieceName(doc, pieceById(doc, placing.first))
      : null;
  return (
    <>
      {butt && joint && <Action onClick={() => setBeside(true)}>Side by side</Action>}
      {beside && joint && (
        <ContactSheet title="Rounded and butt, side by side" shots={pair} onClose={() => setBeside(false)} />
      )}
      {placing && (
        <span className="flex h-8 items-center rounded-lg bg-sheet/85 px-3 text-[13px] text-soft">
          {placing.chain
            ? 'Draw one stroke over the pieces, from the root to the tip.'
            : first
              ? `${first} and… click the piece it joins.`
              : 'Click a border, or the two pieces, or draw a disc over both.'}
        </span>
      )}
    </>
  );
}
