import {
  LimberError,
  blendOverMutable,
  compareBitmaps,
  createPlaced,
  partsFromLayers,
  trimToPaint,
  type BroughtLayer,
  type CharacterDoc,
  type NameTokens,
  type SheetRef,
  type SortedLayer,
  type ViewId,
} from '@limber-sheaf/core';
import { designOf, keepIfAny, keepSheet, sheet } from '../threads/pictures.js';

/** A layered file's layers as they were sorted, ready to become pieces. */
export interface SortOrder {
  doc: CharacterDoc;
  viewId: ViewId;
  layers: BroughtLayer[];
  keepApart: boolean;
}

/** The pieces that sorting makes, back to front. */
export interface SortOutcome {
  parts: {
    tokens: NameTokens;
    face: SheetRef;
    own: SheetRef;
    apart: { fill: SheetRef; shade: SheetRef | null; line: SheetRef | null } | null;
  }[];
  /** Parts that no pixel of is seen at rest. */
  unseen: NameTokens[];
  /** The design without guides and what was left out; null where it stays as it is. */
  design: SheetRef | null;
}

/** Puts the pieces together from the sorted layers. */
export async function sortLayers(order: SortOrder): Promise<SortOutcome> {
  const design = await designOf(order.doc, order.viewId);
  const sorted: SortedLayer[] = [];
  const kept = createPlaced(design);
  const all = createPlaced(design);
  for (const { sheet: ref, role, tokens, path, visible, blend, clippedTo } of order.layers) {
    const paint = await sheet(ref);
    const entry: SortedLayer = { layer: { path, visible, blend, clippedTo, paint }, role, tokens };
    sorted.push(entry);
    if (!paint) continue;
    const used = role !== 'guide' && role !== 'leave out';
    if (visible) blendOverMutable(all, paint, blend);
    if (used) blendOverMutable(kept, paint, blend);
  }
  // Leaving out something that was seen changes the design; otherwise the file's own picture stays.
  const changes = compareBitmaps(kept, all).differing > 0;
  const target = changes ? kept : design;
  if (!trimToPaint(target))
    throw new LimberError('nothing-there', 'Every layer is left out: there would be nothing to cut.');
  const { parts, unseen } = partsFromLayers(target, sorted, order.keepApart);
  if (parts.length === 0) throw new LimberError('nothing-there', 'No layer is given to a part yet.');
  const made: SortOutcome['parts'] = [];
  for (const { tokens, face, own, apart } of parts)
    made.push({
      tokens,
      face: await keepSheet(face),
      own: await keepSheet(own),
      apart: apart && {
        fill: await keepSheet(apart.fill),
        shade: await keepIfAny(apart.shade),
        line: await keepIfAny(apart.line),
      },
    });
  return { parts: made, unseen, design: changes ? await keepSheet(target) : null };
}
