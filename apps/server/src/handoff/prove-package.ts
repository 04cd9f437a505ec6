import { LimberError, withFinish } from '@limber-sheaf/core';
import { readOpenRaster, rigFaults, type ImageOf, type RigFinish, type RigView } from '@limber-sheaf/formats';
import { sha } from './packed-view.js';
import { finishPath, readPackage } from './read-package.js';
import { HIDDEN_GROUPS } from './write-formats.js';

/** How far a channel may be from the design, of 255: a rounding, and another where a finish is laid over. */
const PLAIN = 1;
const FINISHED = 2;

/**
 * Reads a package back from its own bytes and proves it, by other code than wrote it: every file of the manifest is there
 * with its checksum, the pieces drawn at rest are the design (to 1/255; at another scale to 0.5/255 on the whole), and the layers of the OpenRaster file are the manifest's pieces, in order, each at its place with the
 * same file.
 * @param withShadows are lifted shadows among the pieces? What shows at rest lacks them otherwise
 * @throws LimberError `not-proven`
 */
export function provePackage(zip: Uint8Array, name: string, withShadows = true): void {
  const { rig, files, imageOf } = readPackage(zip, name);
  const fail = (what: string): never => {
    throw new LimberError('not-proven', `The package did not read back as it was written: ${what}.`, 'Make it again.');
  };
  if (rigFaults(rig).length > 0) fail('its manifest');
  for (const view of rig.views) {
    const named = [view.design, ...view.pieces, ...view.pieces.flatMap(({ sheets }) => sheets)];
    for (const { image, sha256 } of named) {
      const bytes = files.get(image);
      if (!bytes || sha(bytes) !== sha256) fail(image);
    }
    const texture = rig.finish?.images[view.key];
    if (texture && sha(files.get(finishPath(view.key)) ?? new Uint8Array()) !== texture) fail('its finish');
    const far = restDifference(view, rig.finish, imageOf);
    const claimed = rig.checks.find((check) => check.id === 'rest-match' && check.view === view.key);
    const near = rig.finish ? FINISHED : PLAIN;
    if (
      claimed?.ok &&
      claimed.figure !== null &&
      withShadows &&
      (rig.scale === 1 ? far.largest > near : far.mean > 0.5)
    )
      fail(`its pieces are not the design by ${rig.scale === 1 ? far.largest : far.mean.toFixed(2)}/255`);
    const ora = files.get(`${rig.character.code}_${view.key}.ora`);
    if (!ora) continue;
    const { layers: all, isFlat } = readOpenRaster(ora);
    const layers = all.filter(({ visible, path }) => visible && !isMark(path));
    const expected = view.pieces.flatMap((piece) => [
      // What keeps shade or line apart is in its layer without them.
      { name: piece.name, bounds: piece.bounds, sha256: piece.sheets.length === 0 ? piece.sha256 : null },
      ...piece.sheets.map(({ role, bounds, sha256 }) => ({ name: `${piece.name}_${role}`, bounds, sha256 })),
    ]);
    if (!isFlat) fail('its layers, which are not plain paint');
    if (layers.map((layer) => layer.name).join() !== expected.map((piece) => piece.name).join()) fail('its layers');
    for (const [at, { x, y, png }] of layers.entries()) {
      const { bounds, sha256, name: layer } = expected[at];
      if (sha256 !== null && (x !== bounds.x || y !== bounds.y || sha(png) !== sha256)) fail(`the layer ${layer}`);
    }
  }
}

/** How far a view's pieces, drawn at rest source-over with straight alpha, are from its design: the largest channel, and the mean. */
function restDifference(
  { key, canvas, design, pieces }: RigView,
  finish: RigFinish | null,
  imageOf: ImageOf,
): { largest: number; mean: number } {
  const plain = imageOf(design.image);
  const wanted = plain && finish ? withFinish({ ...plain, x: 0, y: 0 }, finish, imageOf(finishPath(key))) : plain;
  // Eight bits after every piece, as most programs keep them.
  const drawn = new Uint8ClampedArray(canvas.width * canvas.height * 4);
  for (const { image, bounds } of pieces) {
    const picture = imageOf(image);
    if (!picture) continue;
    for (let y = 0, from = 0; y < picture.height; y++) {
      let to = ((bounds.y + y) * canvas.width + bounds.x) * 4;
      for (let x = 0; x < picture.width; x++, from += 4, to += 4) {
        const over = picture.data[from + 3] / 255;
        if (over === 0) continue;
        const under = (drawn[to + 3] / 255) * (1 - over);
        const alpha = over + under;
        for (let k = 0; k < 3; k++) drawn[to + k] = (picture.data[from + k] * over + drawn[to + k] * under) / alpha;
        drawn[to + 3] = alpha * 255;
      }
    }
  }
  let [largest, sum] = [0, 0];
  const note = (far: number) => {
    if (far > largest) largest = far;
    return far;
  };
  for (let i = 0; i < drawn.length; i += 4) {
    const [is, was] = [drawn[i + 3], wanted?.data[i + 3] ?? 0];
    sum += note(Math.abs(is - was));
    // Colours by their alpha: that of a pixel which is hardly there is hardly seen.
    for (let k = i; k < i + 3; k++)
      sum += note(Math.round(Math.abs(drawn[k] * is - (wanted?.data[k] ?? 0) * was) / 255));
  }
  return { largest, mean: sum / drawn.length };
}

/** Is a layer a mark, which is no part of the drawing? */
function isMark(path: string): boolean {
  return Object.values(HIDDEN_GROUPS).some((group) => path.startsWith(`${group}/`));
}
