import { drawOrder } from '../document/family.js';
import type { CharacterDoc, PieceId, ViewId } from '../document/rows.js';
import type { ViewArt } from '../document/view-art.js';
import { ownersAtRest } from '../cut/owners.js';
import { colourDistance, type Rgb } from '../raster/colour.js';
import { median } from '../raster/statistics.js';
import { limbOf } from './measure-view.js';

/** One piece that lies in front of another, by what is drawn where they meet. */
export interface Covering {
  front: PieceId;
  behind: PieceId;
  /** px of their border. */
  length: number;
  /** 0.5 to 1: by how much of it. */
  sure: number;
}

/** px into a piece from its border at which its outline is looked for, clear of the soft rim. */
const INTO = [2, 3];
/** Colours nearer to the outline's than this are outline. */
const LINE = 10;
/** px of border, and the share of it, from which on it tells anything. */
const LEAST = 12;
const LEAST_SURE = 0.75;

/**
 * Which piece lies in front where two meet, by the outline: the one in front has its own along their border, the other one goes
 * on beneath it. Art without an outline tells nothing, nor do stretches of one limb.
 */
export function whoCovers(doc: CharacterDoc, viewId: ViewId, art: ViewArt): Covering[] {
  const order = drawOrder(doc, viewId);
  const owners = ownersAtRest(doc, viewId, art);
  const line = outlineOf(art);
  if (!line) return [];
  const { width, height } = art.design;
  const limbs = order.map((piece) => limbOf(doc, piece));
  const votes = new Map<number, { length: number; own: number; other: number }>();
  const isLine = (x: number, y: number, owner: number): boolean | null => {
    if (x < 0 || y < 0 || x >= width || y >= height || owners.owner[y * width + x] !== owner) return null;
    const i = (y * width + x) * 4;
    return colourDistance([art.design.data[i], art.design.data[i + 1], art.design.data[i + 2]], line) < LINE;
  };
  const meets = (x: number, y: number, dx: number, dy: number): void => {
    const [a, b] = [owners.owner[y * width + x], owners.owner[(y + dy) * width + x + dx]];
    if (a === 0 || b === 0 || a === b || limbs[a - 1] === limbs[b - 1]) return;
    const [low, high] = a < b ? [a, b] : [b, a];
    // From the border into either piece.
    const sign = a < b ? -1 : 1;
    const [lx, ly] = a < b ? [x, y] : [x + dx, y + dy];
    const [hx, hy] = a < b ? [x + dx, y + dy] : [x, y];
    const into = (px: number, py: number, owner: number, way: number) =>
      INTO.map((k) => isLine(px + way * k * dx, py + way * k * dy, owner));
    const lowLine = into(lx, ly, low, sign).some((is) => is === true);
    const highLine = into(hx, hy, high, -sign).some((is) => is === true);
    const key = low * 65_536 + high;
    const vote = votes.get(key) ?? { length: 0, own: 0, other: 0 };
    vote.length++;
    if (lowLine && !highLine) vote.own++;
    if (highLine && !lowLine) vote.other++;
    votes.set(key, vote);
  };
  for (let y = 0; y < height - 1; y++)
    for (let x = 0; x < width - 1; x++) {
      const at = y * width + x;
      const own = owners.owner[at];
      // Most of a canvas is no border, and is passed over without a call.
      if (own !== owners.owner[at + 1]) meets(x, y, 1, 0);
      if (own !== owners.owner[at + width]) meets(x, y, 0, 1);
    }
  return [...votes].flatMap(([key, { length, own, other }]): Covering[] => {
    const told = own + other;
    const sure = Math.max(own, other) / Math.max(1, told);
    if (told < LEAST || sure < LEAST_SURE) return [];
    const [low, high] = [order[Math.floor(key / 65_536) - 1].id, order[(key % 65_536) - 1].id];
    return [own > other ? { front: low, behind: high, length, sure } : { front: high, behind: low, length, sure }];
  });
}

/** px from the silhouette's edge at which the outline is looked for, and at which it has ended. */
const RIM = 3;
const WITHIN = 18;
/** The figure has an outline where so much of its rim is of one colour, and so much of that is something else farther in. */
const MOSTLY = 0.6;

/** The colour that runs along the figure's silhouette, if one does; null for art without an outline. */
function outlineOf({ design }: ViewArt): Rgb | null {
  const { width, height, data } = design;
  const rims: { rim: Rgb; within: Rgb }[] = [];
  const rgbAt = (i: number): Rgb => [data[i * 4], data[i * 4 + 1], data[i * 4 + 2]];
  const isSolid = (i: number) => data[i * 4 + 3] === 255;
  const isClear = (i: number) => data[i * 4 + 3] === 0;
  for (let y = 0; y < height; y++)
    for (let x = WITHIN; x < width - WITHIN; x++) {
      const at = y * width + x;
      if (!isSolid(at)) continue;
      for (const way of [-1, 1])
        if (isClear(at - way * RIM) && isSolid(at + way * (WITHIN - RIM)))
          rims.push({ rim: rgbAt(at), within: rgbAt(at + way * (WITHIN - RIM)) });
    }
  if (rims.length === 0) return null;
  const channel = (c: 0 | 1 | 2) => median(rims.map(({ rim }) => rim[c]));
  const colour: Rgb = [channel(0), channel(1), channel(2)];
  const alike = rims.filter(({ rim }) => colourDistance(rim, colour) < LINE);
  const ends = alike.filter(({ within }) => colourDistance(within, colour) >= LINE);
  return alike.length >= MOSTLY * rims.length && ends.length >= MOSTLY * alike.length ? colour : null;
}
