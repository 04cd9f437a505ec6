import * as Slider from '@radix-ui/react-slider';
import { jointLabel, type JointRow } from '@limber-sheaf/core';
import type { ReactNode } from 'react';
import { useOnBench } from './context';
import { setBend, useBench } from './store';

interface Props {
  joint: JointRow;
  /** Drawn on the track; \`at\` gives the place of an angle along it. */
  track?: (at: (degrees: number) => string) => ReactNode;
  /** Does it stand beneath the row of actions, and not over the foot of the light table? */
  above?: boolean;
}

/** A joint's bend, over the light table. */
export function BendBar({ joint, track, above = false }: Props) {
  const { doc } = useOnBench();
  const angle = useBench((s) => s.bends[joint.id] ?? 0);
  const { rangeLow, rangeHigh } = joint;
  const span = Math.max(1, rangeHigh - rangeLow);
  const at = (degrees: number) => `${((degrees - rangeLow) / span) * 100}%`;
  return (
    <div
      className={`flex w-[min(500px,86%)] items-center gap-3 rounded-xl border border-rule bg-sheet px-4 py-2.5 ${above ? '' : 'absolute bottom-4 left-1/2 -translate-x-1/2 shadow-md'}`}
    >
      <span className="text-[13px] whitespace-nowrap text-soft">Bend {jointLabel(doc, joint)}</span>
      <Slider.Root
        className="relative flex h-6 flex-1 touch-none items-center"
        min={rangeLow}
        max={rangeHigh}
        step={0.5}
        value={[Math.max(rangeLow, Math.min(rangeHigh, angle))]}
        onValueChange={([value]) => setBend(joint.id, value)}
      >
        <Slider.Track className="relative h-2 w-full overflow-hidden rounded bg-rule">{track?.(at)}</Slider.Track>
        <span aria-hidden className="absolute h-3.5 w-0.5 bg-ink/60" style={{ left: at(0) }} />
        <Slider.Thumb
          aria-label={`Bend of ${jointLabel(doc, joint)}, degrees`}
          className="block size-4.5 cursor-grab rounded-full border-2 border-sheet bg-ink shadow"
        />
      </Slider.Root>
      <span className="figures w-14 text-right text-[13px]">{angle.toFixed(angle % 1 === 0 ? 0 : 1)}°</span>
    </div>
  );
}
