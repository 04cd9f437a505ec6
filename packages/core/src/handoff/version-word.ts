/** A version in short, as packages are named by it: `v003`. */
export function versionWord(version: number): string {
  return `v${String(version).padStart(3, '0')}`;
}
