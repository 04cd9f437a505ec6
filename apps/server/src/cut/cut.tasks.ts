import {
  applyDiff,
  cutByOrder,
  cutPieces,
  followCut,
  joinDiffs,
  mergePieces,
  orRefuse,
  partAddress,
  pieceById,
  type ChangedSheets,
  type CharacterDoc,
  type CutArgs,
  type CutOrder,
  type CutSheets,
  type Diff,
  type NameTokens,
  type PieceId,
  type ViewArt,
  type ViewId,
} from '@limber-sheaf/core';
import { randomUUID } from 'node:crypto';
import { keepIfAny, keepSheet, readArt } from '../threads/pictures.js';
import { task } from '../threads/task.js';
import { cleanDesign, designPalette, sweepDesign } from './change-design.js';
import { readDesign } from '../files/read-design.js';
import { proposeCut } from './propose-cut.js';
import { sortLayers } from './sort-layers.js';

/** A cut, and what is to become of the pieces that it makes. */
interface CutTask {
  doc: CharacterDoc;
  viewId: ViewId;
  order: CutOrder;
  /** The parts of the pieces that the cut makes, in the order of its targets; null for those that are there. */
  fresh: (NameTokens | null)[];
  /** The piece that is cut in two, directly behind the one that it makes; other new pieces take the plan's place. */
  cutFrom?: PieceId;
}

/** What a cut comes to as an edit. */
export interface CutDone {
  diff: Diff;
  notes: string[];
  swept: number;
  left: number;
}

async function keptSheets({ face, own, extra, beneath }: ChangedSheets): Promise<CutSheets> {
  const kept: CutSheets = {};
  if (face) kept.face = await keepSheet(face);
  if (own !== undefined) kept.own = await keepIfAny(own);
  if (extra !== undefined) kept.extra = await keepIfAny(extra);
  if (beneath !== undefined) kept.beneath = await keepIfAny(beneath);
  return kept;
}

/** The edit that a cut comes to; joints follow the pieces they touch, and what needs fitting anew is fitted. */
async function cutAway({ doc, viewId, order, fresh, cutFrom }: CutTask): Promise<CutDone> {
  const art = await readArt(doc, viewId);
  const outcome = orRefuse(cutByOrder(doc, viewId, art, order));
  const args: CutArgs = { viewId, sheets: new Map(), fresh: [] };
  const after: ViewArt = { ...art, pieces: new Map(art.pieces) };
  for (const { pieceId, change } of outcome.sheets) {
    args.sheets.set(pieceId, await keptSheets(change));
    const before = art.pieces.get(pieceId);
    if (before) after.pieces.set(pieceId, { ...before, ...change });
  }
  for (const [at, tokens] of fresh.entries()) {
    const made = outcome.fresh[at];
    if (!made || !tokens) continue;
    const pieceId = randomUUID();
    after.pieces.set(pieceId, { ...made, overlap: null, under: null });
    args.fresh.push({
      pieceId,
      partId: randomUUID(),
      tokens: { group: tokens.group, side: tokens.side, part: tokens.part, index: tokens.index },
      face: await keepSheet(made.face),
      own: await keepIfAny(made.own),
      inFrontOf: cutFrom,
    });
  }
  const diff = order.op === 'merge' ? merged(doc, order, args) : cutPieces(doc, args);
  const faces = new Map([...art.pieces].map(([id, { face }]) => [id, face]));
  const parted = cutFrom && args.fresh.length === 1 ? { from: cutFrom, fresh: args.fresh[0].pieceId } : null;
  if (order.op === 'merge') for (const id of order.goneIds) after.pieces.delete(id);
  const followed = followCut(applyDiff(doc, diff), after, faces, parted);
  return {
    diff: joinDiffs(diff, followed.diff),
    notes: followed.notes,
    swept: outcome.swept ?? 0,
    left: outcome.left ?? 0,
  };
}

function merged(
  doc: CharacterDoc,
  { pieceId, goneIds }: { pieceId: PieceId; goneIds: PieceId[] },
  { sheets }: CutArgs,
): Diff {
  return mergePieces(doc, pieceById(doc, pieceId).id, goneIds, sheets.get(pieceId) ?? {});
}

export const cut = task(cutAway);
export const read = task(readDesign);
export const matte = task(cleanDesign);
export const specks = task(sweepDesign);
export const palette = task(designPalette);
export const sort = task(sortLayers);

/** What a first draft cuts. */
export interface DraftedCut extends CutDone {
  /** By part's address, how sure its name is, 0 to 1. */
  sure: [string, number][];
}

/** Cuts all parts that are proposed: their masks never leave the thread. */
export const draft = task(async (input: { doc: CharacterDoc; viewId: ViewId }): Promise<DraftedCut | null> => {
  const parts = await proposeCut(input);
  if (parts.length === 0) return null;
  const order: CutOrder = { op: 'take', targets: parts.map(({ mask }) => ({ pieceId: null, mask })) };
  const done = await cutAway({ ...input, order, fresh: parts.map(({ tokens }) => tokens) });
  return { ...done, sure: parts.map(({ tokens, sure }) => [partAddress(tokens), sure]) };
});
