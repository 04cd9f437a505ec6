import { useOnBench } from '../../bench/context';
import { Choice, LedgerRow } from '../../ui/controls';
import { NumberField } from '../../ui/NumberField';
import { usePlanMeasures } from './measures';
import { wordFor } from './PlanOverlay';
import { usePlan } from './usePlan';

/** The closest shot, the pixels it needs, and whether the design has them. */
export function ShotPanel() {
  const { view } = useOnBench();
  const { plan, set } = usePlan();
  const { size, shotPart, room } = usePlanMeasures();
  const { shot } = plan;
  const change = (next: Partial<typeof shot>) => set({ ...plan, shot: { ...shot, ...next } }, 'Plan the closest shot');
  const parts = ['head//', 'torso//', 'figure'];
  if (!parts.includes(shot.part)) parts.push(shot.part);
  const short = room.left + room.top + room.right + room.bottom > 0;
  return (
    <section className="mb-3">
      <h3 className="text-[15px]">Size</h3>
      <LedgerRow name="Closest shot: the">
        <Choice
          label="Part that fills the frame"
          value={shot.part}
          options={parts.map((value) => ({ value, word: wordFor(value) }))}
          onChange={(part) => change({ part })}
        />
      </LedgerRow>
      <LedgerRow name="fills">
        <NumberField
          label="Share of the frame"
          value={shot.share}
          digits={0}
          unit="%"
          onCommit={(v) => change({ share: Math.min(400, Math.max(1, v)) })}
        />
        <span className="text-soft"> of </span>
        <NumberField
          label="Lines of the frame"
          value={shot.frame}
          digits={0}
          unit="lines"
          onCommit={(v) => change({ frame: Math.min(16384, Math.max(16, Math.round(v))) })}
        />
      </LedgerRow>
      {size && shotPart && (
        <>
          <LedgerRow name="It has to be">
            {size.needed} px; it is {shotPart.guessed ? 'about ' : ''}
            {size.has} px
          </LedgerRow>
          <p className={`pt-1 text-[13px] ${size.enough ? 'text-sap' : 'text-madder'}`}>
            {size.enough
              ? `Large enough: ${Math.round((1 / size.factor - 1) * 100)} % to spare.`
              : `Too small by ${Math.round((size.factor - 1) * 100)} %: draw it on ${size.canvas.width} × ${size.canvas.height} px, or choose a wider shot.`}
          </p>
        </>
      )}
      <LedgerRow name="Canvas">
        {view.width} × {view.height} px
      </LedgerRow>
      <p className={`pt-1 text-[13px] ${short ? 'text-madder' : 'text-sap'}`}>
        {short
          ? 'Raised limbs would leave the canvas, and nothing outside it survives the hand-off. Enlarge it now, while nothing is rigged.'
          : 'Room enough for every limb through its range.'}
      </p>
    </section>
  );
}
