import {
  DRAWING_TOKENS,
  viewById,
  type CharacterDoc,
  type Finish,
  type Landmark,
  type NamingScheme,
  type PackageFormat,
  type PackageOptions,
  type ViewProof,
} from '@limber-sheaf/core';
import {
  compareRigs,
  packageName,
  rigFaults,
  sortedChanges,
  writeChanges,
  writeChangesSchema,
  writeChangesText,
  writeRig,
  writeRigSchema,
  writeZip,
  type PackageFile,
  type Rig,
  type RigChanges,
  type RigFinish,
} from '@limber-sheaf/formats';
import { readDesign } from '../files/read-design.js';
import { makeRoom } from '../threads/at-hand.js';
import { keepBlob, readBlob } from '../threads/blobs.js';
import { encode, picture, type DerivedOfView } from '../threads/pictures.js';
import { task, type Tell } from '../threads/task.js';
import { lookAtBack as look, takeThemBack as take } from './bring-back.js';
import { compareVersions, type KeptVersion } from './compare-versions.js';
import { sha } from './packed-picture.js';
import { poseEntries } from './packed-sets.js';
import { packView, type PackedView } from './packed-view.js';
import { partsSheet } from './parts-sheet.js';
import { provePackage } from './prove-package.js';
import { finishPath, picturesOf, readImages, sheetPath } from './read-package.js';
import { TURNAROUND_PATH, turnaroundSheet } from './turnaround-sheet.js';
import { atlas, glb, layersOf, openRaster, psd, svg } from './write-formats.js';

/** What a package is made from. */
export interface PackageOrder {
  doc: CharacterDoc;
  views: {
    viewId: string;
    derived: DerivedOfView;
    proof: ViewProof;
    /** Its height lines, px of its canvas; none where no turnaround sheet is wanted. */
    heights: Landmark[];
  }[];
  options: PackageOptions;
  number: number;
  /** The version before, and where its package is kept. */
  previous: { number: number; name: string; packageBlob: string } | null;
  createdAt: string;
  generatorVersion: string;
}

/** A finished package. */
export interface MadePackage {
  name: string;
  /** The zip's blob. */
  packageBlob: string;
  /** Of the zip. */
  bytes: number;
  rig: Rig;
  changes: RigChanges;
}

/** Shares of the work. */
const PIECES = 0.4;
const WRITTEN = 0.8;
const PROVEN = 0.95;

/** Makes a whole package, and proves it from its own bytes before it is kept. */
export const make = task(async (order: PackageOrder, tell: Tell): Promise<MadePackage> => {
  // Everything that it was made from has gone by the time it is read back.
  const { zip, ...made } = await writePackage(order, tell);
  tell(PROVEN - 0.1, 'Reading it back');
  await provePackage(zip, made.name, order.options.shadows);
  tell(PROVEN, 'Keeping the package');
  return { ...made, packageBlob: await keepBlob(zip, 'application/zip'), bytes: zip.length };
});

/** Writes a whole package. */
async function writePackage(
  order: PackageOrder,
  tell: Tell,
): Promise<Pick<MadePackage, 'name' | 'rig' | 'changes'> & { zip: Uint8Array }> {
  const { character } = order.doc;
  const name = packageName(character.code, order.number, order.createdAt);
  // The pieces' pictures have gone by the time the version before is looked at.
  const { rig, files } = await writeFiles(order, tell);
  tell(WRITTEN, 'What changed');
  const changes = await changesSince(order, rig, files);
  files.push(
    { path: 'CHANGES.md', bytes: writeChangesText(changes, character.name) },
    { path: 'changes.json', bytes: writeChanges(changes) },
    { path: 'changes.schema.json', bytes: writeChangesSchema() },
  );
  const zip = writeZip(files.map((file) => ({ ...file, path: `${name}/${file.path}` })));
  return { zip, name, rig, changes };
}

