import { createContext, useContext, useEffect, useState } from 'react';
import type { Station, StationEntry } from './station';

/** The stations of the run, which the application lists and the bench only reads. */
export const StationsContext = createContext<readonly StationEntry[]>([]);

export const useStations = () => useContext(StationsContext);

const loaded = new Map<StationEntry, Station>();

/** Loads a station once. */
async function loadStation(entry: StationEntry): Promise<Station> {
  const { station } = await entry.load();
  loaded.set(entry, station);
  return station;
}

/** A station once it is loaded; null until then. */
export function useStation(entry: StationEntry): Station | null {
  const [, setLoaded] = useState<StationEntry | null>(null);
  const station = loaded.get(entry) ?? null;
  useEffect(() => {
    if (loaded.has(entry)) return;
    let wanted = true;
    void loadStation(entry).then(() => wanted && setLoaded(entry));
    return () => {
      wanted = false;
    };
  }, [entry]);
  return station;
}

/** All stations, loaded; those that are not yet are left out until they are. */
export function useAllStations(): { entry: StationEntry; station: Station }[] {
  const stations = useStations();
  const [, setCount] = useState(0);
  useEffect(() => {
    let here = true;
    for (const entry of stations) void loadStation(entry).then(() => here && setCount((n) => n + 1));
    return () => {
      here = false;
    };
  }, [stations]);
  return stations.flatMap((entry) => {
    const station = loaded.get(entry);
    return station ? [{ entry, station }] : [];
  });
}
