import { jointLabel, otherSide, type JointRow } from '@limber-sheaf/core';
import { useOnBench } from '../../bench/context';
import { pickJoint } from '../../bench/store';
import { Action } from '../../ui/controls';

/** The finished joint given to the other side, or to another joint; linked copies stay in step. */
export function JointCopies({ joint }: { joint: JointRow }) {
  const { doc, edit } = useOnBench();
  const twin = doc.joints.find((j) => j.id === joint.twinId);
  const other = otherSide(doc, joint);
  const rest = doc.joints.filter((j) => j.viewId === joint.viewId && j.id !== joint.id);
  if (twin)
    return (
      <p className="mt-2 flex items-center justify-between gap-2 text-[13px]">
        <span>
          In step with{' '}
          <button type="button" className="cursor-pointer underline" onClick={() => pickJoint(twin.id)}>
            {jointLabel(doc, twin)}
          </button>
        </span>
        <Action onClick={() => void edit('joints.unlink', joint.id)}>Unlink</Action>
      </p>
    );
  const copy = (body: { ontoId?: string; link: boolean }) => void edit('joints.copy', joint.id, body);
  if (rest.length === 0) return null;
  return (
    <div className="mt-2 flex flex-wrap items-center gap-1.5">
      {other && (
        <>
          <Action
            title="Range, outline, reach and rounding of the whole limb, mirrored"
            onClick={() => copy({ link: false })}
          >
            Copy to {jointLabel(doc, other)}
          </Action>
          <Action title="From now on a change on one side is made on the other" onClick={() => copy({ link: true })}>
            Link
          </Action>
        </>
      )}
      <select
        aria-label="Copy to another joint"
        value=""
        onChange={(event) => event.target.value && copy({ ontoId: event.target.value, link: false })}
        className="h-8 max-w-[130px] rounded-lg border border-rule bg-sheet px-2 text-[13px]"
      >
        <option value="">Copy to…</option>
        {rest.map((j) => (
          <option key={j.id} value={j.id}>
            {jointLabel(doc, j)}
          </option>
        ))}
      </select>
    </div>
  );
}