/** Writes the files of a package that tell what the character is. */
async function writeFiles(order: PackageOrder, tell: Tell): Promise<{ rig: Rig; files: PackageFile[] }> {
  const { doc, options } = order;
  const { code } = doc.character;
  const views: PackedView[] = [];
  for (const [at, { viewId, derived, proof }] of order.views.entries()) {
    const told: Tell = (share, doing) => tell((PIECES * (at + share)) / order.views.length, doing);
    views.push(await packView(doc, viewById(doc, viewId), derived, proof.joints, options, told));
  }
  // What they were put together from is not looked at again.
  await makeRoom();
  const files: PackageFile[] = views.flatMap(filesOf);
  const wants = wishOf(options);
  for (const [at, packed] of views.entries()) {
    const { key } = packed.view;
    tell(PIECES + ((WRITTEN - PIECES) * at) / views.length, 'Layered files and sheets');
    // The sheets are encoded beside this thread while it writes the layers.
    const [layered, sheet, parts] = await Promise.all([
      layeredFiles(packed, doc, options),
      wants('atlas') ? atlas(code, packed) : null,
      wants('sheet') ? partsSheet(packed, doc.character.name) : null,
    ]);
    files.push(...layered);
    if (sheet) files.push(sheet);
    if (parts) files.push({ path: sheetPath(key), bytes: parts });
  }
  if (wants('sheet') && views.length > 1) files.push({ path: TURNAROUND_PATH, bytes: await turnaround(order, views) });
  if (wants('glb')) files.push({ path: `${code}.glb`, bytes: await glb(views, 'Limber Sheaf') });
  const rig = manifest(order, views);
  const faults = rigFaults(rig);
  if (faults.length > 0) throw new Error(`The manifest does not fit its schema: ${faults.join('; ')}`);
  files.unshift({ path: 'rig.json', bytes: writeRig(rig) }, { path: 'rig.schema.json', bytes: writeRigSchema() });
  return { rig, files };
}

/** The layered files of a view that are wanted. */
async function layeredFiles(packed: PackedView, doc: CharacterDoc, options: PackageOptions): Promise<PackageFile[]> {
  const wants = wishOf(options);
  const all = [
    ['ora', openRaster],
    ['psd', psd],
    ['svg', svg],
  ] as const;
  const writers = all.filter(([ending]) => wants(ending));
  if (writers.length === 0) return [];
  const layers = await layersOf(packed, doc, options);
  const named = `${doc.character.code}_${packed.view.key}`;
  // OpenRaster's whole picture is encoded beside this thread while it writes the others.
  return Promise.all(
    writers.map(async ([ending, write]) => ({ path: `${named}.${ending}`, bytes: await write(packed, layers) })),
  );
}

/** Tells which formats are wanted. */
function wishOf({ formats }: PackageOptions): (format: PackageFormat) => boolean {
  return (format) => formats.includes(format);
}

/** All views of a package on one page, with the height lines of the first. */
function turnaround({ doc, options, views: ordered }: PackageOrder, views: readonly PackedView[]): Promise<Uint8Array> {
  const there = (y: number) => (y + options.room) * options.scale;
  return turnaroundSheet(
    views.map(({ view, merged }, at) => ({
      key: view.key,
      picture: merged,
      heights: ordered[at].heights.map((one) => ({ ...one, y: there(one.y) })),
    })),
    doc.character.name,
  );
}

/** What differs between any two versions. */
export const compare = task(compareVersions);

/** The sheets of a package, all views first and then the parts by view, in words: where each is kept by itself. */
export const sheetsOf = task(async ({ name, packageBlob }: KeptVersion): Promise<{ word: string; blob: string }[]> => {
  const { rig, files } = readImages(await readBlob(packageBlob), name);
  const sheets: { word: string; blob: string }[] = [];
  const add = async (word: string, path: string) => {
    const png = files.get(path);
    if (png) sheets.push({ word, blob: await keepBlob(png, 'image/png') });
  };
  await add('All views', TURNAROUND_PATH);
  for (const { key } of rig.views) await add(`Parts sheet, ${key} view`, sheetPath(key));
  return sheets;
});

/** What came back, held against what the pieces are. */
export const lookAtBack = task(look);

/** Some of it, taken over. */
export const takeThemBack = task(take);

/** A picture that finishes may lay over pieces. */
export interface KeptTexture {
  texture: string;
  width: number;
  height: number;
}

