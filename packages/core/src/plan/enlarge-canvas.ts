import { DiffBuilder } from '../document/diff.js';
import type { CharacterDoc, Diff, SheetRef, ViewId, ViewRow } from '../document/rows.js';
import type { MakeStep } from '../document/row-types.js';
import { viewById } from '../document/view-edits.js';

/** Room added to a canvas on each side, px. */
export interface Enlargement {
  left: number;
  top: number;
  right: number;
  bottom: number;
}

/** A step of making a drawing, moved along. */
function movedStep(step: MakeStep, along: (value: number, i: number) => number): MakeStep {
  if (step.do === 'bend') return { ...step, handles: step.handles.map(along), held: step.held.map(along) };
  return { ...step, line: step.line.map(along) };
}

/** Enlarges a view's canvas: everything on it moves along. The design's picture comes ready-made. */
export function enlargeCanvas(
  doc: CharacterDoc,
  viewId: ViewId,
  by: Enlargement,
  design: Pick<ViewRow, 'designBlob'>,
): Diff {
  const view = viewById(doc, viewId);
  const moved = <T extends SheetRef | null>(ref: T): T =>
    ref ? { ...ref, x: ref.x + by.left, y: ref.y + by.top } : ref;
  const along = (value: number, i: number) => value + (i % 2 === 0 ? by.left : by.top);
  const diff = new DiffBuilder();
  diff.update(view, {
    ...design,
    width: view.width + by.left + by.right,
    height: view.height + by.top + by.bottom,
    floorY: view.floorY + by.top,
    nothingAt: view.nothingAt.map(({ x, y }) => ({ x: x + by.left, y: y + by.top })),
    brought: view.brought && {
      ...view.brought,
      layers: view.brought.layers && view.brought.layers.map((layer) => ({ ...layer, sheet: moved(layer.sheet) })),
    },
  });
  for (const piece of doc.pieces) {
    if (piece.viewId !== viewId) continue;
    const { face, own, extra, beneath, carried, soft, graft, apart } = piece;
    diff.update(piece, {
      face: moved(face),
      own: moved(own),
      extra: moved(extra),
      beneath: moved(beneath),
      carried: carried.map(({ kind, points }) => ({ kind, points: points.map(along) })),
      soft: soft && { ...soft, points: soft.points.map(along) },
      graft: graft && { ...graft, corners: graft.corners.map(along), before: moved(graft.before) },
      apart: apart && { fill: moved(apart.fill), shade: moved(apart.shade), line: moved(apart.line) },
    });
  }
  for (const drawn of doc.drawingViews)
    if (drawn.viewId === viewId)
      diff.update(drawn, {
        picture: moved(drawn.picture),
        over: moved(drawn.over),
        marks: drawn.marks.map(along),
        steps: drawn.steps.map((step) => movedStep(step, along)),
      });
  for (const turned of [...doc.joints, ...doc.handles])
    if (turned.viewId === viewId) diff.update(turned, { x: turned.x + by.left, y: turned.y + by.top });
  return diff.build();
}
