import type { CharacterDoc, ViewRow } from '@limber-sheaf/core';
import { createContext, useContext } from 'react';
import type { Edit } from '../api/useCharacter';
import type { StationKey } from './store';

/** What every station works on. */
export interface BenchValue {
  doc: CharacterDoc;
  view: ViewRow;
  revision: number;
  station: StationKey;
  edit: Edit;
}

export const BenchContext = createContext<BenchValue | null>(null);

/** The character on the bench. */
export function useOnBench(): BenchValue {
  const value = useContext(BenchContext);
  if (!value) throw new Error('not at the bench');
  return value;
}
