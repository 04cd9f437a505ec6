import type { CharacterDoc, ViewRow } from '@limber-sheaf/core';
import { useEffect, useMemo } from 'react';
import { Navigate, useParams, useSearchParams } from 'react-router';
import { useCharacter } from '../api/useCharacter';
import { CutLedger } from '../stations/cut/CutLedger';
import { CutActions } from '../stations/cut/CutActions';
import { JointActions } from '../stations/joints/JointActions';
import { JointLedger } from '../stations/joints/JointLedger';
import { useSweeps } from '../stations/joints/useSweeps';
import { BendBar } from '../stations/joints/BendBar';
import { HandOffLedger } from '../stations/handoff/HandOffLedger';
import { PartsSheet } from '../stations/handoff/PartsSheet';
import { PlanActions } from '../stations/plan/PlanActions';
import { PlanLedger } from '../stations/plan/PlanLedger';
import { StackActions } from '../stations/stack/StackActions';
import { StackLedger } from '../stations/stack/StackLedger';
import { BenchContext, type BenchValue } from './context';
import { Finder } from './Finder';
import { KeyList } from './KeyList';
import { LightTable } from './light-table/LightTable';
import { Run } from './Run';
import { Sheaf } from './Sheaf';
import { STATIONS } from './stations';
import { resetBench, useBench, type StationKey } from './store';
import { TopStrip } from './TopStrip';
import { useBenchKeys } from './useBenchKeys';

const ACTIONS: Record<StationKey, (() => React.ReactNode) | null> = {
  plan: PlanActions,
  cut: CutActions,
  joints: JointActions,
  stack: StackActions,
  handoff: null,
};
const LEDGERS: Record<StationKey, () => React.ReactNode> = {
  plan: PlanLedger,
  cut: CutLedger,
  joints: JointLedger,
  stack: StackLedger,
  handoff: HandOffLedger,
};

/** The view to open with: the front, or the one that came first. */
function firstView(doc: CharacterDoc): ViewRow {
  return doc.views.find((v) => v.key === 'front') ?? doc.views[0];
}

/** The layout that every station shares: run, light table, ledger, sheaf, top strip. */
export function Bench() {
  const { characterId = '', station = 'cut' } = useParams();
  const { state, error, edit } = useCharacter(characterId);
  const [search] = useSearchParams();
  const viewKey = search.get('view');
  useEffect(() => resetBench(), [characterId, viewKey]);
  const key = STATIONS.find((s) => s.key === station)?.key;
  const value = useMemo<BenchValue | null>(
    () =>
      state && key
        ? {
            doc: state.doc,
            view: state.doc.views.find((v) => v.key === viewKey) ?? firstView(state.doc),
            revision: state.revision,
            station: key,
            edit,
          }
        : null,
    [state, key, edit, viewKey],
  );
  if (!key) return <Navigate to={`/characters/${characterId}/cut`} replace />;
  if (error && !state) {
    return (
      <p className="p-8">
        {error.message}{' '}
        <a className="text-woad underline" href="/">
          Back to the cast
        </a>
      </p>
    );
  }
  if (!value || !state) return <p className="laid h-full p-8 text-soft">Laying the character out…</p>;
  return (
    <BenchContext value={value}>
      <BenchFrame undo={state.undo} redo={state.redo} />
    </BenchContext>
  );
}

function BenchFrame({ undo, redo }: { undo: string | null; redo: string | null }) {
  const { characterId = '', station = 'cut' } = useParams();
  const key = station as StationKey;
  const panels = useBench((s) => s.panels);
  useBenchKeys(characterId, key);
  useSweeps();
  const Actions = ACTIONS[key];
  const Ledger = LEDGERS[key];
  return (
    <div className="grid h-full grid-cols-[auto_minmax(0,1fr)_auto] grid-rows-[52px_minmax(0,1fr)_auto] overflow-hidden">
      <TopStrip undo={undo} redo={redo} />
      {panels ? <Run characterId={characterId} current={key} /> : <div />}
      <main className="laid relative min-w-0 overflow-hidden" aria-label="Light table">
        <LightTable />
        {key === 'handoff' && <PartsSheet />}
        {Actions && (
          <div className="pointer-events-none absolute inset-x-3 top-3 flex flex-wrap gap-1.5 *:pointer-events-auto">
            <Actions />
          </div>
        )}
        {key === 'joints' && <BendBar />}
      </main>
      {panels ? (
        <aside
          className="w-[322px] overflow-y-auto border-l border-rule bg-sheet px-4 pt-4 pb-6 max-[1000px]:w-[268px]"
          aria-label="Ledger"
        >
          <Ledger />
        </aside>
      ) : (
        <div />
      )}
      <Sheaf />
      <Finder characterId={characterId} />
      <KeyList />
    </div>
  );
}
