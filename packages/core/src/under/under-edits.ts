import { DiffBuilder } from '../document/diff.js';
import { pieceById } from '../document/find.js';
import type { CharacterDoc, Diff, PieceId, SheetRef } from '../document/rows.js';

/** Gives pieces other paint beneath, or none. @throws LimberError `not-found` */
export function paintBeneath(doc: CharacterDoc, sheets: ReadonlyMap<PieceId, SheetRef | null>): Diff {
  const diff = new DiffBuilder();
  for (const [id, beneath] of sheets) diff.update(pieceById(doc, id), { beneath });
  return diff.build();
}

/** Says that nothing of a piece goes on beneath what hides it, or that its proposed shape counts again. @throws LimberError `not-found` */
export function setEndsHere(doc: CharacterDoc, pieceId: PieceId, endsHere: boolean): Diff {
  const diff = new DiffBuilder();
  diff.update(pieceById(doc, pieceId), { endsHere });
  return diff.build();
}
