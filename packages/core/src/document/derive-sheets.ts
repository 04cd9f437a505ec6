import { mapOwners, type OwnerMap } from '../cut/owners.js';
import { unmixEdges } from '../cut/unmix-edge.js';
import { mergeSheets } from '../joint/compose-piece.js';
import { lineUnder, thickenLine, type LineUnder } from '../joint/line-under.js';
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
import { distanceField } from '../raster/distance-field.js';
import { createMask } from '../raster/mask.js';
import { drawOrder, drawSteps, hasLineUnder, limbUnderLine } from './family.js';
import type { CharacterDoc, JointRow, PieceId, PieceRow, ViewId } from './rows.js';
import { settleRest } from './settle-rest.js';
import { reachingDisc, type ViewArt } from './view-art.js';

/** The sheets of a piece that follow from faces, draw order, joints and the piece's own settings. */
export interface DerivedSheets {
  overlap: PlacedBitmap | null;
  under: PlacedBitmap | null;
  clean: PlacedBitmap | null;
  line: PlacedBitmap | null;
}

/**
 * Works out overlap, under, clean and line sheets: rounded ends, margins, copied pixels, unmixed edges, the paint of own
 * layers and lines under all; then settles whatever would not give the design back at rest, so that the rest match holds by
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
  // A line that was made thicker is no longer the design: it is worked out anew, or settling would take it for a fault.
  const isThicker = ({ id }: PieceRow) => (lineJoint(doc, id)?.lineMore ?? 0) !== 0;
  const wanted = order.flatMap((piece, at) => (!only || only.has(piece.id) || isThicker(piece) ? [at] : []));
  const blends = new Map<number, Unmix>();
  for (const at of wanted) unmixPiece(doc, order, at, art, blends);
  for (const at of wanted) {
    const piece = order[at];
    const { overlap, under } = hiddenSheets(doc, order, at, art);
    const mixed = blends.get(at);
    const { face = null, own = null } = art.pieces.get(piece.id) ?? {};
    const clean = cleanFace(face, mixed, own, art.design);
    const apart = lineApart(doc, piece, clean ?? face, art);
    result.set(piece.id, {
      overlap,
      under: mergeSheets([under, mixed?.under ?? null]),
      clean: apart ? apart.fill : clean,
      line: apart?.line ?? null,
    });
  }
  settleRest(drawSteps(doc, viewId, true), order, art, result);
  for (const [id, sheets] of result) {
    const joint = lineJoint(doc, id);
    if (joint && sheets.line) sheets.line = thickenLine(sheets.line, joint.lineMore, joint.lineColour);
  }
  return result;
}

/** The joint that a piece's line under all is drawn by: its own, or else one that hangs from it; null where it has none. */
function lineJoint(doc: CharacterDoc, pieceId: PieceId): JointRow | null {
  const joints = doc.joints.filter((j) => hasLineUnder(j) && (j.childId === pieceId || j.parentId === pieceId));
  return joints.find((j) => j.childId === pieceId) ?? joints[0] ?? null;
}

/** A piece's paint without the outline round its limb, and that outline; null where its line does not lie under all. */
function lineApart(doc: CharacterDoc, piece: PieceRow, drawn: PlacedBitmap | null, art: ViewArt): LineUnder | null {
  const joint = drawn && lineJoint(doc, piece.id);
  if (!drawn || !joint) return null;
  const limb = [...limbUnderLine(doc, piece.id)].flatMap((id) => art.pieces.get(id)?.face ?? []);
  const discs = doc.joints.filter((j) => hasLineUnder(j) && (j.childId === piece.id || j.parentId === piece.id));
  const { lineWidth, lineColour } = joint;
  return lineUnder({ design: art.design, face: drawn, limb, discs, lineWidth, lineColour });
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
function unmixPiece(
  doc: CharacterDoc,
  order: readonly PieceRow[],
  at: number,
  art: ViewArt,
  blends: Map<number, Unmix>,
): void {
  const withinDisc = sharedDiscs(doc, order[at].id);
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
    if (
      withinDisc(
        order[front === at ? behind : front].id,
        rect.x + (i % rect.width),
        rect.y + Math.floor(i / rect.width),
      )
    )
      continue;
    if (front === at) unmix.face.set(i, frontWord);
    else if (behind === at && owners.owner[i] === at + 1) unmix.face.set(i, behindWord);
    else if (behind === at) underWords[i] = behindWord;
  }
  unmix.under = trimToPaint(under);
  if (unmix.face.size > 0 || unmix.under) blends.set(at, unmix);
}

/**
 * Is a pixel within the disc that a piece shares with another? The cut there runs through one paint: where a fold or a
 * highlight crosses it, its blends are the limb's own, and taking them apart would tear a seam into both.
 */
function sharedDiscs(doc: CharacterDoc, pieceId: PieceId): (otherId: PieceId, x: number, y: number) => boolean {
  const joints = doc.joints.filter(
    (j) => j.rounded && j.discOn === 'both' && (j.childId === pieceId || j.parentId === pieceId),
  );
  return (otherId, x, y) =>
    joints.some(
      (j) =>
        (j.childId === otherId || j.parentId === otherId) && Math.hypot(x + 0.5 - j.x, y + 0.5 - j.y) < j.radius + 1,
    );
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
