import {
  bendsOf,
  counted,
  motionsFor,
  ownMotion,
  reachChains,
  type MotionFinding,
  type MotionFrames,
} from '@limber-sheaf/core';
import { useOnBench } from '../../bench/context';
import { Action, LedgerHead } from '../../ui/controls';
import { KeptPoses } from './KeptPoses';
import { OffDesignList } from './OffDesignList';
import { OwnMotions } from './OwnMotions';
import { SayHere } from './SayHere';
import { SoftPart } from './SoftPart';
import { ToShow } from './ToShow';
import { holdFrame, tryMotion, useTrial } from './trial-store';
import { useFindings, useMotion } from './useMotion';

/** Trial's ledger: the motions that this character can do, and what every frame of the tried one was found to do. */
export function TrialLedger() {
  const { doc, view } = useOnBench();
  const tried = useTrial((s) => s.motion);
  const motion = useMotion();
  const findings = useFindings(motion);
  // The artist's own have a list of theirs.
  const own = new Set(doc.motions.map(ownMotion));
  const motions = motionsFor(doc, view.id).filter(({ key }) => !own.has(key));
  const able = motions.filter(({ lacks }) => lacks === null);
  const lacking = motions.filter(({ lacks }) => lacks !== null);
  return (
    <>
      <LedgerHead title="Trial">
        {able.length === 0
          ? 'Poses and short motions, made from its joints. Place joints first.'
          : `${counted(able.length, 'motion')} of ${motions.length} can be tried here.`}
      </LedgerHead>
      <ul className={lacking.length > 0 ? 'mb-1' : 'mb-4'}>
        {able.map(({ key, word }) => (
          <li key={key} className={`border-b border-rule ${key === tried ? 'bg-brass-wash' : ''}`}>
            <button
              type="button"
              aria-pressed={key === tried}
              className="w-full cursor-pointer px-1 py-1.5 text-left text-[13.5px] font-medium"
              onClick={() => tryMotion(key === tried ? null : key)}
            >
              {word}
            </button>
          </li>
        ))}
      </ul>
      <SayHere />
      {lacking.length > 0 && (
        <details className="mb-4 text-[13px] text-soft">
          <summary className="cursor-pointer px-1 py-1">
            {counted(lacking.length, 'motion')} cannot be tried here
          </summary>
          <ul>
            {lacking.map(({ key, word, lacks }) => (
              <li key={key} className="px-1 py-1">
                <span className="font-medium">{word}.</span> <span>{lacks}</span>
              </li>
            ))}
          </ul>
        </details>
      )}
      {motion && <Found motion={motion} findings={findings} />}
      <OffDesignList />
      <ToShow />
      <KeptPoses />
      <OwnMotions />
      <SoftPart />
      <Reach />
    </>
  );
}

function Found({ motion, findings }: { motion: MotionFrames; findings: MotionFinding[] | null }) {
  return (
    <section aria-label="Found" className="mb-4">
      <h3 className="mb-1 text-[15px]">Found</h3>
      {!findings ? (
        <p role="status" className="text-[13px] text-soft">
          Proving the joints, and looking at every frame…
        </p>
      ) : findings.length === 0 ? (
        <p className="text-[13px] text-soft">Nothing, in {counted(motion.poses.length, 'frame')}.</p>
      ) : (
        findings.map((finding) => (
          <FindingLine key={`${finding.kind} ${finding.sentence}`} finding={finding} motion={motion} />
        ))
      )}
    </section>
  );
}

const STATIONS = { joints: 'Joints', under: 'Under', stack: 'Stack', swaps: 'Swaps' } as const;

/** Where what was found is mended, if not at its joint. */
const MENDED_IN: Partial<Record<MotionFinding['kind'], keyof typeof STATIONS>> = {
  bare: 'under',
  open: 'under',
  behind: 'stack',
  order: 'stack',
  out: 'swaps',
  seat: 'swaps',
};

/** A finding shows its worst frame; from there it leads to where it is mended, with the pose in hand. */
function FindingLine({ finding, motion }: { finding: MotionFinding; motion: MotionFrames }) {
  const { doc, view, go } = useOnBench();
  const { kind, sentence, worst, jointId, pieceId } = finding;
  const door = MENDED_IN[kind] ?? (jointId ? 'joints' : null);
  // A canvas is only as large as the design, and an arm may but have moved away: to be known, and no fault.
  const look = kind === 'outside' || kind === 'open' ? 'border-brass' : 'border-madder bg-madder-wash';
  const mend = (station: keyof typeof STATIONS) => {
    useTrial.setState({ along: { bends: bendsOf(doc, view.id, motion.poses[worst]), jointId, pieceId } });
    go(station);
  };
  return (
    <div className={`mb-2 border-l-[3px] ${look} py-1.5 pr-2 pl-2.5 text-[13px]`}>
      <button type="button" className="cursor-pointer text-left" onClick={() => holdFrame(worst)}>
        {sentence}
      </button>
      <div className="mt-1.5 flex flex-wrap gap-1.5">
        <Action onClick={() => holdFrame(worst)}>Show frame {worst + 1}</Action>
        {door && <Action onClick={() => mend(door)}>To {STATIONS[door]}</Action>}
      </div>
    </div>
  );
}

/** What was dragged last, and how near it came; and what can be dragged. */
function Reach() {
  const { doc, view } = useOnBench();
  const reaching = useTrial((s) => s.reaching);
  const chains = reachChains(doc, view.id);
  const chain = chains.find(({ root }) => root.id === reaching?.rootId);
  if (chains.length === 0) return null;
  return (
    <section aria-label="Reach">
      <h3 className="mb-1 text-[15px]">Reach</h3>
      <p className="text-[13px] text-soft">
        {reaching && chain
          ? reaching.miss < 0.5
            ? `${chain.word} is there.`
            : `${chain.word} misses by ${Math.round(reaching.miss)} px${
                reaching.heldBack > 0.5
                  ? `: its ranges cost ${Math.round(reaching.heldBack)} px`
                  : ': it is out of reach'
              }.`
          : `Drag a hand or a foot: ${chains.map(({ word }) => word).join(', ')}. Anything else turns about its joint; what is picked, here or in the sheaf, by the bar above the art.`}
      </p>
    </section>
  );
}
