import { composePiece } from '../document/compose-piece.js';
import { applyDiff, joinDiffs, DiffBuilder } from '../document/diff.js';
import { drawOrder, parentPiece, partOf } from '../document/family.js';
import { findPart, findPiece } from '../document/find.js';
import { labelFor, type NameTokens } from '../document/naming.js';
import type {
  CharacterDoc,
  Diff,
  JointRow,
  PartId,
  PieceId,
  PieceRow,
  SheetRef,
  SoftLine,
  ViewId,
} from '../document/rows.js';
import { carriedLine } from '../document/soft-line.js';
import { takeBack } from '../document/take-back.js';
import type { ViewArt } from '../document/view-art.js';
import { viewById } from '../document/view-edits.js';
import { LimberError } from '../errors.js';
import { cutPieces, redrawView, type CutSheets } from '../cut/cut-edits.js';
import { mirroredRange } from '../joints/mirrored-range.js';
import { onOtherSide } from '../names/swap-sides.js';
import { createPlaced, paintBounds, type PlacedBitmap, type Rect } from '../raster/bitmap.js';
import {
  STAY,
  after,
  carried,
  mirroredAt,
  stretchedAbout,
  transformPicture,
  type Transform,
} from '../raster/transform.js';
import { asPainted, withCovered } from './lay-parts.js';

/** A view of a character with its pictures. */
export interface ViewOf {
  doc: CharacterDoc;
  viewId: ViewId;
  art: ViewArt;
}

/** What is taken from another character. */
export interface TakeOrder {
  /** Parts of the other character. */
  partIds: readonly PartId[];
  /** Onto the other side: mirrored, A for B. */
  mirrored: boolean;
}

/** A piece that came from another character. */
interface TakenPiece {
  pieceId: PieceId;
  partId: PartId;
  tokens: NameTokens;
  face: PlacedBitmap;
  beneath: PlacedBitmap | null;
  /** The line that it bends along; null for a rigid one. */
  soft: SoftLine | null;
}

/** What a view becomes with parts of another character. */
export interface TakenParts {
  design: PlacedBitmap;
  fresh: TakenPiece[];
  /** What other pieces show from now on, and what of them is covered. */
  others: Map<PieceId, { face: PlacedBitmap; beneath: PlacedBitmap | null }>;
  joints: JointRow[];
}

/** Where a view's figure stands, how tall it is drawn and where its middle is, px. */
function figureOf({ doc, viewId, art }: ViewOf): { floor: number; tall: number; middle: number } {
  const floor = viewById(doc, viewId).floorY;
  const bounds = paintBounds(art.design) ?? { x: 0, y: 0, width: art.design.width, height: floor };
  return { floor, tall: Math.max(1, floor - bounds.y), middle: middleOf(bounds) };
}

const middleOf = ({ x, width }: Rect) => x + width / 2;

/** The middles of what the first part that hangs from something made in both views hangs from there, and here, px; null for none. */
function middlesOfParents(
  from: ViewOf,
  to: ViewOf,
  partIds: readonly PartId[],
): { there: number; here: number } | null {
  for (const partId of partIds) {
    const piece = findPiece(from.doc, from.viewId, partId);
    const parent = piece && parentPiece(from.doc, piece);
    if (!parent || partIds.includes(parent.partId)) continue;
    const same = findPart(to.doc, tokensFor(from.doc, parent.partId, false));
    const own = same && findPiece(to.doc, to.viewId, same.id);
    if (own) return { there: middleOf(parent.face), here: middleOf(own.face) };
  }
  return null;
}

/**
 * How the parts of another character come to lie here: as much larger or smaller as this one is, mirrored where that is
 * wanted; the joint of the first of them lies on the same joint here, or as high on the figure and as far from the middle of what
 * it hangs from, or of the whole figure: what a figure lacks says nothing of where its middle is.
 */
