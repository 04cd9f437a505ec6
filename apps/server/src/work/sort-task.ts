import {
  blendOverMutable,
  compareBitmaps,
  createPlaced,
  partsFromLayers,
  refuse,
  trimToPaint,
  type BroughtLayer,
  type NameTokens,
  type Result,
  type SortedLayer,
} from '@limber-sheaf/core';
import type { ArtFiles, SheetFile } from './art.js';
import { encodeSheet, readArt, sheet } from './pictures.js';

/** A layered file's layers as they were sorted, ready to become pieces. */
export interface SortOrder {
  files: ArtFiles;
  layers: (Omit<BroughtLayer, 'sheet'> & { file: SheetFile | null })[];
  keepApart: boolean;
}

/** The pieces that sorting makes, back to front. */
export interface SortOutcome {
  parts: {
    tokens: NameTokens;
    face: SheetFile;
    own: SheetFile;
    apart: { fill: SheetFile; shade: SheetFile | null; line: SheetFile | null } | null;
  }[];
  /** Parts that no pixel of is seen at rest. */
  unseen: NameTokens[];
  /** The design without guides and what was left out; null where it stays as it is. */
  design: SheetFile | null;
}

/** Puts the pieces together from the sorted layers. */
export async function sortTask(order: SortOrder): Promise<Result<SortOutcome>> {
  const { design } = await readArt({ ...order.files, pieces: [] });
  const sorted: SortedLayer[] = [];
  const kept = createPlaced(design);
  const all = createPlaced(design);
  for (const { file, role, tokens, path, visible, blend, clippedTo } of order.layers) {
    const paint = await sheet(file);
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
  if (!trimToPaint(target)) return refuse('nothing-there', 'Every layer is left out: there would be nothing to cut.');
  const { parts, unseen } = partsFromLayers(target, sorted, order.keepApart);
  if (parts.length === 0) return refuse('nothing-there', 'No layer is given to a part yet.');
  const made: SortOutcome['parts'] = [];
  for (const { tokens, face, own, apart } of parts)
    made.push({
      tokens,
      face: await encodeSheet(face),
      own: await encodeSheet(own),
      apart: apart && {
        fill: await encodeSheet(apart.fill),
        shade: apart.shade && (await encodeSheet(apart.shade)),
        line: apart.line && (await encodeSheet(apart.line)),
      },
    });
  return { ok: true, parts: made, unseen, design: changes ? await encodeSheet(target) : null };
}
