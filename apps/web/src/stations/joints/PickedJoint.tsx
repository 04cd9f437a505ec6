import {
  inFrontOf,
  jointLabel,
  pieceById,
  pieceName,
  toHex,
  type JointChange,
  type JointRow,
} from '@limber-sheaf/core';
import { useOnBench } from '../../bench/context';
import { knownSweep, pickJoint, setBend, useBench } from '../../bench/store';
import { Action, Choice, LedgerRow } from '../../ui/controls';
import { NumberField } from '../../ui/NumberField';
import { findingOf } from './joint-words';
import { SweepChart } from './SweepChart';

/** The picked joint: its chart, its finding, every figure of it. */
export function PickedJoint() {
  const { doc } = useOnBench();
  const { pickedJoint } = useBench();
  const joint = doc.joints.find((j) => j.id === pickedJoint);
  if (!joint) return null;
  return <JointFigures joint={joint} />;
}

function JointFigures({ joint }: { joint: JointRow }) {
  const { doc, edit } = useOnBench();
  const state = useBench((s) => s.sweeps[joint.id]);
  const angle = useBench((s) => s.bends[joint.id] ?? 0);
  const butt = useBench((s) => s.butt);
  const sweep = state?.sweep ?? null;
  const label = jointLabel(doc, joint);
  const child = pieceName(doc, pieceById(doc, joint.childId));
  const parent = pieceName(doc, pieceById(doc, joint.parentId));
  // The chart stays while it is computed anew; what it says of the joint does not.
  const known = knownSweep(state);
  const finding = known && findingOf(joint, known, label);
  const saw = { [joint.id]: joint.version };
  const change = (values: JointChange) => void edit('PATCH', `/joints/${joint.id}`, { ...values, saw });
  return (
    <section aria-label="Picked joint">
      <h3 className="text-[16px] first-letter:uppercase">{label}</h3>
      <p className="figures text-[12px] text-soft">
        {parent} ⟷ {child}
        {butt && <span className="text-madder"> · as a butt joint</span>}
      </p>
      {sweep ? (
        <SweepChart joint={joint} sweep={sweep} angle={angle} />
      ) : (
        <p className="my-3 text-[13px] text-soft">Sweeping… {state ? `${Math.round(state.share * 100)} %` : ''}</p>
      )}
      {finding && (
        <p className="my-2 border-l-[3px] border-madder bg-madder-wash py-1.5 pr-2 pl-2.5 text-[13px]">
          <button type="button" className="cursor-pointer text-left" onClick={() => setBend(joint.id, finding.angle)}>
            {finding.sentence}
          </button>
        </p>
      )}
      <LedgerRow name="Clean range">
        {known ? (
          known.cleanRange ? (
            `${known.cleanRange[0]}° to ${known.cleanRange[1]}°`
          ) : (
            <span className="text-madder">not even at rest</span>
          )
        ) : (
          '…'
        )}
      </LedgerRow>
      <LedgerRow name="Range">
        <NumberField
          label="Range from"
          value={joint.rangeLow}
          unit=""
          digits={0}
          onCommit={(rangeLow) => change({ rangeLow })}
        />
        <NumberField
          label="Range to"
          value={joint.rangeHigh}
          unit="°"
          digits={0}
          onCommit={(rangeHigh) => change({ rangeHigh })}
        />
      </LedgerRow>
      <LedgerRow name="Disc">
        <NumberField
          label="Radius"
          value={joint.radius}
          unit="px"
          step={0.1}
          onCommit={(radius) => change({ radius })}
        />
      </LedgerRow>
      <LedgerRow name="Pivot">
        <NumberField label="Pivot x" value={joint.x} unit="" step={0.1} onCommit={(x) => change({ x })} />
        <NumberField label="Pivot y" value={joint.y} unit="" step={0.1} onCommit={(y) => change({ y })} />
      </LedgerRow>
      <LedgerRow name="Line">
        <span className="inline-flex items-center gap-1.5">
          <span
            className="inline-block size-3.5 rounded-sm border border-rule"
            style={{ background: toHex(joint.lineWidth > 0 ? joint.lineColour : joint.fillColour) }}
          />
          <NumberField
            label="Line width"
            value={joint.lineWidth}
            unit="px"
            step={0.1}
            onCommit={(lineWidth) => change({ lineWidth })}
          />
        </span>
      </LedgerRow>
      <LedgerRow name="In front">
        <Choice
          label="In front"
          value={inFrontOf(doc, joint)}
          options={[
            { value: 'child', word: child },
            { value: 'parent', word: parent },
          ]}
          onChange={(inFront) => void edit('POST', `/joints/${joint.id}/in-front`, { inFront, saw })}
        />
      </LedgerRow>
      <LedgerRow name="Outline on">
        <Choice
          label="Outline on"
          value={joint.outlineOn}
          options={[
            { value: 'back', word: 'back piece only' },
            { value: 'front', word: 'front piece only' },
            { value: 'both', word: 'both' },
            { value: 'none', word: 'none' },
          ]}
          onChange={(outlineOn) => change({ outlineOn })}
        />
      </LedgerRow>
      <LedgerRow name="Rounded end of">
        <Choice
          label="Rounded end of"
          value={joint.discOn}
          options={[
            { value: 'both', word: 'both' },
            { value: 'child', word: child },
            { value: 'parent', word: parent },
          ]}
          onChange={(discOn) => change({ discOn })}
        />
      </LedgerRow>
      <LedgerRow name="Looseness">
        <NumberField
          label="Looseness"
          value={joint.looseness * 100}
          unit="%"
          step={10}
          digits={0}
          onCommit={(percent) => change({ looseness: Math.max(0, Math.min(1, percent / 100)) })}
        />
      </LedgerRow>
      <LedgerRow name="Fit">
        {joint.confidence >= 0.8 ? 'sure' : joint.confidence >= 0.5 ? 'fair' : 'unsure: look closely'}
      </LedgerRow>
      <div className="mt-3 flex flex-wrap gap-1.5">
        <Action tone={joint.rounded ? 'plain' : 'go'} onClick={() => change({ rounded: !joint.rounded })}>
          {joint.rounded ? 'Unround' : 'Round both ends'}
        </Action>
        <Action onClick={() => void edit('POST', `/joints/${joint.id}/fit`, { saw })}>Fit disc to contour</Action>
        <Action
          tone="wrong"
          onClick={() => {
            pickJoint(null);
            void edit('DELETE', `/joints/${joint.id}`);
          }}
        >
          Delete
        </Action>
      </div>
    </section>
  );
}
