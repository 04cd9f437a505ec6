import {
  findPart,
  findPiece,
  freeNumber,
  labelFor,
  onOtherSide,
  partOf,
  type CharacterDoc,
  type PieceRow,
  counted,
} from '@limber-sheaf/core';
import { useEffect, useState } from 'react';
import { refuse, tell } from '../../ui/tell';
import type { CharacterState } from '../../api/types';
import { useOnBench } from '../../bench/context';
import { pickPiece } from '../../bench/store';
import { Action, Toggle } from '../../ui/controls';
import { NumberField } from '../../ui/NumberField';
import { keyOf } from '../../bench/worker';
import { cutWorker } from './worker';
import { useCut } from './cut-store';
import { nextPart, tokensOf } from '../../bench/parts';
import { NO_PEN, usePenStore } from './pen-store';

const small = 'h-7 px-2';

/** What can be done with a piece's shape: grow, shrink, holes, islands, margin, edges, merging, the other side. */
export function PieceTools({ piece, doc }: { piece: PieceRow; doc: CharacterDoc }) {
  const { sheets, view, edit } = useOnBench();
  const [shape, setShape] = useState<{ islands: number; islandArea: number; holes: number } | null>(null);
  const [by, setBy] = useState(2);
  const { face } = piece;
  useEffect(() => {
    let wanted = true;
    void cutWorker()
      .shapeOf(face)
      .then((found) => wanted && setShape(found));
    return () => {
      wanted = false;
    };
  }, [face]);
  const part = partOf(doc, piece);
  const saw = { [piece.id]: piece.version };
  /** Tells what an edit left alone. */
  const told = async (edited: Promise<CharacterState | null>) => {
    const state = await edited;
    for (const note of state?.notes ?? []) tell(note);
    return state;
  };
  const reshape = (how: { by?: number; fillHoles?: boolean }) => told(edit('cut.reshape', piece.id, { saw, ...how }));
  const set = (change: object) => void edit('cut.change', piece.id, { saw, ...change });
  const other = part.side ? onOtherSide(tokensOf(part)) : null;
  const otherPart = other && findPart(doc, other);
  const otherCut = otherPart && findPiece(doc, view.id, otherPart.id);

  const mirror = async () => {
    if (!other) return;
    usePenStore.setState({ ...NO_PEN, busy: true });
    const found = await cutWorker().previewMirror(keyOf({ doc, sheets }), view.id, piece.face);
    usePenStore.setState({ busy: false });
    if (!found.ok) return void refuse(found.sentence);
    useCut.setState({ tool: null });
    usePenStore.setState({ shape: { preview: found, word: 'Mirror', tokens: other } });
  };
  const splitOff = async () => {
    const tokens = freeNumber(doc, tokensOf(part)) ?? nextPart(doc, view.id, part);
    if (!tokens) return;
    const state = await told(edit('cut.islands', piece.id, { saw, tokens }));
    const made = state && findPart(state.doc, tokens);
    const fresh = made && findPiece(state.doc, view.id, made.id);
    if (fresh) pickPiece(fresh.id, tokens);
  };

  return (
    <div className="mt-2 flex flex-col gap-2 border-t border-rule pt-2 text-[13px]">
      <div className="flex flex-wrap items-center gap-1.5">
        <Action className={small} onClick={() => void reshape({ by })}>
          Grow
        </Action>
        <Action className={small} onClick={() => void reshape({ by: -by })}>
          Shrink
        </Action>
        by
        <NumberField
          label="Pixels to grow or shrink by"
          value={by}
          digits={0}
          unit="px"
          onCommit={(next) => setBy(Math.min(64, Math.max(1, Math.round(next))))}
        />
      </div>
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1.5">
        <span className="flex items-center gap-1.5">
          Margin
          <NumberField
            label="Margin of overlap"
            value={piece.margin}
            digits={0}
            unit="px"
            onCommit={(margin) => set({ margin: Math.round(margin) })}
          />
        </span>
        <Toggle
          on={piece.unmix}
          title="Takes the blends along its edges apart, so that no fringe of a neighbour goes with it"
          onChange={(unmix) => set({ unmix })}
        >
          Unmix edges
        </Toggle>
      </div>
      <div className="flex flex-wrap gap-1.5">
        {shape && shape.holes > 0 && (
          <Action
            className={small}
            title={`${shape.holes.toLocaleString('en')} px enclosed by it`}
            onClick={() => void reshape({ fillHoles: true })}
          >
            Fill holes
          </Action>
        )}
        {shape && shape.islands > 0 && (
          <Action
            className={small}
            title={`${shape.islandArea.toLocaleString('en')} px that do not hang together with the rest`}
            onClick={() => void splitOff()}
          >
            Split off {counted(shape.islands, 'island')}
          </Action>
        )}
        {piece.extra && (
          <Action className={small} title="Paint copied from other pieces" onClick={() => set({ dropCopies: true })}>
            Drop copies
          </Action>
        )}
        {other && !otherCut && (
          <Action className={small} title={`Finds ${labelFor(other)} on the other side`} onClick={() => void mirror()}>
            Mirror
          </Action>
        )}
        <MergeInto piece={piece} doc={doc} />
      </div>
    </div>
  );
}

function MergeInto({ piece, doc }: { piece: PieceRow; doc: CharacterDoc }) {
  const { edit } = useOnBench();
  const others = doc.pieces.filter((p) => p.viewId === piece.viewId && p.id !== piece.id);
  if (others.length === 0) return null;
  return (
    <select
      aria-label="Merge this piece into"
      value=""
      onChange={(event) => {
        const into = event.target.value;
        const target = others.find((p) => p.id === into);
        void edit('cut.merge', into, { goneIds: [piece.id] }).then((state) => {
          if (state && target) pickPiece(into, partOf(doc, target));
        });
      }}
      className="h-7 max-w-32 cursor-pointer rounded-lg border border-rule bg-sheet px-1.5 text-[13px] font-medium"
    >
      <option value="">Merge into…</option>
      {others.map((other) => (
        <option key={other.id} value={other.id}>
          {labelFor(partOf(doc, other))}
        </option>
      ))}
    </select>
  );
}
