import {
  drawOrder,
  jointsOutwards,
  jointLabel,
  parentPiece,
  pieceName,
  turningJoints,
  type JointRow,
  type PieceRow,
  counted,
} from '@limber-sheaf/core';
import { useEffect, useMemo, useRef, useState } from 'react';
import { tell } from '../../ui/tell';
import { asWork, useWork } from '../../api/work';
import { useOnBench } from '../../bench/context';
import { WorkUnderWay } from '../../bench/WorkUnderWay';
import { lookAtPlace, pickJoint, useBench } from '../../bench/store';
import { Action, LedgerHead } from '../../ui/controls';
import { foulStretches, isShortOfRange, worstAngle } from './joint-words';
import { ContactSheet } from './ContactSheet';
import { PickedJoint } from './PickedJoint';
import { leftBecause, useLeftJoints } from './left-joints';
import { knownSweep, useJoints } from './joint-store';
import { placeHand, usePlacing } from './place-hand';

/** Joints' ledger: every joint with its range, what is still without one, and the picked joint. */
export function JointLedger() {
  const { doc, view, edit } = useOnBench();
  const fitAll = async () => {
    const state = await asWork('Fit and round all', (signal) => edit('joints.fitAll', view.id, {}, signal));
    if (!state) return;
    const pieces = drawOrder(doc, view.id).map((piece) => ({ id: piece.id, name: pieceName(doc, piece) }));
    const because = leftBecause(state.notes ?? [], pieces);
    useLeftJoints.setState({ because });
    const left = Object.keys(because).length;
    const others = (state.notes ?? []).filter((note) => !note.includes(' is left: '));
    const words =
      left === 0 ? [] : [left === 1 ? '1 is left; its row says why.' : `${left} are left; each row says why.`];
    if (state.summary) tell(state.summary, { description: [...words, ...others].join(' ') });
  };
  const working = useWork((s) => s.work !== null);
  const sweeps = useJoints((s) => s.sweeps);
  const pickedJoint = useBench((s) => s.pickedJoint);
  const joints = jointsOutwards(doc, view.id);
  const open = joints.filter((j) => !j.rounded || isShortOfRange(j, knownSweep(sweeps[j.id]))).length;
  const known = joints.filter((j) => !j.rounded || knownSweep(sweeps[j.id]) !== null).length;
  const [sheet, setSheet] = useState(false);
  const worst = useMemo(
    () =>
      turningJoints(doc, view.id).map((j) => ({
        jointId: j.id,
        angle: worstAngle(knownSweep(sweeps[j.id]) ?? null),
        butt: false,
      })),
    [doc, view.id, sweeps],
  );
  const bare = drawOrder(doc, view.id).filter(
    (piece) => parentPiece(doc, piece) !== null && !joints.some((j) => j.childId === piece.id),
  );
  return (
    <>
      <LedgerHead title="Joints">
        {joints.length === 0
          ? 'No joint yet. Fit one where two pieces touch.'
          : `${counted(joints.length, 'joint')} · ${known - open} clean through their range${open > 0 ? ` · ${open} open` : ''}${known < joints.length ? ' · sweeping' : ''}`}
      </LedgerHead>
      {joints.length > 0 && (
        <div className={`mb-3 ${pickedJoint ? 'max-h-[214px] overflow-y-auto border-b border-rule' : ''}`}>
          <table className="w-full text-[13px]">
            <thead>
              <tr className="sticky top-0 z-10 bg-sheet text-left text-[12px] text-soft">
                <th className="py-1 font-normal">Joint</th>
                <th className="font-normal">−180…180°</th>
                <th className="text-right font-normal">Daylight</th>
              </tr>
            </thead>
            <tbody>
              {joints.map((joint) => (
                <JointLine key={joint.id} joint={joint} picked={joint.id === pickedJoint} />
              ))}
            </tbody>
          </table>
        </div>
      )}
      {joints.length > 1 && !pickedJoint && (
        <Action className="mb-3" onClick={() => setSheet(true)}>
          All joints at their worst
        </Action>
      )}
      {sheet && <ContactSheet title="All joints at their worst" shots={worst} onClose={() => setSheet(false)} />}
      <PickedJoint />
      {bare.length > 0 && (
        <section className="mt-4">
          <h3 className="mb-1 text-[15px]">Without a joint</h3>
          {bare.map((piece) => (
            <Unjointed key={piece.id} piece={piece} />
          ))}
          {bare.length > 1 &&
            (working ? (
              <WorkUnderWay />
            ) : (
              <Action tone="go" className="mt-2" onClick={() => void fitAll()}>
                Fit and round all
              </Action>
            ))}
        </section>
      )}
    </>
  );
}

