import { deletePieces } from '../cut/cut-edits.js';
import { DiffBuilder, applyDiff, joinDiffs } from '../document/diff.js';
import { isNeeded, removePart } from '../document/removal.js';
import type { CharacterDoc, Diff, SheetRef, ViewId, ViewRow } from '../document/rows.js';
import { viewById } from '../document/view-edits.js';
import { LimberError } from '../errors.js';

/** What a view's key looks like. */
export const VIEW_KEY = /^[a-z][a-z0-9-]{0,30}$/;

/**
 * Refuses what cannot be a view's key.
 * @param own the view that is to have it; null for a new one
 * @throws LimberError `bad-name`, `name-taken`
 */
export function refuseKey(doc: CharacterDoc, key: string, own: ViewId | null): void {
  if (!VIEW_KEY.test(key))
    throw new LimberError('bad-name', 'A view is named with small letters, digits and hyphens, a letter first.');
  if (doc.views.some((view) => view.key === key && view.id !== own))
    throw new LimberError('name-taken', `There is a ${key} view already.`, 'Choose another name for this one.');
}

/**
 * Gives a view another name: a side view that came as the front. Its files are named anew in the next package.
 * @throws LimberError `bad-name`, `name-taken`
 */
export function renameView(doc: CharacterDoc, viewId: ViewId, key: string): Diff {
  refuseKey(doc, key, viewId);
  const diff = new DiffBuilder();
  diff.update(viewById(doc, viewId), { key });
  return diff.build();
}

/**
 * Takes a view away with all that is made in it: its pieces and joints, and its drawings. Parts that no other view draws go too.
 * @throws LimberError `last-view`
 */
export function deleteView(doc: CharacterDoc, viewId: ViewId): Diff {
  const view = viewById(doc, viewId);
  if (doc.views.length === 1)
    throw new LimberError(
      'last-view',
      'A character has at least one view.',
      'Delete the character instead, in the cast.',
    );
  const pieces = doc.pieces.filter((piece) => piece.viewId === viewId).map(({ id }) => id);
  const cleared = deletePieces(doc, pieces);
  const left = applyDiff(doc, cleared);
  const diff = new DiffBuilder();
  for (const row of [...left.handles, ...left.orderChanges, ...left.drawingViews, ...left.exceptions])
    if (row.viewId === viewId) diff.remove(row);
  for (const handle of left.handles) {
    const part = left.parts.find(({ id }) => id === handle.partId);
    if (handle.viewId === viewId && part && !isNeeded(left, part, handle.id))
      removePart(left, part, part.parentId, diff);
  }
  diff.remove(view);
  return joinDiffs(cleared, diff.build());
}

/** A view that was cut out of a sheet. */
export interface FreshView {
  id: ViewId;
  key: string;
  sheet: SheetRef;
  floorY: number;
}

/**
 * Puts the views that a sheet was cut into in its place: the first one stands where the sheet stood.
 * @throws LimberError `cut-already` where parts are cut from the sheet, `bad-name`, `name-taken`
 */
export function replaceSheet(doc: CharacterDoc, sheetId: ViewId, views: readonly FreshView[]): Diff {
  const sheet = viewById(doc, sheetId);
  refuseCutSheet(doc, sheetId);
  const diff = new DiffBuilder();
  for (const [at, { id, key, sheet: picture, floorY }] of views.entries()) {
    refuseKey(doc, key, sheetId);
    if (views.findIndex((one) => one.key === key) !== at)
      throw new LimberError('name-taken', `Two views would be named ${key}.`, 'Give each a name of its own.');
    const row: Omit<ViewRow, 'id' | 'table' | 'version'> = {
      ...{ characterId: sheet.characterId, key, floorY, width: picture.width, height: picture.height },
      ...{
        designBlob: picture.blob,
        designArea: picture.area,
        heights: [],
        nothingAt: [],
        brought: null,
        drafted: null,
      },
    };
    if (at === 0) diff.update(sheet, row);
    else diff.add({ table: 'view', id, version: 1, ...row });
  }
  return diff.build();
}

/** @throws LimberError `cut-already` */
export function refuseCutSheet(doc: CharacterDoc, viewId: ViewId): void {
  if (doc.pieces.some((piece) => piece.viewId === viewId))
    throw new LimberError(
      'cut-already',
      'Parts are cut from this view already.',
      'Cut a sheet into views first, and its views into parts then.',
    );
}
