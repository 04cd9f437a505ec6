import { DiffBuilder } from '../document/diff.js';
import { plainWords, sameName } from '../document/naming.js';
import type { CharacterDoc, CycleRow, Diff, DrawingId, LookRow, SwapSetId } from '../document/rows.js';
import { LimberError } from '../errors.js';
import { defaultOf, drawingById, drawingsOf, setById } from './find-swaps.js';

/** Most frames that a drawing is held in a cycle. */
export const MOST_FRAMES = 2400;

/** Keeps a look, or changes the one that bears its name: at most one drawing of each set. @throws LimberError `bad-look` */
export function keepLook(
  doc: CharacterDoc,
  name: string,
  drawingIds: readonly DrawingId[],
  freshId: LookRow['id'],
): Diff {
  const word = name.trim();
  if (plainWords(word).length === 0) throw new LimberError('bad-look', 'A look needs a name of letters or digits.');
  const sets = drawingIds.map((id) => drawingById(doc, id).setId);
  if (sets.length === 0) throw new LimberError('bad-look', 'A look chooses at least one drawing.');
  if (new Set(sets).size < sets.length) throw new LimberError('bad-look', 'A look chooses one drawing of a set.');
  const diff = new DiffBuilder();
  const same = doc.looks.find((look) => sameName(look.name, word));
  if (same) diff.update(same, { name: word, drawingIds: [...drawingIds] });
  else
    diff.add({
      ...{ table: 'look', id: freshId, version: 1, characterId: doc.character.id, name: word },
      drawingIds: [...drawingIds],
    });
  return diff.build();
}

/** Keeps a cycle of a set, or changes the one that bears its name. @throws LimberError `bad-cycle` */
export function keepCycle(
  doc: CharacterDoc,
  setId: SwapSetId,
  { name, drawingIds, frames }: { name: string; drawingIds: readonly DrawingId[]; frames: readonly number[] },
  freshId: CycleRow['id'],
): Diff {
  const set = setById(doc, setId);
  const word = name.trim();
  const refuse = (sentence: string): never => {
    throw new LimberError('bad-cycle', sentence);
  };
  if (plainWords(word).length === 0) refuse('A cycle needs a name of letters or digits.');
  if (drawingIds.length < 2 || drawingIds.length !== frames.length) refuse('A cycle has two drawings or more.');
  if (drawingIds.some((id) => drawingById(doc, id).setId !== set.id)) refuse('A cycle shows drawings of one set.');
  if (frames.some((count) => !Number.isInteger(count) || count < 1 || count > MOST_FRAMES))
    refuse(`A drawing is held 1 to ${MOST_FRAMES} frames.`);
  const diff = new DiffBuilder();
  const content = { name: word, drawingIds: [...drawingIds], frames: [...frames] };
  const same = doc.cycles.find((one) => one.setId === setId && sameName(one.name, word));
  if (same) diff.update(same, content);
  else diff.add({ table: 'cycle', id: freshId, version: 1, setId, ...content });
  return diff.build();
}

/** The blink of a pair of lids, where its set has them: open, half, shut, half. */
export function usualBlink(doc: CharacterDoc, setId: SwapSetId): { drawingIds: DrawingId[]; frames: number[] } | null {
  const set = setById(doc, setId);
  const of = (shape: string) =>
    drawingsOf(doc, set).find((one) => one.shape === shape && one.mood === set.moods[0])?.id;
  const [open, half, shut] = [defaultOf(doc, set).id, of('half'), of('shut')];
  return half && shut ? { drawingIds: [open, half, shut, half], frames: [60, 1, 2, 1] } : null;
}

/** Lets a look go. @throws LimberError `not-found` */
export function dropLook(doc: CharacterDoc, id: LookRow['id']): { diff: Diff; name: string } {
  return dropped(doc.looks, id, 'look');
}

/** Lets a cycle go. @throws LimberError `not-found` */
export function dropCycle(doc: CharacterDoc, id: CycleRow['id']): { diff: Diff; name: string } {
  return dropped(doc.cycles, id, 'cycle');
}

function dropped(rows: readonly (LookRow | CycleRow)[], id: string, what: string): { diff: Diff; name: string } {
  const row = rows.find((one) => one.id === id);
  if (!row) throw new LimberError('not-found', `That ${what} is no longer there.`);
  const diff = new DiffBuilder();
  diff.remove(row);
  return { diff: diff.build(), name: row.name };
}
