import { labelFor, parseName, partOf, pieceName, type NameTokens } from '@limber-sheaf/core';
import { useState } from 'react';
import { refuse, tell } from '../../ui/tell';
import { useOnBench } from '../../bench/context';
import { allPicked, alsoPick, pickPiece, useBench } from '../../bench/store';
import { useWork } from '../../api/work';
import { WorkUnderWay } from '../../bench/WorkUnderWay';
import { Action, Figure, LedgerHead } from '../../ui/controls';
import { useCut } from './cut-store';
import { PickedPiece } from './PickedPiece';
import { firstDraft } from './first-draft';
import { BringInNotices } from './BringInNotices';
import { PalettePanel } from './PalettePanel';
import { cutCount, ownParts, pieceOfTokens, plannedByHeading, sameTokens, tokensOf } from '../../bench/parts';
import { usePenStore } from './pen-store';
import { proposalStore } from './proposals';
import { useOffcuts } from './useOffcuts';

/** Cut's ledger: how much is cut, the parts, what is left over. */
export function CutLedger() {
  const bench = useOnBench();
  const { doc, view, edit } = bench;
  const working = useWork((state) => state.work !== null);
  const report = useOffcuts();
  const pieces = doc.pieces.filter((p) => p.viewId === view.id);
  const share = pieces.reduce((sum, piece) => sum + piece.face.area, 0) / Math.max(1, view.designArea);
  const own = ownParts(doc);
  const count = cutCount(doc, view.id);
  return (
    <>
      <LedgerHead title="Cut">
        {pieces.length === 0
          ? 'A first draft cuts, joints and paints beneath what it can, and asks about the rest. Or propose a cut alone, or pick a part and take its pixels.'
          : `${count.cut} of ${count.planned} planned parts cut from the design`}
      </LedgerHead>
      {pieces.length === 0 && (
        <Action tone="go" hotkey="D" className="mb-3" disabled={working} onClick={() => void firstDraft(bench)}>
          First draft
        </Action>
      )}
      <div className="mb-4 grid grid-cols-2 gap-2.5">
        <Figure value={`${(Math.floor(share * 1000) / 10).toFixed(1)}%`}>of the design is cut</Figure>
        <Figure
          value={report ? (pieces.length === 0 ? '–' : report.offcuts.length) : '…'}
          wrong={pieces.length > 0 && (report?.offcuts.length ?? 0) > 0}
        >
          {report && pieces.length > 0
            ? `${report.offcuts.length === 1 ? 'offcut' : 'offcuts'}, ${report.untakenArea.toLocaleString('en')} px`
            : 'offcuts'}
        </Figure>
      </div>
      <WorkUnderWay />
      <BringInNotices />
      <PickedPiece />
      {plannedByHeading(doc).map(([heading, entries]) => (
        <section key={heading} className="mb-2.5">
          <h3 className="mb-1 text-[14px]">{heading}</h3>
          <div className="flex flex-wrap gap-1">
            {entries.map((entry) => (
              <PartChip key={labelFor(entry)} tokens={tokensOf(entry)} word={chipWord(entry)} hidden={entry.hidden} />
            ))}
          </div>
        </section>
      ))}
      {own.length > 0 && (
        <section className="mb-2.5">
          <h3 className="mb-1 text-[14px]">Your own</h3>
          <div className="flex flex-wrap gap-1">
            {own.map((part) => (
              <PartChip key={labelFor(part)} tokens={tokensOf(part)} word={labelFor(part)} />
            ))}
          </div>
        </section>
      )}
      <NewPart />
      {pieces.length > 0 && report && report.offcuts.length > 0 && (
        <section className="mt-4">
          <h3 className="mb-1 text-[15px]">Offcuts</h3>
          <ul className="max-h-56 overflow-y-auto">
            {report.offcuts.slice(0, 40).map((offcut) => {
              const piece = doc.pieces.find((p) => p.id === offcut.pieceId);
              return (
                <li
                  key={`${offcut.place.x},${offcut.place.y}`}
                  className="flex items-center gap-2 border-b border-rule py-1 text-[13px]"
                >
                  <button
                    type="button"
                    className="figures min-w-0 flex-1 cursor-pointer text-left hover:underline"
                    onClick={() =>
                      useBench.setState({
                        lookAt: {
                          kind: 'rect',
                          x: offcut.bounds.x - 40,
                          y: offcut.bounds.y - 40,
                          width: offcut.bounds.width + 80,
                          height: offcut.bounds.height + 80,
                        },
                      })
                    }
                  >
                    {offcut.area.toLocaleString('en')} px
                  </button>
                  {piece ? (
                    <button
                      type="button"
                      className="cursor-pointer text-woad underline"
                      title="Give it to the part it lies beside"
                      onClick={() => void edit('cut.sweepUp', view.id, { place: offcut.place })}
                    >
                      {labelFor(partOf(doc, piece))}
                    </button>
                  ) : (
                    <span className="text-soft">touches none</span>
                  )}
                </li>
              );
            })}
          </ul>
          {report.offcuts.some((o) => o.pieceId && o.area < view.designArea * 0.05) && (
            <Action
              className="mt-2"
              onClick={() =>
                void edit('cut.sweepUp', view.id, {}).then((state) => state?.summary && tell(state.summary))
              }
              title="Every offcut goes to the part it shares the longest border with"
            >
              Sweep up all
            </Action>
          )}
        </section>
      )}
      <PalettePanel />
    </>
  );
}

