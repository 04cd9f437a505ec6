import type { CharacterDoc, SheetsOf } from '@limber-sheaf/core';

/** A character as the bench has it: the core's own rows, and what follows from them. */
export interface CharacterState {
  doc: CharacterDoc;
  sheets: SheetsOf;
  revision: number;
  /** What undo would take back, and redo bring back; null for nothing. */
  undo: string | null;
  redo: string | null;
  /** The edit's summary, where this answers an edit, and what it left alone. */
  summary?: string;
  notes?: string[];
}
