import { useQuery } from '@tanstack/react-query';
import { Navigate, Route, Routes } from 'react-router';
import { useEffect, useState } from 'react';
import { answer, api, UNPAIRED } from './api/client';
import { AfterCare } from './shell/AfterCare';
import { codeInAddress, Pair } from './shell/Pair';
import { BuildPage } from './shell/BuildPage';
import { opensAt } from './shell/stages';
import { Builds } from './shelves/Builds';
import { Stores } from './shelves/Stores';
import { Tints } from './shelves/Tints';
import { SessionPage } from './stages/bench/SessionPage';

export function App() {
  const [unpaired, setUnpaired] = useState(() => codeInAddress() !== null);
  useEffect(() => {
    const ask = () => setUnpaired(true);
    window.addEventListener(UNPAIRED, ask);
    return () => window.removeEventListener(UNPAIRED, ask);
  }, []);
  if (unpaired) return <Pair />;
  return (
    <>
      <Routes>
        <Route path="/" element={<Open />} />
        <Route path="/builds" element={<Builds />} />
        <Route path="/stores" element={<Stores />} />
        <Route path="/stores/tints" element={<Tints />} />
        <Route path="/bench/:session" element={<SessionPage />} />
        <Route path="/builds/:id/:stage" element={<BuildPage />} />
        <Route path="*" element={<Navigate to="/" replace />} />
      </Routes>
      <AfterCare />
    </>
  );
}

/** Opens the build last worked on, where it was left; the shelf when there is none. */
function Open() {
  const builds = useQuery({ queryKey: ['builds', false], queryFn: () => answer(api.GET('/api/builds')) });
  if (builds.error !== null) return <main className="lone">{builds.error.message}</main>;
  if (builds.data === undefined) return <main className="lone quiet">Opening…</main>;
  const latest = builds.data.find((card) => card.trouble === null);
  return (
    <Navigate
      to={latest === undefined ? '/builds' : `/builds/${latest.id}/${opensAt(latest.id, latest.waters.length > 0)}`}
      replace
    />
  );
}
