import { drawOrder, partOf } from '../document/family.js';
import { labelFor } from '../document/naming.js';
import type { CharacterDoc, PieceId, ViewId } from '../document/rows.js';
import { median } from '../raster/statistics.js';
import type { ViewMeasure } from './measure-view.js';

/** How far the two of a pair differ, px. */
interface PairDifference {
  /** The part without its side. */
  word: string;
  pieceIds: [PieceId, PieceId];
  /** By which A is higher than B; null where an end of one is hidden. */
  size: number | null;
  /** By which A's middle lies lower. */
  lower: number;
  /** By which A lies farther from the axis. */
  out: number;
}

/** A view's axis and its pairs, those that differ most first. */
export interface Symmetry {
  /** px from the left. */
  axis: number;
  pairs: PairDifference[];
}

/** How far left and right differ in a view, by its parts with a side; null where it has no pair. */
export function measureSymmetry(doc: CharacterDoc, viewId: ViewId, measure: ViewMeasure): Symmetry | null {
  const sided = drawOrder(doc, viewId).flatMap((piece, at) => {
    const part = partOf(doc, piece);
    const found = measure.pieces[at];
    return found && part.side ? [{ id: piece.id, part, word: labelFor({ ...part, side: null }), found }] : [];
  });
  const both = sided.flatMap((a) => {
    if (a.part.side !== 'A') return [];
    const b = sided.find(({ part, word }) => part.side === 'B' && word === a.word);
    return b ? [{ a, b }] : [];
  });
  if (both.length === 0) return null;
  const centre = ({ found: { bounds } }: (typeof sided)[number]) => ({
    x: bounds.x + bounds.width / 2,
    y: bounds.y + bounds.height / 2,
  });
  const axis = median(both.map(({ a, b }) => (centre(a).x + centre(b).x) / 2));
  const pairs = both.map(({ a, b }): PairDifference => {
    const [here, there] = [centre(a), centre(b)];
    const height = ({ found: { top, bottom } }: (typeof sided)[number]) =>
      top === null || bottom === null ? null : bottom - top;
    const [own, other] = [height(a), height(b)];
    return {
      word: a.word,
      pieceIds: [a.id, b.id],
      size: own === null || other === null ? null : own - other,
      lower: here.y - there.y,
      out: Math.abs(here.x - axis) - Math.abs(there.x - axis),
    };
  });
  const most = (pair: PairDifference) => Math.max(...[pair.size ?? 0, pair.lower, pair.out].map(Math.abs));
  return { axis, pairs: pairs.sort((a, b) => most(b) - most(a)) };
}
