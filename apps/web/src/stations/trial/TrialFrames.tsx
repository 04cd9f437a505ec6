import * as Slider from '@radix-ui/react-slider';
import { memo, useMemo } from 'react';
import { useShallow } from 'zustand/react/shallow';
import { looseJoints } from '@limber-sheaf/core';
import { useOnBench } from '../../bench/context';
import { Choice, Toggle } from '../../ui/controls';
import { Range } from '../../ui/Range';
import { RATES, holdFrame, useTrial, type Rate } from './trial-store';
import { useFindings, useMotion, usePlay } from './useMotion';

/** How fast a motion may be shown. */
const PACES = [
  { value: '0.25', word: 'quarter speed' },
  { value: '0.5', word: 'half speed' },
  { value: '1', word: 'full speed' },
];

/** The frames of the motion that is tried, above the light table: those in which something is found are marked. */
export function TrialFrames() {
  const motion = useMotion();
  usePlay(motion);
  const findings = useFindings(motion);
  const wrong = useMemo(
    () =>
      new Set((findings ?? []).flatMap(({ kind, frames }) => (kind === 'outside' || kind === 'open' ? [] : frames))),
    [findings],
  );
  if (!motion) return null;
  return (
    <div className="basis-full rounded-xl border border-rule bg-sheet px-4 py-2">
      <Frames count={motion.poses.length} wrong={wrong} />
      <MadeWith />
    </div>
  );
}

/** The strip of frames, with the one that shows in hand. */
function Frames({ count, wrong }: { count: number; wrong: ReadonlySet<number> }) {
  const now = useTrial((s) => s.frame % count);
  return (
    <div className="flex items-center gap-3">
      <Slider.Root
        className="relative flex h-7 flex-1 touch-none items-center"
        min={0}
        max={count - 1}
        value={[now]}
        onValueChange={([value]) => holdFrame(value)}
      >
        <Slider.Track className="block h-4 w-full">
          <Marks count={count} wrong={wrong} />
        </Slider.Track>
        <Slider.Thumb
          aria-label="Frame"
          className="block h-6 w-3 cursor-grab rounded border-2 border-sheet bg-ink shadow"
        />
      </Slider.Root>
      <span className="figures w-24 text-right text-[12.5px]">
        {now + 1} of {count}
        {wrong.has(now) ? ' !' : ''}
      </span>
    </div>
  );
}

/** A mark a frame; they stay as they are while the motion plays. */
const Marks = memo(function Marks({ count, wrong }: { count: number; wrong: ReadonlySet<number> }) {
  return (
    <span className="flex h-full w-full gap-px">
      {Array.from({ length: count }, (_, at) => (
        <span key={at} className={`flex-1 rounded-[2px] ${wrong.has(at) ? 'bg-madder' : 'bg-rule'}`} />
      ))}
    </span>
  );
});

/** What the motion is made with, and how fast it is shown. */
function MadeWith() {
  const { doc, view } = useOnBench();
  const { fps, amount, pace, late } = useTrial(
    useShallow(({ fps, amount, pace, late }) => ({ fps, amount, pace, late })),
  );
  const loose = useMemo(() => looseJoints(doc, view.id).length > 0, [doc, view.id]);
  return (
    <div className="mt-1.5 flex flex-wrap items-center gap-x-4 gap-y-1.5 text-[13px]">
      <Range
        label="Amount"
        value={Math.round(amount * 100)}
        low={20}
        high={150}
        unit="%"
        onChange={(value) => useTrial.setState({ amount: value / 100 })}
      />
      <Choice
        label="Frames a second"
        value={String(fps)}
        options={RATES.map((rate) => ({ value: String(rate), word: `${rate} a second` }))}
        onChange={(value) => useTrial.setState({ fps: Number(value) as Rate, frame: 0 })}
      />
      <Choice
        label="Shown"
        value={String(pace)}
        options={PACES}
        onChange={(value) => useTrial.setState({ pace: Number(value) })}
      />
      {loose && (
        <Toggle
          on={late}
          title="Hair, scarves, tails and soft parts swing after what they hang from"
          onChange={(on) => useTrial.setState({ late: on })}
        >
          Loose parts follow
        </Toggle>
      )}
    </div>
  );
}
