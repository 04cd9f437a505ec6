import { mapOwners, type OwnerMap } from '../cut/owners.js';
import { unmixEdges, type Unmixed } from '../cut/unmix-edge.js';
import { mergeSheets, type DerivedSheets } from '../document/compose-piece.js';
import { lineUnder, type LineUnder } from './line-under.js';
import { withoutFreePaint } from './free-paint.js';
import { NOWHERE, straightEnd } from './limb-axis.js';
import { roundEnd, type RoundedEnd } from './round-joint.js';
import {
  createPlaced,
  cropPlaced,
  growRect,
  intersectRects,
  outsetRect,
  trimToPaint,
  uniteRects,
  wordsOf,
  type PlacedBitmap,
  type Rect,
} from '../raster/bitmap.js';
import { distanceField } from '../raster/distance-field.js';
import { createMask } from '../raster/mask.js';
import { drawOrder, hasLineUnder, limbUnderLine, lineJoint } from '../document/family.js';
import { viewById } from '../document/view-edits.js';
import type { CharacterDoc, JointRow, PieceId, PieceRow, ViewId } from '../document/rows.js';
import { deriveKey, oncePerDoc, placeOf } from '../document/keys.js';
import type { ViewArt } from '../document/view-art.js';
import { reachingDisc } from './assemble-joint.js';

/**
 * Gives what was worked out under a key before, or has it worked out: a joint's ends and a piece's borders outlive a change
 * of another joint of the same piece.
 * @param bytes about how much memory what was worked out takes
 */
export type Memo = <T extends object>(key: string, make: () => T, bytes: (made: T) => number) => T;

const forgetful: Memo = (_key, make) => make();

/** Remembers all that it is asked for, as long as it is there itself: for tries of one thing after the other. */
export function rememberAll(): Memo {
  const known = new Map<string, object>();
  return <T extends object>(key: string, make: () => T): T => {
    const made = (known.get(key) as T | undefined) ?? make();
    known.set(key, made);
    return made;
  };
}

/** The sheets as rounding, unmixing and lines under all give them, before they are settled against one another. */
export function roughSheets(
  doc: CharacterDoc,
  viewId: ViewId,
  art: ViewArt,
  only: ReadonlySet<PieceId>,
  memo: Memo = forgetful,
): Map<PieceId, DerivedSheets> {
  const order = drawOrder(doc, viewId);
  const result = new Map<PieceId, DerivedSheets>();
  for (const [at, piece] of order.entries()) {
    if (!only.has(piece.id)) continue;
    const mixed = unmixPiece(doc, order, at, art, memo);
    const hidden = hiddenSheets(doc, order, at, art, memo);
    const { face = null, own = null, extra = null, beneath = null } = art.pieces.get(piece.id) ?? {};
    const clean = cleanFace(face, mixed, own, art.design);
    const [overlap, under] = withoutFreePaint(
      [hidden.overlap, mergeSheets([hidden.under, mixed?.under ?? null])],
      clean ?? face,
    );
    const apart = lineApart(doc, order, at, clean ?? face, art, memo);
    result.set(piece.id, {
      // What the artist copied stays, wherever it lies.
      overlap: extra ? mergeSheets([overlap, opaqueDesign(extra, art.design)]) : overlap,
      // So does what was painted beneath.
      under: beneath ? mergeSheets([under, beneath]) : under,
      clean: apart ? apart.fill : clean,
      line: apart?.line ?? null,
    });
  }
  return result;
}

/** The key of a piece's rough sheets: all that \`roughSheets\` looks at. */
export const roughKey = oncePerDoc((doc: CharacterDoc, piece: PieceRow): string => {
  const order = drawOrder(doc, piece.viewId);
  const at = order.findIndex((p) => p.id === piece.id);
  return deriveKey('rough 7', [
    [piece.face, piece.own, piece.extra, piece.beneath].map(placeOf),
    [piece.margin, piece.unmix],
    jointsInOrder(doc, piece).map((joint) => [
      endSources(doc, order, at, joint),
      joint.discOn,
      carriesDisc(joint, piece.id),
    ]),
    borderSources(doc, order, at),
    lineSources(doc, piece),
  ]);
});

/** What a piece's rounded end at a joint depends on. */
function endSources(doc: CharacterDoc, order: readonly PieceRow[], at: number, joint: JointRow): unknown {
  const piece = order[at];
  const otherId = joint.childId === piece.id ? joint.parentId : joint.childId;
  const other = order.findIndex((p) => p.id === otherId);
  const { x, y, radius, lineWidth, lineColour, fillColour, looseness, reach, taper, foldsOut, outlineOn, kind } = joint;
  // Pieces drawn later may hide paint, where they reach into the disc.
  const cover = order.slice(at + 1).filter((p) => reachesDisc(p.face, joint));
  return [
    [x, y, radius, lineWidth, lineColour, fillColour, looseness, reach, taper, foldsOut, outlineOn, kind],
    [viewById(doc, joint.viewId).designBlob, placeOf(piece.face), placeOf(order[other]?.face ?? null), other < at],
    cover.map((p) => placeOf(p.face)),
  ];
}