/** Reads a picture as a texture: what is clear in it is white. */
export const readTexture = task(async (path: string): Promise<KeptTexture> => {
  const { sheet } = await readDesign(path);
  const { width, height } = sheet;
  const whole = await picture(sheet.blob);
  const opaque = { width, height, data: whole.data.slice() };
  for (let i = 0; i < opaque.data.length; i += 4) {
    const clear = 255 - opaque.data[i + 3];
    for (let k = i; k < i + 3; k++) opaque.data[k] = Math.round((opaque.data[k] * (255 - clear)) / 255) + clear;
    opaque.data[i + 3] = 255;
  }
  return { texture: await keepBlob(await encode(opaque), 'image/png'), width, height };
});

/** The design and the images of a view. */
function filesOf({ view, pieces, sets, design, finish }: PackedView): PackageFile[] {
  const images = pieces.flatMap(({ entry, png, above }) => [
    { path: entry.image, bytes: png },
    ...above.map((sheet) => ({ path: `${view.key}/${entry.name}_${sheet.role}.png`, bytes: sheet.png })),
  ]);
  const drawings = sets.flatMap(({ entry: set, drawings: all }) =>
    // The default drawing's file is its piece's.
    all.flatMap(({ entry, packed }) =>
      packed && entry.image && entry.name !== set.default ? [{ path: entry.image, bytes: packed.png }] : [],
    ),
  );
  const seconds = sets.flatMap(({ drawings: all }) =>
    all.flatMap(({ entry, over }) => (over && entry.over ? [{ path: entry.over.image, bytes: over.png }] : [])),
  );
  const texture = finish ? [{ path: finishPath(view.key), bytes: finish }] : [];
  return [{ path: view.design.image, bytes: design }, ...texture, ...images, ...drawings, ...seconds];
}

function manifest(
  { doc, views: ordered, options, number, previous, ...order }: PackageOrder,
  views: PackedView[],
): Rig {
  return {
    format: 'limber-sheaf-rig',
    formatVersion: 1,
    generator: { name: 'Limber Sheaf', version: order.generatorVersion },
    character: { id: doc.character.id, name: doc.character.name, code: doc.character.code },
    version: number,
    previousVersion: previous?.number ?? null,
    createdAt: order.createdAt,
    scale: options.scale,
    naming: namingOf(doc.character.scheme),
    checks: ordered.flatMap(({ proof }, at) => [
      ...proof.checks.map(({ id, view, ok, figure, unit }) =>
        // Shaded piece by piece there is no design to hold them against.
        id === 'rest-match' && options.finish?.scope === 'piece'
          ? { id, view, ok, figure: null, unit: 'layers' }
          : { id, view, ok, figure, unit },
      ),
      // So they are written, and read back before the package is kept.
      { id: 'flat-layers', view: views[at].view.key, ok: true, figure: 0, unit: 'layers' },
    ]),
    views: views.map(({ view }) => view),
    poses: poseEntries(
      doc,
      views.map(({ view }) => view),
    ),
    finish: options.finish && finishEntry(options.finish, views),
  };
}

/** How names are made, as the manifest tells it. */
function namingOf({ sides, separator, case: letters, piece, pivotMark, drawing }: NamingScheme): Rig['naming'] {
  return { sides, separator, case: letters, piece, drawing: [...(drawing ?? DRAWING_TOKENS)], pivotMark };
}

function finishEntry({ name, blend, strength, scope, colour }: Finish, views: PackedView[]): RigFinish {
  const images = views.flatMap(({ view, finish }) => (finish ? [[view.key, sha(finish)]] : []));
  return { name, blend, strength, scope, colour, images: Object.fromEntries(images) as Record<string, string> };
}

/** What differs from the version before, by the two packages alone. */
async function changesSince(
  { previous, number }: PackageOrder,
  rig: Rig,
  files: readonly PackageFile[],
): Promise<RigChanges> {
  if (!previous) return { from: null, to: number, entries: [] };
  const before = readImages(await readBlob(previous.packageBlob), previous.name);
  const entries = compareRigs(before.rig, rig, before.imageOf, picturesOf(files));
  return { from: previous.number, to: number, entries: sortedChanges(entries) };
}
