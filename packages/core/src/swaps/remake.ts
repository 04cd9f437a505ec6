import { deriveKey, drawnAs, placeOf } from '../document/keys.js';
import type { CharacterDoc, DrawingId, DrawingRow, DrawingViewRow, SheetsOf, ViewId } from '../document/rows.js';
import { drawingById, inView, pieceOfSet, setById } from './find-swaps.js';

/** What a drawing looks like in a view, as a key; the default one looks as its piece does. Empty where it is not there. */
export function lookOf(doc: CharacterDoc, drawing: DrawingRow, viewId: ViewId, sheets: SheetsOf): string {
  if (drawing.isDefault) {
    const piece = pieceOfSet(doc, setById(doc, drawing.setId), viewId);
    return piece ? deriveKey('looks 1', drawnAs(piece, sheets)) : '';
  }
  return placeOf(inView(doc, drawing.id, viewId)?.picture);
}

/** The drawings of a view that were made of one that looks otherwise now, those first of which others are made. */
export function toRemake(doc: CharacterDoc, viewId: ViewId, sheets: SheetsOf): DrawingViewRow[] {
  const stale = new Set<DrawingId>();
  const made = doc.drawingViews.filter((row) => row.viewId === viewId && row.madeOf !== null);
  const found: DrawingViewRow[] = [];
  // Each round takes those that are made of what the last one changed; there are as many rounds as drawings, at most.
  for (let round = made; round.length > 0;) {
    const next = round.filter(({ madeOf, madeKey }) => {
      if (madeOf === null) return false;
      const of = drawingById(doc, madeOf);
      const look = lookOf(doc, of, viewId, sheets);
      return stale.has(madeOf) || (look !== '' && look !== madeKey);
    });
    for (const row of next) {
      stale.add(row.drawingId);
      found.push(row);
    }
    if (next.length === 0) break;
    round = round.filter((row) => !stale.has(row.drawingId));
  }
  return found;
}

/** Would a drawing be made of itself, by way of others? */
export function isMadeOf(doc: CharacterDoc, viewId: ViewId, drawingId: DrawingId, of: DrawingId): boolean {
  const seen = new Set<DrawingId>();
  for (
    let at: DrawingId | null = drawingId;
    at !== null && !seen.has(at);
    at = inView(doc, at, viewId)?.madeOf ?? null
  ) {
    if (at === of) return true;
    seen.add(at);
  }
  return false;
}
