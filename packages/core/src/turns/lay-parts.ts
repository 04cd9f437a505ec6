import { mergeSheets, type SheetBitmaps } from '../document/compose-piece.js';
import { DiffBuilder, applyDiff, joinDiffs } from '../document/diff.js';
import { hangingFrom, pieceName, twinPiece } from '../document/family.js';
import { pieceById } from '../document/find.js';
import type { CharacterDoc, Diff, JointRow, PieceId, ViewId } from '../document/rows.js';
import { carriedLine } from '../document/soft-line.js';
import { takeBack } from '../document/take-back.js';
import { pieceImages, type ViewArt } from '../document/view-art.js';
import { LimberError } from '../errors.js';
import { changeJoint } from '../joints/joint-edits.js';
import type { JointChange } from '../joints/joint-fields.js';
import {
  copyPlaced,
  createPlaced,
  cropPlaced,
  trimToPaint,
  uniteRects,
  wordsOf,
  type PlacedBitmap,
} from '../raster/bitmap.js';
import { STAY, carried, mirroredAt, stretchedAbout, transformPicture, type Transform } from '../raster/transform.js';
import { limbOf } from './measure-view.js';

/** Pieces that are laid otherwise, each with the piece whose paint it gets and the way from there; and joints with what changes of them. */
export interface Laying {
  pieces: Map<PieceId, { from: PieceId; way: Transform }>;
  joints: Map<string, JointChange>;
}

/** px: joints lie to a hundredth. */
const hundredth = (value: number) => Math.round(value * 100) / 100;

function pivotOf(doc: CharacterDoc, pieceId: PieceId): JointRow | null {
  return doc.joints.find(({ childId }) => childId === pieceId) ?? null;
}

/**
 * Makes a part as large as it is to be, about its own joint or else its middle: a stretch of a limb along itself alone, anything
 * else all over. What hangs from it goes along, by whole pixels, with its joints.
 * @param factor 1 for no change
 */
export function scaleToFit(doc: CharacterDoc, pieceId: PieceId, factor: number): Laying {
  const piece = pieceById(doc, pieceId);
  const pivot = pivotOf(doc, pieceId);
  const { x, y, width, height } = piece.face;
  const held = pivot ?? { x: x + width / 2, y: y + height / 2 };
  const below = doc.joints.filter((joint) => joint.parentId === pieceId);
  const next = below.find(({ childId }) => limbOf(doc, pieceById(doc, childId)) === limbOf(doc, piece));
  const way =
    pivot && next
      ? stretchedAbout(held, Math.atan2(next.y - held.y, next.x - held.x), factor, 1)
      : stretchedAbout(held, 0, factor, factor);
  const laying: Laying = { pieces: new Map([[pieceId, { from: pieceId, way }]]), joints: new Map() };
  const direct = doc.pieces.filter((one) => one.viewId === piece.viewId && one.id !== pieceId);
  for (const child of direct) {
    if (!hangsDirectly(doc, child.id, pieceId)) continue;
    const joint = pivotOf(doc, child.id);
    const seat = joint ?? { x: child.face.x + child.face.width / 2, y: child.face.y + child.face.height / 2 };
    const there = carried(way, seat);
    const [dx, dy] = [Math.round(there.x - seat.x), Math.round(there.y - seat.y)];
    if (dx === 0 && dy === 0) continue;
    for (const { id } of hangingFrom(doc, child)) {
      laying.pieces.set(id, { from: id, way: { ...STAY, e: dx, f: dy } });
      const own = pivotOf(doc, id);
      if (own) laying.joints.set(own.id, { x: hundredth(own.x + dx), y: hundredth(own.y + dy) });
    }
  }
  return laying;
}

/** Is a piece the first of its branch below another? */
function hangsDirectly(doc: CharacterDoc, childId: PieceId, parentId: PieceId): boolean {
  const parent = pieceById(doc, parentId);
  const below = hangingFrom(doc, parent).filter(({ id }) => id !== parentId);
  if (!below.some(({ id }) => id === childId)) return false;
  return !below.some((other) => other.id !== childId && hangingFrom(doc, other).some(({ id }) => id === childId));
}

/**
 * Draws a part as its counterpart on the other side is drawn, mirrored, with all that hangs from it and has one: their joints lie
 * as there.
 * @param axis of the view, px
 * @throws LimberError `no-other-side`
 */
export function takeSide(doc: CharacterDoc, pieceId: PieceId, axis: number): Laying {
  const way = mirroredAt(Math.round(2 * axis));
  const laying: Laying = { pieces: new Map(), joints: new Map() };
  const piece = pieceById(doc, pieceId);
  for (const one of hangingFrom(doc, piece)) {
    const other = twinPiece(doc, one)?.id;
    if (!other) continue;
    laying.pieces.set(one.id, { from: other, way });
    const [own, there] = [pivotOf(doc, one.id), pivotOf(doc, other)];
    if (!own || !there) continue;
    const { x, y } = carried(way, there);
    laying.joints.set(own.id, { x: hundredth(x), y: hundredth(y), radius: there.radius });
  }
  if (!laying.pieces.has(pieceId))
    throw new LimberError('no-other-side', `${pieceName(doc, piece)} has no counterpart on the other side here.`);
  return laying;
}

/** What a view becomes when parts are laid otherwise: the design, and the sheets of every piece that gives or takes what is seen. */
export interface LaidParts {
  design: PlacedBitmap;
  pieces: Map<PieceId, { face: PlacedBitmap; own: PlacedBitmap | null; beneath: PlacedBitmap | null }>;
  /** Pixels of the figure that lie open now: what was covered there has no paint. */
  opened: number;
}

/**
 * The pictures of a view as they were drawn and painted, without what follows from their neighbours: that would be another
 * once a neighbour is.
 */
