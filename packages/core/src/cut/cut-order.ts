import { pieceName } from '../document/family.js';
import { pieceById } from '../document/find.js';
import { mergeSheets } from '../document/compose-piece.js';
import type { CharacterDoc, PieceId, ViewId } from '../document/rows.js';
import type { ViewArt } from '../document/view-art.js';
import { refuse, type Refusal } from '../errors.js';
import { cropPlaced, intersectRects, paintArea, wordsOf, type PlacedBitmap } from '../raster/bitmap.js';
import { uniteMasks, type PlacedMask } from '../raster/mask.js';
import { growMask, holesOf, islandsOf, shrinkMask } from '../raster/morphology.js';
import { fillLoop, isTangled } from '../raster/polygon.js';
import { fromRuns, type MaskRuns } from '../raster/runs.js';
import { crossCut } from './cross-cut.js';
import { nibMask } from './nib-mask.js';
import { uncutMask } from './offcuts.js';
import { mapOwners } from './owners.js';
import { sweepUp } from './sweep-up.js';
import { uncutOf } from './rest-match.js';
import { splitOwn } from './split-own.js';
import { faceMask, giveBackPixels, takePixels } from './take.js';

/** A cut as the artist asked for it; points are x, y pairs, px. `pieceId` null stands for a piece that the cut makes. */
export type CutOrder =
  | { op: 'take'; targets: { pieceId: string | null; mask: MaskRuns }[] }
  | { op: 'copy'; pieceId: string; mask: MaskRuns }
  | { op: 'trace'; pieceId: string | null; loop: number[] }
  | { op: 'give-back'; pieceId: string | null; loop: number[] }
  /** A round nib's stroke, x, y and radius by threes (see `nibMask`): adds to a piece, or takes away from it. */
  | { op: 'nib'; pieceId: string | null; stroke: number[]; hardness: number; away: boolean }
  | { op: 'cross'; pieceId: string | null; line: number[]; take: 'left' | 'right' }
  | { op: 'take-rest'; pieceId: string | null }
  | { op: 'sweep-up'; place: { x: number; y: number } | null }
  | { op: 'reshape'; pieceId: string; by: number }
  | { op: 'fill-holes'; pieceId: string }
  | { op: 'split-islands'; pieceId: string }
  | { op: 'merge'; pieceId: string; goneIds: string[] };

/** A piece's sheets after a cut; what is not given stays. */
export interface ChangedSheets {
  face?: PlacedBitmap;
  own?: PlacedBitmap | null;
  extra?: PlacedBitmap | null;
  beneath?: PlacedBitmap | null;
}

/** What a cut comes to. */
export interface CutOutcome {
  ok: true;
  sheets: { pieceId: PieceId; change: ChangedSheets }[];
  /** Sheets of the pieces that it makes, in the order of the order's targets. */
  fresh: { face: PlacedBitmap; own: PlacedBitmap | null }[];
  /** Pixels that changed hands. */
  area: number;
  /** Sweep up: how many offcuts went to a piece, and how many touch none. */
  swept?: number;
  left?: number;
}

type Faces = Map<string, PlacedBitmap | null>;

/** Stands for the pieces that the cut makes, among the faces: `fresh:0`, `fresh:1`. */
const FRESH = 'fresh:';

