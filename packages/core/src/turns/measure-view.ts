import { deriveKey, placeOf } from '../document/keys.js';
import { drawOrder, partOf } from '../document/family.js';
import type { CharacterDoc, PartRow, PieceRow, ViewId } from '../document/rows.js';
import { isFlat } from '../document/usual-views.js';
import type { Measure } from '../document/view-check.js';
import { viewById } from '../document/view-edits.js';
import { isOfPeople, planOf } from '../plan/plan.js';
import { ownersAtRest, type OwnerMap } from '../cut/owners.js';
import { takePalette } from '../cut/palette.js';
import { paintArea, paintBounds, type PlacedBitmap, type Rect } from '../raster/bitmap.js';
import type { Rgb } from '../raster/colour.js';
import { fromHex } from '../raster/colour.js';
import { INSIDE, connectedRegions, coverageOf } from '../raster/mask.js';
import { anyPaint } from '../raster/sample.js';
import { figuresOnSheet } from './cut-sheet.js';
import { coveredParts } from './covered-parts.js';
import { readiness, type PoseFinding } from './readiness.js';

/** A piece as it shows in its view, px of the canvas. */
export interface PieceMeasure {
  bounds: Rect;
  /** Where it ends above and below; null where something in front hides that end. */
  top: number | null;
  bottom: number | null;
  /** Does something in front begin at one of these ends, so that a little of it may be hidden? */
  nearly: boolean;
  /** Does something in front hide any of it? */
  covered: boolean;
  /** From end to end along a limb that is drawn longer than wide; null for what is no limb, or where an end is hidden. */
  length: number | null;
  /** Its main colours, the largest first; those with little of it are left out. */
  colours: Rgb[];
  /** Pixels that show. */
  area: number;
}

/** A view as it is compared with others. */
export interface ViewMeasure {
  /** The design's paint; null for an empty one. */
  bounds: Rect | null;
  /** The figures that stand on it, px: several on a sheet that is not cut into views yet. */
  figures: Rect[];
  /** What in its pose will make separating hard. */
  pose: PoseFinding[];
  /** By place in the draw order. */
  pieces: (PieceMeasure | null)[];
}

/** Rows of a piece from its very end that are looked at, as a share of its height, and at least px. */
const END = 0.03;
const LEAST_END = 3;
/** Where a share of an end lies beneath something in front, it is not known where it truly ends. */
const HIDDEN_END = 0.3;
/** Nor where it still goes outwards by this slope as it meets what is in front, looked at over a share of the width, and px. */
const STEEP = 0.2;
const ALONG = 0.03;
const LEAST_ALONG = 4;
/** px of border with something in front from which on a piece is partly covered. */
const COVERED = 3;
/** Beside a pixel and beyond it. */
const OPEN = [
  [0, 1],
  [-1, 0],
  [1, 0],
] as const;
/** A limb is longer than wide by this, and hangs no farther from upright than this, rad. */
const LONG = 1.7;
const HANGS = (50 * Math.PI) / 180;
/** A colour with less of a piece than this is none of its main ones. */
const MAIN = 0.12;

/** What a view is compared by: measured once for the same design, faces and order. */
export function viewMeasure(doc: CharacterDoc, viewId: ViewId): Measure<ViewMeasure> {
  const order = drawOrder(doc, viewId);
  const limbs = order.map((piece) => limbOf(doc, piece));
  const { key, designBlob } = viewById(doc, viewId);
  const plan = planOf(doc.character);
  const shot = doc.character.plan?.shot ?? null;
  const known = { isPerson: isOfPeople(plan), isFlat: isFlat(key), shot };
  const parts = order.map((piece) => {
    const { group, part } = partOf(doc, piece);
    return { group, part };
  });
  return {
    key: deriveKey('turn 10', [designBlob, order.map(({ face }) => placeOf(face)), limbs, parts, known]),
    what: 'Measuring the view',
    measure: (art) => {
      const owners = ownersAtRest(doc, viewId, art);
      const pieces = order.map(({ id }, at) => {
        const face = art.pieces.get(id)?.face;
        return face ? measurePiece(face, at, owners, limbs) : null;
      });
      const found = connectedRegions(coverageOf(art.design));
      const figures = figuresOnSheet(found, art.design.width);
      const faces = order.map(({ id }) => art.pieces.get(id)?.face ?? null);
      const pose = [...readiness(art.design, found, figures, known), ...coveredParts(faces, parts, owners)];
      return { bounds: paintBounds(art.design), figures, pose, pieces };
    },
  };
}

/**
 * The limb that a piece belongs to: what is cut from one limb ends at its cut, and is not hidden there. Parts of one group
 * that hang from one another are a limb; hair in front and behind is none.
 */
export function limbOf(doc: CharacterDoc, piece: PieceRow): string {
  const own = partOf(doc, piece);
  const isAlike = ({ group, side, part }: PartRow) => group === own.group && side === own.side && part !== null;
  const inChain =
    isAlike(own) && doc.parts.some((part) => isAlike(part) && (part.id === own.parentId || part.parentId === own.id));
  return inChain ? `${own.group}/${own.side ?? ''}` : piece.id;
}

