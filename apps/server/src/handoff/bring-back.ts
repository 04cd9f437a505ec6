import {
  LimberError,
  compareBitmaps,
  cropPlaced,
  pieceById,
  pieceImages,
  pieceName,
  takeBack,
  trimToPaint,
  uniteRects,
  type CharacterDoc,
  type PieceId,
  type PlacedBitmap,
  type Rect,
  type SheetRef,
  type TakenBack,
} from '@limber-sheaf/core';
import { pictureChange, type ChangeWeight } from '@limber-sheaf/formats';
import { lowestPaint } from '../files/lowest-paint.js';
import { keepBlob } from '../threads/blobs.js';
import { encode, keepIfAny, keepSheet } from '../threads/pictures.js';
import type { Tell } from '../threads/task.js';
import { readBack, type BackOrder } from './read-back.js';

/** A piece that came back, held against what it is. */
interface BackPiece {
  pieceId: PieceId;
  name: string;
  /** The name it came back under, where that is another. */
  cameAs: string | null;
  /** Pixels that would be seen to change at rest, that are hidden, and that follow from a joint and stay. */
  shown: number;
  hidden: number;
  fixed: number;
  /** How much the change matters to whoever has rigged it, and what it is, as it goes on after the piece's name. */
  weight: ChangeWeight;
  words: string;
  /** px by which its middle went elsewhere, where its picture is the same but for that; 0 where it did not. */
  moved: number;
  /** Both pictures, in one place of the canvas. */
  place: Rect;
  before: string;
  after: string;
}

/** What came back, piece by piece, and what was not understood. */
export interface BroughtBack {
  pieces: BackPiece[];
  /** Pieces that came back as they left. */
  same: number;
  /** Pieces of the view that did not come back. */
  missing: string[];
  /** What was left alone, each with its reason, and what the files' reader says. */
  notes: string[];
}

/** Reads what came back, and holds it against what each piece is. */
export async function lookAtBack(order: BackOrder, tell: Tell): Promise<BroughtBack> {
  const { doc, viewId } = order;
  const { art, whole, cameAs, notes } = await readBack(order, tell);
  tell(0.7, 'What was repainted');
  const images = new Map(
    pieceImages(doc, viewId, art).flatMap(({ id, sheet: kind, image }) => (kind === 'piece' ? [[id, image]] : [])),
  );
  const changed = new Map([...whole].filter(([id, after]) => !isAlike(images.get(id), after)));
  const same = whole.size - changed.size;
  const { pieces: taken } = takeBack({ doc, viewId, art }, changed, true);
  const pieces: BackPiece[] = [];
  for (const [pieceId, after] of changed) {
    const before = images.get(pieceId);
    const change = taken.get(pieceId);
    if (!before || !change) continue;
    const { shown, hidden, fixed } = change;
    const moved = movedBy(before, after);
    const place = uniteRects(before, after);
    const [was, is] = [before, after].map((image) => cropPlaced(image, place));
    const keep = async (image: PlacedBitmap) => keepBlob(await encode(image, 1), 'image/png');
    pieces.push({
      pieceId,
      name: pieceName(doc, pieceById(doc, pieceId)),
      cameAs: cameAs.get(pieceId) ?? null,
      ...{ shown, hidden, fixed, place, moved },
      ...changeOf(before, after, shown, moved),
      before: await keep(was),
      after: await keep(is),
    });
  }
  const ofView = doc.pieces.filter((piece) => piece.viewId === viewId);
  const missing = ofView.filter(({ id }) => images.has(id) && !whole.has(id)).map((piece) => pieceName(doc, piece));
  return { pieces, same, missing, notes };
}

/** The sheets and the design after taking some pieces back. */
export interface TakenRefs {
  pieces: { pieceId: PieceId; face: SheetRef; beneath: SheetRef | null; own: SheetRef | null }[];
  design: { sheet: SheetRef; floorY: number } | null;
  left: number;
}

/** Takes pieces back as they came. */
export async function takeThemBack(
  order: BackOrder & { take: PieceId[]; renew: boolean },
  tell: Tell,
): Promise<TakenRefs> {
  const { doc, viewId, take, renew } = order;
  const { art, whole } = await readBack(order, tell);
  const chosen = new Map(take.flatMap((id) => (whole.has(id) ? [[id, whole.get(id) as PlacedBitmap]] : [])));
  if (chosen.size < take.length)
    throw new LimberError('not-there', 'Not all of these pieces are in the files that came back.');
  tell(0.7, 'Taking it over');
  const { pieces, design, left } = takeBack({ doc, viewId, art }, chosen, renew);
  return { pieces: await keepAll(doc, pieces), design: design && (await newDesign(design)), left };
}

async function newDesign(design: PlacedBitmap): Promise<TakenRefs['design']> {
  if (!trimToPaint(design)) throw new LimberError('nothing-there', 'Nothing of the design would be left.');
  return { sheet: await keepSheet(design), floorY: lowestPaint(design) + 1 };
}

async function keepAll(doc: CharacterDoc, pieces: TakenBack['pieces']): Promise<TakenRefs['pieces']> {
  const refs: TakenRefs['pieces'] = [];
  for (const [pieceId, { face, beneath, own }] of pieces) {
    if (!face)
      throw new LimberError(
        'would-empty',
        `Nothing of ${pieceName(doc, pieceById(doc, pieceId))} would be seen at rest.`,
        'Leave that piece, or delete it first.',
      );
    refs.push({
      pieceId,
      face: await keepSheet(face),
      beneath: await keepIfAny(beneath),
      own: await keepIfAny(own),
    });
  }
  return refs;
}

/** What a change is to whoever has rigged the piece. */
function changeOf(
  before: PlacedBitmap,
  after: PlacedBitmap,
  shown: number,
  moved: number,
): Pick<BackPiece, 'weight' | 'words'> {
  if (moved > 0) return { weight: 'check', words: `moved by ${moved.toFixed(1)} px.` };
  if (shown === 0) return { weight: 'safe', words: 'has other paint where it is hidden.' };
  const [was, is] = [before, after].map((picture) => ({ picture, inFront: [], rest: picture }));
  const { weight, words } = pictureChange(was, is);
  return { weight, words };
}

/** Did a piece come back as it is, to a rounding? */
function isAlike(before: PlacedBitmap | undefined, after: PlacedBitmap): boolean {
  if (!before) return false;
  const place = uniteRects(before, after);
  return compareBitmaps(cropPlaced(before, place), cropPlaced(after, place)).differing === 0;
}

/** px by which a picture went elsewhere as it is; 0 where it is another. */
function movedBy(before: PlacedBitmap, after: PlacedBitmap): number {
  if (before.width !== after.width || before.height !== after.height) return 0;
  const far = Math.hypot(after.x - before.x, after.y - before.y);
  return far > 0 && Buffer.compare(before.data, after.data) === 0 ? far : 0;
}
