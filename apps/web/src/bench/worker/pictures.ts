import {
  placedAt,
  type DerivedRefs,
  type PieceRow,
  type PlacedBitmap,
  type SheetBitmaps,
  type SheetRef,
  type ViewArt,
} from '@limber-sheaf/core';
import { decodeByItself, decodePicture } from './decode-picture';
import { held, type StateKey } from './held';

/** A buffer of a browser that can empty it. */
type Emptied = ArrayBufferLike & { transfer?: (length: number) => ArrayBuffer };

const pictures = new Map<string, Promise<PlacedBitmap>>();
/** Bytes of decoded pictures kept at most; those not asked for the longest go first. */
const MOST_BYTES = 96 * 1024 * 1024;
const sizes = new Map<string, number>();
let bytes = 0;

/** A picture's pixels, kept as long as there is room for them. */
export function picture(blob: string): Promise<PlacedBitmap> {
  const loading = pictures.get(blob) ?? load(blob);
  pictures.delete(blob);
  pictures.set(blob, loading);
  return loading;
}

/** Looks at a sheet once. What is not kept anyway is let go at once, and not when the worker's memory is next looked through. */
export async function glanceAt({ blob, x, y }: SheetRef, look: (sheet: PlacedBitmap) => void): Promise<void> {
  const kept = pictures.get(blob);
  const bitmap = await (kept ?? fetchPicture(blob, decodeByItself));
  look(placedAt(bitmap, x, y));
  if (!kept) (bitmap.data.buffer as Emptied).transfer?.(0);
}

/** @throws Error where the server has no such picture, or does not answer */
async function fetchPicture(blob: string, decode = decodePicture): Promise<PlacedBitmap> {
  const answer = await fetch(`/api/blobs/${blob}`);
  if (!answer.ok) throw new Error(`a picture did not come: ${answer.status}`);
  return placedAt(await decode(await answer.arrayBuffer()), 0, 0);
}

function load(blob: string): Promise<PlacedBitmap> {
  const loading = fetchPicture(blob);
  loading.then(
    ({ data }) => keep(blob, data.length),
    () => pictures.delete(blob),
  );
  return loading;
}

/** Notes how large a picture has turned out, and lets the oldest go where there are too many. */
function keep(blob: string, size: number): void {
  sizes.set(blob, size);
  bytes += size;
  for (const old of pictures.keys()) {
    if (bytes <= MOST_BYTES) return;
    const freed = sizes.get(old);
    if (freed === undefined || old === blob) continue;
    pictures.delete(old);
    sizes.delete(old);
    bytes -= freed;
  }
}

export async function sheet(ref: SheetRef | null): Promise<PlacedBitmap | null> {
  return ref && placedAt(await picture(ref.blob), ref.x, ref.y);
}

/** One piece's pictures, with what is derived for it where that is given. */
export async function sheetsOf(piece: PieceRow, refs?: DerivedRefs): Promise<SheetBitmaps> {
  const { overlap = null, under = null, clean = null, line = null } = refs ?? {};
  const drawn = await Promise.all([overlap, under, clean, line].map(sheet));
  // What the artist has put there is part of what is derived; by itself it tells what may come into view.
  const [face, own, extra, beneath] = await Promise.all(
    [piece.face, ...(refs ? [piece.own, piece.extra, piece.beneath] : [])].map(sheet),
  );
  return { face, own, extra, beneath, overlap: drawn[0], under: drawn[1], clean: drawn[2], line: drawn[3] };
}

/** A view's pictures; `bare` leaves out everything but the faces. */
export async function artOf(at: StateKey, viewId: string, bare = false): Promise<ViewArt> {
  const { doc, sheets: derived } = held(at);
  const view = doc.views.find((v) => v.id === viewId);
  if (!view) throw new RangeError('no such view');
  const sheets = async (piece: PieceRow): Promise<[string, SheetBitmaps]> => [
    piece.id,
    await sheetsOf(piece, bare ? undefined : derived[piece.id]),
  ];
  const here = doc.pieces.filter((piece) => piece.viewId === viewId);
  const [design, ...pieces] = await Promise.all([picture(view.designBlob), ...here.map(sheets)]);
  return { design, pieces: new Map(pieces) };
}
