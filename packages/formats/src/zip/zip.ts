import { LimberError } from '@limber-sheaf/core';
import { unzipSync, zipSync, type Zippable } from 'fflate';

/** A file in a package: its path, with forward slashes, and its bytes. */
export interface PackageFile {
  path: string;
  bytes: Uint8Array;
}

/** The same date in every zip, so that the same files give the same bytes (zip keeps local time from 1980 on). */
const FIXED_DATE = new Date(2020, 0, 1, 0, 0, 0);
/** What is compressed already is stored as it is: a fifth off the layered files is not worth a tenth of a package's time. */
const STORED = /\.(png|ora|glb|zip|psd|svg)$/;

/**
 * Packs files in the order given; the same files give the same bytes.
 * @param store paths to store without compression besides those compressed already
 */
export function writeZip(files: readonly PackageFile[], store: readonly string[] = []): Uint8Array {
  const entries: Zippable = {};
  for (const { path, bytes } of files) {
    const level = STORED.test(path) || store.includes(path) ? 0 : 6;
    entries[path] = [bytes, { level, mtime: FIXED_DATE }];
  }
  return zipSync(entries);
}

/** Limits on a zip that is read. */
export const ZIP_LIMITS = { entries: 4000, bytes: 300 * 1024 * 1024, ratio: 2000 } as const;

/**
 * Unpacks a zip within limits, which hold for all that is in it.
 * @param isWanted the paths that are unpacked; all where not given
 * @throws LimberError `damaged-file` or `too-large`; also for paths that lead out of the package
 */
export function readZip(bytes: Uint8Array, isWanted: (path: string) => boolean = () => true): PackageFile[] {
  let entries = 0;
  let total = 0;
  if (hasLockedEntry(bytes))
    throw new LimberError('damaged-file', 'The archive is locked with a password.', 'Save it without one.');
  try {
    const files = unzipSync(bytes, {
      filter: (file) => {
        entries++;
        total += file.originalSize;
        const bomb = file.originalSize > ZIP_LIMITS.ratio * Math.max(1, file.size);
        if (entries > ZIP_LIMITS.entries || total > ZIP_LIMITS.bytes || bomb) {
          throw new LimberError('too-large', 'The archive unpacks to more than is read.');
        }
        if (file.name.startsWith('/') || file.name.includes('\\') || file.name.split('/').includes('..')) {
          throw new LimberError('damaged-file', 'The archive has a path that leads out of it.');
        }
        return !file.name.endsWith('/') && isWanted(file.name);
      },
    });
    return Object.entries(files).map(([path, data]) => ({ path, bytes: data }));
  } catch (error) {
    if (error instanceof LimberError) throw error;
    throw new LimberError('damaged-file', 'The archive is damaged.');
  }
}

const ENTRY_SIGNATURE = 0x02014b50;
const LOCKED = 1;

/** Is an entry encrypted? By the flags in the archive's own list (APPNOTE 4.4.4), which is found from its end. */
function hasLockedEntry(bytes: Uint8Array): boolean {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  for (let end = bytes.length - 22; end >= Math.max(0, bytes.length - 66_000); end--) {
    if (view.getUint32(end, true) !== 0x06054b50) continue;
    let at = view.getUint32(end + 16, true);
    for (let n = view.getUint16(end + 10, true); n > 0 && at + 46 <= bytes.length; n--) {
      if (view.getUint32(at, true) !== ENTRY_SIGNATURE) return false;
      if (view.getUint16(at + 8, true) & LOCKED) return true;
      at += 46 + view.getUint16(at + 28, true) + view.getUint16(at + 30, true) + view.getUint16(at + 32, true);
    }
    return false;
  }
  return false;
}
