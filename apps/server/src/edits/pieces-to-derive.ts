import {
  drawOrder,
  hasLineUnder,
  limbUnderLine,
  type CharacterDoc,
  type JointRow,
  type PieceRow,
  type SheetRef,
} from '@limber-sheaf/core';

/** The pieces of a view whose overlap, under, clean and line sheets an edit may have changed. */
export function piecesToDerive(before: CharacterDoc, after: CharacterDoc, viewId: string): string[] {
  return after.pieces
    .filter((piece) => piece.viewId === viewId && sourcesOf(before, piece) !== sourcesOf(after, piece))
    .map((piece) => piece.id);
}

/** Everything that a piece's derived sheets depend on, as one text. */
function sourcesOf(doc: CharacterDoc, { id, viewId }: PieceRow): string {
  const order = drawOrder(doc, viewId);
  const at = order.findIndex((piece) => piece.id === id);
  if (at < 0) return '';
  const piece = order[at];
  const ends = doc.joints
    .filter((joint) => joint.rounded && joint.kind !== 'slide' && (joint.childId === id || joint.parentId === id))
    .map((joint) => {
      const otherId = joint.childId === id ? joint.parentId : joint.childId;
      const other = order.findIndex((p) => p.id === otherId);
      const { x, y, radius, outlineOn, discOn, lineWidth, lineColour, looseness, reach, foldsOut } = joint;
      // Pieces drawn later may hide paint, where they reach into the disc.
      const cover = order
        .slice(at + 1)
        .filter((p) => reaches(p.face, joint))
        .map((p) => faceOf(p));
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
        reach,
        foldsOut,
        other < at,
        faceOf(order[other]),
        cover,
      ];
    });
  // Edges are unmixed against every piece that may touch, the margin and own paint are settled against them.
  const reach = 4 + piece.margin;
  const around = order
    .map((p, i) => ({ p, i }))
    .filter(({ p, i }) => i !== at && near(piece.own ?? piece.face, p.face, reach))
    .map(({ p, i }) => [faceOf(p), i < at, p.unmix, p.own?.blob ?? '']);
  const view = doc.views.find((v) => v.id === viewId);
  return JSON.stringify([
    view?.designBlob,
    faceOf(piece),
    refOf(piece.own),
    refOf(piece.extra),
    piece.margin,
    piece.unmix,
    ends,
    around,
    lineSources(doc, id),
  ]);
}

/** What a line under all depends on: the faces of its whole limb, and the joints that hold it together. */
function lineSources(doc: CharacterDoc, id: string): unknown[] {
  const limb = limbUnderLine(doc, id);
  return [
    doc.pieces.filter((p) => limb.has(p.id)).map(faceOf),
    doc.joints.filter((j) => hasLineUnder(j) && limb.has(j.childId)).map((j) => [j.id, j.x, j.y, j.radius, j.lineMore]),
  ];
}

function refOf(ref: SheetRef | null): string {
  return ref ? `${ref.blob} ${ref.x} ${ref.y}` : '';
}

function faceOf(piece: PieceRow | undefined): string {
  return piece ? `${piece.id} ${refOf(piece.face)}` : '';
}

function near(a: SheetRef, b: SheetRef, reach: number): boolean {
  return (
    a.x < b.x + b.width + reach &&
    b.x < a.x + a.width + reach &&
    a.y < b.y + b.height + reach &&
    b.y < a.y + a.height + reach
  );
}

function reaches(face: SheetRef, joint: JointRow): boolean {
  const reach = joint.radius + joint.reach + 2;
  return (
    face.x < joint.x + reach &&
    face.y < joint.y + reach &&
    face.x + face.width > joint.x - reach &&
    face.y + face.height > joint.y - reach
  );
}
