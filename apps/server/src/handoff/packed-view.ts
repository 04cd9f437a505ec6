import {
  LimberError,
  UNCUT,
  composite,
  handleEntries,
  keepApart,
  orderChangeEntries,
  pieceImages,
  placesAlong,
  rigEntry,
  travelOf,
  uncutEntry,
  uncutOf,
  type CharacterDoc,
  type SoftLine,
  type JointProof,
  type PackageOptions,
  type PieceImage,
  type PlacedBitmap,
  type RigEntry,
  type ViewArt,
  type ViewRow,
} from '@limber-sheaf/core';
import type { DrawnPiece, RigPiece, RigView } from '@limber-sheaf/formats';
import { v5 } from 'uuid';
import { readBlob } from '../threads/blobs.js';
import { encode, readArtWithDrawings, sheet as readSheet, type DerivedOfView } from '../threads/pictures.js';
import type { Tell } from '../threads/task.js';
import { Finishing } from './finishing.js';
import { sha, type PackedPicture, type PackedPiece } from './packed-picture.js';
import {
  heldEntries,
  looksAndCycles,
  packSets,
  packUnseen,
  unseenBefore,
  type PackedSet,
  type PackedUnseen,
} from './packed-sets.js';
import { Scaling } from './scaling.js';

/** A view as it leaves. */
export interface PackedView {
  view: RigView;
  /** Back to front. */
  pieces: PackedPiece[];
  sets: PackedSet[];
  /** Pieces that show nothing at rest: of second pictures, and things that are held. */
  unseen: PackedUnseen[];
  /** All of them at rest, as large as the canvas. */
  merged: PlacedBitmap;
  design: Uint8Array;
  /** The texture of the finish as a file; null for none. */
  finish: Uint8Array | null;
}

/** One view's pieces with their pictures and what the manifest says of them. */
export async function packView(
  doc: CharacterDoc,
  row: ViewRow,
  derived: DerivedOfView,
  proofs: readonly JointProof[],
  options: PackageOptions,
  tell: Tell,
): Promise<PackedView> {
  const art = await readArtWithDrawings(doc, row.id, derived);
  const scaling = new Scaling(row, options.scale, options.room);
  const isAsItIs = options.scale === 1 && options.room === 0;
  const designThere = isAsItIs ? art.design : await scaling.onCanvas(art.design);
  const finishing = await Finishing.on(options.finish, designThere);
  const images = imagesOf(doc, row, art, options);
  const imageOf = (id: string) => images.find((one) => one.id === id && one.sheet === 'piece')?.image ?? null;
  let done = 0;
  // Pictures are encoded beside this thread: several at once.
  const pieces = await Promise.all(
    images.map(async (made): Promise<PackedPiece> => {
      const packed = await packPiece(doc, row, made, proofs, { scaling, finishing, options });
      const own = doc.pieces.find(({ id }) => id === made.id);
      const piece = made.sheet === 'piece' ? own : undefined;
      const travel = piece ? travelOf(doc, piece, imageOf) : null;
      packed.entry.travel = travel && travel.map(([dx, dy]) => [scaling.length(dx), scaling.length(dy)]);
      packed.entry.soft = own?.soft ? softEntry(own.soft, scaling) : null;
      tell(++done / images.length, 'Pieces');
      return { ...packed, tipBeneath: own?.soft?.tipBeneath };
    }),
  );
  const { canvas } = scaling;
  const design = isAsItIs ? await readBlob(row.designBlob) : await encode(designThere);
  const merged = composite(
    canvas.width,
    canvas.height,
    pieces.map(({ image }) => image),
  );
  const held = heldEntries(doc, row.id, new Set(images.map(({ id }) => id)), proofs, scaling);
  const sets = await packSets(doc, row, art, pieces, held, { scaling, finishing });
  const unseen = packUnseen(doc, row.id, pieces, held, sets);
  const swapSets = sets.map(({ entry }) => entry);
  const before = (name: string | null) => unseenBefore(unseen, name).map(({ entry }) => entry);
  const entries = [...before(null), ...pieces.flatMap(({ entry }): RigPiece[] => [entry, ...before(entry.name)])];
  const view: RigView = {
    key: row.key,
    canvas,
    floorY: scaling.place({ x: 0, y: row.floorY }).y,
    design: { image: `${row.key}/design.png`, sha256: sha(design) },
    drawOrder: entries.map(({ name }) => name),
    handles: handleEntries(doc, row.id).map((handle) => ({ ...handle, pivot: scaling.place(handle.pivot) })),
    orderChanges: orderChangeEntries(doc, row.id),
    pieces: entries,
    swapSets,
    ...looksAndCycles(doc, { swapSets }),
  };
  return { view, pieces, sets, unseen, merged, design, finish: finishing.texture && (await encode(finishing.texture)) };
}

