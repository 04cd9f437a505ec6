import {
  paintArea,
  placeOf,
  placedAt,
  viewById,
  type Bitmap,
  type CharacterDoc,
  type DerivedRefs,
  type PieceId,
  type PieceRow,
  type PlacedBitmap,
  type SheetBitmaps,
  type SheetRef,
  type ViewArt,
  type ViewId,
} from '@limber-sheaf/core';
import { PNG_LIMITS } from '@limber-sheaf/formats';
import { LRUCache } from 'lru-cache';
import sharp from 'sharp';
import { keptAtHand } from './at-hand.js';
import { keepBlob, readBlob } from './blobs.js';
import { KEPT_BY_ONE } from './room.js';

/** The derived sheets of a view's pieces, as references. */
export type DerivedOfView = Record<PieceId, DerivedRefs>;

// Each thread keeps what it has decoded, by bytes: the next edit of the same view finds it there.
const decoded = decodedWithin(KEPT_BY_ONE.sheets);
/** A view's design is as large as many sheets, and nearly every task looks at it. */
const designs = decodedWithin(KEPT_BY_ONE.designs);

/** Keeps the pixels of PNGs by their blobs, so many bytes of them. */
function decodedWithin(maxSize: number): LRUCache<string, Bitmap, Uint8Array | undefined> {
  return new LRUCache<string, Bitmap, Uint8Array | undefined>({
    maxSize,
    sizeCalculation: (b) => b.data.length || 1,
    // What is asked for twice meanwhile is decoded once.
    fetchMethod: async (blob, _stale, { context: bytes }) => decode(bytes ?? (await readBlob(blob))),
    // A picture that is dropped while it is being decoded is given all the same.
    ignoreFetchAbort: true,
    allowStaleOnFetchAbort: true,
  });
}

/** A piece's sheets as one object, so that what is composed of them is kept with them. */
const composed = new LRUCache<string, SheetBitmaps>({
  maxSize: KEPT_BY_ONE.pieces,
  sizeCalculation: ({ face, overlap, under }) => {
    const size = (b: PlacedBitmap | null) => b?.data.length ?? 0;
    return 1 + 2 * size(face) + size(overlap) + size(under);
  },
});
for (const kept of [decoded, designs, composed]) keptAtHand(() => kept.clear());

sharp.cache(false);
sharp.concurrency(1);

/** Decodes a PNG to 8-bit RGBA. */
export async function decode(bytes: Uint8Array): Promise<Bitmap> {
  const { data, info } = await sharp(bytes, { limitInputPixels: PNG_LIMITS.pixels })
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  return {
    width: info.width,
    height: info.height,
    data: new Uint8Array(data.buffer, data.byteOffset, data.byteLength),
  };
}

/** The pixels of a PNG that is kept here, among sheets where not said otherwise; `bytes` where its file is at hand. */
export async function picture(blob: string, bytes?: Uint8Array, among = decoded): Promise<Bitmap> {
  // What is too large to be kept may be gone by the time it is there.
  return (await among.fetch(blob, { context: bytes })) ?? decode(bytes ?? (await readBlob(blob)));
}

/** The pixels of a reference. */
export async function sheet(ref: SheetRef | null): Promise<PlacedBitmap | null> {
  return ref && placedAt(await picture(ref.blob), ref.x, ref.y);
}

/** A view's design. */
export async function designOf(doc: CharacterDoc, viewId: ViewId): Promise<PlacedBitmap> {
  return placedAt(await picture(viewById(doc, viewId).designBlob, undefined, designs), 0, 0);
}

/**
 * A view's pictures; without derived sheets, only what its rows name.
 * @param only the pieces that are wanted; all where not given
 */
export async function readArt(
  doc: CharacterDoc,
  viewId: ViewId,
  derived?: DerivedOfView,
  only?: ReadonlySet<PieceId>,
): Promise<ViewArt> {
  const ofView = doc.pieces.filter((piece) => piece.viewId === viewId && (!only || only.has(piece.id)));
  const [design, ...sheets] = await Promise.all([
    designOf(doc, viewId),
    ...ofView.map((piece) => (derived ? drawnSheets(piece, derived[piece.id]) : ownSheets(piece))),
  ]);
  return { design, pieces: new Map(ofView.map((piece, at) => [piece.id, sheets[at]])) };
}

/** A view's pictures with those of its swap drawings, which most work has no use for. */
export async function readArtWithDrawings(doc: CharacterDoc, viewId: ViewId, derived: DerivedOfView): Promise<ViewArt> {
  const [drawings, overs] = [new Map<string, PlacedBitmap>(), new Map<string, PlacedBitmap>()];
  for (const row of doc.drawingViews.filter((one) => one.viewId === viewId)) {
    const [made, over] = await Promise.all([row.picture, row.over].map(sheet));
    if (made) drawings.set(row.id, made);
    if (over) overs.set(row.id, over);
  }
  return { ...(await readArt(doc, viewId, derived)), drawings, overs };
}

async function ownSheets({ face, own, extra, beneath }: PieceRow): Promise<SheetBitmaps> {
  const [f, o, e, b] = await Promise.all([face, own, extra, beneath].map(sheet));
  return { face: f, overlap: null, under: null, own: o, extra: e, beneath: b };
}

async function drawnSheets(piece: PieceRow, refs: DerivedRefs | undefined): Promise<SheetBitmaps> {
  const { overlap = null, under = null, clean = null, line = null } = refs ?? {};
  const { face, own, extra, beneath } = piece;
  const key = [face, own, extra, beneath, overlap, under, clean, line].map(placeOf).join();
  const kept = composed.get(key);
  if (kept) return kept;
  const bitmaps = await Promise.all([overlap, under, clean, line].map(sheet));
  const sheets: SheetBitmaps = {
    ...(await ownSheets(piece)),
    overlap: bitmaps[0],
    under: bitmaps[1],
    clean: bitmaps[2],
    line: bitmaps[3],
  };
  composed.set(key, sheets);
  return sheets;
}

/** Encodes RGBA as PNG; the same pixels give the same bytes. Sheets, which the hand waits for, are packed less tightly than a package's images. */
export async function encode(bitmap: Bitmap, compressionLevel = 6): Promise<Uint8Array> {
  const { width, height } = bitmap;
  const buffer = await sharp(bitmap.data, { raw: { width, height, channels: 4 } })
    .png({ compressionLevel, adaptiveFiltering: false })
    .toBuffer();
  return new Uint8Array(buffer);
}

/** Keeps a sheet that a thread made, and gives its reference. */
export async function keepSheet(bitmap: PlacedBitmap): Promise<SheetRef> {
  const blob = await keepBlob(await encode(bitmap, 1), 'image/png');
  decoded.set(blob, { width: bitmap.width, height: bitmap.height, data: bitmap.data });
  const { x, y, width, height } = bitmap;
  return { blob, x, y, width, height, area: paintArea(bitmap) };
}

/** As `keepSheet`, where there may be none. */
export async function keepIfAny(bitmap: PlacedBitmap | null): Promise<SheetRef | null> {
  return bitmap && keepSheet(bitmap);
}
