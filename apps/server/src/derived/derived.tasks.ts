import {
  derivedSheets,
  drawOrder,
  piecesAround,
  roughChange,
  roughSheets,
  uniteRects,
  viewMeasures,
  type CharacterDoc,
  type DerivedRefs,
  type DerivedSheets,
  type PieceId,
  type Rect,
  type SheetRef,
  type ViewArt,
  type ViewId,
} from '@limber-sheaf/core';
import { keptAtHand } from '../threads/at-hand.js';
import { findKnown } from '../threads/blobs.js';
import { memo } from '../threads/memo.js';
import { keepIfAny, readArt, readArtWithDrawings, sheet, type DerivedOfView } from '../threads/pictures.js';
import { task, type HandWaits } from '../threads/task.js';

/** A reference for each piece, all asked for at once: pictures are encoded beside the thread. */
async function eachPiece<T>(
  pieces: Iterable<[PieceId, T]>,
  refsOf: (id: PieceId, of: T) => Promise<DerivedRefs>,
): Promise<DerivedOfView> {
  const asked = [...pieces].map(async ([id, of]) => [id, await refsOf(id, of)] as const);
  return Object.fromEntries(await Promise.all(asked));
}

/** Keeps a piece's sheets; one that is the very same as one before keeps its reference. */
async function kept(
  now: DerivedSheets,
  before: [DerivedSheets | undefined, DerivedRefs | undefined][] = [],
): Promise<DerivedRefs> {
  const one = async (name: keyof DerivedSheets) => {
    const same = before.find(([bitmaps]) => bitmaps?.[name] === now[name]);
    return same?.[1] ? same[1][name] : keepIfAny(now[name]);
  };
  const refs = await Promise.all((['overlap', 'under', 'clean', 'line'] as const).map(one));
  return { overlap: refs[0], under: refs[1], clean: refs[2], line: refs[3] };
}

async function bitmapsOf(refs: Record<PieceId, DerivedRefs>): Promise<Map<PieceId, DerivedSheets>> {
  const entries = Object.entries(refs).map(async ([id, refsOfPiece]): Promise<[PieceId, DerivedSheets]> => {
    const { overlap, under, clean, line } = refsOfPiece;
    const bitmaps = await Promise.all([overlap, under, clean, line].map(sheet));
    return [id, { overlap: bitmaps[0], under: bitmaps[1], clean: bitmaps[2], line: bitmaps[3] }];
  });
  return new Map(await Promise.all(entries));
}

/** What pieces came to before an edit, and where it changes what they are made from. */
export interface SheetsSince {
  settled: Record<PieceId, DerivedRefs>;
  /** The rough sheets as they were, of pieces whose own have changed, and the faces that those were made from. */
  rough: Record<PieceId, DerivedRefs>;
  faces: Record<PieceId, SheetRef>;
  /** A rectangle that holds what else has changed. */
  changed: Rect | null;
}

/** Where faces and rough sheets are not what they were. */
async function changeSince(
  since: SheetsSince,
  known: ReadonlyMap<PieceId, DerivedSheets>,
  art: ViewArt,
): Promise<Rect> {
  const rects = since.changed ? [since.changed] : [];
  for (const [id, roughWas] of await bitmapsOf(since.rough)) {
    const rough = known.get(id);
    const face = art.pieces.get(id)?.face;
    const faceWas = await sheet(since.faces[id] ?? null);
    const rect = rough && face && roughChange({ face: faceWas ?? face, rough: roughWas }, { face, rough });
    if (rect) rects.push(rect);
  }
  return rects.length > 0 ? rects.reduce(uniteRects) : { x: 0, y: 0, width: 0, height: 0 };
}

