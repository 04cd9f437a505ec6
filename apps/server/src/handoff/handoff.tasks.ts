import { createHash } from 'node:crypto';
import {
  UNCUT,
  composite,
  handleEntries,
  keepApart,
  orderChangeEntries,
  partOf,
  pieceImages,
  pieceName,
  rigEntry,
  uncutEntry,
  uncutOf,
  type CharacterDoc,
  type JointProof,
  type KeptApart,
  type PieceImage,
  type PlacedBitmap,
  type RigEntry,
  type ViewProof,
  type ViewRow,
} from '@limber-sheaf/core';
import {
  groupInRuns,
  packageName,
  rigFaults,
  writeOpenRaster,
  writeRig,
  writeRigSchema,
  writeZip,
  type OraLayer,
  type PackageFile,
  type Rig,
  type RigPiece,
  type RigView,
} from '@limber-sheaf/formats';
import sharp from 'sharp';
import { v5 } from 'uuid';
import { keepBlob, readBlob } from '../threads/blobs.js';
import { encode, readArt, sheet as readSheet, type DerivedOfView } from '../threads/pictures.js';
import { task, type Tell } from '../threads/task.js';

/** What a package is made from. */
export interface PackageOrder {
  doc: CharacterDoc;
  views: { viewId: string; derived: DerivedOfView; proof: ViewProof }[];
  number: number;
  previous: number | null;
  createdAt: string;
  generatorVersion: string;
}

/** A finished package. */
export interface MadePackage {
  name: string;
  /** The zip's blob. */
  packageBlob: string;
  rig: Rig;
}

/** Computes a whole package: pieces, layered file, manifest. */
async function makePackage(order: PackageOrder, tellAll: Tell): Promise<MadePackage> {
  const { doc } = order;
  const name = packageName(doc.character.code, order.number, order.createdAt);
  const files: PackageFile[] = [];
  const rig: Rig = {
    format: 'limber-sheaf-rig',
    formatVersion: 1,
    generator: { name: 'Limber Sheaf', version: order.generatorVersion },
    character: { id: doc.character.id, name: doc.character.name, code: doc.character.code },
    version: order.number,
    previousVersion: order.previous,
    createdAt: order.createdAt,
    scale: 1,
    naming: { ...doc.character.scheme, drawing: ['set', 'shape', 'mood', 'index'] },
    checks: [],
    views: [],
  };
  for (const [i, { viewId, derived, proof }] of order.views.entries()) {
    const tell: Tell = (share, doing) => tellAll((i + share) / order.views.length, doing);
    const art = await readArt(doc, viewId, derived);
    rig.checks.push(...proof.checks.map(({ id, view, ok, figure, unit }) => ({ id, view, ok, figure, unit })));
    tell(0, 'Pieces');
    const view = doc.views.find((v) => v.id === viewId) as ViewRow;
    const uncut = uncutOf(art);
    // What is still uncut leaves as a piece of its own at the back, so that the layers are the whole design.
    const images: PieceImage[] = [
      ...(uncut ? [{ id: UNCUT, sheet: 'piece' as const, image: uncut }] : []),
      ...pieceImages(doc, viewId, art),
    ];
    const apart = await sheetsApart(doc, images);
    const design = await readBlob(view.designBlob);
    const made = await writeView(doc, view, images, proof.joints, design, apart, (share) =>
      tell(0.8 * share, 'Pieces'),
    );
    rig.views.push(made.view);
    files.push(...made.files);
    tell(0.85, 'OpenRaster');
    files.push({
      path: `${doc.character.code}_${view.key}.ora`,
      bytes: await layeredFile(doc, view, images, made.pngs, apart),
    });
  }
  const faults = rigFaults(rig);
  if (faults.length > 0) throw new Error(`The manifest does not fit its schema: ${faults.join('; ')}`);
  files.unshift({ path: 'rig.json', bytes: writeRig(rig) }, { path: 'rig.schema.json', bytes: writeRigSchema() });
  const zip = writeZip(files.map((file) => ({ ...file, path: `${name}/${file.path}` })));
  return { name, packageBlob: await keepBlob(zip, 'application/zip'), rig };
}

const sha = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex');

