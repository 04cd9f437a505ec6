import {
  crossCut,
  drawOrder,
  faceMask,
  fillLoop,
  findOffcuts,
  giveBackPixels,
  offcutMask,
  pieceById,
  pieceName,
  refuse,
  takePixels,
  uncutOf,
  wordsOf,
  type CharacterDoc,
  type PlacedBitmap,
  type PlacedMask,
  type Refusal,
  type ViewArt,
} from '@limber-sheaf/core';
import { encodeSheet, readArt } from './pictures.js';
import type { ArtFiles, SheetFile } from './art.js';

/** A cut as the artist asked for it; points are x, y pairs, px. */
export type CutOrder =
  | { op: 'trace'; pieceId: string | null; loop: number[] }
  | { op: 'give-back'; pieceId: string | null; loop: number[] }
  | { op: 'cross'; pieceId: string | null; line: number[]; take: 'left' | 'right' }
  | { op: 'take-rest'; pieceId: string | null }
  | { op: 'sweep-up'; place: { x: number; y: number } | null };

/** What a cut comes to: new faces by piece, and the face of the piece that it makes. */
export interface CutOutcome {
  ok: true;
  faces: { pieceId: string; sheet: SheetFile }[];
  fresh: SheetFile | null;
  /** Pixels that changed hands. */
  area: number;
  /** Sweep up: how many offcuts went to a piece, and how many touch none. */
  swept?: number;
  left?: number;
}

/** Stands for the piece that the cut makes, among the faces. */
const FRESH = 'fresh';

/** Computes a cut from the view's pictures. */
export async function cutTask(input: {
  doc: CharacterDoc;
  viewId: string;
  files: ArtFiles;
  order: CutOrder;
}): Promise<CutOutcome | Refusal> {
  const { doc, viewId, order } = input;
  const art = await readArt(input.files);
  const faces = new Map<string, PlacedBitmap | null>();
  for (const [id, sheets] of art.pieces) faces.set(id, sheets.face);
  const nameOf = (id: string) => (id === FRESH ? 'the new piece' : pieceName(doc, pieceById(doc, id)));
  if (order.op === 'sweep-up') return sweepUp(doc, viewId, art, order.place);
  if (order.op === 'take-rest') {
    const rest = uncutOf(art);
    if (!rest) return refuse('nothing-there', 'Everything is cut already: nothing is left over.');
    const taken = takePixels(art.design, faces, order.pieceId ?? FRESH, faceMask(rest), nameOf);
    return taken.ok ? outcome(taken.changed, taken.area) : taken;
  }
  if (order.op === 'cross') return cross(art, faces, order, nameOf);
  const mask = fillLoop(order.loop, art.design);
  if (mask.width === 0 || mask.height === 0) return refuse('nothing-there', 'The loop holds no pixel of the canvas.');
  const taken =
    order.op === 'give-back'
      ? giveBackPixels(art.design, faces, order.pieceId, mask, nameOf)
      : takePixels(art.design, faces, order.pieceId ?? FRESH, mask, nameOf);
  return taken.ok ? outcome(taken.changed, taken.area) : taken;
}

async function outcome(changed: Map<string, PlacedBitmap>, area: number): Promise<CutOutcome> {
  const faces: CutOutcome['faces'] = [];
  let fresh: SheetFile | null = null;
  for (const [id, face] of changed) {
    if (id === FRESH) fresh = await encodeSheet(face);
    else faces.push({ pieceId: id, sheet: await encodeSheet(face) });
  }
  return { ok: true, faces, fresh, area };
}

/** Cuts a piece, or what is still uncut, in two; the side taken becomes the new piece. */
async function cross(
  art: ViewArt,
  faces: Map<string, PlacedBitmap | null>,
  order: Extract<CutOrder, { op: 'cross' }>,
  nameOf: (id: string) => string,
): Promise<CutOutcome | Refusal> {
  const face = order.pieceId ? faces.get(order.pieceId) : null;
  if (order.pieceId && !face) return refuse('not-found', 'That piece has no paint to cut.');
  const silhouette = face ? coverage(face) : untaken(art, [...faces.values()]);
  const sides = crossCut(silhouette, order.line);
  if (!sides.ok) return sides;
  const mask = order.take === 'left' ? sides.left : sides.right;
  const taken = takePixels(art.design, faces, FRESH, mask, nameOf);
  return taken.ok ? outcome(taken.changed, taken.area) : taken;
}

function coverage(face: PlacedBitmap): PlacedMask {
  const mask = faceMask(face);
  for (let i = 0; i < mask.data.length; i++) mask.data[i] = face.data[4 * i + 3];
  return mask;
}

/** The design's coverage where no piece has it. */
function untaken(art: ViewArt, faces: (PlacedBitmap | null)[]): PlacedMask {
  const { labels } = findOffcuts(art.design, faces);
  const words = wordsOf(art.design);
  const data = new Uint8Array(labels.length);
  for (let i = 0; i < data.length; i++) if (labels[i] !== 0) data[i] = words[i] >>> 24;
  return { x: 0, y: 0, width: art.design.width, height: art.design.height, data };
}

/** Gives offcuts to the piece each belongs to: all of them, or the one at a place. */
async function sweepUp(
  doc: CharacterDoc,
  viewId: string,
  art: ViewArt,
  place: { x: number; y: number } | null,
): Promise<CutOutcome | Refusal> {
  const order = drawOrder(doc, viewId);
  const { width } = art.design;
  const report = findOffcuts(
    art.design,
    order.map((p) => art.pieces.get(p.id)?.face ?? null),
  );
  const at = place ? report.labels[Math.floor(place.y) * width + Math.floor(place.x)] - 1 : -1;
  if (place && at < 0) return refuse('nothing-there', 'That offcut has been taken already.', place);
  const wanted = report.offcuts.map((_, index) => index).filter((index) => !place || index === at);
  const changed = new Map<string, PlacedBitmap>();
  const faces = new Map<string, PlacedBitmap | null>(order.map((p) => [p.id, art.pieces.get(p.id)?.face ?? null]));
  let area = 0;
  let left = 0;
  for (const index of wanted) {
    const owner = report.offcuts[index].belongsTo;
    if (owner === null) {
      left++;
      continue;
    }
    const id = order[owner].id;
    const taken = takePixels(art.design, faces, id, offcutMask(report, index, width), () => id);
    if (!taken.ok) continue;
    area += taken.area;
    for (const [changedId, face] of taken.changed) {
      changed.set(changedId, face);
      faces.set(changedId, face);
    }
  }
  if (changed.size === 0)
    return refuse('nothing-there', 'No offcut touches a piece. Trace them into a part.', place ?? undefined);
  return { ...(await outcome(changed, area)), swept: wanted.length - left, left };
}