function wayFrom(from: ViewOf, to: ViewOf, { partIds, mirrored }: TakeOrder): Transform {
  const middles = middlesOfParents(from, to, partIds);
  const [there, here] = [
    { ...figureOf(from), ...(middles && { middle: middles.there }) },
    { ...figureOf(to), ...(middles && { middle: middles.here }) },
  ];
  const scale = here.tall / there.tall;
  const scaled = stretchedAbout({ x: there.middle, y: there.floor }, 0, scale, scale);
  const turned = mirrored ? after(scaled, mirroredAt(2 * there.middle)) : scaled;
  const standing = after(turned, { ...STAY, e: here.middle - there.middle, f: here.floor - there.floor });
  for (const partId of partIds) {
    const piece = findPiece(from.doc, from.viewId, partId);
    const joint = piece && from.doc.joints.find(({ childId }) => childId === piece.id);
    if (!joint) continue;
    const same = findPart(to.doc, tokensFor(from.doc, partId, mirrored));
    const own = same && findPiece(to.doc, to.viewId, same.id);
    const held = own && to.doc.joints.find(({ childId }) => childId === own.id);
    const at = carried(standing, joint);
    const [dx, dy] = held ? [held.x - at.x, held.y - at.y] : [0, 0];
    return byWholePixels(after(standing, { ...STAY, e: dx, f: dy }));
  }
  return byWholePixels(standing);
}

/** The same way, by whole pixels: what is not scaled stays as it was drawn. */
function byWholePixels(way: Transform): Transform {
  return { ...way, e: Math.round(way.e), f: Math.round(way.f) };
}

function tokensFor(doc: CharacterDoc, partId: PartId, mirrored: boolean): NameTokens {
  const part = doc.parts.find(({ id }) => id === partId);
  if (!part) throw new LimberError('not-found', 'That part is no longer there.');
  const { group, part: word, side, index } = part;
  const tokens = { group, part: word, side, index };
  return mirrored ? onOtherSide(tokens) : tokens;
}

/**
 * Takes parts of another character over to start from: their paint with what is hidden of it, their names, their joints with
 * their ranges. What shows then is the design from then on.
 * @throws LimberError `nothing-there`, `cut-already` for a part that is made here, `outside`
 */
export function takeParts(from: ViewOf, to: ViewOf, order: TakeOrder, freshId: () => string): TakenParts {
  const pieces = drawOrder(from.doc, from.viewId).filter(({ partId }) => order.partIds.includes(partId));
  if (pieces.length === 0)
    throw new LimberError(
      'nothing-there',
      'None of these parts is made in that view.',
      'Choose others, or another view.',
    );
  const way = wayFrom(from, to, order);
  const painted = { from: asPainted(from.art), to: asPainted(to.art) };
  const laid = pieces.flatMap((piece) => {
    const tokens = tokensFor(from.doc, piece.partId, order.mirrored);
    const same = findPart(to.doc, tokens);
    if (same && findPiece(to.doc, to.viewId, same.id))
      throw new LimberError(
        'cut-already',
        `There is a ${labelFor(tokens)} here already.`,
        'Delete it first, or take another part.',
      );
    const sheets = painted.from.pieces.get(piece.id);
    const whole = sheets && composePiece(sheets);
    const picture = whole && transformPicture(whole, way);
    if (!picture) return [];
    refuseOutside(picture, to, tokens);
    const soft = piece.soft && carriedLine(piece.soft, way);
    return [{ piece, tokens, picture, soft, pieceId: freshId(), partId: freshId() }];
  });
  const blank = createPlaced({ x: 0, y: 0, width: 1, height: 1 });
  const noSheet: SheetRef = { blob: '', x: 0, y: 0, width: 1, height: 1, area: 0 };
  const fresh = laid.map(({ pieceId, partId, tokens }) => ({ pieceId, partId, tokens, face: noSheet }));
  const doc = applyDiff(to.doc, cutPieces(to.doc, { viewId: to.viewId, sheets: new Map(), fresh }));
  const art: ViewArt = {
    design: to.art.design,
    pieces: new Map([
      ...painted.to.pieces,
      ...laid.map(({ pieceId }) => [pieceId, { face: blank, overlap: null, under: null }] as const),
    ]),
  };
  const brought = new Map(laid.map(({ pieceId, picture }) => [pieceId, picture]));
  const { design, pieces: taken } = takeBack({ doc, viewId: to.viewId, art }, brought, true);
  const shown = laid.map(({ tokens, picture, soft, pieceId, partId }): TakenPiece => {
    const face = taken.get(pieceId)?.face;
    if (!face)
      throw new LimberError(
        'would-empty',
        `Nothing of ${labelFor(tokens)} would be seen here.`,
        'Take it from another view.',
      );
    return { pieceId, partId, tokens, face, soft, beneath: withCovered(null, picture, face) };
  });
  const others = [...taken].flatMap(([id, { face, beneath }]) => {
    const before = painted.to.pieces.get(id)?.face ?? null;
    return face && !brought.has(id) ? [[id, { face, beneath: withCovered(beneath, before, face) }] as const] : [];
  });
  const idOf = new Map(laid.map(({ piece, pieceId }) => [piece.id, pieceId]));
  return {
    design: design ?? to.art.design,
    fresh: shown,
    others: new Map(others),
    joints: jointsOf(from, { doc, viewId: to.viewId }, idOf, way, freshId),
  };
}

