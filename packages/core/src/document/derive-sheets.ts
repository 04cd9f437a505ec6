import { mapOwners, type OwnerMap } from '../cut/owners.js';
import { unmixEdges } from '../cut/unmix-edge.js';
import { composePiece, mergeSheets } from '../joint/compose-piece.js';
import { roundEnd } from '../joint/round-joint.js';
import {
  createPlaced,
  cropPlaced,
  growRect,
  trimToPaint,
  uniteRects,
  wordsOf,
  type PlacedBitmap,
  type Rect,
} from '../raster/bitmap.js';
import { compareBitmaps } from '../raster/compare.js';
import { compositeOverMutable } from '../raster/composite.js';
import { distanceField } from '../raster/distance-field.js';
import { createMask } from '../raster/mask.js';
import { drawOrder } from './family.js';
import type { CharacterDoc, JointRow, PieceId, PieceRow, ViewId } from './rows.js';
import { reachingDisc, type ViewArt } from './view-art.js';

/** The sheets of a piece that follow from faces, draw order, joints and the piece's own settings. */
export interface DerivedSheets {
  overlap: PlacedBitmap | null;
  under: PlacedBitmap | null;
  clean: PlacedBitmap | null;
}

/**
 * Works out overlap, under and clean sheets: rounded ends, margins, copied pixels, unmixed edges and the paint of own
 * layers; then settles whatever would not give the design back at rest, so that the rest match holds by
 * construction.
 *
 * @param only the pieces to work out; all pieces of the view where not given. Others are in the answer only where
 *   settling touched them.
 */
export function derivedSheets(
  doc: CharacterDoc,
  viewId: ViewId,
  art: ViewArt,
  only?: ReadonlySet<PieceId>,
): Map<PieceId, DerivedSheets> {
  const order = drawOrder(doc, viewId);
  const result = new Map<PieceId, DerivedSheets>();
  const wanted = order.flatMap((piece, at) => (!only || only.has(piece.id) ? [at] : []));
  const blends = new Map<number, Unmix>();
  for (const at of wanted) unmixPiece(order, at, art, blends);
  for (const at of wanted) {
    const piece = order[at];
    const { overlap, under } = hiddenSheets(doc, order, at, art);
    const mixed = blends.get(at);
    result.set(piece.id, {
      overlap,
      under: mergeSheets([under, mixed?.under ?? null]),
      clean: cleanFace(
        art.pieces.get(piece.id)?.face ?? null,
        mixed,
        art.pieces.get(piece.id)?.own ?? null,
        art.design,
      ),
    });
  }
  settleRest(order, art, result);
  return result;
}

/** Is a piece's end rounded to the joint's disc, or kept as drawn? */
function carriesDisc(joint: JointRow, pieceId: PieceId): boolean {
  return joint.discOn === 'both' || (joint.discOn === 'child') === (joint.childId === pieceId);
}

/** Overlap and under of one piece: from its rounded joints, its margin, and what it copied. */
function hiddenSheets(
  doc: CharacterDoc,
  order: readonly PieceRow[],
  at: number,
  art: ViewArt,
): { overlap: PlacedBitmap | null; under: PlacedBitmap | null } {
  const piece = order[at];
  const sheets = art.pieces.get(piece.id);
  const face = sheets?.face;
  if (!face) return { overlap: null, under: null };
  const later = order.slice(at + 1).flatMap((p) => art.pieces.get(p.id)?.face ?? []);
  const ends = doc.joints
    .filter(
      (joint) =>
        joint.viewId === piece.viewId &&
        joint.rounded &&
        joint.kind !== 'slide' &&
        (joint.childId === piece.id || joint.parentId === piece.id),
    )
    .sort((a, b) => (a.id < b.id ? -1 : 1))
    .flatMap((joint) => {
      const otherId = joint.childId === piece.id ? joint.parentId : joint.childId;
      const other = art.pieces.get(otherId)?.face;
      if (!other || !carriesDisc(joint, piece.id)) return [];
      const inFront = order.findIndex((p) => p.id === otherId) < at;
      return roundEnd({
        design: art.design,
        face,
        other,
        inFront,
        later,
        disc: reachingDisc(joint, inFront ? face : other),
      });
    });
  return {
    overlap: mergeSheets([
      piece.margin > 0 ? marginSheet(face, piece.margin, art.design) : null,
      sheets.extra ? opaqueDesign(sheets.extra, art.design) : null,
      ...ends.map((e) => e.overlap),
    ]),
    under: mergeSheets(ends.map((e) => e.under)),
  };
}