export function asPainted(art: ViewArt): ViewArt {
  const plain = ({ face, own = null, extra = null, beneath = null }: SheetBitmaps): SheetBitmaps => ({
    ...{ face, own, extra, beneath, overlap: null },
    under: mergeSheets([own, extra, beneath]),
  });
  return { design: art.design, pieces: new Map([...art.pieces].map(([id, sheets]) => [id, plain(sheets)])) };
}

/** Leaves pieces out of a view: what lies behind them shows, as far as it is painted. */
export function leaveOut(
  doc: CharacterDoc,
  viewId: ViewId,
  art: ViewArt,
  without: readonly PieceId[],
): { design: PlacedBitmap; faces: Map<PieceId, PlacedBitmap> } {
  const blank = new Map(without.map((id) => [id, createPlaced({ x: 0, y: 0, width: 1, height: 1 })]));
  const { design, pieces } = takeBack({ doc, viewId, art: asPainted(art) }, blank, true);
  const faces = new Map([...pieces].flatMap(([id, { face }]) => (face && !blank.has(id) ? [[id, face] as const] : [])));
  const gone = without.flatMap((id) => art.pieces.get(id)?.face ?? []);
  return { design: withoutHaze(design ?? art.design, gone), faces };
}

/** Alpha that no eye sees: what is left of an edge that went elsewhere. */
const HAZE = 1;

/** A design without the haze that is left where pieces were. */
function withoutHaze(design: PlacedBitmap, gone: readonly PlacedBitmap[]): PlacedBitmap {
  const out = copyPlaced(design);
  for (const { x, y, width, height } of gone)
    for (let row = y; row < y + height; row++)
      for (let i = (row * out.width + x) * 4, end = i + width * 4; i < end; i += 4)
        if (out.data[i + 3] <= HAZE) out.data.fill(0, i, i + 4);
  return out;
}

/**
 * Lays parts otherwise. What shows then is the design from then on; what is covered now stays as hidden paint, and where
 * something was uncovered its hidden paint shows.
 * @throws LimberError `would-empty` where nothing of a piece would be seen any more, `outside`
 */
export function layParts(doc: CharacterDoc, viewId: ViewId, drawn: ViewArt, laying: Laying): LaidParts {
  const art = asPainted(drawn);
  const images = new Map(
    pieceImages(doc, viewId, art).flatMap(({ id, sheet, image }) => (sheet === 'piece' ? [[id, image] as const] : [])),
  );
  const brought = new Map<PieceId, PlacedBitmap>();
  for (const [id, { from, way }] of laying.pieces) {
    const image = images.get(from);
    const laid = image && transformPicture(image, way);
    if (!laid) continue;
    const { width, height } = art.design;
    if (laid.x < 0 || laid.y < 0 || laid.x + laid.width > width || laid.y + laid.height > height)
      throw new LimberError('outside', `${pieceName(doc, pieceById(doc, id))} would reach past the canvas.`);
    brought.set(id, laid);
  }
  const taken = takeBack({ doc, viewId, art }, brought, true);
  const pieces: LaidParts['pieces'] = new Map();
  for (const [id, { face, own, beneath }] of taken.pieces) {
    const before = art.pieces.get(id)?.face ?? null;
    if (!face)
      throw new LimberError('would-empty', `Nothing of ${pieceName(doc, pieceById(doc, id))} would be seen at rest.`);
    pieces.set(id, { face, own, beneath: brought.has(id) ? beneath : withCovered(beneath, before, face) });
  }
  const moved = [...laying.pieces.keys()].flatMap((id) => art.pieces.get(id)?.face ?? []);
  const design = withoutHaze(taken.design ?? art.design, moved);
  return { design, pieces, opened: openedIn(art.design, design) };
}

/**
 * Hidden paint with what of a picture is covered now.
 * @param before the picture: its piece's face until now
 * @param face what shows of it
 */
export function withCovered(
  beneath: PlacedBitmap | null,
  before: PlacedBitmap | null,
  face: PlacedBitmap,
): PlacedBitmap | null {
  if (!before) return beneath;
  const whole = beneath ? cropPlaced(beneath, uniteRects(beneath, before)) : createPlaced(before);
  const [was, is, words] = [before, cropPlaced(face, before), cropPlaced(whole, before)].map(wordsOf);
  const out = wordsOf(whole);
  for (let y = 0, i = 0; y < before.height; y++) {
    let to = (before.y + y - whole.y) * whole.width + before.x - whole.x;
    for (let x = 0; x < before.width; x++, i++, to++)
      if (was[i] >>> 24 > 0 && is[i] >>> 24 === 0 && words[i] >>> 24 < was[i] >>> 24) out[to] = was[i];
  }
  return trimToPaint(whole);
}

/** Pixels that had paint and have none now. */
function openedIn(before: PlacedBitmap, now: PlacedBitmap): number {
  let opened = 0;
  for (let i = 3; i < before.data.length; i += 4) if (before.data[i] > 0 && now.data[i] === 0) opened++;
  return opened;
}

/** The change of the joints and soft lines that goes with a laying; what a linked joint takes over follows. */
export function layJoints(doc: CharacterDoc, { pieces, joints }: Laying): Diff {
  const lines = new DiffBuilder();
  for (const [id, { from, way }] of pieces) {
    const [piece, { soft }] = [pieceById(doc, id), pieceById(doc, from)];
    if (piece.soft || soft) lines.update(piece, { soft: soft && carriedLine(soft, way) });
  }
  let diff = lines.build();
  let now = applyDiff(doc, diff);
  for (const [id, change] of joints) {
    const step = changeJoint(now, id, change);
    diff = joinDiffs(diff, step);
    now = applyDiff(now, step);
  }
  return diff;
}