function refuseOutside({ x, y, width, height }: PlacedBitmap, { art: { design } }: ViewOf, tokens: NameTokens): void {
  if (x < 0 || y < 0 || x + width > design.width || y + height > design.height)
    throw new LimberError(
      'outside',
      `${labelFor(tokens)} would reach past the canvas.`,
      'Give the canvas more room first.',
    );
}

/** The joints that come along: between pieces that come, and where the first of them hangs from a piece that is here. */
function jointsOf(
  { doc: theirs }: ViewOf,
  { doc, viewId }: { doc: CharacterDoc; viewId: ViewId },
  idOf: ReadonlyMap<PieceId, PieceId>,
  way: Transform,
  freshId: () => string,
): JointRow[] {
  const scale = Math.hypot(way.c, way.d);
  const isMirrored = way.a < 0;
  return theirs.joints.flatMap((joint): JointRow[] => {
    const childId = idOf.get(joint.childId);
    const child = childId && doc.pieces.find(({ id }) => id === childId);
    const parentId = idOf.get(joint.parentId) ?? (child ? parentPiece(doc, child)?.id : undefined);
    if (!childId || !parentId) return [];
    const tenth = (value: number) => Math.round(value * scale * 10) / 10;
    const { x, y } = carried(way, joint);
    const turn = (low: number, high: number) => (isMirrored ? mirroredRange(low, high) : [low, high]);
    const [rangeLow, rangeHigh] = turn(joint.rangeLow, joint.rangeHigh);
    const [wantedLow, wantedHigh] = turn(joint.wantedLow, joint.wantedHigh);
    return [
      {
        ...{ ...joint, id: freshId(), version: 1, viewId, childId, parentId, twinId: null },
        ...{ x: Math.round(x * 100) / 100, y: Math.round(y * 100) / 100, radius: tenth(joint.radius) },
        ...{ lineWidth: tenth(joint.lineWidth), lineMore: tenth(joint.lineMore), reach: tenth(joint.reach) },
        ...{ rangeLow, rangeHigh, wantedLow, wantedHigh },
      },
    ];
  });
}

/** The sheets of parts that were taken, kept. */
export interface KeptParts {
  design: SheetRef;
  fresh: (Omit<TakenPiece, 'face' | 'beneath'> & { face: SheetRef; beneath: SheetRef | null })[];
  others: [PieceId, CutSheets][];
  joints: JointRow[];
}

/** Puts taken parts into a view, as one edit. */
export function placeParts(doc: CharacterDoc, viewId: ViewId, { design, fresh, others, joints }: KeptParts): Diff {
  const { floorY } = viewById(doc, viewId);
  const drawn = redrawView(doc, viewId, { sheet: design, floorY }, new Map(others));
  const cut = cutPieces(applyDiff(doc, drawn), { viewId, sheets: new Map(), fresh });
  const now = applyDiff(doc, joinDiffs(drawn, cut));
  const diff = new DiffBuilder();
  for (const { pieceId, beneath, soft } of fresh) {
    const row = now.pieces.find(({ id }) => id === pieceId) as PieceRow;
    diff.update(row, { beneath, soft });
  }
  for (const joint of joints) diff.add(joint);
  return joinDiffs(joinDiffs(drawn, cut), diff.build());
}

/** Parts of a view that belong together, as a limb does: what is taken at once. */
export interface TakeGroup {
  word: string;
  partIds: PartId[];
}

/** The parts of a view by their groups and sides. */
export function groupsToTake(doc: CharacterDoc, viewId: ViewId): TakeGroup[] {
  const groups = new Map<string, PartId[]>();
  for (const piece of drawOrder(doc, viewId)) {
    if (piece.shadowOf) continue;
    const { id, group, side } = partOf(doc, piece);
    const word = side ? `${group} ${side}` : group;
    groups.set(word, [...(groups.get(word) ?? []), id]);
  }
  return [...groups].map(([word, partIds]) => ({ word, partIds })).sort((a, b) => (a.word < b.word ? -1 : 1));
}
