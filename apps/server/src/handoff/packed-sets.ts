import {
  LimberError,
  anglesWithin,
  cropPlaced,
  defaultOf,
  drawOrder,
  drawingName,
  drawingsOf,
  inView,
  intersectRects,
  marksOf,
  partNames,
  pieceOfSet,
  rigEntry,
  setAt,
  setName,
  trimToPaint,
  unlinkedOf,
  type CharacterDoc,
  type JointProof,
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

/** A piece that shows nothing at rest: that of a set's second pictures, or a thing that is held. */
export interface PackedUnseen {
  entry: RigPiece;
  /** The name of the piece directly in front of which it is drawn; null at the very back. */
  behind: string | null;
  /** What it shows with some drawing, by the drawing's name; null for a blank one. */
  pictures: { name: string; picture: PackedPicture | null }[];
}

/** A set's own piece, with what it shows at rest. */
interface SetPiece {
  entry: RigPiece;
  picture: PackedPicture | null;
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
  held: readonly RigPiece[],
  { scaling, finishing }: { scaling: Scaling; finishing: Finishing },
): Promise<PackedSet[]> {
  const sets: PackedSet[] = [];
  const pieceNames = new Set(pieces.map(({ entry }) => entry.name));
  const owners: SetPiece[] = [
    ...pieces.map((piece) => ({ entry: piece.entry, picture: piece })),
    ...held.map((entry) => ({ entry, picture: null })),
  ];
  for (const set of doc.swapSets) {
    const piece = pieceOfSet(doc, set, row.id);
    const own = piece && owners.find(({ entry }) => entry.id === set.partId && entry.kind === 'face');
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
  own: SetPiece,
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
    const packed = drawing.isDefault
      ? own.picture
      : there?.picture
        ? await pack(art.drawings?.get(there.id), word)
        : null;
    const over = there?.over ? await pack(art.overs?.get(there.id), `${word}_over`) : null;
    const files = entryOf(packed, drawingPath(row.key, name, word));
    drawings.push({ packed, over, entry: { ...files, ...told(drawing, word), over: overOf(over, name, word) } });
  }
  const first = drawings.find(({ entry }) => entry.id === standing.id)?.entry;
  own.entry.swapSet = name;
  own.entry.image = first?.image ?? own.entry.image;
  const marks = marksOf(doc, set, row.id);
  const shown = drawings.find(({ packed }) => packed)?.packed;
  const { x, y, width, height } = shown?.image ?? { x: 0, y: 0, width: 0, height: 0 };
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

/** The entries of things that are held: pieces with drawings and nothing that shows at rest, back to front. */
export function heldEntries(
  doc: CharacterDoc,
  viewId: ViewId,
  seen: ReadonlySet<string>,
  proofs: readonly JointProof[],
  scaling: Scaling,
): RigPiece[] {
  const nowhere = { x: 0, y: 0, width: 0, height: 0 };
  return drawOrder(doc, viewId)
    .filter((piece) => !seen.has(piece.id) && setAt(doc, piece))
    .map((piece) => {
      const entry = scaling.entry(rigEntry(doc, piece, nowhere, proofs));
      return { ...entry, ...NOTHING_SEEN, sheets: [], swapSet: null, soft: null };
    });
}

/** What a piece lacks that shows nothing at rest. */
const NOTHING_SEEN = { image: null, sha256: null, bounds: null, atlas: null, travel: null };

/**
 * The pieces of a view that show nothing at rest: those of second pictures, whose ids follow from their parts', so that they
 * are the same in every version; and things that are held.
 */
export function packUnseen(
  doc: CharacterDoc,
  viewId: ViewId,
  pieces: readonly PackedPiece[],
  held: readonly RigPiece[],
  sets: readonly PackedSet[],
): PackedUnseen[] {
  const all: RigPiece[] = [...pieces.map(({ entry }) => entry), ...held];
  const overs = sets.flatMap((set): PackedUnseen[] => {
    const own = all.find((entry) => entry.name === set.entry.piece && entry.kind === 'face');
    if (!own || set.drawings.every(({ over }) => !over)) return [];
    const rules = doc.swapSets.find(({ partId }) => partId === own.id);
    const before = all.find(({ id, kind }) => id === rules?.overPartId && (kind === 'face' || kind === 'rim')) ?? own;
    const name = `${own.name}_over`;
    set.entry.over = name;
    const none = { ...NOTHING_SEEN, joint: null, swapSet: null };
    const entry = { ...own, ...none, id: v5('over', own.id), name, parent: own.name, sheets: [] };
    const pictures = set.drawings.flatMap(({ entry: drawing, over }) =>
      over ? [{ name: `${drawing.name}_over`, picture: over }] : [],
    );
    return [{ entry, behind: before.name, pictures }];
  });
  return [...overs, ...held.flatMap((entry) => packHeld(doc, viewId, entry, pieces, sets))];
}

/** A thing that is held, in front of the last that shows behind it in the draw order. */
function packHeld(
  doc: CharacterDoc,
  viewId: ViewId,
  entry: RigPiece,
  pieces: readonly PackedPiece[],
  sets: readonly PackedSet[],
): PackedUnseen[] {
  const set = sets.find((one) => one.entry.piece === entry.name);
  if (!set) return [];
  const order = drawOrder(doc, viewId);
  const farther = order
    .slice(
      0,
      order.findIndex(({ partId }) => partId === entry.id),
    )
    .reverse();
  const isBehind = ({ entry: one }: PackedPiece, partId: string) => one.id === partId && one.kind !== 'line-under';
  const [behind] = farther.flatMap(({ partId }) => pieces.find((piece) => isBehind(piece, partId)) ?? []);
  const pictures = set.drawings.map(({ entry: { name }, packed }) => ({ name, picture: packed }));
  return [{ entry, behind: behind?.entry.name ?? null, pictures }];
}

/** What shows nothing at rest and is drawn directly in front of a piece, or at the very back, with what is in front of that. */
export function unseenBefore(unseen: readonly PackedUnseen[], name: string | null): PackedUnseen[] {
  return unseen
    .filter(({ behind }) => behind === name)
    .flatMap((one) => [one, ...unseenBefore(unseen, one.entry.name)]);
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