/** The design's opaque pixels within `margin` px of a face, the face itself left out. */
function marginSheet(face: PlacedBitmap, margin: number, design: PlacedBitmap): PlacedBitmap | null {
  const rect = growRect(face, margin, design);
  const own = wordsOf(cropPlaced(face, rect));
  const mask = createMask(rect.width, rect.height);
  for (let i = 0; i < own.length; i++) if (own[i] >>> 24 !== 0) mask.data[i] = 255;
  const far = distanceField(mask);
  const from = wordsOf(cropPlaced(design, rect));
  const sheet = createPlaced(rect);
  const to = wordsOf(sheet);
  for (let i = 0; i < to.length; i++) if (own[i] === 0 && far[i] <= margin && from[i] >>> 24 === 255) to[i] = from[i];
  return trimToPaint(sheet);
}

/** The design's opaque pixels where a sheet has paint. */
function opaqueDesign(where: PlacedBitmap, design: PlacedBitmap): PlacedBitmap | null {
  const sheet = cropPlaced(design, where);
  const to = wordsOf(sheet);
  const mark = wordsOf(where);
  for (let i = 0; i < to.length; i++) if (mark[i] >>> 24 === 0 || to[i] >>> 24 !== 255) to[i] = 0;
  return trimToPaint(sheet);
}

/** What unmixing gives a piece: words drawn in place of its face, and words beneath. */
interface Unmix {
  rect: Rect;
  /** By index in `rect`: the word to draw; 0 clears. */
  face: Map<number, number>;
  under: PlacedBitmap | null;
}

/** Unmixes one piece's borders with its neighbours; the pixels that fall to the piece itself are kept in `blends`. */
function unmixPiece(order: readonly PieceRow[], at: number, art: ViewArt, blends: Map<number, Unmix>): void {
  const face = art.pieces.get(order[at].id)?.face;
  if (!face || !order[at].unmix) return;
  const rect = { x: face.x - 4, y: face.y - 4, width: face.width + 8, height: face.height + 8 };
  const owners: OwnerMap = mapOwners(
    order.map((p) => art.pieces.get(p.id)?.face ?? null),
    rect,
  );
  // Paint of own layers is unmixed already.
  const steady = order.map((p) => p.unmix && !p.own);
  const unmix: Unmix = { rect, face: new Map(), under: null };
  const under = createPlaced(rect);
  const underWords = wordsOf(under);
  for (const { at: i, front, behind, frontWord, behindWord } of unmixEdges(art.design, owners, steady, new Set([at]))) {
    if (front === at) unmix.face.set(i, frontWord);
    else if (behind === at && owners.owner[i] === at + 1) unmix.face.set(i, behindWord);
    else if (behind === at) underWords[i] = behindWord;
  }
  unmix.under = trimToPaint(under);
  if (unmix.face.size > 0 || unmix.under) blends.set(at, unmix);
}

/** The face with unmixed edges, and the paint of the piece's own layers over it; null where nothing differs from the face. */
function cleanFace(
  face: PlacedBitmap | null,
  mixed: Unmix | undefined,
  own: PlacedBitmap | null,
  design: PlacedBitmap,
): PlacedBitmap | null {
  if (!face || ((!mixed || mixed.face.size === 0) && !own)) return null;
  let rect: Rect = face;
  if (mixed) rect = uniteRects(rect, mixed.rect);
  if (own) rect = uniteRects(rect, own);
  rect = growRect(rect, 0, design);
  const clean = cropPlaced(face, rect);
  const words = wordsOf(clean);
  if (own) {
    const paint = wordsOf(cropPlaced(own, rect));
    for (let i = 0; i < words.length; i++) if (paint[i] >>> 24 !== 0) words[i] = paint[i];
  }
  for (const [i, word] of mixed?.face ?? []) {
    const x = (i % (mixed as Unmix).rect.width) + (mixed as Unmix).rect.x - rect.x;
    const y = Math.floor(i / (mixed as Unmix).rect.width) + (mixed as Unmix).rect.y - rect.y;
    if (x >= 0 && y >= 0 && x < rect.width && y < rect.height) words[y * rect.width + x] = word;
  }
  return trimToPaint(clean);
}

/**
 * Composites what the worked-out pieces cover and compares it with the design; at every pixel that differs, the owner's
 * face is drawn as it is and derived paint of the others gives way.
 */
