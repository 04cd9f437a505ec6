import { JUMP, jointLabel, labelFor, partOf, pieceById, type OrderChangeRow } from '@limber-sheaf/core';
import { useOnBench } from '../../bench/context';
import { pickJoint, useBench } from '../../bench/store';
import { Action } from '../../ui/controls';
import { NumberField } from '../../ui/NumberField';
import { useJumps } from './useJumps';

/** Where the draw order changes by pose: which cards, from which angle on, and whether that is seen. */
export function OrderChangeList() {
  const { doc, view } = useOnBench();
  const changes = doc.orderChanges.filter(({ viewId }) => viewId === view.id);
  if (changes.length === 0) return null;
  return (
    <section aria-label="Order by pose" className="mb-4">
      <h3 className="mb-1 text-[15px]">Order by pose</h3>
      {changes.map((change) => (
        <OrderChange key={change.id} change={change} />
      ))}
    </section>
  );
}

function OrderChange({ change }: { change: OrderChangeRow }) {
  const { doc, edit } = useOnBench();
  const found = useJumps(change);
  const { id, version, jointId, low, high, movedIds, place, atId } = change;
  const joint = doc.joints.find((one) => one.id === jointId);
  if (!joint) return null;
  const label = (pieceId: string) => labelFor(partOf(doc, pieceById(doc, pieceId)));
  const who = movedIds.length === 1 ? label(movedIds[0]) : `${label(movedIds[0])} and ${movedIds.length - 1} more`;
  const saw = { [id]: version };
  const bend = (angle: number) => {
    pickJoint(joint.id);
    useBench.setState({ bends: { [joint.id]: angle } });
  };
  const range = (next: { low?: number; high?: number }) =>
    void edit('orderByPose.range', id, { low, high, ...next, saw });
  const seen = found?.jumps.filter(({ area }) => area > JUMP) ?? [];
  const better = found?.better ?? null;
  return (
    <div className="mb-2 border-l-[3px] border-brass py-1 pl-2.5 text-[13px]">
      <button type="button" className="cursor-pointer text-left" onClick={() => bend(low > 0 ? low : high)}>
        <span className="font-medium">{who}</span> {place === 'behind' ? 'behind' : 'in front of'} {label(atId)}
      </button>
      <div className="mt-1 flex items-center gap-1 [&_input]:w-11">
        <span className="mr-1 text-soft">{jointLabel(doc, joint)}</span>
        <NumberField label="From" value={low} unit="°" digits={0} onCommit={(value) => range({ low: value })} />
        <span className="text-soft">to</span>
        <NumberField label="To" value={high} unit="°" digits={0} onCommit={(value) => range({ high: value })} />
      </div>
      <p className={`mt-1 ${seen.length > 0 ? 'text-madder' : 'text-soft'}`}>
        {found === null
          ? 'Looks whether it is seen to jump …'
          : seen.length === 0
            ? 'No jump is seen where it changes.'
            : `${seen.map(({ angle, area }) => `${pixels(area)} px jump at ${angle}°`).join(', ')}.`}
      </p>
      <div className="mt-1.5 flex flex-wrap gap-1.5">
        {seen.length > 0 && better && (
          <Action tone="go" onClick={() => range(better.angle > 0 ? { low: better.angle } : { high: better.angle })}>
            Change at {better.angle}°: {pixels(better.area)} px
          </Action>
        )}
        <Action tone="wrong" onClick={() => void edit('orderByPose.remove', id)}>
          Remove
        </Action>
      </div>
    </div>
  );
}

const pixels = (area: number) => Math.round(area).toLocaleString('en');
