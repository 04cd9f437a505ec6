import {
  inFrontOf,
  jointLabel,
  pieceById,
  pieceName,
  sweptRange,
  toHex,
  type JointChange,
  type JointRow,
  type Rgb,
} from '@limber-sheaf/core';
import { Suspense, lazy, useMemo, useState } from 'react';
import { useOnBench } from '../../bench/context';
import { pickJoint, setBend, useBench } from '../../bench/store';
import { Action, Choice, LedgerRow } from '../../ui/controls';
import { NumberField } from '../../ui/NumberField';
import type { Shot } from './joint-tasks';
import { findingOf, fitWord } from './joint-words';
import { ContactSheet } from './ContactSheet';
import { knownSweep, useJoints } from './joint-store';
import { JointCopies } from './JointCopies';
import { Mends } from './Mends';
import { DiscsRow } from './DiscsRow';

/** Comes with the first joint that is picked. */
const SweepChart = lazy(() => import('./SweepChart').then((module) => ({ default: module.SweepChart })));

/** The picked joint: its chart, its finding, every figure of it. */
export function PickedJoint() {
  const { doc } = useOnBench();
  const pickedJoint = useBench((s) => s.pickedJoint);
  const joint = doc.joints.find((j) => j.id === pickedJoint);
  if (!joint) return null;
  return <JointFigures joint={joint} />;
}

function JointFigures({ joint }: { joint: JointRow }) {
  const { doc, edit } = useOnBench();
  const state = useJoints((s) => s.sweeps[joint.id]);
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
  const [sheet, setSheet] = useState(false);
  const nine = useMemo(() => nineAngles(joint), [joint]);
  const slide = joint.kind === 'slide';
  const change = (values: JointChange) => void edit('joints.change', joint.id, { ...values, saw });
  return (
    <section aria-label="Picked joint">
      <h3 className="text-[16px] first-letter:uppercase">{label}</h3>
      <p className="figures text-[12px] text-soft">
        {parent} ⟷ {child}
        {butt && <span className="text-madder"> · as a butt joint</span>}
      </p>
      {slide ? (
        <p className="my-3 text-[13px] text-soft">It slides and does not turn: there is nothing to sweep.</p>
      ) : sweep ? (
        <Suspense fallback={<div className="my-3 h-40" />}>
          <SweepChart joint={joint} sweep={sweep} angle={angle} />
        </Suspense>
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
      {known && !slide && <Mends joint={joint} sweep={known} />}
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
      {!slide && (
        <LedgerRow name="Wanted clean">
          <NumberField
            label="Wanted clean from"
            value={sweptRange(joint)[0]}
            unit=""
            digits={0}
            onCommit={(wantedLow) => change({ wantedLow })}
          />
          <NumberField
            label="Wanted clean to"
            value={sweptRange(joint)[1]}
            unit="°"
            digits={0}
            onCommit={(wantedHigh) => change({ wantedHigh })}
          />
        </LedgerRow>
      )}
      <LedgerRow name="Kind">
        <Choice
          label="Kind"
          value={joint.kind}
          options={[
            { value: 'hinge', word: 'hinge' },
            { value: 'one-sided', word: 'one-sided' },
            { value: 'swivel', word: 'swivel' },
            { value: 'slide', word: 'slide' },
          ]}
          onChange={(kind) => change({ kind })}
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
          <Colour label="Line colour" value={joint.lineColour} onCommit={(lineColour) => change({ lineColour })} />
          <Colour label="Fill colour" value={joint.fillColour} onCommit={(fillColour) => change({ fillColour })} />
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
          onChange={(inFront) => void edit('joints.inFront', joint.id, { inFront, saw })}
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
            ...(joint.lineWidth > 0 ? [{ value: 'under' as const, word: 'line under all' }] : []),
          ]}
          onChange={(outlineOn) => change({ outlineOn, ...(outlineOn === 'under' ? {} : { lineMore: 0 }) })}
        />
      </LedgerRow>
      {joint.outlineOn === 'under' && (
        <LedgerRow name="Line thickness">
          <NumberField
            label="Line thickness"
            value={joint.lineWidth + joint.lineMore}
            unit="px"
            step={0.5}
            onCommit={(width) => change({ lineMore: Math.round((width - joint.lineWidth) * 10) / 10 })}
          />
        </LedgerRow>
      )}
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
      <ShareRow name="Looseness" value={joint.looseness} onCommit={(looseness) => change({ looseness })} />
      <LedgerRow name="Reach beneath">
        <NumberField
          label="Reach beneath"
          value={joint.reach}
          unit="px"
          step={5}
          onCommit={(reach) => change({ reach })}
        />
      </LedgerRow>
      {joint.reach > 0 && <ShareRow name="Taper" value={joint.taper} onCommit={(taper) => change({ taper })} />}
      <LedgerRow name="Folds of the other">
        <Choice
          label="Folds of the other"
          value={joint.foldsOut ? 'out' : 'in'}
          options={[
            { value: 'in', word: 'copied along' },
            { value: 'out', word: 'left out' },
          ]}
          onChange={(folds) => change({ foldsOut: folds === 'out' })}
        />
      </LedgerRow>
      <LedgerRow name="Fit">{fitWord(joint.confidence)}</LedgerRow>
      {!slide && <DiscsRow joint={joint} />}
      <div className="mt-3 flex flex-wrap gap-1.5">
        <Action tone={joint.rounded ? 'plain' : 'go'} onClick={() => change({ rounded: !joint.rounded })}>
          {joint.rounded ? 'Unround' : 'Round both ends'}
        </Action>
        <Action onClick={() => void edit('joints.fit', joint.id, { saw })}>Fit disc to contour</Action>
        <Action onClick={() => setSheet(true)}>Nine angles</Action>
        <Action
          tone="wrong"
          onClick={() => {
            pickJoint(null);
            void edit('joints.remove', joint.id);
          }}
        >
          Delete
        </Action>
      </div>
      <JointCopies joint={joint} />
      {sheet && <ContactSheet title={`${label} at nine angles`} shots={nine} onClose={() => setSheet(false)} />}
    </section>
  );
}