/** The sheets of some pieces, from rough ones as far as those are known; with the rough ones that had to be made. */
export const sheets = task(
  async (input: {
    doc: CharacterDoc;
    viewId: ViewId;
    only: PieceId[];
    rough: Record<PieceId, DerivedRefs>;
    since: SheetsSince | null;
  }): Promise<{ settled: DerivedOfView; rough: DerivedOfView }> => {
    const { doc, viewId } = input;
    const art = await readArt(doc, viewId);
    const only = new Set(input.only);
    const known = await bitmapsOf(input.rough);
    const before = await bitmapsOf(input.since?.settled ?? {});
    const wanted = drawOrder(doc, viewId).filter((piece) => only.has(piece.id));
    const needed = new Set(wanted.flatMap((piece) => piecesAround(doc, piece).map((p) => p.id)));
    const given = new Map(known);
    const made = roughSheets(doc, viewId, art, new Set([...needed].filter((id) => !known.has(id))), memo);
    for (const [id, rough] of made) known.set(id, rough);
    // Rough sheets are encoded while what follows from them is settled.
    const roughRefs = eachPiece(made, (_, bitmaps) => kept(bitmaps));
    const since = input.since && { settled: before, changed: await changeSince(input.since, known, art) };
    const settledSheets = derivedSheets(doc, viewId, art, only, known, since ?? undefined);
    const rough = await roughRefs;
    const settled = await eachPiece(settledSheets, (id, bitmaps) =>
      // Settling leaves most sheets as they are.
      kept(bitmaps, [
        [known.get(id), given.has(id) ? input.rough[id] : rough[id]],
        [before.get(id), input.since?.settled[id]],
      ]),
    );
    return { settled, rough };
  },
);

/** What is measured, as the thread was last given it. */
let last: { round: number; doc: CharacterDoc; derived: DerivedOfView } | null = null;
// What is remembered of its rows holds pictures.
keptAtHand(() => (last = null));

/**
 * The document and the sheets of a round of measuring. Its batches come one by one, each with copies of them: the first ones
 * are kept, and with them what is remembered of their rows and keys.
 */
function ofRound(given: { round: number; doc: CharacterDoc; derived: DerivedOfView }) {
  if (last?.round !== given.round) last = given;
  return last;
}

/** A measure by its key, and where among all of the view's it is likely to be: to work out the keys of all takes a while. */
export interface WantedMeasure {
  key: string;
  at: number;
}

/**
 * Some of what the checks of a view measure, by key and, where they have one, by close key. Where somebody's hand waits for a
 * thread, no more than the first of it.
 */
export const measures = task(
  async (
    input: {
      /** Counts the rounds of measuring: all batches of one look at the same document and sheets. */
      round: number;
      doc: CharacterDoc;
      viewId: ViewId;
      derived: DerivedOfView;
      wanted: WantedMeasure[];
    },
    _tell: unknown,
    handWaits: HandWaits,
  ): Promise<Record<string, unknown>> => {
    const { viewId } = input;
    const { doc, derived } = ofRound(input);
    const all = viewMeasures(doc, viewId, derived);
    const wanted = input.wanted.flatMap(({ key, at }) =>
      all[at]?.key === key ? all[at] : (all.find((one) => one.key === key) ?? []),
    );
    const looksAtAll = wanted.some(({ pieces }) => !pieces);
    const only = looksAtAll ? undefined : new Set(wanted.flatMap(({ pieces }) => pieces ?? []));
    const art = only ? await readArt(doc, viewId, derived, only) : await readArtWithDrawings(doc, viewId, derived);
    const closely = new Map(wanted.flatMap(({ key, closeKey }) => (closeKey ? [[key, closeKey(art)] as const] : [])));
    const known = closely.size > 0 ? await findKnown([...closely.values()]) : new Map<string, unknown>();
    const measured: Record<string, unknown> = {};
    for (const { key, measure } of wanted) {
      const close = closely.get(key) ?? key;
      measured[key] = measured[close] = known.has(close) ? known.get(close) : measure(art);
      if (handWaits()) break;
    }
    return measured;
  },
);