/** Computes a cut from a view's pictures. Pure: the art given is not changed. */
export function cutByOrder(doc: CharacterDoc, viewId: ViewId, art: ViewArt, order: CutOrder): CutOutcome | Refusal {
  const faces: Faces = new Map();
  for (const [id, sheets] of art.pieces) faces.set(id, sheets.face);
  const nameOf = (id: string) => (id.startsWith(FRESH) ? 'the new piece' : pieceName(doc, pieceById(doc, id)));
  const done = (changed: Map<string, PlacedBitmap>, area: number) => outcome(art, changed, area);
  const give = (target: string, mask: PlacedMask) => {
    const taken = takePixels(art.design, faces, target, mask, nameOf);
    return taken.ok ? done(taken.changed, taken.area) : taken;
  };
  const drawn = drawnLine(order);
  if (isTangled(drawn, art.design))
    return refuse('too-tangled', 'The line is too long and tangled to be followed. Draw it more simply.');
  switch (order.op) {
    case 'sweep-up':
      return swept(art, sweepUp(doc, viewId, art, order.place));
    case 'take-rest': {
      const rest = uncutOf(art);
      if (!rest) return refuse('nothing-there', 'Everything is cut already: nothing is left over.');
      return give(order.pieceId ?? `${FRESH}0`, faceMask(rest));
    }
    case 'cross':
      return cross(art, faces, order, give);
    case 'take':
      return takeAll(art, faces, order.targets, nameOf);
    case 'copy':
      return copy(art, faces, order);
    case 'reshape':
      return reshape(art, faces, order, give, done, nameOf);
    case 'fill-holes': {
      const holes = holesOf(faceMask(faces.get(order.pieceId) as PlacedBitmap));
      if (!holes.data.some((v) => v > 0)) return refuse('nothing-there', `${nameOf(order.pieceId)} has no holes.`);
      return give(order.pieceId, holes);
    }
    case 'split-islands': {
      const islands = islandsOf(faceMask(faces.get(order.pieceId) as PlacedBitmap));
      if (islands.length < 2)
        return refuse('nothing-there', `${nameOf(order.pieceId)} is in one piece: there is no island to split off.`);
      return give(`${FRESH}0`, uniteMasks(islands.slice(1)));
    }
    case 'merge':
      return merge(art, order);
    case 'nib': {
      const mask = nibMask(art.design, order.stroke, order.hardness);
      if (mask.width === 0) return refuse('nothing-there', 'The nib did not touch the canvas.');
      if (!order.away) return give(order.pieceId ?? `${FRESH}0`, mask);
      const taken = giveBackPixels(art.design, faces, order.pieceId, mask, nameOf);
      return taken.ok ? done(taken.changed, taken.area) : taken;
    }
    default: {
      const mask = fillLoop(order.loop, art.design);
      if (mask.width === 0 || mask.height === 0)
        return refuse('nothing-there', 'The loop holds no pixel of the canvas.');
      if (order.op === 'trace') return give(order.pieceId ?? `${FRESH}0`, mask);
      const taken = giveBackPixels(art.design, faces, order.pieceId, mask, nameOf);
      return taken.ok ? done(taken.changed, taken.area) : taken;
    }
  }
}

/** The way of the hand, x, y pairs, where an order has one. */
function drawnLine(order: CutOrder): number[] {
  if ('loop' in order) return order.loop;
  if ('line' in order) return order.line;
  return 'stroke' in order ? order.stroke.filter((_, i) => i % 3 < 2) : [];
}

/** Encodes the changed faces, and shares out the paint that came with the pieces' own layers. */
function outcome(art: ViewArt, changed: Map<string, PlacedBitmap>, area: number): CutOutcome {
  const sheets: CutOutcome['sheets'] = [];
  const owns: PlacedBitmap[] = [];
  const receivers = [...changed.keys()].filter(
    (id) => id.startsWith(FRESH) || grows(art.pieces.get(id)?.face ?? null, changed.get(id)),
  );
  for (const [id, face] of changed) {
    if (id.startsWith(FRESH)) continue;
    const change: ChangedSheets = { face };
    const before = art.pieces.get(id);
    if (before?.own && before.face && !receivers.includes(id)) {
      const { kept, given } = splitOwn(before.own, before.face, face);
      change.own = kept;
      if (given) owns.push(given);
    }
    sheets.push({ pieceId: id, change });
  }
  const fresh: CutOutcome['fresh'] = [];
  for (const [id, face] of changed) {
    if (!id.startsWith(FRESH)) continue;
    // Several new pieces at once come from proposals, where nothing has layers of its own.
    const own = receivers.length === 1 ? mergeSheets(owns) : null;
    fresh[Number(id.slice(FRESH.length))] = { face, own };
  }
  return { ok: true, sheets, fresh, area };
}

function grows(before: PlacedBitmap | null, after: PlacedBitmap | undefined): boolean {
  const count = (bitmap: PlacedBitmap | null | undefined) => (bitmap ? paintArea(bitmap) : 0);
  return count(after) > count(before);
}

/** Cuts a piece, or what is still uncut, in two; the side taken becomes the new piece. */
function cross(
  art: ViewArt,
  faces: Faces,
  order: Extract<CutOrder, { op: 'cross' }>,
  give: (target: string, mask: PlacedMask) => CutOutcome | Refusal,
): CutOutcome | Refusal {
  const face = order.pieceId ? faces.get(order.pieceId) : null;
  if (order.pieceId && !face) return refuse('not-found', 'That piece has no paint to cut.');
  const silhouette = face ? coverage(face) : uncutMask(art.design, mapOwners([...faces.values()], art.design));
  const sides = crossCut(silhouette, order.line);
  if (!sides.ok) return sides;
  return give(`${FRESH}0`, order.take === 'left' ? sides.left : sides.right);
}

