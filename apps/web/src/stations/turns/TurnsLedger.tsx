import { counted, isFlat, labelFor, partOf } from '@limber-sheaf/core';
import { useOnBench } from '../../bench/context';
import { useBench } from '../../bench/store';
import { viewWord } from '../../bench/view-words';
import { Action, Choice, LedgerHead, LedgerRow } from '../../ui/controls';
import { HeightList } from './HeightList';
import { PartTable } from './PartTable';
import { PoseList } from './PoseList';
import { MirrorView } from './MirrorView';
import { SetTable } from './SetTable';
import { SideDifferences } from './SideDifferences';
import { TakeParts } from './TakeParts';
import { tellNotes } from './tell-notes';
import { TurnFindings } from './TurnFindings';
import { ViewList } from './ViewList';
import { useTurns } from './turns-store';
import { useComparison } from './useComparison';

/** Turns' ledger: what the views do not agree on, every part in every view, and the heights. */
export function TurnsLedger() {
  const { doc, view } = useOnBench();
  const { comparison, measures, isOld } = useComparison();
  if (doc.views.length < 2)
    return (
      <>
        <LedgerHead title="Turns">
          Bring in another view with + above: parts and names are the same in all of them.
        </LedgerHead>
        <PoseList measures={measures} />
        <ViewList />
        <TakeParts />
      </>
    );
  const reference = doc.views.find(({ id }) => id === comparison?.referenceId) ?? doc.views[0];
  const open = comparison?.findings.filter(({ accepted }) => accepted === null).length;
  const follows = view.id === reference.id ? null : reference;
  return (
    <>
      <LedgerHead title="Turns">
        {counted(doc.views.length, 'view')}
        {open === undefined ? ' · measuring…' : open === 0 ? ' · they agree' : ` · ${counted(open, 'finding')}`}
      </LedgerHead>
      <LedgerRow name="The others follow">
        <Choice
          label="The view that the others follow"
          value={reference.id}
          options={doc.views.map(({ id, key }) => ({ value: id, word: viewWord(key) }))}
          onChange={(referenceId) => useTurns.setState({ referenceId })}
        />
      </LedgerRow>
      {follows && <CarryOver fromId={follows.id} word={viewWord(follows.key)} />}
      {!isFlat(view.key) && doc.pieces.some((piece) => piece.viewId === view.id) && (
        <MirrorView key={view.id} measures={measures} />
      )}
      {comparison && (
        <div className={isOld ? 'opacity-70' : ''}>
          <TurnFindings comparison={comparison} />
          <PoseList measures={measures} />
          <SideDifferences measures={measures} />
          <PartTable comparison={comparison} />
          <SetTable />
          <HeightList comparison={comparison} />
        </div>
      )}
      <ViewList />
      <TakeParts />
    </>
  );
}

/** Taking order and joints over from the view that is followed: all at once, or one by one. */
function CarryOver({ fromId, word }: { fromId: string; word: string }) {
  const { doc, view, edit } = useOnBench();
  const pieceId = useBench((s) => s.pickedPiece);
  const picked = doc.pieces.find((piece) => piece.id === pieceId && piece.viewId === view.id);
  const carry = (wish: { order?: boolean; joints?: boolean; only?: string }) =>
    void edit('turns.carry', view.id, { fromId, ...wish, saw: {} }).then(tellNotes);
  return (
    <div className="mt-2 mb-3">
      <Action
        title="The same draw order as far as what is drawn here allows, and every joint fitted here with that view’s range"
        onClick={() => carry({})}
      >
        Carry joints and order over from {word}
      </Action>
      <div className="mt-1.5 flex flex-wrap gap-1.5">
        <Action onClick={() => carry({ joints: false })}>Order alone</Action>
        {picked && (
          <Action onClick={() => carry({ order: false, only: picked.partId })}>
            Joint of {labelFor(partOf(doc, picked))} alone
          </Action>
        )}
      </div>
    </div>
  );
}
