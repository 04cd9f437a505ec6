import { jointLabel } from '../document/family.js';
import { deriveKey, placeOf } from '../document/keys.js';
import type { CharacterDoc, DrawingId, JointRow, SheetsOf, SwapSetRow, ViewId } from '../document/rows.js';
import type { Measure } from '../document/view-check.js';
import type { ViewArt } from '../document/view-art.js';
import { isCleanThroughout, piecesOfProof, proofKey, proveJoint, type BendProof } from '../joints/prove-joint.js';
import { mergeSheets } from '../document/compose-piece.js';
import { createPlaced, cropPlaced, intersectRects, wordsOf, type PlacedBitmap } from '../raster/bitmap.js';
import { drawingName, drawingsOf, inView, pieceOfSet } from './find-swaps.js';

/** The joint by which a set's piece hangs in a view; null for none that is rounded. */
export function jointOfSet(doc: CharacterDoc, set: SwapSetRow, viewId: ViewId): JointRow | null {
  const piece = pieceOfSet(doc, set, viewId);
  return doc.joints.find(({ childId, rounded }) => rounded && childId === piece?.id) ?? null;
}

/** What is to be proven of a set's joint: with the default drawing, and then with each other one. */
export function jointMeasures(
  doc: CharacterDoc,
  set: SwapSetRow,
  viewId: ViewId,
  sheets: SheetsOf,
): Measure<BendProof | null>[] {
  const joint = jointOfSet(doc, set, viewId);
  if (!joint) return [];
  const key = proofKey(doc, joint, sheets);
  const what = `Sweep of ${jointLabel(doc, joint)}`;
  const pieces = piecesOfProof(doc, joint);
  return [
    { key, what, pieces, measure: (art) => proveJoint(doc, joint, art) },
    ...swappedIn(doc, set, viewId).map(({ id, placed, name }) => ({
      key: deriveKey('proof with drawing 1', [key, placed]),
      what: `${what} with ${name}`,
      pieces,
      measure: (art: ViewArt) => proveJoint(doc, joint, withDrawing(art, joint.childId, art.drawings?.get(id) ?? null)),
    })),
  ];
}

/** How many measures `jointMeasures` gives. */
export function jointMeasureCount(doc: CharacterDoc, set: SwapSetRow, viewId: ViewId): number {
  return jointOfSet(doc, set, viewId) ? 1 + swappedIn(doc, set, viewId).length : 0;
}

/** The drawings with which a set's joint does not hold, while it does with the default one. */
export function endsApart(
  doc: CharacterDoc,
  set: SwapSetRow,
  viewId: ViewId,
  [own, ...proofs]: readonly (BendProof | null)[],
): { drawingId: DrawingId; joint: JointRow; clean: [number, number] | null }[] {
  const joint = jointOfSet(doc, set, viewId);
  if (!joint || !own || !isCleanThroughout(joint, own.cleanRange)) return [];
  return swappedIn(doc, set, viewId).flatMap(({ drawingId }, at) => {
    const clean = proofs[at]?.cleanRange ?? null;
    return isCleanThroughout(joint, clean) ? [] : [{ drawingId, joint, clean }];
  });
}

/** The drawings with a picture in a view, the default one aside. */
function swappedIn(doc: CharacterDoc, set: SwapSetRow, viewId: ViewId) {
  return drawingsOf(doc, set).flatMap((drawing) => {
    const row = drawing.isDefault ? null : inView(doc, drawing.id, viewId);
    return row?.picture
      ? [{ id: row.id, drawingId: drawing.id, placed: placeOf(row.picture), name: drawingName(doc, drawing) }]
      : [];
  });
}

function withDrawing(art: ViewArt, pieceId: string, face: PlacedBitmap | null): ViewArt {
  return { ...art, pieces: new Map(art.pieces).set(pieceId, { face, overlap: null, under: null }) };
}

/** px about a joint's disc that are taken along: its soft rim. */
const RIM = 1.5;

/**
 * Gives a drawing the default one's end at a joint: the paint of its whole disc, so that it turns as the default one does.
 * @param own what the set's piece shows
 */
export function withSameEnd(picture: PlacedBitmap, own: PlacedBitmap, { x, y, radius }: JointRow): PlacedBitmap | null {
  const reach = Math.ceil(radius + RIM);
  const disc = { x: Math.floor(x) - reach, y: Math.floor(y) - reach, width: 2 * reach + 1, height: 2 * reach + 1 };
  const isIn = (px: number, py: number) => Math.hypot(px + 0.5 - x, py + 0.5 - y) <= radius + RIM;
  const rest = createPlaced(picture);
  rest.data.set(picture.data);
  const restWords = wordsOf(rest);
  for (let row = 0, i = 0; row < rest.height; row++)
    for (let column = 0; column < rest.width; column++, i++) if (isIn(rest.x + column, rest.y + row)) restWords[i] = 0;
  const end = cropPlaced(own, intersectRects(own, disc));
  const words = wordsOf(end);
  for (let row = 0, i = 0; row < end.height; row++)
    for (let column = 0; column < end.width; column++, i++) if (!isIn(end.x + column, end.y + row)) words[i] = 0;
  return mergeSheets([rest, end]);
}
