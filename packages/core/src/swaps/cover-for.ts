import { cutPieces, type CutArgs } from '../cut/cut-edits.js';
import { DiffBuilder, applyDiff, joinDiffs } from '../document/diff.js';
import { drawOrder, parentPiece, partOf, pieceName } from '../document/family.js';
import { findPart, pieceById } from '../document/find.js';
import { plainWords, type NameTokens } from '../document/naming.js';
import type { CharacterDoc, Diff, PartId, PieceId, PieceRow, SheetRef } from '../document/rows.js';
import { composePiece } from '../document/compose-piece.js';
import { pieceImages, type ViewArt } from '../document/view-art.js';
import { LimberError } from '../errors.js';
import {
  copyPlaced,
  createPlaced,
  cropPlaced,
  growRect,
  trimToPaint,
  wordsOf,
  type PlacedBitmap,
} from '../raster/bitmap.js';
import { INSIDE, connectedRegions, coverageOf, unionCoverage } from '../raster/mask.js';
import { reachOf } from '../raster/morphology.js';
import { isPupil } from './travel-of.js';
import { whiteOf } from './white-of.js';

/** The cover round an eye, and what it leaves the pieces that it is taken from. */
export interface Rim {
  /** Its paint: what shows at rest round the white. */
  rim: PlacedBitmap;
  /** By piece, the face that is left, and the paint that the rim took, which stays beneath. */
  taken: Map<PieceId, { face: PlacedBitmap; beneath: PlacedBitmap }>;
}

/**
 * The rim round the white that a pupil lies in: the face's own paint, as it shows at rest, as far as the pupil is large. It
 * goes in front of the pupil, so that one that is moved too far is hidden by it, without any mask. What it takes stays beneath
 * the pieces that it is taken from: at rest nothing is another, and nothing comes bare.
 * @throws LimberError `no-rim` for what is no pupil, or where no paint shows round its white
 */
export function coverFor(doc: CharacterDoc, pupil: PieceRow, art: ViewArt): Rim {
  const eye = isPupil(doc, pupil) ? parentPiece(doc, pupil) : null;
  const imageOf = (id: PieceId) => {
    const sheets = art.pieces.get(id);
    return sheets ? composePiece(sheets) : null;
  };
  const [whole, own] = [eye && imageOf(eye.id), imageOf(pupil.id)];
  if (!eye || !whole || !own)
    throw new LimberError(
      'no-rim',
      `${pieceName(doc, pupil)} is no pupil that lies on an eye.`,
      'Hang it from the eye.',
    );
  rimTokens(doc, eye);
  const white = whiteOf(whole, own);
  // Both eyes' pupils may be one piece: each goes no farther than it is large.
  const [largest] = connectedRegions(coverageOf(own)).regions;
  const reach = Math.max(largest.bounds.width, largest.bounds.height);
  const room = growRect(white, reach, art.design);
  const open = coverageOf(cropPlaced(white, room));
  const near = reachOf(open, reach);
  const rim = createPlaced(room);
  const words = wordsOf(rim);
  const order = drawOrder(doc, pupil.viewId);
  const inFront = order.slice(order.findIndex(({ id }) => id === pupil.id));
  // What lies in front of the pupil hides it anyway.
  const covered = pieceImages(doc, pupil.viewId, art).filter(({ id }) => inFront.some((piece) => piece.id === id));
  const hidden = unionCoverage(
    covered.map(({ image }) => image),
    room,
  ).data;
  const taken: Rim['taken'] = new Map();
  for (const piece of order.slice(0, order.length - inFront.length)) {
    const face = art.pieces.get(piece.id)?.face;
    if (!face) continue;
    const there = cropPlaced(face, room);
    const from = wordsOf(there);
    const given = createPlaced(room);
    const givenWords = wordsOf(given);
    let count = 0;
    for (let i = 0; i < from.length; i++) {
      if (from[i] >>> 24 === 0 || near[i] === 0 || open.data[i] > INSIDE || hidden[i] !== 0) continue;
      givenWords[i] = from[i];
      count++;
    }
    const left = count > 0 ? without(face, given) : null;
    // A piece that would have nothing left to show keeps all of it.
    if (!left) continue;
    taken.set(piece.id, { face: left, beneath: given });
    for (let i = 0; i < words.length; i++) if (givenWords[i] !== 0) words[i] = givenWords[i];
  }
  const trimmed = trimToPaint(rim);
  if (!trimmed)
    throw new LimberError('no-rim', `No paint shows round the white that ${pieceName(doc, pupil)} lies in.`);
  return { rim: trimmed, taken };
}

/** The last word of the part that a rim is. */
const RIM = 'rim';

/** Is a piece the cover round an eye, by its part? */
export function isRim(doc: CharacterDoc, piece: PieceRow): boolean {
  return plainWords(partOf(doc, piece).part ?? '').at(-1) === RIM;
}

/**
 * Puts a rim in front of its pupil, as a piece that hangs from the eye.
 * @param sheets what it leaves the pieces that it is taken from
 */
export function layRim(
  doc: CharacterDoc,
  pupil: PieceRow,
  rim: SheetRef,
  sheets: CutArgs['sheets'],
  ids: { pieceId: PieceId; partId: PartId },
): Diff {
  const eye = parentPiece(doc, pupil);
  if (!eye) throw new LimberError('no-rim', `${pieceName(doc, pupil)} hangs from no eye.`);
  const tokens = rimTokens(doc, eye);
  const fresh = { ...ids, tokens, face: rim, inFrontOf: pupil.id };
  const cut = cutPieces(doc, { viewId: pupil.viewId, sheets, fresh: [fresh] });
  const there = applyDiff(doc, cut);
  const diff = new DiffBuilder();
  // Its paint is the design's as it shows: nothing of it is taken apart.
  diff.update(pieceById(there, ids.pieceId), { unmix: false });
  diff.update(partOf(there, pieceById(there, ids.pieceId)), { parentId: eye.partId });
  return joinDiffs(cut, diff.build());
}

/** The tokens of an eye's rim. @throws LimberError `no-rim` where it has one */
function rimTokens(doc: CharacterDoc, eye: PieceRow): NameTokens {
  const { group, side, part } = partOf(doc, eye);
  const tokens = { group, side, part: [part, RIM].filter(Boolean).join(' '), index: null };
  if (findPart(doc, tokens))
    throw new LimberError('no-rim', `${pieceName(doc, eye)} has a rim already.`, 'Delete it first, to make it anew.');
  return tokens;
}

/** A face less the pixels that another picture of the same place has; null for nothing left. */
function without(face: PlacedBitmap, gone: PlacedBitmap): PlacedBitmap | null {
  const left = copyPlaced(face);
  const [words, away] = [wordsOf(left), wordsOf(cropPlaced(gone, face))];
  for (let i = 0; i < words.length; i++) if (away[i] !== 0) words[i] = 0;
  return trimToPaint(left);
}
