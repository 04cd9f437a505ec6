import { drawOrder, inFrontOf, jointLabel, movedBy, pieceName } from '../document/family.js';
import { pieceById } from '../document/find.js';
import { deriveKey, drawnKey } from '../document/keys.js';
import type { CharacterDoc, JointId, JointRow, PieceId, PieceRow, SheetsOf, ViewId } from '../document/rows.js';
import { measureUnder, viewCheck, type Finding, type Measure, type ViewCheck } from '../document/view-check.js';
import { viewById } from '../document/view-edits.js';
import type { Place } from '../errors.js';
import { sweptRange } from '../joints/prove-joint.js';
import { bareOfPiece } from './bare-of-piece.js';
import { uncovering } from './coming-into-view.js';
import type { Bare } from './find-bare.js';
import { endsOf } from './shape-of-piece.js';

/** What of a piece is bare as it was measured: joints by the places in the order of what they turn, counted from it. */
interface MeasuredBare {
  area: number;
  first: number;
  turns: [turning: number, angle: number][];
  place: Place;
}

/** The key of what comes into view of a whole view: everything drawn, how it turns, and where its order changes. */
export function underKey(doc: CharacterDoc, viewId: ViewId, sheets: SheetsOf): string {
  const order = drawOrder(doc, viewId);
  const at = new Map(order.map(({ id }, i) => [id, i]));
  return deriveKey('under 7', [
    viewById(doc, viewId).designBlob,
    order.map((piece) => [drawnKey(piece, sheets), piece.endsHere, piece.carried, hiddenRoot(doc, piece)]),
    doc.joints
      .filter((joint) => joint.viewId === viewId)
      .map((joint) => [endAt(doc, joint, at), sweptRange(joint), [...movedBy(doc, joint)].map((id) => at.get(id))]),
    orderChangesAt(doc, viewId, at),
  ]);
}

/** The places of pieces in the draw order, counted from one of them. */
type Places = ReadonlyMap<PieceId, number>;

/** What of a joint's disc the shape of a piece that ends in it depends on. */
function endAt(doc: CharacterDoc, joint: JointRow, at: Places): unknown[] {
  const { x, y, radius, kind, rounded, discOn, outlineOn, lineWidth, childId, parentId } = joint;
  return [
    x,
    y,
    radius,
    kind,
    rounded,
    discOn,
    outlineOn,
    lineWidth,
    inFrontOf(doc, joint),
    at.get(childId),
    at.get(parentId),
  ];
}

/** What other pieces tell of a root that is hidden. */
function hiddenRoot(doc: CharacterDoc, piece: PieceRow): unknown[] {
  const { long, asTwin } = endsOf(doc, piece);
  return [long, asTwin];
}

/** Where the draw order changes by pose. */
function orderChangesAt(doc: CharacterDoc, viewId: ViewId, at: Places): unknown[] {
  return doc.orderChanges
    .filter((change) => change.viewId === viewId)
    .map(({ jointId, low, high, movedIds, place, atId, rank }) => {
      const joint = doc.joints.find((one) => one.id === jointId);
      const turns = joint && [joint.x, joint.y, [...movedBy(doc, joint)].map((id) => at.get(id))];
      return [turns, low, high, movedIds.map((id) => at.get(id)), place, at.get(atId), rank];
    });
}

/**
 * By place in the draw order: may a piece lie over the one at `index`, at rest or where the order changes by pose? Of two
 * that no change moves, the one behind stays behind.
 */
function comesOver(doc: CharacterDoc, viewId: ViewId, index: number): boolean[] {
  const order = drawOrder(doc, viewId);
  const changes = doc.orderChanges.filter((change) => change.viewId === viewId);
  const moved = new Set(changes.flatMap(({ movedIds }) => movedIds));
  return order.map(({ id }, i) => i > index || (i < index && (moved.has(id) || moved.has(order[index].id))));
}