/** A limb's chip leaves out what its heading says. */
function chipWord(part: NameTokens): string {
  const limb = part.group === 'arm' || part.group === 'leg';
  if (!limb) return labelFor(part);
  return part.part === 'upper' || part.part === 'lower' ? `${part.part} ${part.group}` : (part.part ?? part.group);
}

function PartChip({ tokens, word, hidden = false }: { tokens: NameTokens; word: string; hidden?: boolean }) {
  const { doc, view } = useOnBench();
  const piece = pieceOfTokens(doc, view.id, tokens);
  const picked = useBench((s) => sameTokens(s.pickedPart, tokens) || (piece && allPicked(s).includes(piece.id)));
  const choose = () => {
    const { proposal } = usePenStore.getState();
    if (proposal && !piece) usePenStore.setState({ proposal: { ...proposal, tokens } });
    pickPiece(piece?.id ?? null, tokens);
    // With a proposal on the table the next click on the art gives a shape to this part.
    if (!piece && !proposal && !proposalStore.getState().picture)
      useCut.setState(({ tool }) => ({ tool: tool ?? 'soak' }));
  };
  const tone = picked
    ? 'border-woad bg-woad-wash text-ink font-medium'
    : piece
      ? 'border-sap/70 text-sap'
      : `border-rule text-soft hover:border-soft ${hidden ? 'border-dashed italic' : ''}`;
  return (
    <button
      type="button"
      aria-label={labelFor(tokens)}
      aria-pressed={picked === true}
      title={piece ? pieceName(doc, piece) : hidden ? 'Hidden at rest: painted beneath later' : 'Not cut yet'}
      onClick={(event) => (event.shiftKey && piece ? alsoPick(doc, piece.id) : choose())}
      className={`h-[26px] cursor-pointer rounded-full border px-2.5 text-[12.5px] ${tone}`}
    >
      {word}
      {piece && ' ✓'}
    </button>
  );
}

function NewPart() {
  const { doc, view } = useOnBench();
  const [text, setText] = useState('');
  const take = () => {
    if (!text.trim()) return;
    const tokens = parseName(text);
    if (!tokens) {
      refuse('That is no name for a part.', {
        description: 'Use letters and digits, at most some 70 of them: “left mitten”, “arm A lower”.',
      });
      return;
    }
    const { proposal } = usePenStore.getState();
    const piece = pieceOfTokens(doc, view.id, tokens);
    if (proposal && !piece) usePenStore.setState({ proposal: { ...proposal, tokens } });
    pickPiece(piece?.id ?? null, tokens);
    useCut.setState(({ tool }) => ({ tool: proposal || piece ? tool : (tool ?? 'trace') }));
    setText('');
  };
  return (
    <form
      className="mt-3 flex gap-1.5"
      onSubmit={(event) => {
        event.preventDefault();
        take();
      }}
    >
      <input
        aria-label="Another part"
        value={text}
        maxLength={300}
        onChange={(event) => setText(event.target.value)}
        placeholder="Another part…"
        className="h-8 min-w-0 flex-1 rounded-lg border border-rule bg-paper px-2.5 text-[13px]"
      />
      <Action type="submit" disabled={!text.trim()}>
        Pick
      </Action>
    </form>
  );
}