/** What the blends along a piece's borders depend on: every piece that may touch. */
function borderSources(doc: CharacterDoc, order: readonly PieceRow[], at: number): unknown {
  const { viewId, face } = order[at];
  const { designBlob, width, height } = viewById(doc, viewId);
  const near = order.flatMap((p, i) =>
    i !== at && touches(face, p.face) ? [[placeOf(p.face), i < at, p.unmix && !p.own]] : [],
  );
  return [designBlob, width, height, placeOf(face), near];
}

/** What a line under all depends on: the faces of its whole limb, and the joint and discs that hold it together. */
function lineSources(doc: CharacterDoc, piece: PieceRow): unknown {
  const joint = lineJoint(doc, piece.id);
  if (!joint) return null;
  const limb = limbUnderLine(doc, piece.id);
  const discs = doc.joints.filter((j) => hasLineUnder(j) && (j.childId === piece.id || j.parentId === piece.id));
  return [
    joint.lineWidth,
    joint.lineColour,
    doc.pieces
      .filter((p) => limb.has(p.id))
      .map((p) => placeOf(p.face))
      .sort(),
    discs.map((j) => [j.x, j.y, j.radius, j.kind, carriesDisc(j, piece.id)].join()).sort(),
  ];
}

function touches(a: Rect, b: Rect): boolean {
  const common = intersectRects(outsetRect(a, 5), b);
  return common.width > 0 && common.height > 0;
}

function reachesDisc(face: Rect, joint: JointRow): boolean {
  // Half of a bent limb goes on from its disc by up to one and a half radii.
  const half = Math.ceil(2.5 * joint.radius + joint.reach) + 3;
  const x = Math.floor(joint.x) - half;
  const y = Math.floor(joint.y) - half;
  const common = intersectRects(face, { x, y, width: 2 * half + 1, height: 2 * half + 1 });
  return common.width > 0 && common.height > 0;
}

/** A piece's rounded joints, in an order that no id decides, so that a copy of a character finds what is derived already. */
function jointsInOrder(doc: CharacterDoc, piece: PieceRow): JointRow[] {
  return doc.joints
    .filter((joint) => joint.rounded && (joint.childId === piece.id || joint.parentId === piece.id))
    .sort((a, b) => a.x - b.x || a.y - b.y || a.radius - b.radius);
}

/** A piece's paint without the outline round its limb, and that outline; null where its line does not lie under all. */
function lineApart(
  doc: CharacterDoc,
  order: readonly PieceRow[],
  at: number,
  drawn: PlacedBitmap | null,
  art: ViewArt,
  memo: Memo,
): LineUnder | null {
  const piece = order[at];
  const joint = drawn && lineJoint(doc, piece.id);
  if (!drawn || !joint) return null;
  const make = () => {
    const limb = [...limbUnderLine(doc, piece.id)].flatMap((id) => art.pieces.get(id)?.face ?? []);
    const discs = doc.joints.flatMap((j) => {
      if (!hasLineUnder(j) || (j.childId !== piece.id && j.parentId !== piece.id) || !carriesDisc(j, piece.id))
        return [];
      const face = art.pieces.get(piece.id)?.face;
      const other = art.pieces.get(j.childId === piece.id ? j.parentId : j.childId)?.face;
      const goesOn = face && other && j.kind === 'hinge';
      return [{ x: j.x, y: j.y, radius: j.radius, straight: goesOn ? straightEnd(face, other, j) : NOWHERE }];
    });
    const { lineWidth, lineColour } = joint;
    return lineUnder({ design: art.design, face: drawn, limb, discs, lineWidth, lineColour });
  };
  const sources = [lineSources(doc, piece), placeOf(piece.face), placeOf(piece.own), piece.unmix];
  const discs = discsSharedBy(doc, piece.id).map((j) => {
    const other = order.findIndex(({ id }) => id !== piece.id && (id === j.childId || id === j.parentId));
    return [j.x, j.y, j.radius, other];
  });
  return memo(
    deriveKey('line 1', [...sources, discs, bordersKey(doc, order, at)]),
    make,
    ({ fill, line }) => (fill?.data.length ?? 0) + (line?.data.length ?? 0),
  );
}

/** Is a piece's end rounded to the joint's disc, or kept as drawn? */
export function carriesDisc(joint: JointRow, pieceId: PieceId): boolean {
  return joint.discOn === 'both' || (joint.discOn === 'child') === (joint.childId === pieceId);
}