/** A share of 0 to 1, in per cent. */
function ShareRow({ name, value, onCommit }: { name: string; value: number; onCommit: (share: number) => void }) {
  return (
    <LedgerRow name={name}>
      <NumberField
        label={name}
        value={value * 100}
        unit="%"
        step={10}
        digits={0}
        onCommit={(percent) => onCommit(Math.max(0, Math.min(1, percent / 100)))}
      />
    </LedgerRow>
  );
}

/** Nine angles over the range, rest among them. */
function nineAngles({ id, rangeLow, rangeHigh }: JointRow): Shot[] {
  const angles = Array.from({ length: 9 }, (_, i) => Math.round(rangeLow + ((rangeHigh - rangeLow) * i) / 8));
  const nearest = angles.reduce((best, angle, i) => (Math.abs(angle) < Math.abs(angles[best]) ? i : best), 0);
  angles[nearest] = 0;
  return angles.map((angle) => ({ jointId: id, angle, butt: false }));
}

/** A colour as a swatch that opens the system's picker; committed when it is closed. */
function Colour({ label, value, onCommit }: { label: string; value: Rgb; onCommit: (colour: Rgb) => void }) {
  const [draft, setDraft] = useState<string | null>(null);
  const commit = () => {
    if (draft === null) return;
    setDraft(null);
    onCommit([1, 3, 5].map((at) => parseInt(draft.slice(at, at + 2), 16)) as unknown as Rgb);
  };
  return (
    <input
      type="color"
      aria-label={label}
      title={label}
      value={draft ?? toHex(value)}
      onChange={(event) => setDraft(event.target.value)}
      onBlur={commit}
      className="h-5 w-6 cursor-pointer rounded border border-rule bg-transparent p-0"
    />
  );
}
