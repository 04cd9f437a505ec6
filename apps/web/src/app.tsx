import { Suspense, lazy, useEffect } from 'react';
import { BrowserRouter, Navigate, Route, Routes } from 'react-router';
import { useProductions } from './api/useCast';
import { StationsContext } from './bench/stations';
import * as stations from './stations/index';
import { Mishap } from './ui/Mishap';
import { useTold } from './ui/tell';
import { useTheme } from './ui/theme';

/** Each comes with what the other does not need: the bench with the light table, the cast with its forms. */
const Cast = lazy(() => import('./cast/Cast').then((module) => ({ default: module.Cast })));
const Bench = lazy(() => import('./bench/Bench').then((module) => ({ default: module.Bench })));

/** Comes with the first thing that is said. */
const Toasts = lazy(() => import('./ui/Toasts').then((module) => ({ default: module.Toasts })));

const STATIONS = Object.values(stations).sort((a, b) => a.number - b.number);

/** Sends the bare address to the first production's cast. */
function Front() {
  const { data, error } = useProductions();
  if (error) return <p className="p-8">The server does not answer. Start it again with ./start, then reload.</p>;
  if (!data) return null;
  return data.length > 0 ? <Navigate to={`/productions/${data[0].id}`} replace /> : <Cast />;
}

export function App() {
  const night = useTheme((s) => s.night);
  useEffect(() => {
    document.documentElement.dataset.theme = night ? 'night' : 'day';
  }, [night]);
  const spoken = useTold(({ told }) => told.length > 0);
  return (
    <BrowserRouter>
      <Mishap what="This page">
        <StationsContext value={STATIONS}>
          <Suspense fallback={<p className="laid h-full p-8 text-soft">Opening the bench…</p>}>
            <Routes>
              <Route path="/" element={<Front />} />
              <Route path="/productions/:productionId" element={<Cast />} />
              <Route path="/characters/:characterId/:station?" element={<Bench />} />
              <Route path="*" element={<Navigate to="/" replace />} />
            </Routes>
          </Suspense>
        </StationsContext>
      </Mishap>
      {spoken && (
        <Suspense>
          <Toasts />
        </Suspense>
      )}
    </BrowserRouter>
  );
}
