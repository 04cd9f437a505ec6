/** One line of the journal, as far as undo needs it. */
export interface JournalLine {
  id: string;
  /** What undo and redo name: the edit that was made first. Its own id for that edit itself. */
  originId: string;
  way: 'do' | 'undo' | 'redo';
  summary: string;
}

/** What undo would take back, and redo bring back. */
export interface JournalHeads {
  undo: JournalLine | null;
  redo: JournalLine | null;
}

/**
 * What one actor can undo and redo. The journal is only ever added to: an undo is a line that names the edit it takes back.
 * An edit made after an undo leaves nothing to redo.
 *
 * @param newestFirst the actor's own lines
 */
export function journalHeads(newestFirst: Iterable<JournalLine>): JournalHeads {
  const settled = new Set<string>();
  let undo: JournalLine | null = null;
  let redo: JournalLine | null = null;
  let redoOpen = true;
  for (const line of newestFirst) {
    if (line.way === 'do') redoOpen = false;
    if (settled.has(line.originId)) continue;
    settled.add(line.originId);
    if (line.way === 'undo') {
      if (redoOpen) redo ??= line;
    } else undo ??= line;
    if (undo && !redoOpen) break;
  }
  return { undo, redo };
}
