import { ownersAtRest, type OwnerMap } from '../cut/owners.js';
import { drawOrder, inFrontOf } from '../document/family.js';
import { deriveKey, placeOf } from '../document/keys.js';
import type { CharacterDoc, JointRow, PieceId, ViewId } from '../document/rows.js';
import type { ViewArt } from '../document/view-art.js';
import { viewById } from '../document/view-edits.js';
import { carriesDisc } from '../joints/rough-sheets.js';
import { linelessRim } from '../joints/round-joint.js';
import { usualLine } from '../joints/usual-line.js';
import type { PlacedBitmap } from '../raster/bitmap.js';
import type { OwnLine } from './fill-under.js';
import { wholeShape, type EndDisc, type WholeShape } from './whole-shape.js';

/** The confidence from which the outline round the whole figure counts as every piece's own. */
const SURE = 0.8;

/** The outline that pieces are drawn with, as it runs round the whole figure. */
export function ownLine(design: PlacedBitmap): OwnLine {
  const { width, colour, confidence } = usualLine(design);
  return confidence >= SURE ? { width, colour } : { width: 0, colour: [0, 0, 0] };
}

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
  const joints = doc.joints.filter((joint) => joint.rounded && joint.kind !== 'slide' && carriesDisc(joint, id));
  const rootJoint = joints.find((joint) => joint.childId === id);
  const root = rootJoint ? endDisc(doc, rootJoint, id) : null;
  const tips = joints.filter((joint) => joint.parentId === id).map((joint) => endDisc(doc, joint, id));
  const faces = order.slice(index).map((piece) => placeOf(piece.face));
  const key = deriveKey('whole shape', [viewById(doc, viewId).designBlob, faces, carried, root, tips]);
  const kept = shapes.get(face.data);
  if (kept?.key === key) return kept.shape;
  const owners = ownersOf(doc, viewId, art);
  const lineWidth = ownLine(art.design).width;
  const shape = wholeShape({ face, index, owners, carried, design: art.design, root, tips, lineWidth });
  shapes.set(face.data, { key, shape });
  return shape;
}

const shapes = new WeakMap<PlacedBitmap['data'], { key: string; shape: WholeShape }>();

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
