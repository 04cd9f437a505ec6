import {
  LimberError,
  cleanLimits,
  daylightInDisc,
  placedAt,
  sweepAngles,
  withFinish,
  wordsOf,
  type Bitmap,
} from '@limber-sheaf/core';
import { isDrawn, rigFaults, type ImageOf, type RigFinish, type RigView } from '@limber-sheaf/formats';
import { sha } from './packed-picture.js';
import { atlasFault, openRasterFault, psdFault, puppetFault, svgFault } from './prove-layers.js';
import { finishPath, readPackage } from './read-package.js';

/** How far a channel may be from the design, of 255: a rounding, and another where a finish is laid over. */
const PLAIN = 1;
const FINISHED = 2;

/** What is wrong with one of a view's files, in words; null for nothing. */
type LayersFault = (bytes: Uint8Array, view: RigView, imageOf: ImageOf, isScaled: boolean) => string | null;

/**
 * Reads a package back from its own bytes and proves it, by other code than wrote it: every file of the manifest is there
 * with its checksum; the pieces drawn at rest are the design (to 1/255; at another scale to 0.5/255 on the whole); the layers
 * of every layered file, the rectangles of the packed sheet and the nodes of the puppet are the manifest's pieces, in order,
 * each at its place with the same pixels; and no joint shows daylight in its disc within its clean range.
 * @param withShadows are lifted shadows among the pieces? What shows at rest lacks them otherwise
 * @throws LimberError `not-proven`
 */
export async function provePackage(zip: Uint8Array, name: string, withShadows = true): Promise<void> {
  const { rig, files, imageOf, decodeBeside } = readPackage(zip, name);
  const fail = (what: string): never => {
    throw new LimberError('not-proven', `The package did not read back as it was written: ${what}.`, 'Make it again.');
  };
  if (rigFaults(rig).length > 0) fail('its manifest');
  for (const view of rig.views) {
    const drawings = view.swapSets.flatMap((set) =>
      set.drawings.flatMap(({ image, sha256, over }) => [
        ...(image && sha256 ? [{ image, sha256 }] : []),
        ...(over ? [over] : []),
      ]),
    );
    const named = [
      view.design,
      ...view.pieces.filter(isDrawn),
      ...view.pieces.flatMap(({ sheets }) => sheets),
      ...drawings,
    ];
    for (const { image, sha256 } of named) {
      const bytes = files.get(image);
      if (!bytes || sha(bytes) !== sha256) fail(image);
    }
    const pathOf = (ending: string) => `${rig.character.code}_${view.key}.${ending}`;
    await decodeBeside([...named.map(({ image }) => image), pathOf('atlas.png')]);
    const texture = rig.finish?.images[view.key];
    if (texture && sha(files.get(finishPath(view.key)) ?? new Uint8Array()) !== texture) fail('its finish');
    const isScaled = rig.scale !== 1;
    const inFile = (ending: string, fault: string | null | undefined) => (fault ? `${fault} (${ending})` : null);
    const faultIn = (ending: string, faultOf: LayersFault) => {
      const bytes = files.get(pathOf(ending));
      return inFile(ending, bytes && faultOf(bytes, view, imageOf, isScaled));
    };
    const faultOfSheet = () => {
      const sheet = imageOf(pathOf('atlas.png'));
      return inFile('atlas.png', sheet && atlasFault(sheet, view, imageOf));
    };
    const faultAtRest = () => {
      const far = restDifference(view, rig.finish, imageOf);
      const claimed = rig.checks.find((check) => check.id === 'rest-match' && check.view === view.key);
      const isClaimed = claimed?.ok && claimed.figure !== null && withShadows;
      const near = rig.finish ? FINISHED : PLAIN;
      if (!isClaimed || (isScaled ? far.mean <= 0.5 : far.largest <= near)) return null;
      return `its pieces are not the design by ${isScaled ? far.mean.toFixed(2) : far.largest}/255`;
    };
    const first =
      faultAtRest() ??
      faultOfSheet() ??
      faultIn('ora', openRasterFault) ??
      faultIn('psd', psdFault) ??
      faultIn('svg', svgFault);
    if (first) fail(first);
    const open = openJoint(view, imageOf);
    if (open) fail(open);
  }
  const puppet = files.get(`${rig.character.code}.glb`);
  const fault = puppet && puppetFault(puppet, rig);
  if (fault) fail(`${fault} (glb)`);
}