/**
 * The key of what comes into view of a piece: it and all that is drawn after it, the discs in which it ends, and what of
 * all these turns apart. What lies behind it, and joints that move all of it alike, make no difference.
 * @param index the piece's place in the draw order
 */
export function pieceUnderKey(doc: CharacterDoc, viewId: ViewId, sheets: SheetsOf, index: number): string {
  const order = drawOrder(doc, viewId);
  const { id, endsHere, carried } = order[index];
  const at = new Map(order.map((piece, i) => [piece.id, i - index]));
  const ends = doc.joints.filter(({ childId, parentId }) => childId === id || parentId === id);
  const changes = orderChangesAt(doc, viewId, at);
  const mayCover = comesOver(doc, viewId, index);
  return deriveKey('piece under 8', [
    viewById(doc, viewId).designBlob,
    endsHere,
    carried,
    order.flatMap((piece, i) => (i === index || mayCover[i] ? [[i - index, drawnKey(piece, sheets)]] : [])),
    changes,
    ends.map((joint) => endAt(doc, joint, at)),
    hiddenRoot(doc, order[index]),
    uncovering(doc, viewId, index).map(({ joint, moves }) => [
      [joint.x, joint.y, sweptRange(joint)],
      [at.get(joint.childId), at.get(joint.parentId), moves.filter((_, i) => i === index || mayCover[i])],
    ]),
  ]);
}

/** What of each piece of a view comes into view bare, in draw order. */
export function bareMeasures(doc: CharacterDoc, viewId: ViewId, sheets: SheetsOf): Measure<MeasuredBare | null>[] {
  const order = drawOrder(doc, viewId).map(({ id }) => id);
  return order.map((_, index) =>
    measureUnder(() => pieceUnderKey(doc, viewId, sheets, index), {
      what: 'What comes into view',
      measure(art) {
        const bare = bareOfPiece(doc, viewId, art, index);
        if (!bare) return null;
        const turning = (id: JointId) =>
          order.indexOf(doc.joints.find((joint) => joint.id === id)?.childId ?? '') - index;
        const turns = bare.turns.map(({ jointId, angle }): MeasuredBare['turns'][number] => [turning(jointId), angle]);
        return { area: bare.area, first: bare.first, turns, place: bare.place };
      },
    }),
  );
}

/**
 * The bare places of a view's pieces, the largest first.
 * @param measured what each of `bareMeasures` came to, in their order
 */
export function bareAsMeasured(doc: CharacterDoc, viewId: ViewId, measured: readonly unknown[]): Bare[] {
  const order = drawOrder(doc, viewId);
  const jointAt = (place: number) => doc.joints.find(({ childId }) => childId === order[place]?.id)?.id ?? '';
  return (measured as readonly (MeasuredBare | null)[])
    .flatMap((one, index): Bare[] => {
      if (!one) return [];
      const turns = one.turns.map(([turning, angle]) => ({ jointId: jointAt(index + turning), angle }));
      return [{ ...one, pieceId: order[index].id, turns }];
    })
    .sort((a, b) => b.area - a.area);
}

const hiddenPaint: ViewCheck<MeasuredBare | null> = {
  id: 'hidden-paint',
  measures: bareMeasures,
  report(doc, viewId, measured) {
    const labelOf = (id: JointId) => {
      const joint = doc.joints.find((one) => one.id === id);
      return joint ? jointLabel(doc, joint) : 'a joint';
    };
    const bare = bareAsMeasured(doc, viewId, measured);
    const findings = bare.map(({ pieceId, area, turns, place }): Finding => {
      const at = turns.map(({ jointId, angle }) => `${labelOf(jointId)} at ${angle}°`).join(' and ');
      return {
        sentence: `${pieceName(doc, pieceById(doc, pieceId))} comes into view without paint: ${area} px, ${at}. Paint it in Under.`,
        pieceId,
        place,
      };
    });
    return { figure: bare.reduce((sum, { area }) => sum + area, 0), unit: 'px', findings };
  },
};

/** What Under checks. */
export const UNDER_CHECKS = [viewCheck(hiddenPaint)];
