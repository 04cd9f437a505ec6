import { counted, jointToBend, labelFor, LimberError, partOf, type PieceRow, type SoftLine } from '@limber-sheaf/core';
import type { KeyboardEvent } from 'react';
import { useOnBench } from '../../bench/context';
import { isBent, pickByClick, useBench } from '../../bench/store';
import { Action, Toggle } from '../../ui/controls';
import { Range } from '../../ui/Range';
import { keepLine, useSoft, withoutPoint, withPointAfter, withPointAt } from './soft-store';

/** px that an arrow key moves a point, alone and with Shift. */
const NUDGE = { plain: 1, shift: 10 };

/** Parts that bend along a line: those that do, and what the picked one could. */
export function SoftPart() {
  const { doc, view, edit } = useOnBench();
  const pickedPiece = useBench((s) => s.pickedPiece);
  const soft = doc.pieces.filter((piece) => piece.viewId === view.id && piece.soft);
  const picked = doc.pieces.find(({ id, viewId }) => id === pickedPiece && viewId === view.id);
  const others = soft.filter(({ id }) => id !== picked?.id);
  const refused = picked && whyRigid(() => jointToBend(doc, picked.id));
  const name = picked && labelFor(partOf(doc, picked));
  return (
    <section aria-label="Soft parts" className="mb-4">
      <h3 className="mb-1 text-[15px]">Soft parts</h3>
      {others.length > 0 && (
        <p className="mb-1 flex flex-wrap gap-1.5">
          {others.map((piece) => (
            <Action key={piece.id} onClick={() => pickByClick(doc, piece.id, false)}>
              {labelFor(partOf(doc, piece))}
            </Action>
          ))}
        </p>
      )}
      {picked?.soft ? (
        <SoftLineLedger piece={picked} soft={picked.soft} />
      ) : refused ? (
        <p className="text-[13px] text-soft">{refused}</p>
      ) : picked ? (
        <>
          <p className="mb-1.5 text-[13px] text-soft">A tail, hair, a scarf: bent along a line, not about one place.</p>
          <Action onClick={() => void edit('trial.soft', picked.id, {})}>Let {name} bend</Action>
        </>
      ) : (
        <p className="text-[13px] text-soft">Pick a tail, hair or a scarf, to have it bend along a line.</p>
      )}
    </section>
  );
}

/** Why a piece stays rigid, in words; null where it may bend. */
function whyRigid(ask: () => unknown): string | null {
  try {
    ask();
    return null;
  } catch (error) {
    if (error instanceof LimberError) return [error.sentence, error.remedy].filter(Boolean).join(' ');
    throw error;
  }
}

/** The picked piece's line, point by point. */
function SoftLineLedger({ piece, soft }: { piece: PieceRow; soft: SoftLine }) {
  const bench = useOnBench();
  const { doc, edit } = bench;
  const mesh = useSoft((s) => s.mesh);
  const count = soft.stiffness.length;
  const point = Math.min(
    count - 1,
    useSoft((s) => s.point),
  );
  const bent = useBench((s) => Object.values(s.bends).some((angle) => angle !== 0));
  const name = labelFor(partOf(doc, piece));
  const keep = (line: SoftLine) => void keepLine(bench, piece.id, line);
  const wordOf = (at: number) => (at === 0 ? 'root' : at === count - 1 ? 'tip' : `${at + 1}`);
  const nudge = (event: KeyboardEvent, at: number) => {
    const way = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key];
    if (!way || isBent()) return;
    event.preventDefault();
    event.stopPropagation();
    const by = event.shiftKey ? NUDGE.shift : NUDGE.plain;
    keep(withPointAt(soft, at, soft.points[2 * at] + by * way[0], soft.points[2 * at + 1] + by * way[1]));
  };
  return (
    <>
      <p className="mb-1.5 text-[13px] text-soft">
        <span className="font-medium text-ink">{name}</span> bends along {counted(count, 'point')}.{' '}
        {bent ? 'Go back to rest to move them.' : 'Drag them on the art, or nudge one with the arrow keys.'}
      </p>
      <div role="group" aria-label={`Points of ${name}`} className="mb-1.5 flex flex-wrap gap-1">
        {soft.stiffness.map((_, at) => (
          <button
            key={at}
            type="button"
            aria-pressed={at === point}
            aria-label={`Point ${at + 1} of ${name}`}
            className={`min-w-7 cursor-pointer rounded-md border px-1.5 py-0.5 font-mono text-[12px] ${at === point ? 'border-woad bg-woad text-sheet' : 'border-rule bg-sheet'}`}
            onClick={() => useSoft.setState({ point: at })}
            onKeyDown={(event) => nudge(event, at)}
          >
            {wordOf(at)}
          </button>
        ))}
      </div>
      {point < count - 1 && (
        <Range
          label="Stiff"
          name={`How stiff ${name} is at point ${point + 1}`}
          value={Math.round(soft.stiffness[point] * 100)}
          low={0}
          high={100}
          step={5}
          unit="%"
          onChange={(value) => keep({ ...soft, stiffness: soft.stiffness.with(point, value / 100) })}
        />
      )}
      <div className="mt-1.5 flex flex-wrap gap-1.5">
        <Action disabled={count >= 12} onClick={() => keep(withPointAfter(soft, point))}>
          Point more
        </Action>
        <Action disabled={count <= 3} onClick={() => keep(withoutPoint(soft, point))}>
          Point less
        </Action>
        <Action onClick={() => void edit('trial.soft', piece.id, {})}>Propose anew</Action>
        <Action onClick={() => void edit('trial.rigid', piece.id)}>Make it rigid</Action>
      </div>
      <div className="mt-1.5 flex flex-wrap gap-x-4 gap-y-1">
        <Toggle on={soft.tipBeneath === true} onChange={(tipBeneath) => keep({ ...soft, tipBeneath })}>
          Tip beneath where it folds
        </Toggle>
        <Toggle on={mesh} onChange={(on) => useSoft.setState({ mesh: on })}>
          Show the mesh
        </Toggle>
      </div>
    </>
  );
}
