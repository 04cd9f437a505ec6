import { useEffect } from 'react';
import { BrowserRouter, Navigate, Route, Routes } from 'react-router';
import { Toaster } from 'sonner';
import { useProductions } from './api/useCast';
import { Bench } from './bench/Bench';
import { useBench } from './bench/store';
import { Cast } from './cast/Cast';

/** Sends the bare address to the first production's cast. */
function Front() {
  const { data, error } = useProductions();
  if (error) return <p className="p-8">The server does not answer. Start it again with ./start, then reload.</p>;
  if (!data) return null;
  return data.length > 0 ? <Navigate to={`/productions/${data[0].id}`} replace /> : <Cast />;
}

export function App() {
  const night = useBench((s) => s.night);
  useEffect(() => {
    document.documentElement.dataset.theme = night ? 'night' : 'day';
  }, [night]);
  return (
    <BrowserRouter>
      <Routes>
        <Route path="/" element={<Front />} />
        <Route path="/productions/:productionId" element={<Cast />} />
        <Route path="/characters/:characterId/:station?" element={<Bench />} />
        <Route path="*" element={<Navigate to="/" replace />} />
      </Routes>
      <Toaster
        position="top-center"
        offset={{ top: 60 }}
        theme={night ? 'dark' : 'light'}
        toastOptions={{ style: { fontFamily: 'var(--font-sans)', fontSize: 13 } }}
      />
    </BrowserRouter>
  );
}