function settleRest(order: readonly PieceRow[], art: ViewArt, result: Map<PieceId, DerivedSheets>): void {
  const sheetsOf = (piece: PieceRow) => {
    const given = art.pieces.get(piece.id);
    if (!given) return null;
    return { ...given, ...(result.get(piece.id) ?? {}) };
  };
  const images = new Map<PieceId, PlacedBitmap>();
  let area: Rect | null = null;
  for (const piece of order) {
    const sheets = sheetsOf(piece);
    const image = sheets && composePiece(sheets);
    if (!image) continue;
    images.set(piece.id, image);
    if (!result.has(piece.id)) continue;
    // What the piece covered before may show through now, as well as what it covers from now on.
    const before = composePiece(art.pieces.get(piece.id) as NonNullable<typeof sheets>);
    const covers = before ? uniteRects(image, before) : image;
    const here: Rect = { x: covers.x, y: covers.y, width: covers.width, height: covers.height };
    area = area ? uniteRects(area, here) : here;
  }
  if (!area) return;
  const rect = growRect(area, 0, art.design);
  const owners = mapOwners(
    order.map((p) => art.pieces.get(p.id)?.face ?? null),
    rect,
  );
  const wanted = cropPlaced(art.design, rect);
  const wantedWords = wordsOf(wanted);
  const drawn = createPlaced(rect);
  const drawnWords = wordsOf(drawn);
  for (let i = 0; i < drawnWords.length; i++) if (owners.owner[i] === 0) drawnWords[i] = wantedWords[i];
  for (const piece of order) {
    const image = images.get(piece.id);
    if (image) compositeOverMutable(drawn, image);
  }
  const { heat } = compareBitmaps(drawn, wanted);
  const touched = new Map<PieceId, Record<keyof DerivedSheets, PlacedBitmap | null>>();
  const editable = (piece: PieceRow) => {
    let copy = touched.get(piece.id);
    if (!copy) {
      const sheets = sheetsOf(piece);
      const over = (bitmap: PlacedBitmap | null | undefined) =>
        bitmap ? { ...bitmap, data: bitmap.data.slice() } : null;
      const { clean, face } = sheets ?? {};
      // Room for every pixel of the face, which may have to be drawn as it is.
      const whole = clean && face ? cropPlaced(clean, uniteRects(clean, face)) : over(clean);
      copy = { overlap: over(sheets?.overlap), under: over(sheets?.under), clean: whole };
      touched.set(piece.id, copy);
    }
    return copy;
  };
  for (let i = 0; i < heat.data.length; i++) {
    if (heat.data[i] <= 1) continue;
    const x = rect.x + (i % rect.width);
    const y = rect.y + Math.floor(i / rect.width);
    const owner = owners.owner[i] - 1;
    order.forEach((piece, at) => {
      const image = images.get(piece.id);
      if (!image || at < owner) {
        // Beneath an owner that is not opaque there, nothing may show through.
        if (!image || wantedWords[i] >>> 24 === 255) return;
      }
      // The owner draws the pixel even where unmixing made it let go of it.
      if (at !== owner && wordAt(image, x, y) === 0) return;
      const copy = editable(piece);
      setWord(copy.overlap, x, y, 0);
      setWord(copy.under, x, y, 0);
      setWord(copy.clean, x, y, at === owner ? wantedWords[i] : 0);
    });
  }
  for (const [id, { overlap, under, clean }] of touched) {
    result.set(id, {
      overlap: overlap && trimToPaint(overlap),
      under: under && trimToPaint(under),
      clean: clean && trimToPaint(clean),
    });
  }
}

function wordAt(bitmap: PlacedBitmap, x: number, y: number): number {
  const px = x - bitmap.x;
  const py = y - bitmap.y;
  if (px < 0 || py < 0 || px >= bitmap.width || py >= bitmap.height) return 0;
  const i = (py * bitmap.width + px) * 4;
  return bitmap.data[i + 3] === 0 ? 0 : 1;
}

function setWord(bitmap: PlacedBitmap | null, x: number, y: number, word: number): void {
  if (!bitmap) return;
  const px = x - bitmap.x;
  const py = y - bitmap.y;
  if (px < 0 || py < 0 || px >= bitmap.width || py >= bitmap.height) return;
  const i = (py * bitmap.width + px) * 4;
  bitmap.data[i] = word & 255;
  bitmap.data[i + 1] = (word >>> 8) & 255;
  bitmap.data[i + 2] = (word >>> 16) & 255;
  bitmap.data[i + 3] = word >>> 24;
}
