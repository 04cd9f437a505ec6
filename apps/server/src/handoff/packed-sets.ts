import {
  LimberError,
  cropPlaced,
  defaultOf,
  drawingName,
  drawingsOf,
  inView,
  intersectRects,
  partNames,
  pieceOfSet,
  setName,
  trimToPaint,
  type CharacterDoc,
  type PlacedBitmap,
  type SwapSetRow,
  type ViewArt,
  type ViewRow,
} from '@limber-sheaf/core';
import type { RigCycle, RigDrawing, RigLook, RigSwapSet, RigView } from '@limber-sheaf/formats';
import { encode } from '../threads/pictures.js';
import type { Finishing } from './finishing.js';
import { sha, type PackedPicture, type PackedPiece } from './packed-picture.js';
import type { Scaling } from './scaling.js';

/** A drawing as it leaves; blank without a picture. */
interface PackedDrawing {
  entry: RigDrawing;
  packed: PackedPicture | null;
}

/** A swap set as it leaves: its drawings in the order of its chart. */
export interface PackedSet {
  entry: RigSwapSet;
  drawings: PackedDrawing[];
}

/** Where a drawing's image lies in a package. */
function drawingPath(view: string, set: string, drawing: string): string {
  return `${view}/${set}/${drawing}.png`;
}

/** The sets of a view with their drawings; each swap piece's entry names its set, and has the default drawing's file. */
export async function packSets(
  doc: CharacterDoc,
  row: ViewRow,
  art: ViewArt,
  pieces: readonly PackedPiece[],
  { scaling, finishing }: { scaling: Scaling; finishing: Finishing },
): Promise<PackedSet[]> {
  const sets: PackedSet[] = [];
  for (const set of doc.swapSets) {
    const piece = pieceOfSet(doc, set, row.id);
    const own = piece && pieces.find(({ entry }) => entry.id === set.partId && entry.kind === 'face');
    if (!own) continue;
    sets.push(await packSet(doc, row, art, set, own, { scaling, finishing }));
  }
  return sets.sort((a, b) => (a.entry.name < b.entry.name ? -1 : 1));
}

async function packSet(
  doc: CharacterDoc,
  row: ViewRow,
  art: ViewArt,
  set: SwapSetRow,
  own: PackedPiece,
  { scaling, finishing }: { scaling: Scaling; finishing: Finishing },
): Promise<PackedSet> {
  const name = setName(doc, set);
  const standing = defaultOf(doc, set);
  const drawings: PackedDrawing[] = [];
  for (const drawing of drawingsOf(doc, set)) {
    const there = inView(doc, drawing.id, row.id);
    if (!there && !drawing.isDefault) continue;
    const word = drawingName(doc, drawing);
    const packed = drawing.isDefault ? own : there?.picture ? await pack(art.drawings?.get(there.id), word) : null;
    drawings.push({ packed, entry: { ...entryOf(packed, drawingPath(row.key, name, word)), ...told(drawing, word) } });
  }
  const first = drawings.find(({ entry }) => entry.id === standing.id)?.entry;
  own.entry.swapSet = name;
  own.entry.image = first?.image ?? own.entry.image;
  const marks = inView(doc, standing.id, row.id)?.marks ?? [];
  const { x, y, width, height } = own.image;
  const seat =
    marks.length === 4
      ? scaling.place({ x: (marks[0] + marks[2]) / 2, y: (marks[1] + marks[3]) / 2 })
      : { x: x + width / 2, y: y + height / 2 };
  const entry: RigSwapSet = {
    ...{ name, kind: set.kind, piece: own.entry.name, linkedTo: null, over: null, seat },
    ...{ default: first?.name ?? name, drawings: drawings.map((one) => one.entry) },
  };
  return { entry, drawings };

  async function pack(picture: PlacedBitmap | undefined, word: string): Promise<PackedPicture | null> {
    // A drawing may have been moved past the edge: nothing reaches past the canvas.
    const canvas = { x: 0, y: 0, width: row.width, height: row.height };
    const within = picture && trimToPaint(cropPlaced(picture, intersectRects(picture, canvas)));
    if (!within) return null;
    const image = finishing.picture(await scaling.picture(within));
    if (image.width === 0)
      throw new LimberError('too-small', `At this scale nothing is left of ${word}.`, 'Choose a larger scale.');
    return { image, png: await encode(image) };
  }

  function told(drawing: { id: string; shape: string; mood: string; hides: string[] }, word: string) {
    const hides = partNames(doc, drawing.hides, row.id);
    return { id: drawing.id, name: word, shape: drawing.shape, mood: drawing.mood, over: null, hides };
  }
}

function entryOf(
  packed: PackedPicture | null,
  image: string,
): Pick<RigDrawing, 'image' | 'sha256' | 'bounds' | 'atlas'> {
  if (!packed) return { image: null, sha256: null, bounds: null, atlas: null };
  const { x, y, width, height } = packed.image;
  return { image, sha256: sha(packed.png), bounds: { x, y, width, height }, atlas: null };
}

/** The looks and cycles of a view, as far as it has their drawings. */
export function looksAndCycles(
  doc: CharacterDoc,
  { swapSets }: Pick<RigView, 'swapSets'>,
): { looks: RigLook[]; cycles: RigCycle[] } {
  const nameOf = new Map(
    swapSets.flatMap(({ name, drawings }) => drawings.map((one) => [one.id, { set: name, drawing: one.name }])),
  );
  const looks = doc.looks.flatMap(({ name, drawingIds }): RigLook[] => {
    const chosen = drawingIds.flatMap((id) => nameOf.get(id) ?? []);
    return chosen.length > 0
      ? [{ name, drawings: Object.fromEntries(chosen.map(({ set, drawing }) => [set, drawing])) }]
      : [];
  });
  const cycles = doc.cycles.flatMap(({ name, drawingIds, frames }): RigCycle[] => {
    const shown = drawingIds.flatMap((id) => nameOf.get(id) ?? []);
    if (shown.length < drawingIds.length) return [];
    return [{ name, set: shown[0].set, drawings: shown.map(({ drawing }) => drawing), frames: [...frames] }];
  });
  return { looks, cycles };
}