/** The line that a piece bends along, as it leaves; the outline beneath its limb's fills has the same. */
function softEntry(soft: SoftLine, scaling: Scaling): RigPiece['soft'] {
  const line = placesAlong(soft).map((place): [number, number] => {
    const { x, y } = scaling.place(place);
    return [x, y];
  });
  return { line, stiffness: [...soft.stiffness] };
}

/** What leaves, back to front; what is still uncut as a piece of its own at the back, so that the layers are the design. */
function imagesOf(doc: CharacterDoc, row: ViewRow, art: ViewArt, { shadows }: PackageOptions): PieceImage[] {
  const uncut = uncutOf(art);
  const isShadow = (id: string) => doc.pieces.some((piece) => piece.id === id && piece.shadowOf !== null);
  return [
    ...(uncut ? [{ id: UNCUT, sheet: 'piece' as const, image: uncut }] : []),
    ...pieceImages(doc, row.id, art).filter(({ id }) => shadows || !isShadow(id)),
  ];
}

async function packPiece(
  doc: CharacterDoc,
  row: ViewRow,
  { id, sheet, image: full }: PieceImage,
  proofs: readonly JointProof[],
  { scaling, finishing, options }: { scaling: Scaling; finishing: Finishing; options: PackageOptions },
): Promise<PackedPiece> {
  const piece = doc.pieces.find((one) => one.id === id);
  const there = await scaling.picture(full);
  const image = finishing.picture(there);
  const plain = piece ? rigEntry(doc, piece, image, proofs) : uncutEntry(row.id, image);
  if (image.width === 0)
    throw new LimberError('too-small', `At this scale nothing is left of ${plain.name}.`, 'Choose a larger scale.');
  const png = await encode(image);
  const whole = withFiles(scaling.entry(plain), row, sha(png));
  const entry = sheet === 'line' ? linePiece(whole, row) : whole;
  const group = options.groups && entry.side ? `${entry.group} ${entry.side}` : null;
  const own = { image, png };
  if (sheet === 'line' || !piece?.apart || !options.apart) return { ...own, entry, group, base: own, above: [] };
  const [fill, shade, line] = await Promise.all([piece.apart.fill, piece.apart.shade, piece.apart.line].map(readSheet));
  if (!fill) return { ...own, entry, group, base: own, above: [] };
  const apart = keepApart(full, { fill, shade, line });
  const pack = async (picture: PlacedBitmap): Promise<PackedPicture> => {
    const scaled = finishing.picture(await scaling.picture(picture), there);
    return { image: scaled, png: await encode(scaled) };
  };
  const above: PackedPiece['above'] = [];
  for (const role of ['shade', 'line'] as const) {
    const kept = apart[role];
    if (!kept) continue;
    const packed = await pack(kept);
    above.push({ ...packed, role });
    const { x, y, width, height } = packed.image;
    const path = `${row.key}/${entry.name}_${role}.png`;
    entry.sheets.push({ role, image: path, sha256: sha(packed.png), bounds: { x, y, width, height } });
  }
  return { ...own, entry, group, base: await pack(apart.base), above };
}

/** An entry with the files that go with it. */
function withFiles(entry: RigEntry, { key }: ViewRow, sha256: string): DrawnPiece {
  return {
    ...entry,
    image: `${key}/${entry.name}.png`,
    sha256,
    atlas: null,
    sheets: [],
    swapSet: null,
    soft: null,
    travel: null,
  };
}

/**
 * A line under all as a piece of its own, since it is drawn elsewhere than its piece: it moves with that piece and has no
 * joint. Its id follows from the part's, so that it is the same in every version.
 */
function linePiece(of: DrawnPiece, { key }: ViewRow): DrawnPiece {
  const name = `${of.name}_line_under`;
  return {
    ...of,
    id: v5('line under', of.id),
    name,
    parent: of.name,
    image: `${key}/${name}.png`,
    joint: null,
    kind: 'line-under',
  };
}
