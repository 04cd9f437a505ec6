import type { CharacterDoc, ViewRow } from '@limber-sheaf/core';
import { Suspense, lazy, useEffect, useMemo } from 'react';
import { Navigate, useLocation, useNavigate, useParams, useSearchParams } from 'react-router';
import { useCharacter } from '../api/useCharacter';
import { Mishap } from '../ui/Mishap';
import { ActionRow } from './ActionRow';
import { BenchContext, type BenchValue } from './context';
import { DoubtCard } from './DoubtCard';
import { LightTable } from './light-table/LightTable';
import { Run } from './Run';
import { Sheaf } from './Sheaf';
import type { StationEntry } from './station';
import { useStation, useStations } from './stations';
import { resetBench, useBench } from './store';
import { TopStrip } from './TopStrip';
import { useBenchKeys } from './useBenchKeys';

/** What is opened by a key comes when it is first wanted. */
const Finder = lazy(() => import('./Finder').then((module) => ({ default: module.Finder })));
const SaidList = lazy(() => import('./SaidList').then((module) => ({ default: module.SaidList })));
const KeyList = lazy(() => import('./KeyList').then((module) => ({ default: module.KeyList })));

/** The view to open with: the front, or the one that came first. */
function firstView(doc: CharacterDoc): ViewRow {
  return doc.views.find((v) => v.key === 'front') ?? doc.views[0];
}

/** The station that a bare address opens. */
const USUAL = 'cut';

/** The layout that every station shares: run, light table, ledger, sheaf, top strip. */
export function Bench() {
  const { characterId = '', station = USUAL } = useParams();
  const { state, error, edit } = useCharacter(characterId);
  const [search] = useSearchParams();
  const { search: query } = useLocation();
  const navigate = useNavigate();
  const viewKey = search.get('view');
  const entry = useStations().find((s) => s.key === station);
  useEffect(() => resetBench(), [characterId, viewKey]);
  const value = useMemo<BenchValue | null>(
    () =>
      state && entry
        ? {
            doc: state.doc,
            sheets: state.sheets,
            view: state.doc.views.find((v) => v.key === viewKey) ?? firstView(state.doc),
            revision: state.revision,
            station: entry.key,
            edit,
            go: (to) => void navigate(`/characters/${characterId}/${to}${query}`),
          }
        : null,
    [state, entry, edit, viewKey, characterId, query, navigate],
  );
  if (!entry) return <Navigate to={`/characters/${characterId}/${USUAL}`} replace />;
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
      <Background />
      <BenchFrame entry={entry} undo={state.undo} redo={state.redo} />
    </BenchContext>
  );
}

/** What goes on for every station, wherever one is. */
function Background() {
  return useStations().map(({ key, useBackground }) => useBackground && <Hook key={key} use={useBackground} />);
}

function Hook({ use }: { use: () => void }) {
  use();
  return null;
}

function BenchFrame({ entry, undo, redo }: { entry: StationEntry; undo: string | null; redo: string | null }) {
  const panels = useBench((s) => s.panels);
  const finder = useBench((s) => s.finder);
  const keysShown = useBench((s) => s.keysShown);
  const saidShown = useBench((s) => s.saidShown);
  const station = useStation(entry);
  useBenchKeys(station);
  useEffect(() => () => station?.leave?.(), [station]);
  return (
    <div className="grid h-full grid-cols-[auto_minmax(0,1fr)_auto] grid-rows-[52px_minmax(0,1fr)_auto] overflow-hidden">
      <TopStrip undo={undo} redo={redo} />
      {panels ? <Run /> : <div />}
      <main className="laid relative min-w-0 overflow-hidden" aria-label="Light table">
        <LightTable entry={entry} station={station} />
        {station?.Front && <station.Front />}
        {station && (
          <div className="pointer-events-none absolute inset-x-3 top-3 flex flex-wrap gap-1.5 *:pointer-events-auto">
            <ActionRow station={station} />
            {station.Strip && <station.Strip />}
          </div>
        )}
      </main>
      {panels ? (
        <aside
          className="w-[322px] overflow-y-auto border-l border-rule bg-sheet px-4 pt-4 pb-6 max-[1000px]:w-[268px]"
          aria-label="Ledger"
        >
          <Mishap what="The doubts">
            <DoubtCard />
          </Mishap>
          <Mishap key={entry.key} what={`The ledger of ${entry.word}`}>
            {station ? <station.Ledger /> : <p className="text-[13px] text-soft">Opening {entry.word}…</p>}
          </Mishap>
        </aside>
      ) : (
        <div />
      )}
      <Sheaf entry={entry} station={station} />
      <Suspense>
        {finder && <Finder />}
        {keysShown && <KeyList />}
        {saidShown && <SaidList />}
      </Suspense>
    </div>
  );
}
