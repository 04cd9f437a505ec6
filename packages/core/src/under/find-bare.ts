import { composePiece } from '../document/compose-piece.js';
import { drawOrder } from '../document/family.js';
import type { CharacterDoc, JointRow, PieceId, ViewId } from '../document/rows.js';
import type { ViewArt } from '../document/view-art.js';
import type { Place } from '../errors.js';
import { sweptRange } from '../joints/prove-joint.js';
import type { PlacedBitmap } from '../raster/bitmap.js';
import { hasPaint } from '../raster/sample.js';
import type { Cells } from './cells.js';
import type { IntoView } from './coming-into-view.js';
import { countSeen, seenAt, type Sight, type Turn } from './sight.js';

/** What of a piece comes into view without paint. */
export interface Bare {
  pieceId: PieceId;
  /** px. */
  area: number;
  /** The turns that show most of it, and where it first shows on the way there, degrees of the last of them. */
  turns: readonly Turn[];
  first: number;
  /** A place in the midst of it, at rest. */
  place: Place;
}

/** Angles of a joint's range that are looked at for the one that shows most. */
const ANGLES = 12;
/** Fewer cells than this are but the rim of something. */
const RIM = 4;
/** Bare places of a piece that are looked at for that angle, at most. */
const LOOKS = 500;

/** Those of some cells in whose middle an image has no paint. */
export function bareCells(cells: Cells, image: PlacedBitmap | null): Cells {
  const { size, x, y, width, height } = cells;
  const middle = size >> 1;
  const bare = new Uint8Array(cells.data.length);
  for (let row = 0, i = 0; row < height; row++)
    for (let column = 0; column < width; column++, i++)
      if (cells.data[i] > 0 && !(image && hasPaint(image, (x + column) * size + middle, (y + row) * size + middle)))
        bare[i] = 255;
  return { ...cells, data: bare };
}

/** px of what comes into view that have no paint; a few cells of a rim do not count. */
export function bareIn({ shows }: IntoView, image: PlacedBitmap | null): number {
  return areaOf(placesOf(bareCells(shows, image)), shows);
}

function areaOf(places: readonly Place[], { size }: Cells): number {
  return places.length < RIM ? 0 : places.length * size ** 2;
}

/** The bare places of a view's pieces, the largest first. */
export function findBare(doc: CharacterDoc, viewId: ViewId, art: ViewArt, intoView: readonly IntoView[]): Bare[] {
  return intoView.flatMap((one) => bareOf(doc, viewId, art, one) ?? []).sort((a, b) => b.area - a.area);
}

/**
 * What of a piece comes into view bare; null for nothing.
 * @param art pictures of this piece and of all that are drawn after it
 */
export function bareOf(doc: CharacterDoc, viewId: ViewId, art: ViewArt, intoView: IntoView): Bare | null {
  const sheets = art.pieces.get(intoView.pieceId);
  const bare = placesOf(bareCells(intoView.shows, sheets ? composePiece(sheets) : null));
  const area = areaOf(bare, intoView.shows);
  if (area === 0) return null;
  const index = drawOrder(doc, viewId).findIndex(({ id }) => id === intoView.pieceId);
  const { turns, first } = mostAt(doc, intoView, bare, (all) => seenAt(doc, viewId, all, index, art, intoView.shows));
  return { pieceId: intoView.pieceId, area, turns, first, place: midst(bare) };
}

/** The middles of cells above 0, px. */
export function placesOf({ data, x, y, width, height, size }: Cells): Place[] {
  const places: Place[] = [];
  for (let row = 0, i = 0; row < height; row++)
    for (let column = 0; column < width; column++, i++)
      if (data[i] > 0) places.push({ x: (x + column + 0.5) * size, y: (y + row + 0.5) * size });
  return places;
}

/** Of the places the one that is nearest to their middle. */
export function midst(places: readonly Place[]): Place {
  const x = places.reduce((sum, place) => sum + place.x, 0) / places.length;
  const y = places.reduce((sum, place) => sum + place.y, 0) / places.length;
  const far = (place: Place) => Math.hypot(place.x - x, place.y - y);
  const nearest = places.reduce((best, place) => (far(place) < far(best) ? place : best), places[0]);
  return { x: nearest.x, y: nearest.y };
}

/** The turns that show most of some bare places, and the angle nearest to rest at which any of them shows. */
function mostAt(
  doc: CharacterDoc,
  { by }: IntoView,
  bare: readonly Place[],
  sightAt: (turns: readonly Turn[]) => Sight,
): Pick<Bare, 'turns' | 'first'> {
  const stride = Math.ceil(bare.length / LOOKS);
  const looks = bare.filter((_, at) => at % stride === 0);
  let most = { count: -1, turns: by[0], first: 0 };
  for (const turns of by) {
    const [{ jointId, angle: end }] = turns.slice(-1);
    const angles = turns.length > 1 ? [end] : anglesOf(doc.joints.find(({ id }) => id === jointId));
    const counts = angles.map((angle) => countSeen(looks, sightAt([...turns.slice(0, -1), { jointId, angle }])));
    const best = counts.indexOf(Math.max(...counts));
    if (counts[best] <= most.count) continue;
    const first = angles.filter((_, at) => counts[at] > 0).sort((a, b) => Math.abs(a) - Math.abs(b))[0];
    const turned = [...turns.slice(0, -1), { jointId, angle: angles[best] }];
    most = { count: counts[best], turns: turned, first: first ?? angles[best] };
  }
  return { turns: most.turns, first: most.first };
}

/** Whole degrees over a joint's range. */
function anglesOf(joint: JointRow | undefined): number[] {
  const [low, high] = joint ? sweptRange(joint) : [0, 0];
  return Array.from({ length: ANGLES + 1 }, (_, k) => Math.round(low + ((high - low) * k) / ANGLES));
}
