import { ownersAtRest, type OwnerMap } from '../cut/owners.js';
import { drawOrder, inFrontOf } from '../document/family.js';
import { deriveKey, oncePerDoc, placeOf } from '../document/keys.js';
import type { CharacterDoc, JointRow, PieceId, PieceRow, ViewId } from '../document/rows.js';
import type { ViewArt } from '../document/view-art.js';
import { viewById } from '../document/view-edits.js';
import { twinJoint } from '../joints/joint-edits.js';
import { carriesDisc } from '../joints/rough-sheets.js';
import { linelessRim } from '../joints/round-joint.js';
import { usualLine } from '../joints/usual-line.js';
import type { PlacedBitmap } from '../raster/bitmap.js';
import type { OwnLine } from './fill-under.js';
import { wholeShape, type EndDisc, type WholeShape, type WholeShapeInput } from './whole-shape.js';

/** The confidence from which the outline round the whole figure counts as every piece's own. */
const SURE = 0.8;

/** The outline that pieces are drawn with, as it runs round the whole figure. */
export function ownLine(design: PlacedBitmap): OwnLine {
  const { width, colour, confidence } = usualLine(design);
  return confidence >= SURE ? { width, colour } : { width: 0, colour: [0, 0, 0] };
}

type PieceEnds = Pick<WholeShapeInput, 'root' | 'tips' | 'long' | 'asTwin'>;

/** The discs in which a piece ends; and where its root is hidden, what the rest of its limb and its twin tell of that. */
export const endsOf = oncePerDoc((doc: CharacterDoc, piece: PieceRow): PieceEnds => {
  const { id } = piece;
  const joints = doc.joints.filter((joint) => joint.rounded && joint.kind !== 'slide' && carriesDisc(joint, id));
  const rootJoint = joints.find((joint) => joint.childId === id);
  const tips = joints.filter((joint) => joint.parentId === id).map((joint) => endDisc(doc, joint, id));
  if (rootJoint) return { root: endDisc(doc, rootJoint, id), tips, long: null, asTwin: [] };
  const asTwin = tips.length === 1 ? twinRoots(doc, piece, tips[0]) : [];
  return { root: null, tips, long: nextLength(doc, id), asTwin };
});

/**
 * A piece's whole shape, as its contour proposes it; null where it ends where it is hidden. It is kept for as long as the
 * face's pixels are, and found again where nothing has changed that it depends on.
 * @param index the piece's place in the draw order
 * @param art pictures of this piece and of all that are drawn after it
 */
export function shapeOf(doc: CharacterDoc, viewId: ViewId, art: ViewArt, index: number): WholeShape | null {
  const order = drawOrder(doc, viewId);
  const { id, endsHere, carried } = order[index];
  const face = art.pieces.get(id)?.face;
  if (!face || endsHere) return null;
  const { root, tips, long, asTwin } = endsOf(doc, order[index]);
  const faces = order.slice(index).map((piece) => placeOf(piece.face));
  const key = deriveKey('whole shape 3', [viewById(doc, viewId).designBlob, faces, carried, root, tips, long, asTwin]);
  const kept = shapes.get(face.data);
  if (kept?.key === key) return kept.shape;
  const owners = ownersOf(doc, viewId, art);
  const lineWidth = ownLine(art.design).width;
  const shape = wholeShape({ face, index, owners, carried, design: art.design, root, tips, long, asTwin, lineWidth });
  shapes.set(face.data, { key, shape });
  return shape;
}

const shapes = new WeakMap<PlacedBitmap['data'], { key: string; shape: WholeShape }>();

/** How long the stretch of a limb is that hangs from a piece, from joint to joint, px; null where it has not both. */
function nextLength(doc: CharacterDoc, id: PieceId): number | null {
  const hinges = (parentId: PieceId) => doc.joints.filter((one) => one.parentId === parentId && one.kind === 'hinge');
  const [tip, ...others] = hinges(id);
  const [next, ...more] = tip ? hinges(tip.childId) : [];
  return next && others.length + more.length === 0 ? Math.hypot(next.x - tip.x, next.y - tip.y) : null;
}

/**
 * Where a stretch of a limb has its hidden root if it is built as its twin on the other side: as far from its tip, and seen
 * from the side as that lies, or from in front in the mirror.
 */
function twinRoots(doc: CharacterDoc, piece: PieceRow, tip: EndDisc): EndDisc[] {
  const root = twinJoint(doc, piece);
  const tips = root ? doc.joints.filter(({ parentId }) => parentId === root.childId) : [];
  if (!root || tips.length !== 1) return [];
  const [dx, dy] = [root.x - tips[0].x, root.y - tips[0].y];
  const radius = (root.radius * tip.radius) / tips[0].radius;
  return [dx, -dx].map((across) => ({ x: tip.x + across, y: tip.y + dy, radius, shrink: 0 }));
}

/** A joint's disc as one of its pieces ends in it: less the outline where that is the other's. */
function endDisc(doc: CharacterDoc, joint: JointRow, pieceId: PieceId): EndDisc {
  const { x, y, radius } = joint;
  const inFront = (inFrontOf(doc, joint) === 'child') === (joint.childId === pieceId);
  return { x, y, radius, shrink: linelessRim(joint, inFront) };
}

const owned = new WeakMap<PlacedBitmap['data'], { key: string; owners: OwnerMap }>();

/** Who shows where at rest; kept for as long as the design's pixels are, and found again while no face has changed. */
function ownersOf(doc: CharacterDoc, viewId: ViewId, art: ViewArt): OwnerMap {
  const faces = drawOrder(doc, viewId).map(({ id, face }) => [art.pieces.has(id), placeOf(face)]);
  const key = deriveKey('owners', faces);
  const kept = owned.get(art.design.data);
  if (kept?.key === key) return kept.owners;
  const owners = ownersAtRest(doc, viewId, art);
  owned.set(art.design.data, { key, owners });
  return owners;
}