/** Gives several masks to several parts, one after the other; as a whole or not at all. */
function takeAll(
  art: ViewArt,
  faces: Faces,
  targets: { pieceId: string | null; mask: MaskRuns }[],
  nameOf: (id: string) => string,
): CutOutcome | Refusal {
  const changed = new Map<string, PlacedBitmap>();
  let area = 0;
  for (const [at, { pieceId, mask: runs }] of targets.entries()) {
    const within = intersectRects(runs, art.design);
    if (within.width !== runs.width || within.height !== runs.height)
      return refuse('outside', 'The shape reaches past the canvas.', { x: runs.x, y: runs.y });
    const mask = readRuns(runs);
    if ('ok' in mask) return mask;
    const taken = takePixels(art.design, faces, pieceId ?? `${FRESH}${at}`, mask, nameOf);
    if (!taken.ok) return taken;
    area += taken.area;
    for (const [id, face] of taken.changed) {
      changed.set(id, face);
      faces.set(id, face);
    }
  }
  return outcome(art, changed, area);
}

/** The mask that came in as runs, or why it cannot be read. */
function readRuns(runs: MaskRuns): PlacedMask | Refusal {
  try {
    return fromRuns(runs);
  } catch (error) {
    if (!(error instanceof RangeError)) throw error;
    return refuse('bad-request', `The shape cannot be read: ${error.message}.`);
  }
}

/** Copies pixels into a piece's overlap and leaves them where they are. */
function copy(art: ViewArt, faces: Faces, order: Extract<CutOrder, { op: 'copy' }>): CutOutcome | Refusal {
  const face = faces.get(order.pieceId);
  if (!face) return refuse('not-found', 'Only a piece that is cut already can carry copies.');
  const mask = readRuns(order.mask);
  if ('ok' in mask) return mask;
  const paint = cropPlaced(art.design, mask);
  const own = cropPlaced(face, mask);
  const words = wordsOf(paint);
  const ownWords = wordsOf(own);
  let area = 0;
  for (let i = 0; i < words.length; i++) {
    if (mask.data[i] === 0 || ownWords[i] >>> 24 !== 0 || words[i] >>> 24 !== 255) words[i] = 0;
    else area++;
  }
  if (area === 0)
    return refuse('nothing-there', 'There is no paint of another piece in there to copy.', { x: mask.x, y: mask.y });
  const extra = mergeSheets([art.pieces.get(order.pieceId)?.extra ?? null, paint]);
  return {
    ok: true,
    sheets: [{ pieceId: order.pieceId, change: { extra } }],
    fresh: [],
    area,
  };
}

/** Grows a piece into its neighbours, or shrinks it: what it lets go of is the design's again. */
function reshape(
  art: ViewArt,
  faces: Faces,
  order: Extract<CutOrder, { op: 'reshape' }>,
  give: (target: string, mask: PlacedMask) => CutOutcome | Refusal,
  done: (changed: Map<string, PlacedBitmap>, area: number) => CutOutcome,
  nameOf: (id: string) => string,
): CutOutcome | Refusal {
  const face = faces.get(order.pieceId);
  if (!face) return refuse('not-found', 'That piece has no paint.');
  const mask = faceMask(face);
  if (order.by > 0) return give(order.pieceId, growMask(mask, order.by, art.design));
  const core = shrinkMask(mask, -order.by);
  for (let i = 0; i < core.data.length; i++) core.data[i] = mask.data[i] > 0 && core.data[i] === 0 ? 255 : 0;
  const taken = giveBackPixels(art.design, faces, order.pieceId, core, nameOf);
  return taken.ok ? done(taken.changed, taken.area) : taken;
}

/** Puts pieces into one; what was given to hold copies, and layers of their own, goes along. */
function merge(art: ViewArt, order: Extract<CutOrder, { op: 'merge' }>): CutOutcome | Refusal {
  const into = art.pieces.get(order.pieceId);
  const gone = order.goneIds.map((id) => art.pieces.get(id));
  if (!into?.face || gone.some((piece) => !piece?.face)) return refuse('not-found', 'One of the pieces has no paint.');
  const all = [into, ...gone.flatMap((piece) => piece ?? [])];
  const face = mergeSheets(all.map((piece) => piece.face)) as PlacedBitmap;
  const own = all.some((piece) => piece.own)
    ? mergeSheets([...all].reverse().map((piece) => piece.own ?? piece.face))
    : null;
  const extra = mergeSheets(all.map((piece) => piece.extra ?? null));
  const beneath = mergeSheets(all.map((piece) => piece.beneath ?? null));
  return {
    ok: true,
    sheets: [{ pieceId: order.pieceId, change: { face, own, extra, beneath } }],
    fresh: [],
    area: paintArea(face) - paintArea(into.face),
  };
}

function coverage(face: PlacedBitmap): PlacedMask {
  const mask = faceMask(face);
  for (let i = 0; i < mask.data.length; i++) mask.data[i] = face.data[4 * i + 3];
  return mask;
}

function swept(art: ViewArt, made: ReturnType<typeof sweepUp>): CutOutcome | Refusal {
  return made.ok ? { ...outcome(art, made.changed, made.area), swept: made.swept, left: made.left } : made;
}