/** Overlap and under of one piece: from its rounded joints and its margin. */
function hiddenSheets(
  doc: CharacterDoc,
  order: readonly PieceRow[],
  at: number,
  art: ViewArt,
  memo: Memo,
): { overlap: PlacedBitmap | null; under: PlacedBitmap | null } {
  const piece = order[at];
  const sheets = art.pieces.get(piece.id);
  const face = sheets?.face;
  if (!face) return { overlap: null, under: null };
  const later = order.slice(at + 1).flatMap((p) => art.pieces.get(p.id)?.face ?? []);
  const ends = jointsInOrder(doc, piece)
    .filter((joint) => joint.kind !== 'slide')
    .flatMap((joint) => {
      const otherId = joint.childId === piece.id ? joint.parentId : joint.childId;
      const other = art.pieces.get(otherId)?.face;
      if (!other || !carriesDisc(joint, piece.id)) return [];
      const inFront = order.findIndex((p) => p.id === otherId) < at;
      const disc = reachingDisc(joint, inFront ? face : other);
      return memo(
        deriveKey('end 6', endSources(doc, order, at, joint)),
        () => roundEnd({ design: art.design, face, other, inFront, later, disc, seam: joint.kind === 'hinge' }),
        bytesOfEnd,
      );
    });
  return {
    overlap: mergeSheets([
      piece.margin > 0 ? marginSheet(face, piece.margin, art.design) : null,
      ...ends.map((e) => e.overlap),
    ]),
    under: mergeSheets(ends.map((e) => e.under)),
  };
}

function bytesOfEnd({ overlap, under }: RoundedEnd): number {
  return (overlap?.data.length ?? 0) + (under?.data.length ?? 0);
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

/** A border pixel of a piece, taken apart, and whether the piece has it or its neighbour. */
interface BorderPixel extends Unmixed {
  isOwn: boolean;
}

/** About what one takes in memory. */
const BYTES_OF_BORDER_PIXEL = 90;

/** The blends along one piece's borders, taken apart; by index in `rect`. */
function bordersOf(order: readonly PieceRow[], at: number, rect: Rect, art: ViewArt): BorderPixel[] {
  const owners: OwnerMap = mapOwners(
    order.map((p) => art.pieces.get(p.id)?.face ?? null),
    rect,
  );
  // Paint of own layers is unmixed already.
  const steady = order.map((p) => p.unmix && !p.own);
  return unmixEdges(art.design, owners, steady, new Set([at])).map((pixel) => ({
    ...pixel,
    isOwn: owners.owner[pixel.at] === at + 1,
  }));
}

/** The key of the blends along a piece's borders: the two of a pair are told by their places in the order. */
function bordersKey(doc: CharacterDoc, order: readonly PieceRow[], at: number): string {
  return deriveKey('borders 1', [borderSources(doc, order, at), order.map((p) => placeOf(p.face))]);
}

/** Unmixes one piece's borders with its neighbours; null where there is nothing to unmix. */
function unmixPiece(doc: CharacterDoc, order: readonly PieceRow[], at: number, art: ViewArt, memo: Memo): Unmix | null {
  const face = art.pieces.get(order[at].id)?.face;
  if (!face || !order[at].unmix) return null;
  const rect = outsetRect(face, 4);
  const borders = memo(
    bordersKey(doc, order, at),
    () => bordersOf(order, at, rect, art),
    (pixels) => pixels.length * BYTES_OF_BORDER_PIXEL,
  );
  const unmix = laidApart(borders, order, at, rect, discsSharedBy(doc, order[at].id));
  return unmix.face.size > 0 || unmix.under ? unmix : null;
}

/** Gives a piece its own of the pixels along its borders, but for those within the discs that it shares. */
function laidApart(
  borders: readonly BorderPixel[],
  order: readonly PieceRow[],
  at: number,
  rect: Rect,
  discs: readonly JointRow[],
): Unmix {
  const face = new Map<number, number>();
  const under = createPlaced(rect);
  const underWords = wordsOf(under);
  for (const { at: i, front, behind, frontWord, behindWord, isOwn } of borders) {
    const other = order[front === at ? behind : front];
    if (isInDiscWith(other.id, discs, rect.x + (i % rect.width), rect.y + Math.floor(i / rect.width))) continue;
    if (front === at) face.set(i, frontWord);
    else if (behind === at && isOwn) face.set(i, behindWord);
    else if (behind === at) underWords[i] = behindWord;
  }
  return { rect, face, under: trimToPaint(under) };
}

/**
 * Is a pixel within the disc that a piece shares with another? The cut there runs through one paint: where a fold or a
 * highlight crosses it, its blends are the limb's own, and taking them apart would tear a seam into both.
 */
function isInDiscWith(otherId: PieceId, discs: readonly JointRow[], x: number, y: number): boolean {
  for (const j of discs)
    if ((j.childId === otherId || j.parentId === otherId) && Math.hypot(x + 0.5 - j.x, y + 0.5 - j.y) < j.radius + 1)
      return true;
  return false;
}

/** The joints at which a piece and another both carry the disc. */
function discsSharedBy(doc: CharacterDoc, pieceId: PieceId): JointRow[] {
  return doc.joints.filter(
    (j) => j.rounded && j.discOn === 'both' && (j.childId === pieceId || j.parentId === pieceId),
  );
}

/** The face with unmixed edges, and the paint of the piece's own layers over it; null where nothing differs from the face. */
function cleanFace(
  face: PlacedBitmap | null,
  mixed: Unmix | null,
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
