import { ownersAtRest } from '../cut/owners.js';
import { drawOrder } from '../document/family.js';
import type { CharacterDoc, PieceId, ViewId } from '../document/rows.js';
import type { ViewArt } from '../document/view-art.js';
import type { Place } from '../errors.js';

/** A border that was cut where nothing in the design tells the two pieces apart. */
export interface DoubtfulBorder {
  pieces: [PieceId, PieceId];
  /** px of the whole border. */
  length: number;
  place: Place;
}

/** How far to either side of a border a line or another colour is looked for: px, and the share of the canvas's shorter side. */
const REACH = 4;
const REACH_SHARE = 1 / 400;
/** The difference of a channel that an eye sees as an edge. */
const EDGE = 24;
/** More of a border than this without an edge is doubtful; one shorter than this many reaches is but a corner. */
const BLANK = 0.4;
const SHORTEST = 4;

/**
 * Borders between pieces that run through paint of one colour with no line there: a sleeve cut from a coat, an elbow.
 * @param art the design and the pieces' faces
 */
export function doubtfulBorders(doc: CharacterDoc, viewId: ViewId, art: ViewArt): DoubtfulBorder[] {
  const { owner, width, height } = ownersAtRest(doc, viewId, art);
  const { data } = art.design;
  const order = drawOrder(doc, viewId);
  const reach = Math.max(REACH, Math.round(REACH_SHARE * Math.min(width, height)));
  const differ = (i: number, j: number) =>
    Math.max(
      Math.abs(data[4 * i] - data[4 * j]),
      Math.abs(data[4 * i + 1] - data[4 * j + 1]),
      Math.abs(data[4 * i + 2] - data[4 * j + 2]),
    );
  const found = new Map<number, { pieces: [number, number]; all: number; blank: number; x: number; y: number }>();
  const look = (x: number, y: number, step: number, room: number) => {
    const i = y * width + x;
    const [one, other] = [owner[i], owner[i + step]];
    if (one === other || one === 0 || other === 0) return;
    const pieces: [number, number] = one < other ? [one, other] : [other, one];
    const key = pieces[0] * order.length + pieces[1];
    const pair = found.get(key) ?? { pieces, all: 0, blank: 0, x: 0, y: 0 };
    found.set(key, pair);
    pair.all++;
    const far = Math.min(reach, room);
    for (let k = -far; k < far; k++)
      if (differ(i + k * step, i + (k + 1) * step) >= EDGE || differ(i - far * step, i + k * step) >= EDGE) return;
    pair.blank++;
    pair.x += x;
    pair.y += y;
  };
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      if (x + 1 < width) look(x, y, 1, Math.min(x, width - 1 - x));
      if (y + 1 < height) look(x, y, width, Math.min(y, height - 1 - y));
    }
  return [...found.values()]
    .filter(({ all, blank }) => all > SHORTEST * reach && blank > BLANK * all)
    .map(({ pieces, all, blank, x, y }) => ({
      pieces: [order[pieces[0] - 1].id, order[pieces[1] - 1].id],
      length: all,
      place: { x: Math.round(x / blank), y: Math.round(y / blank) },
    }));
}
