import { type PieceRow, type PlacedBitmap, type SheetBitmaps, type SheetRef, type ViewArt } from '@limber-sheaf/core';
import { decodePng } from '@limber-sheaf/formats';
import { held, type StateKey } from './held';

const pictures = new Map<string, Promise<PlacedBitmap>>();
/** Decoded pictures kept at most; the oldest go first. */
const MOST_PICTURES = 160;

export function picture(blob: string): Promise<PlacedBitmap> {
  const kept = pictures.get(blob);
  if (kept) return kept;
  const loading = fetch(`/api/blobs/${blob}`)
    .then((answer) => answer.arrayBuffer())
    .then((bytes) => ({ ...decodePng(new Uint8Array(bytes)), x: 0, y: 0 }));
  pictures.set(blob, loading);
  loading.catch(() => pictures.delete(blob));
  if (pictures.size > MOST_PICTURES) pictures.delete(pictures.keys().next().value as string);
  return loading;
}

export async function sheet(ref: SheetRef | null): Promise<PlacedBitmap | null> {
  return ref && { ...(await picture(ref.blob)), x: ref.x, y: ref.y };
}

/** A view's pictures; `bare` leaves out everything but the faces. */
export async function artOf(at: StateKey, viewId: string, bare = false): Promise<ViewArt> {
  const { doc, sheets: derived } = held(at);
  const view = doc.views.find((v) => v.id === viewId);
  if (!view) throw new RangeError('no such view');
  const sheets = async (piece: PieceRow): Promise<[string, SheetBitmaps]> => {
    const refs = bare ? undefined : derived[piece.id];
    const wanted = [piece.face, refs?.overlap ?? null, refs?.under ?? null, refs?.clean ?? null, refs?.line ?? null];
    const [face, overlap = null, under = null, clean = null, line = null] = await Promise.all(wanted.map(sheet));
    return [piece.id, { face, overlap, under, clean, line }];
  };
  const here = doc.pieces.filter((piece) => piece.viewId === viewId);
  const [design, ...pieces] = await Promise.all([picture(view.designBlob), ...here.map(sheets)]);
  return { design, pieces: new Map(pieces) };
}