function measurePiece(
  face: PlacedBitmap,
  index: number,
  owners: OwnerMap,
  limbs: readonly string[],
): PieceMeasure | null {
  const bounds = paintBounds(face);
  if (!bounds) return null;
  const isHiddenAt = (x: number, y: number): boolean => {
    if (x < 0 || y < 0 || x >= owners.width || y >= owners.height) return false;
    const owner = owners.owner[y * owners.width + x] - 1;
    return owner > index && limbs[owner] !== limbs[index];
  };
  const isPaint = (x: number, y: number) => anyPaint([face], x, y);
  const reach = Math.max(LEAST_END, Math.round(bounds.height * END));
  /** How the end on this side (-1 above, 1 below) is seen: something in front that begins there may hide the true one. */
  const lookAtEnd = (way: -1 | 1): 'seen' | 'nearly' | 'hidden' => {
    const end = way < 0 ? bounds.y : bounds.y + bounds.height - 1;
    let [hidden, all] = [0, 0];
    const junctions: number[] = [];
    for (let x = bounds.x; x < bounds.x + bounds.width; x++)
      for (let k = 0; k < reach; k++) {
        const y = end - way * k;
        if (!isPaint(x, y)) continue;
        const open = OPEN.filter(([dx, dy]) => !isPaint(x + dx, y + dy * way));
        const covered = open.filter(([dx, dy]) => isHiddenAt(x + dx, y + dy * way));
        all += open.length;
        hidden += covered.length;
        if (covered.length > 0) junctions.push(x);
      }
    if (all === 0 || hidden >= HIDDEN_END * all) return 'hidden';
    if (junctions.length === 0) return 'seen';
    return junctions.some((x) => runsOn(x, end, way)) ? 'hidden' : 'nearly';
  };
  /** Does the contour still go outwards where it meets what is in front? */
  const runsOn = (x: number, end: number, way: -1 | 1): boolean => {
    const along = Math.max(LEAST_ALONG, Math.round(bounds.width * ALONG));
    const depthAt = (column: number): number => {
      for (let k = 0; k < along; k++) if (isPaint(column, end - way * k)) return k;
      return along;
    };
    const inwards = [-along, along].filter((by) => depthAt(x + by) < along || isPaint(x + by, end - way * along));
    return inwards.length > 0 && inwards.every((by) => depthAt(x + by) - depthAt(x) > STEEP * along);
  };
  const isCovered = (): boolean => {
    let count = 0;
    for (let y = bounds.y; y < bounds.y + bounds.height; y++)
      for (let x = bounds.x; x < bounds.x + bounds.width; x++) {
        if (!isPaint(x, y) || !(isHiddenAt(x + 1, y) || isHiddenAt(x - 1, y))) continue;
        if (++count >= COVERED) return true;
      }
    return false;
  };
  const [above, below] = [lookAtEnd(-1), lookAtEnd(1)];
  const top = above === 'hidden' ? null : bounds.y;
  const bottom = below === 'hidden' ? null : bounds.y + bounds.height;
  return {
    bounds,
    top,
    bottom,
    nearly: above === 'nearly' || below === 'nearly',
    covered: isCovered(),
    length: top !== null && bottom !== null ? lengthOf(face) : null,
    colours: takePalette(face, 4)
      .filter(({ share }) => share >= MAIN)
      .map(({ hex }) => fromHex(hex)),
    area: paintArea(face),
  };
}

/** From end to end along the axis of a shape that is clearly longer than wide and hangs or stands, px; null for any other. */
function lengthOf({ data, width, height }: PlacedBitmap): number | null {
  let [count, sx, sy, sxx, sxy, syy] = [0, 0, 0, 0, 0, 0];
  for (let y = 0, i = 3; y < height; y++)
    for (let x = 0; x < width; x++, i += 4) {
      if (data[i] <= INSIDE) continue;
      count++;
      sx += x;
      sy += y;
      sxx += x * x;
      sxy += x * y;
      syy += y * y;
    }
  if (count === 0) return null;
  const [mx, my] = [sx / count, sy / count];
  const [vxx, vxy, vyy] = [sxx / count - mx * mx, sxy / count - mx * my, syy / count - my * my];
  const spread = Math.hypot(vxx - vyy, 2 * vxy);
  const [most, least] = [(vxx + vyy + spread) / 2, (vxx + vyy - spread) / 2];
  if (Math.sqrt(most) < LONG * Math.sqrt(Math.max(0, least))) return null;
  const angle = Math.atan2(2 * vxy, vxx - vyy) / 2;
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  if (Math.abs(sin) < Math.cos(HANGS)) return null;
  let [from, to] = [Infinity, -Infinity];
  for (let y = 0, i = 3; y < height; y++)
    for (let x = 0; x < width; x++, i += 4) {
      if (data[i] <= INSIDE) continue;
      const along = x * cos + y * sin;
      from = Math.min(from, along);
      to = Math.max(to, along);
    }
  return to - from + 1;
}
