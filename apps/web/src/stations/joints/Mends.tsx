import type { JointRow, Mend, Sweep } from '@limber-sheaf/core';
import { useEffect, useState } from 'react';
import { useOnBench } from '../../bench/context';
import { useBench } from '../../bench/store';
import { keyOf, proxy } from '../../bench/worker';
import { sweepWorker } from './worker';
import { isShortOfRange, sweepSignature } from './joint-words';

interface Found {
  signature: string;
  share: number;
  mends: Mend[] | null;
}

/** What would mend a joint that falls short of its wanted range: each tried out, each one click. */
export function Mends({ joint, sweep }: { joint: JointRow; sweep: Sweep }) {
  const { doc, sheets, edit } = useOnBench();
  const butt = useBench((s) => s.butt);
  const [found, setFound] = useState<Found | null>(null);
  const signature = sweepSignature({ doc, sheets }, joint, false);
  const short = !butt && isShortOfRange(joint, sweep);

  useEffect(() => {
    if (!short) return;
    let wanted = true;
    // Progress may arrive after the answer: then it says nothing any more.
    const tell = (share: number) =>
      wanted &&
      setFound((now) => (now?.signature === signature && now.mends ? now : { signature, share, mends: null }));
    void sweepWorker()
      .mends(keyOf({ doc, sheets }), joint.id, sweep.cleanRange, proxy(tell))
      .then((mends) => wanted && mends && setFound({ signature, share: 1, mends }))
      .catch(() => undefined);
    return () => {
      wanted = false;
    };
    // `signature` stands for everything that the joint depends on.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [short, signature]);

  if (!short) return null;
  const mends = found?.signature === signature ? found.mends : null;
  if (!mends)
    return (
      <p className="my-2 text-[13px] text-soft">
        Trying what would mend it… {found ? `${Math.round(found.share * 100)} %` : ''}
      </p>
    );
  const apply = (mend: Mend) => {
    const saw = { [joint.id]: joint.version };
    void (mend.inFront
      ? edit('joints.inFront', joint.id, { inFront: mend.inFront, saw })
      : edit('joints.change', joint.id, { ...mend.change, saw }));
  };
  if (mends.length === 0)
    return (
      <p className="my-2 text-[13px] text-soft">
        No single change mends it. Move the pivot or the cut, or paint beneath.
      </p>
    );
  return (
    <ul className="my-2 flex flex-col gap-1" aria-label="What would mend it">
      {mends.slice(0, 4).map((mend, at) => (
        <li key={at}>
          <button
            type="button"
            onClick={() => apply(mend)}
            className="flex w-full cursor-pointer items-baseline justify-between gap-2 rounded-lg border border-rule bg-sheet px-2.5 py-1.5 text-left text-[13px] hover:bg-paper"
          >
            <span className="font-medium">
              {mend.word}
              {mend.change?.radius !== undefined && <span className="figures"> {mend.change.radius} px</span>}
            </span>
            <span className={`figures text-[12px] whitespace-nowrap ${mend.enough ? 'text-sap' : 'text-soft'}`}>
              {mend.cleanRange ? `${mend.cleanRange[0]}° to ${mend.cleanRange[1]}°` : ''}
            </span>
          </button>
        </li>
      ))}
    </ul>
  );
}
