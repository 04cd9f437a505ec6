import { pieceById, pieceName } from '@limber-sheaf/core';
import { useEffect, useMemo, useRef, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { useOnBench } from '../../bench/context';
import { setBend, useBench } from '../../bench/store';
import { Action } from '../../ui/controls';
import { ContactSheet } from './ContactSheet';
import { useNudge } from './nudge';
import { NO_PLACING, usePlacing } from './usePlaceJoint';

/** The worded actions of Joints. */
export function JointActions() {
  const { doc, edit } = useOnBench();
  const { placing, pickedJoint, butt, bends } = useBench();
  const joint = doc.joints.find((j) => j.id === pickedJoint);
  const swinging = useRef(0);
  const bent = Object.values(bends).some((angle) => angle !== 0);

  const angle = joint ? (bends[joint.id] ?? 0) : 0;
  const [beside, setBeside] = useState(false);
  const pair = useMemo(
    () => (joint ? [false, true].map((buttEnds) => ({ jointId: joint.id, angle, butt: buttEnds })) : []),
    [joint, angle],
  );
  useNudge();

  const place = (chain = false) => {
    usePlacing.setState(NO_PLACING);
    useBench.setState(({ placing: old }) => ({
      placing: old && Boolean(old.chain) === chain ? null : { first: null, chain },
    }));
  };
  const round = () =>
    joint && void edit('PATCH', `/joints/${joint.id}`, { rounded: !joint.rounded, saw: { [joint.id]: joint.version } });
  const rest = () => useBench.setState({ bends: {} });

  /** Swings the picked limb through its range once, from rest to rest. */
  const sweep = () => {
    if (!joint) return;
    cancelAnimationFrame(swinging.current);
    const start = performance.now();
    const stops = [0, joint.rangeHigh, joint.rangeLow, 0];
    const frame = (time: number) => {
      const at = Math.min(1, (time - start) / 2600) * 3;
      const leg = Math.min(2, Math.floor(at));
      const ease = 0.5 - 0.5 * Math.cos(Math.PI * (at - leg));
      setBend(joint.id, at >= 3 ? 0 : stops[leg] + (stops[leg + 1] - stops[leg]) * ease);
      if (at < 3) swinging.current = requestAnimationFrame(frame);
    };
    swinging.current = requestAnimationFrame(frame);
  };
  useEffect(
    () => () => {
      cancelAnimationFrame(swinging.current);
      useBench.setState({ placing: null, butt: false });
      usePlacing.setState(NO_PLACING);
    },
    [],
  );
  useHotkeys('j', () => place());
  useHotkeys('k', () => place(true));
  useHotkeys('backspace', rest);
  useHotkeys('r', () => void round(), {}, [joint]);
  useHotkeys('b', sweep, {}, [joint]);
  useHotkeys('escape', () => {
    cancelAnimationFrame(swinging.current);
    usePlacing.setState(NO_PLACING);
    useBench.setState(({ placing: old }) => ({ placing: old?.first ? { ...old, first: null } : null }));
  });

  const first =
    placing?.first && doc.pieces.some((p) => p.id === placing.first)
      ? pieceName(doc, pieceById(doc, placing.first))
      : null;
  return (
    <>
      <Action
        tone={placing && !placing.chain ? 'on' : 'plain'}
        hotkey="J"
        onClick={() => place()}
        disabled={doc.pieces.length < 2}
      >
        Place joint
      </Action>
      <Action
        tone={placing?.chain ? 'on' : 'plain'}
        hotkey="K"
        onClick={() => place(true)}
        disabled={doc.pieces.length < 2}
        title="One stroke from the root of a tail or a limb to its tip"
      >
        Chain
      </Action>
      <Action hotkey="R" disabled={!joint} onClick={() => void round()}>
        {joint?.rounded ? 'Unround' : 'Round both ends'}
      </Action>
      <Action hotkey="B" disabled={!joint} onClick={sweep}>
        Sweep range
      </Action>
      <Action
        tone={butt ? 'on' : 'plain'}
        disabled={!joint}
        onClick={() => useBench.setState({ butt: !butt })}
        title="The same bend with square-cut ends"
      >
        Compare butt joint
      </Action>
      {butt && joint && <Action onClick={() => setBeside(true)}>Side by side</Action>}
      {bent && (
        <Action hotkey="⌫" onClick={rest}>
          Back to rest
        </Action>
      )}
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
