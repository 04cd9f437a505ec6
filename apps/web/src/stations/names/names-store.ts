import { parseName, type NameTokens } from '@limber-sheaf/core';
import { create } from 'zustand';

/** A name that was typed and is not taken yet: as it stands in its field, and what it is made of; null where it is no name. */
export interface TypedName {
  text: string;
  tokens: NameTokens | null;
}

interface NamesState {
  /** By part. */
  typed: Readonly<Record<string, TypedName>>;
  find: string;
  by: string;
}

export const useNames = create<NamesState>(() => ({ typed: {}, find: '', by: '' }));

/** Types a name for a part; null takes what was typed back. */
export function typeName(partId: string, text: string | null): void {
  useNames.setState(({ typed: { [partId]: _, ...others } }) => ({
    typed: text === null ? others : { ...others, [partId]: { text, tokens: parseName(text) } },
  }));
}

/** Types for a part what a name is made of. */
export function typeTokens(partId: string, tokens: NameTokens, text: string): void {
  useNames.setState(({ typed }) => ({ typed: { ...typed, [partId]: { text, tokens } } }));
}
