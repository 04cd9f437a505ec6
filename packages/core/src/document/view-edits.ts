import { LimberError } from '../errors.js';
import { DiffBuilder } from './diff.js';
import type { CharacterDoc, Diff, SheetRef, ViewId, ViewRow } from './rows.js';

/** Renames the character or its code, or marks it deleted. */
export function changeCharacter(
  doc: CharacterDoc,
  change: Partial<Pick<CharacterDoc['character'], 'name' | 'code' | 'deleted' | 'scheme' | 'plan' | 'palette'>>,
): Diff {
  const diff = new DiffBuilder();
  diff.update(doc.character, change);
  return diff.build();
}

/** Changes a view's design, its size and what it was brought in with. */
export function changeView(
  doc: CharacterDoc,
  viewId: ViewId,
  change: Partial<Pick<ViewRow, 'designBlob' | 'designArea' | 'width' | 'height' | 'floorY' | 'brought'>>,
): Diff {
  const diff = new DiffBuilder();
  diff.update(viewById(doc, viewId), change);
  return diff.build();
}

/** Finds a view. @throws LimberError `not-found` */
export function viewById(doc: CharacterDoc, id: ViewId): ViewRow {
  const view = doc.views.find((v) => v.id === id);
  if (!view) throw new LimberError('not-found', 'That view is no longer there.');
  return view;
}

/** Room added to a canvas on each side, px. */
export interface Enlargement {
  left: number;
  top: number;
  right: number;
  bottom: number;
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
  const diff = new DiffBuilder();
  diff.update(view, {
    ...design,
    width: view.width + by.left + by.right,
    height: view.height + by.top + by.bottom,
    floorY: view.floorY + by.top,
    brought: view.brought && {
      ...view.brought,
      layers: view.brought.layers && view.brought.layers.map((layer) => ({ ...layer, sheet: moved(layer.sheet) })),
    },
  });
  for (const piece of doc.pieces) {
    if (piece.viewId !== viewId) continue;
    const { face, overlap, under, clean, line, own, extra, apart } = piece;
    diff.update(piece, {
      face: moved(face),
      overlap: moved(overlap),
      under: moved(under),
      clean: moved(clean),
      line: moved(line),
      own: moved(own),
      extra: moved(extra),
      apart: apart && { fill: moved(apart.fill), shade: moved(apart.shade), line: moved(apart.line) },
    });
  }
  for (const joint of doc.joints)
    if (joint.viewId === viewId) diff.update(joint, { x: joint.x + by.left, y: joint.y + by.top });
  return diff.build();
}