/** One view's manifest entry and images. */
async function writeView(
  doc: CharacterDoc,
  view: ViewRow,
  images: PieceImage[],
  proofs: readonly JointProof[],
  design: Uint8Array,
  apart: ReadonlyMap<string, KeptApart>,
  tell: (share: number) => void,
): Promise<{ view: RigView; files: PackageFile[]; pngs: Map<PieceImage, Uint8Array> }> {
  const out: PackageFile[] = [{ path: `${view.key}/design.png`, bytes: design }];
  const pngs = new Map<PieceImage, Uint8Array>();
  const pieces: RigPiece[] = [];
  for (const [i, made] of images.entries()) {
    const { id, sheet, image } = made;
    const png = await encode(image);
    pngs.set(made, png);
    const piece = doc.pieces.find((p) => p.id === id);
    const whole = withFiles(piece ? rigEntry(doc, piece, image, proofs) : uncutEntry(view.id, image), view, sha(png));
    const entry = sheet === 'line' ? linePiece(whole, view) : whole;
    pieces.push(entry);
    if (sheet === 'line') {
      out.push({ path: entry.image, bytes: png });
      continue;
    }
    out.push({ path: entry.image, bytes: png });
    for (const { role, sheet } of sheetsOf(apart.get(id))) {
      const bytes = await encode(sheet);
      const path = `${view.key}/${entry.name}_${role}.png`;
      const { x, y, width, height } = sheet;
      entry.sheets.push({ role, image: path, sha256: sha(bytes), bounds: { x, y, width, height } });
      out.push({ path, bytes });
    }
    tell((i + 1) / images.length);
  }
  return {
    files: out,
    pngs,
    view: {
      key: view.key,
      canvas: { width: view.width, height: view.height },
      floorY: view.floorY,
      design: { image: `${view.key}/design.png`, sha256: sha(design) },
      drawOrder: pieces.map((piece) => piece.name),
      handles: handleEntries(doc, view.id),
      orderChanges: orderChangeEntries(doc, view.id),
      pieces,
      swapSets: [],
    },
  };
}

/** An entry with the files that go with it. */
function withFiles(entry: RigEntry, view: ViewRow, sha256: string): RigPiece {
  return { ...entry, image: `${view.key}/${entry.name}.png`, sha256, atlas: null, sheets: [], swapSet: null };
}

/**
 * A line under all as a piece of its own, since it is drawn elsewhere than its piece: it moves with that piece and has no
 * joint. Its id follows from the part's, so that it is the same in every version.
 */
function linePiece(of: RigPiece, view: ViewRow): RigPiece {
  const name = `${of.name}_line_under`;
  return {
    ...of,
    id: v5('line under', of.id),
    name,
    parent: of.name,
    image: `${view.key}/${name}.png`,
    joint: null,
    kind: 'line-under',
  };
}

/** Shade and line of the pieces that keep them apart. */
async function sheetsApart(doc: CharacterDoc, images: readonly PieceImage[]): Promise<Map<string, KeptApart>> {
  const apart = new Map<string, KeptApart>();
  for (const { id, sheet, image } of images) {
    if (sheet === 'line') continue;
    const sheets = doc.pieces.find((p) => p.id === id)?.apart;
    if (!sheets) continue;
    const [fill, shade, line] = await Promise.all([sheets.fill, sheets.shade, sheets.line].map(readSheet));
    if (fill) apart.set(id, keepApart(image, { fill, shade, line }));
  }
  return apart;
}

/** The sheets above a piece, in draw order. */
function sheetsOf(apart: KeptApart | undefined): { role: 'shade' | 'line'; sheet: PlacedBitmap }[] {
  return (['shade', 'line'] as const).flatMap((role) => {
    const sheet = apart?.[role];
    return sheet ? [{ role, sheet }] : [];
  });
}

/** The view as OpenRaster: a layer a piece, with shade and line above it where they are kept apart; limbs grouped. */
async function layeredFile(
  doc: CharacterDoc,
  view: ViewRow,
  images: PieceImage[],
  pngs: ReadonlyMap<PieceImage, Uint8Array>,
  apart: ReadonlyMap<string, KeptApart>,
): Promise<Uint8Array> {
  const merged = await encode(
    composite(
      view.width,
      view.height,
      images.map(({ image }) => image),
    ),
  );
  const thumbnail = await sharp(merged)
    .resize({ width: 256, height: 256, fit: 'inside', withoutEnlargement: true })
    .png()
    .toBuffer();
  const layers: { layer: OraLayer; group: string | null }[] = [];
  for (const made of images) {
    const { id, sheet, image } = made;
    const piece = doc.pieces.find((p) => p.id === id);
    const part = piece && partOf(doc, piece);
    const name = piece ? pieceName(doc, piece) : UNCUT;
    const group = part?.side ? `${part.group} ${part.side}` : null;
    if (sheet === 'line') {
      const png = pngs.get(made) as Uint8Array;
      layers.push({ layer: { name: `${name}_line_under`, x: image.x, y: image.y, png, visible: true }, group });
      continue;
    }
    const kept = apart.get(id);
    const png = kept ? await encode(kept.base) : (pngs.get(made) as Uint8Array);
    layers.push({ layer: { name, x: image.x, y: image.y, png, visible: true }, group });
    for (const { role, sheet } of sheetsOf(kept)) {
      const above = { name: `${name}_${role}`, x: sheet.x, y: sheet.y, png: await encode(sheet), visible: true };
      layers.push({ layer: above, group });
    }
  }
  return writeOpenRaster({ width: view.width, height: view.height, layers: groupInRuns(layers), merged, thumbnail });
}

export const make = task(makePackage);
