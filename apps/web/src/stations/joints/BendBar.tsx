import * as Slider from '@radix-ui/react-slider';
import { jointLabel } from '@limber-sheaf/core';
import { useOnBench } from '../../bench/context';
import { setBend, useBench } from '../../bench/store';
import { useJoints } from './joint-store';
import { foulStretches } from './joint-words';

/** The picked joint's bend: sap green where it is clean, hatched madder where it is not. */
export function BendBar() {
  const { doc } = useOnBench();
  const pickedJoint = useBench((s) => s.pickedJoint);
  const bends = useBench((s) => s.bends);
  const sweeps = useJoints((s) => s.sweeps);
  const joint = doc.joints.find((j) => j.id === pickedJoint);
  if (!joint) return null;
  const { rangeLow, rangeHigh } = joint;
  const angle = bends[joint.id] ?? 0;
  const sweep = sweeps[joint.id]?.sweep;
  const span = Math.max(1, rangeHigh - rangeLow);
  const at = (degrees: number) => `${((degrees - rangeLow) / span) * 100}%`;
  return (
    <div className="absolute bottom-4 left-1/2 flex w-[min(500px,86%)] -translate-x-1/2 items-center gap-3 rounded-xl border border-rule bg-sheet px-4 py-2.5 shadow-md">
      <span className="text-[13px] whitespace-nowrap text-soft">Bend {jointLabel(doc, joint)}</span>
      <Slider.Root
        className="relative flex h-6 flex-1 touch-none items-center"
        min={rangeLow}
        max={rangeHigh}
        step={0.5}
        value={[Math.max(rangeLow, Math.min(rangeHigh, angle))]}
        onValueChange={([value]) => setBend(joint.id, value)}
      >
        <Slider.Track className="relative h-2 w-full overflow-hidden rounded bg-rule">
          {sweep && <span className="absolute inset-0 bg-sap" />}
          {sweep &&
            foulStretches(joint, sweep).map(([low, high]) => (
              <span
                key={low}
                className="absolute inset-y-0 bg-madder bg-[repeating-linear-gradient(135deg,transparent_0_3px,rgb(255_255_255/0.45)_3px_5px)]"
                style={{ left: at(low - 0.5), right: `calc(100% - ${at(high + 0.5)})` }}
              />
            ))}
        </Slider.Track>
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
