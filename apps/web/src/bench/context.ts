import type { CharacterDoc, DerivedRefs, ViewRow } from '@limber-sheaf/core';
import { createContext, useContext } from 'react';
import type { Edit } from '../api/useCharacter';

/** What every station works on. */
export interface BenchValue {
  doc: CharacterDoc;
  /** What follows from the rows, by piece. */
  sheets: Readonly<Record<string, DerivedRefs>>;
  view: ViewRow;
  revision: number;
  /** The key of the station that is open. */
  station: string;
  edit: Edit;
  /** Opens a station. */
  go: (station: string) => void;
}

export const BenchContext = createContext<BenchValue | null>(null);

/** The character on the bench. */
export function useOnBench(): BenchValue {
  const value = useContext(BenchContext);
  if (!value) throw new Error('not at the bench');
  return value;
}
