import type { CharacterDoc, ViewId } from '../document/rows.js';
import type { ViewArt } from '../document/view-art.js';
import { comingIntoView } from './coming-into-view.js';
import { bareOf, type Bare } from './find-bare.js';
import { unpaintedOf } from './unpainted.js';

/**
 * What of a piece comes into view bare; null for nothing. Only what has no paint is looked for, so that a piece that is
 * painted all through is done with at once: for a check that is all there is to know.
 * @param index the piece's place in the draw order
 * @param art pictures of this piece and of all that are drawn after it
 */
export function bareOfPiece(doc: CharacterDoc, viewId: ViewId, art: ViewArt, index: number): Bare | null {
  const unpainted = unpaintedOf(doc, viewId, art, index);
  return unpainted && bareOf(doc, viewId, art, comingIntoView(doc, viewId, art, index, unpainted));
}
