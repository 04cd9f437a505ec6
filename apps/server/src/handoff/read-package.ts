import type { Bitmap } from '@limber-sheaf/core';
import { decodePng, readZip, type ImageOf, type PackageFile, type Rig } from '@limber-sheaf/formats';
import { decode } from '../threads/pictures.js';

/** A package as it is read from its own bytes. */
interface ReadPackage {
  rig: Rig;
  /** By path within the package. */
  files: Map<string, Uint8Array>;
  imageOf: ImageOf;
  /** Decodes pictures that will be looked at, all at once and beside this thread. */
  decodeBeside: (paths: readonly string[]) => Promise<void>;
}

/** Unpacks a package of some name. @throws LimberError `damaged-file` */
export function readPackage(
  zip: Uint8Array,
  name: string,
  isWanted: (path: string) => boolean = () => true,
): ReadPackage {
  const unpacked = readZip(zip, isWanted).map(({ path, bytes }) => ({ path: path.slice(name.length + 1), bytes }));
  const files = new Map(unpacked.map(({ path, bytes }) => [path, bytes]));
  const rig = JSON.parse(new TextDecoder().decode(files.get('rig.json'))) as Rig;
  const decoded = new Map<string, Bitmap | null>();
  const decodeOne = async (path: string) => {
    const png = files.get(path);
    decoded.set(path, png ? await decode(png) : null);
  };
  // A set's default drawing is its piece's picture: it is named twice.
  const decodeBeside = async (paths: readonly string[]) => void (await Promise.all([...new Set(paths)].map(decodeOne)));
  return { rig, files, imageOf: picturesOf(unpacked, decoded), decodeBeside };
}

/** Unpacks the manifest of a package and its images: layered files are as large again, and take longer than all the rest. */
export function readImages(zip: Uint8Array, name: string): ReadPackage {
  return readPackage(zip, name, (path) => /\/rig\.json$|\.png$/.test(path));
}

/** Gives the pictures of a package by their paths; each is decoded once. */
export function picturesOf(files: readonly PackageFile[], decoded = new Map<string, Bitmap | null>()): ImageOf {
  const bytes = new Map(files.map((file) => [file.path, file.bytes]));
  return (path) => {
    if (!decoded.has(path)) {
      const png = bytes.get(path);
      decoded.set(path, png ? decodePng(png) : null);
    }
    return decoded.get(path) ?? null;
  };
}

/** Where a package keeps the texture of its finish. */
export function finishPath(view: string): string {
  return `${view}/finish.png`;
}

/** Where a package keeps a view's parts sheet. */
export function sheetPath(view: string): string {
  return `parts-sheet_${view}.png`;
}
