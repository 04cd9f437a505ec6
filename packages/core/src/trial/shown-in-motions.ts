import { drawOrder } from '../document/family.js';
import type { CharacterDoc, ViewId } from '../document/rows.js';
import { imageOf, type ViewArt } from '../document/view-art.js';
import type { Place } from '../errors.js';
import { cellsOfMask } from '../under/cells.js';
import { bareCells, placesOf } from '../under/find-bare.js';
import type { ViewUnder } from '../under/propose-under.js';
import { seenAt } from '../under/sight.js';
import { standIn } from './standing.js';
import { tellingFrames } from './telling-frames.js';

/**
 * What comes into view, with what the motions show besides: more joints turn in them at once than any two that meet, so that
 * places without paint are seen which no joint shows by itself (geometry.md, Coming into view).
 * @param art pictures of all pieces
 */
export function withMotions(doc: CharacterDoc, viewId: ViewId, art: ViewArt, under: ViewUnder): ViewUnder {
  const order = drawOrder(doc, viewId);
  const frames = tellingFrames(doc, viewId).map(({ pose }) => standIn(doc, viewId, art, pose));
  const intoView = under.intoView.map((one) => {
    const index = order.findIndex(({ id }) => id === one.pieceId);
    const shape = under.shapes.get(one.pieceId);
    // What bends along a line does not lie still enough to be asked about cell by cell.
    if (!shape || order[index].soft) return one;
    // Of the same shape, in the same cells as what comes into view.
    const unpainted = bareCells(cellsOfMask(shape.hidden, art.design), imageOf(art, one.pieceId));
    const { size, width } = unpainted;
    const at = ({ x, y }: Place) => (Math.floor(y / size) - unpainted.y) * width + Math.floor(x / size) - unpainted.x;
    const shown = one.shows.data.slice();
    let left = placesOf(unpainted).filter((place) => shown[at(place)] === 0);
    for (const standing of frames) {
      if (left.length === 0 || standing.turns.length === 0) continue;
      const sight = seenAt(doc, viewId, standing.turns, index, art, unpainted, standing);
      left = left.filter((place) => {
        if (!sight.isSeen(place.x, place.y)) return true;
        shown[at(place)] = 255;
        return false;
      });
    }
    return { ...one, shows: { ...one.shows, data: shown } };
  });
  return { ...under, intoView };
}
