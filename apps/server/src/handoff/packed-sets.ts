import {
  LimberError,
  anglesWithin,
  cropPlaced,
  defaultOf,
  drawingName,
  drawingsOf,
  inView,
  intersectRects,
  marksOf,
  partNames,
  pieceOfSet,
  setName,
  trimToPaint,
  unlinkedOf,
  type CharacterDoc,
  type PlacedBitmap,
  type SwapSetRow,
  type ViewArt,
  type ViewId,
  type ViewRow,
} from '@limber-sheaf/core';
import type { Rig, RigCycle, RigDrawing, RigLook, RigOver, RigPiece, RigSwapSet, RigView } from '@limber-sheaf/formats';
import { v5 } from 'uuid';
import { encode } from '../threads/pictures.js';
import type { Finishing } from './finishing.js';
import { sha, type PackedPicture, type PackedPiece } from './packed-picture.js';
import type { Scaling } from './scaling.js';

/** A drawing as it leaves; blank without a picture. */
interface PackedDrawing {
  entry: RigDrawing;
  packed: PackedPicture | null;
  /** Its second picture. */
  over: PackedPicture | null;
}

/** A swap set as it leaves: its drawings in the order of its chart. */
export interface PackedSet {
  entry: RigSwapSet;
  drawings: PackedDrawing[];
}

/** The piece whose picture a set's second pictures are: none at rest. */
export interface PackedOver {
  entry: RigPiece;
  /** The name of the piece directly in front of which it is drawn. */
  behind: string;
  set: PackedSet;
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
  const pieceNames = new Set(pieces.map(({ entry }) => entry.name));
  for (const set of doc.swapSets) {
    const piece = pieceOfSet(doc, set, row.id);
    const own = piece && pieces.find(({ entry }) => entry.id === set.partId && entry.kind === 'face');
    if (!own) continue;
    sets.push(await packSet(doc, row, art, set, own, pieceNames, { scaling, finishing }));
  }
  return sets.sort((a, b) => (a.entry.name < b.entry.name ? -1 : 1));
}

async function packSet(
  doc: CharacterDoc,
  row: ViewRow,
  art: ViewArt,
  set: SwapSetRow,
  own: PackedPiece,
  pieceNames: ReadonlySet<string>,
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
    const over = there?.over ? await pack(art.overs?.get(there.id), `${word}_over`) : null;
    const files = entryOf(packed, drawingPath(row.key, name, word));
    drawings.push({ packed, over, entry: { ...files, ...told(drawing, word), over: overOf(over, name, word) } });
  }
  const first = drawings.find(({ entry }) => entry.id === standing.id)?.entry;
  own.entry.swapSet = name;
  own.entry.image = first?.image ?? own.entry.image;
  const marks = marksOf(doc, set, row.id);
  const { x, y, width, height } = own.image;
  const seat =
    marks.length === 4
      ? scaling.place({ x: (marks[0] + marks[2]) / 2, y: (marks[1] + marks[3]) / 2 })
      : { x: x + width / 2, y: y + height / 2 };
  const entry: RigSwapSet = {
    ...{ name, kind: set.kind, piece: own.entry.name, linkedTo: linkOf(doc, set, row.id), over: null, seat },
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

  function told(
    drawing: { id: string; shape: string; mood: string; hides: string[]; isDefault: boolean },
    word: string,
  ) {
    // An outline beneath the limb's fills is a piece of its own: it goes with what is not drawn.
    const gone = drawing.isDefault ? [] : [own.entry.name, ...partNames(doc, drawing.hides, row.id)];
    const lines = gone.map((one) => `${one}_line_under`).filter((line) => pieceNames.has(line));
    const hides = [...gone.slice(1), ...lines].sort();
    return { id: drawing.id, name: word, shape: drawing.shape, mood: drawing.mood, hides };
  }

  function overOf(over: PackedPicture | null, set: string, word: string): RigOver | null {
    if (!over) return null;
    const { x, y, width, height } = over.image;
    const image = drawingPath(row.key, set, `${word}_over`);
    return { image, sha256: sha(over.png), bounds: { x, y, width, height }, atlas: null };
  }
}

/** The set that chooses a set's drawings, where each has its partner in this view. */
function linkOf(doc: CharacterDoc, set: SwapSetRow, viewId: ViewId): string | null {
  const to = doc.swapSets.find(({ id }) => id === set.linkedTo);
  return to && pieceOfSet(doc, to, viewId) && unlinkedOf(doc, set, viewId).length === 0 ? setName(doc, to) : null;
}

/**
 * The pieces of second pictures: each hangs from its set's piece and is drawn directly in front of what the set says. Its id
 * follows from the part's, so that it is the same in every version.
 */
export function packOvers(doc: CharacterDoc, pieces: readonly PackedPiece[], sets: readonly PackedSet[]): PackedOver[] {
  return sets.flatMap((set): PackedOver[] => {
    const own = pieces.find(({ entry }) => entry.name === set.entry.piece && entry.kind === 'face');
    if (!own || set.drawings.every(({ over }) => !over)) return [];
    const rules = doc.swapSets.find(({ partId }) => partId === own.entry.id);
    const before =
      pieces.find(({ entry }) => entry.id === rules?.overPartId && (entry.kind === 'face' || entry.kind === 'rim')) ??
      own;
    const name = `${own.entry.name}_over`;
    set.entry.over = name;
    const none = { image: null, sha256: null, bounds: null, joint: null, atlas: null, swapSet: null, travel: null };
    const entry = { ...own.entry, ...none, id: v5('over', own.entry.id), name, parent: own.entry.name, sheets: [] };
    return [{ entry, behind: before.entry.name, set }];
  });
}

function entryOf(
  packed: PackedPicture | null,
  image: string,
): Pick<RigDrawing, 'image' | 'sha256' | 'bounds' | 'atlas'> {
  if (!packed) return { image: null, sha256: null, bounds: null, atlas: null };
  const { x, y, width, height } = packed.image;
  return { image, sha256: sha(packed.png), bounds: { x, y, width, height }, atlas: null };
}

/** The poses of a character, as far as some views have their joints and drawings. */
export function poseEntries(doc: CharacterDoc, views: readonly Pick<RigView, 'key' | 'swapSets'>[]): Rig['poses'] {
  const ids = doc.views.filter(({ key }) => views.some((view) => view.key === key)).map(({ id }) => id);
  const named = new Map(
    views.flatMap(({ swapSets }) =>
      swapSets.flatMap(({ name, drawings }) => drawings.map((one) => [one.id, [name, one.name] as const])),
    ),
  );
  return doc.poses.flatMap((pose) => {
    const angles = anglesWithin(doc, ids, pose);
    const shown = pose.drawingIds.map((id) => named.get(id)).filter((one) => one !== undefined);
    const drawings = Object.fromEntries(shown);
    return Object.keys(angles).length + Object.keys(drawings).length > 0 ? [{ name: pose.name, angles, drawings }] : [];
  });
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
