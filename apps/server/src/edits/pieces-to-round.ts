import { drawOrder, type CharacterDoc, type JointRow, type PieceRow, type SheetRef } from '@limber-sheaf/core';

/** The pieces of a view whose rounded ends an edit may have changed. */
export function piecesToRound(before: CharacterDoc, after: CharacterDoc, viewId: string): string[] {
  return after.pieces
    .filter((piece) => piece.viewId === viewId && roundingOf(before, piece) !== roundingOf(after, piece))
    .map((piece) => piece.id);
}

/** Everything that a piece's rounded ends depend on, as one text; empty for a piece without any. */
function roundingOf(doc: CharacterDoc, { id, viewId }: PieceRow): string {
  const order = drawOrder(doc, viewId);
  const at = order.findIndex((piece) => piece.id === id);
  if (at < 0) return '';
  const ends = doc.joints
    .filter((joint) => joint.rounded && (joint.childId === id || joint.parentId === id))
    .map((joint) => {
      const otherId = joint.childId === id ? joint.parentId : joint.childId;
      const other = order.findIndex((piece) => piece.id === otherId);
      const { x, y, radius, outlineOn, discOn, lineWidth, lineColour, looseness } = joint;
      // Pieces drawn later may hide paint, where they reach into the disc.
      const cover = order
        .slice(at + 1)
        .filter((piece) => reaches(piece.face, joint))
        .map((piece) => faceOf(piece));
      return [
        joint.id,
        x,
        y,
        radius,
        outlineOn,
        discOn,
        lineWidth,
        lineColour,
        looseness,
        other < at,
        faceOf(order[other]),
        cover,
      ];
    });
  return ends.length === 0 ? '' : JSON.stringify([faceOf(order[at]), ends]);
}

function faceOf(piece: PieceRow | undefined): string {
  return piece ? `${piece.id} ${piece.face.blob} ${piece.face.x} ${piece.face.y}` : '';
}

function reaches(face: SheetRef, joint: JointRow): boolean {
  const reach = joint.radius + 2;
  return (
    face.x < joint.x + reach &&
    face.y < joint.y + reach &&
    face.x + face.width > joint.x - reach &&
    face.y + face.height > joint.y - reach
  );
}