/** Degrees from one angle that is looked at to the next, at most. */
const LOOK = 20;

/** The joint that shows daylight in its disc where its clean range says that it shows none, in words; null for none. */
function openJoint(view: RigView, imageOf: ImageOf): string | null {
  const { canvas, pieces, handles } = view;
  const above = new Map([...pieces, ...handles].map(({ name, parent }) => [name, parent]));
  const hangsFrom = (name: string | null, from: string): boolean =>
    name !== null && (name === from || hangsFrom(above.get(name) ?? null, from));
  // A joint below a handle shares its disc with the nearest piece above it.
  const pieceAbove = (name: string | null): string | null =>
    name === null || pieces.some((piece) => piece.name === name) ? name : pieceAbove(above.get(name) ?? null);
  const lines = new Set(pieces.filter(({ kind }) => kind === 'line-under').map(({ name }) => name));
  const placed = new Map(
    pieces.filter(isDrawn).flatMap(({ name, image, bounds }) => {
      const picture = imageOf(image);
      return picture ? [[name, placedAt(picture, bounds.x, bounds.y)]] : [];
    }),
  );
  const pictures = (wanted: (name: string) => boolean) =>
    pieces.flatMap(({ name }) => (wanted(name) ? (placed.get(name) ?? []) : []));
  for (const { name, parent, pivot, joint } of pieces) {
    if (!joint?.cleanRange || !pivot) continue;
    const disc = { ...pivot, radius: joint.radius, looseness: joint.looseness, lineWidth: joint.lineWidth };
    const moving = pictures((one) => hangsFrom(one, name));
    const beside = pieceAbove(parent);
    const still = pictures((one) => one === beside || (lines.has(one) && above.get(one) === beside));
    const daylightAt = daylightInDisc(still, moving, disc, canvas);
    for (const angle of sweepAngles(joint.cleanRange, LOOK)) {
      const daylight = daylightAt(angle);
      if (daylight > cleanLimits(disc).daylight) return `${name} shows ${daylight} px of daylight at ${angle}°`;
    }
  }
  return null;
}

/** How far a view's pieces, drawn at rest source-over with straight alpha, are from its design: the largest channel, and the mean. */
function restDifference(
  { key, canvas, pieces, design }: RigView,
  finish: RigFinish | null,
  imageOf: ImageOf,
): { largest: number; mean: number } {
  const plain = imageOf(design.image) as Bitmap;
  const wanted = finish ? withFinish(placedAt(plain, 0, 0), finish, imageOf(finishPath(key))) : plain;
  // Eight bits after every piece, as most programs keep them.
  const drawn = new Uint8ClampedArray(canvas.width * canvas.height * 4);
  for (const { image, bounds } of pieces.filter(isDrawn)) {
    const picture = imageOf(image);
    if (!picture) continue;
    for (let y = 0, from = 0; y < picture.height; y++) {
      let to = ((bounds.y + y) * canvas.width + bounds.x) * 4;
      for (let x = 0; x < picture.width; x++, from += 4, to += 4) {
        const coverage = picture.data[from + 3];
        if (coverage === 0) continue;
        if (coverage === 255) {
          for (let k = 0; k < 4; k++) drawn[to + k] = picture.data[from + k];
          continue;
        }
        const over = coverage / 255;
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
  const [drawnWords, wantedWords] = [new Uint32Array(drawn.buffer), wordsOf(wanted)];
  for (let i = 0; i < drawn.length; i += 4) {
    if (drawnWords[i >> 2] === wantedWords[i >> 2]) continue;
    const [is, was] = [drawn[i + 3], wanted.data[i + 3]];
    sum += note(Math.abs(is - was));
    // Colours by their alpha: that of a pixel which is hardly there is hardly seen.
    for (let k = i; k < i + 3; k++) sum += note(Math.round(Math.abs(drawn[k] * is - wanted.data[k] * was) / 255));
  }
  return { largest, mean: sum / drawn.length };
}