/** Where an angle stands on the bar of a whole turn, %. */
const across = (angle: number): number => (100 * (Math.min(180, Math.max(-180, angle)) + 180)) / 360;

function JointLine({ joint, picked }: { joint: JointRow; picked: boolean }) {
  const { doc } = useOnBench();
  const state = useJoints((s) => s.sweeps[joint.id]);
  const sweep = knownSweep(state);
  const worst = sweep ? Math.max(...sweep.bends.map((b) => b.daylight)) : 0;
  const short = isShortOfRange(joint, sweep);
  const row = useRef<HTMLTableRowElement>(null);
  useEffect(() => {
    if (picked) row.current?.scrollIntoView({ block: 'nearest' });
  }, [picked]);
  const go = () => {
    pickJoint(joint.id);
    lookAtPlace(joint.x, joint.y, joint.radius * 5.5);
  };
  return (
    <tr
      ref={row}
      className={`cursor-pointer border-t border-rule ${picked ? 'bg-brass-wash' : 'hover:bg-paper'}`}
      onClick={go}
    >
      <td className="py-1.5 pr-2">
        <button type="button" className="cursor-pointer text-left font-medium" aria-pressed={picked}>
          {jointLabel(doc, joint)}
        </button>
      </td>
      <td className="w-[104px]">
        <span
          className="relative block h-2 rounded bg-rule"
          role="img"
          aria-label={`from ${joint.rangeLow}° to ${joint.rangeHigh}°${short ? ', not clean throughout' : ''}`}
        >
          <span
            className={`absolute inset-y-0 rounded ${sweep ? 'bg-sap' : 'bg-soft/50'}`}
            style={{ left: `${across(joint.rangeLow)}%`, right: `${100 - across(joint.rangeHigh)}%` }}
          />
          {sweep &&
            foulStretches(joint, sweep).map(([low, high]) => (
              <span
                key={low}
                className="absolute inset-y-0 min-w-[2px] bg-madder"
                style={{ left: `${across(low)}%`, right: `${100 - across(high)}%` }}
              />
            ))}
          <span className="absolute -inset-y-0.5 left-1/2 w-px bg-ink/60" />
        </span>
      </td>
      <td className={`figures text-right text-[12.5px] whitespace-nowrap ${short ? 'text-madder' : 'text-soft'}`}>
        {sweep
          ? worst === 0 && short
            ? 'line'
            : `${Math.round(worst)} px`
          : state && state.share > 0
            ? `${Math.round(state.share * 100)} %`
            : '…'}
      </td>
    </tr>
  );
}

/** A piece that moves with another, and has no joint: fit one where they touch. */
function Unjointed({ piece }: { piece: PieceRow }) {
  const bench = useOnBench();
  const { doc } = bench;
  const { place, lookAhead } = placeHand(bench);
  const because = useLeftJoints((s) => s.because[piece.id]);
  const parent = parentPiece(doc, piece);
  if (!parent) return null;
  return (
    <div
      className="flex items-center justify-between gap-2 border-b border-rule py-1"
      onMouseEnter={() => void lookAhead(piece.id, parent.id)}
      onMouseLeave={() => usePlacing.setState({ fit: null })}
    >
      <span className="figures min-w-0 text-[12.5px] leading-5">
        {pieceName(doc, piece)}
        <br />
        <span className="text-soft">on {pieceName(doc, parent)}</span>
        {because && <span className="block font-sans text-[12.5px] text-madder">Left: {because}</span>}
      </span>
      <Action onClick={() => void place({ pieceId: piece.id, otherId: parent.id })}>Fit and round</Action>
    </div>
  );
}
