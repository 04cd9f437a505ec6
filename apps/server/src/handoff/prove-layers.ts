import { composite, cropPlaced, placedAt, wordsOf, type Bitmap, type PlacedBitmap } from '@limber-sheaf/core';
import {
  decodePng,
  isDrawn,
  readGlb,
  readOpenRaster,
  readPlainPsd,
  readSvgLayers,
  type ImageOf,
  type Rig,
  type RigBounds,
  type RigView,
  softJoint,
  softMeshName,
} from '@limber-sheaf/formats';
import { sha } from './packed-picture.js';
import { HIDDEN_GROUPS } from './write-formats.js';

/** A layer as the manifest has it. */
interface Expected {
  name: string;
  bounds: RigBounds | null;
  /** Its file; null for a piece whose shade or line is kept apart: its own layer is without them. */
  image: string | null;
  sha256: string | null;
}

/** The layers that a view's layered files must hold, back to front. */
function expectedLayers({ pieces, swapSets }: RigView): Expected[] {
  const standing = new Map(swapSets.map((set) => [set.name, set.default]));
  // Second pictures do not show at rest.
  return pieces.filter(isDrawn).flatMap(({ name: own, bounds, image, sha256, sheets, swapSet }): Expected[] => {
    const name = standing.get(swapSet ?? '') ?? own;
    return [
      sheets.length === 0 || swapSet
        ? { name, bounds, image, sha256 }
        : { name, bounds: null, image: null, sha256: null },
      ...(swapSet ? [] : sheets.map((sheet) => ({ ...sheet, name: `${name}_${sheet.role}` }))),
    ];
  });
}

/** A layer as a file has it: the bytes of its picture, or the pixels. */
interface Found {
  name: string;
  x: number;
  y: number;
  png: Uint8Array | null;
  picture: () => Bitmap | null;
}

/** What is wrong with a view's OpenRaster file, in words; null for nothing. */
export function openRasterFault(bytes: Uint8Array, view: RigView, imageOf: ImageOf, isScaled: boolean): string | null {
  const { layers, isFlat } = readOpenRaster(bytes);
  if (!isFlat) return 'its layers, which are not plain paint';
  return layersFault(
    layers.filter(({ visible, path }) => visible && !isMark(path)).map(withPng),
    view,
    imageOf,
    isScaled,
  );
}

/** What is wrong with a view's SVG, in words; null for nothing. */
export function svgFault(bytes: Uint8Array, view: RigView, imageOf: ImageOf, isScaled: boolean): string | null {
  return layersFault(readSvgLayers(bytes).map(withPng), view, imageOf, isScaled);
}

/** What is wrong with a view's PSD, in words; null for nothing. */
export function psdFault(bytes: Uint8Array, view: RigView, imageOf: ImageOf, isScaled: boolean): string | null {
  const layers = readPlainPsd(bytes).map((layer): Found => ({ ...layer, png: null }));
  return layersFault(layers, view, imageOf, isScaled);
}

/** What is wrong with a view's packed sheet, in words; null for nothing. */
export function atlasFault(whole: Bitmap, { pieces, swapSets }: RigView, imageOf: ImageOf): string | null {
  const drawings = swapSets.flatMap((set) =>
    set.drawings.flatMap(({ name, image, atlas }) => (image ? [{ name, image, atlas }] : [])),
  );
  const seconds = swapSets.flatMap((set) =>
    set.drawings.flatMap(({ name, over }) => (over ? [{ ...over, name }] : [])),
  );
  for (const { name, atlas, image } of [...pieces.filter(isDrawn), ...drawings, ...seconds]) {
    const picture = imageOf(image);
    if (!atlas || !picture || !samePicture(cropPlaced(placedAt(whole, 0, 0), atlas), picture))
      return `${name} on its packed sheet`;
  }
  return null;
}

/** Units of the puppet a px. */
const PX = 1 / 100;
/** Units that a place may be off: glTF keeps them in single precision. */
const ROUNDING = 1e-3;

/** What is wrong with the puppet, in words; null for nothing. */
export function puppetFault(bytes: Uint8Array, { views }: Rig): string | null {
  const scenes = readGlb(bytes);
  if (scenes.map(({ key }) => key).join() !== views.map(({ key }) => key).join()) return 'its scenes';
  for (const [at, { canvas, floorY, pieces, handles, swapSets }] of views.entries()) {
    const { nodes } = scenes[at];
    const byName = new Map(nodes.map((node) => [node.name, node]));
    const drawings = swapSets.reduce(
      (sum, set) => sum + set.drawings.length + set.drawings.filter(({ over }) => over !== null).length,
      0,
    );
    const bent = pieces.reduce((sum, { soft }) => sum + (soft ? soft.line.length + 1 : 0), 0);
    if (nodes.length !== pieces.length + handles.length + drawings + bent || byName.size !== nodes.length)
      return 'the puppet’s nodes';
    const near = (x: number, px: number) => Math.abs(x - px * PX) <= ROUNDING;
    const across = (x: number) => x - canvas.width / 2;
    const up = (y: number) => floorY - y;
    for (const { name, parent, pivot } of [...handles, ...pieces]) {
      const node = byName.get(name);
      if (!node || node.parent !== (parent !== null && byName.has(parent) ? parent : null))
        return `the puppet’s ${name}`;
      if (pivot && !(near(node.origin.x, across(pivot.x)) && near(node.origin.y, up(pivot.y))))
        return `the pivot of the puppet’s ${name}`;
    }
    for (const { name, soft } of pieces)
      for (const [i, [x, y]] of soft?.line.entries() ?? []) {
        const node = byName.get(softJoint(name, i));
        const hangs = node?.parent === (i === 0 ? name : softJoint(name, i - 1));
        if (!node || !hangs || !near(node.origin.x, across(x)) || !near(node.origin.y, up(y)))
          return `the line of the puppet’s ${name}`;
      }
    let depth = -Infinity;
    const pictured = pieces.flatMap((piece): { name: string; bounds: RigBounds; sha256: string | null }[] => {
      if (!isDrawn(piece) && !piece.swapSet)
        return swapSets
          .filter((set) => set.over === piece.name)
          .flatMap((set) =>
            set.drawings.flatMap(({ name, over }) => (over ? [{ ...over, name: `${name}_over` }] : [])),
          );
      const set = swapSets.find(({ name }) => name === piece.swapSet && piece.kind === 'face');
      return set
        ? set.drawings.flatMap(({ name, bounds, sha256 }) => (bounds ? [{ name, bounds, sha256 }] : []))
        : isDrawn(piece)
          ? [piece.soft ? { ...piece, name: softMeshName(piece.name) } : piece]
          : [];
    });
    for (const { name, bounds, sha256 } of pictured) {
      const { origin, quad } = byName.get(name) ?? {};
      if (!origin || !quad || sha(quad.png) !== sha256 || quad.depth <= depth) return `the puppet’s ${name}`;
      depth = quad.depth;
      const isThere =
        near(origin.x + quad.left, across(bounds.x)) &&
        near(origin.x + quad.right, across(bounds.x + bounds.width)) &&
        near(origin.y + quad.top, up(bounds.y)) &&
        near(origin.y + quad.bottom, up(bounds.y + bounds.height));
      if (!isThere) return `where the puppet’s ${name} rests`;
    }
  }
  return null;
}

/** Compares layers, back to front, with those of the manifest: names, places and pixels. */
function layersFault(found: readonly Found[], view: RigView, imageOf: ImageOf, isScaled: boolean): string | null {
  const expected = expectedLayers(view);
  if (found.map(({ name }) => name).join('\n') !== expected.map(({ name }) => name).join('\n')) return 'its layers';
  for (const [at, { name, bounds, image, sha256 }] of expected.entries()) {
    const { x, y, png, picture } = found[at];
    if (bounds === null || image === null) continue;
    if (x !== bounds.x || y !== bounds.y) return `where the layer ${name} lies`;
    if (png ? sha(png) !== sha256 : !samePicture(picture(), imageOf(image))) return `the layer ${name}`;
  }
  // Line and shade were scaled each by itself, so that together they are the piece but for their rims.
  return isScaled ? null : apartFault(found, view, imageOf);
}

/** Channels that layers drawn together may be off, of 255: each was rounded, and finished, by itself. */
const DRAWN = 2;

/** Are the layers of each piece that keeps shade or line apart together its image? */
function apartFault(found: readonly Found[], { pieces }: RigView, imageOf: ImageOf): string | null {
  for (const { name, image, bounds, sheets, swapSet } of pieces.filter(isDrawn)) {
    // A swap piece leaves whole, a drawing like the others.
    if (sheets.length === 0 || swapSet) continue;
    const from = found.findIndex((layer) => layer.name === name);
    const stack = found.slice(from, from + 1 + sheets.length);
    const layers = stack.flatMap(({ x, y, picture }): PlacedBitmap[] => {
      const layer = picture();
      return layer ? [placedAt(layer, x - bounds.x, y - bounds.y)] : [];
    });
    const drawn = composite(bounds.width, bounds.height, layers);
    if (!samePicture(drawn, imageOf(image), DRAWN)) return `the layers of ${name}`;
  }
  return null;
}

function withPng({ name, x, y, png }: { name: string; x: number; y: number; png: Uint8Array }): Found {
  return { name, x, y, png, picture: () => decodePng(png) };
}

/** Are two pictures the same, to some of 255 a channel, whatever colour hides where they are clear? */
function samePicture(a: Bitmap | null, b: Bitmap | null, tolerance = 0): boolean {
  if (!a || !b || a.width !== b.width || a.height !== b.height) return false;
  const [wordsA, wordsB] = [wordsOf(a), wordsOf(b)];
  for (let i = 0; i < wordsA.length; i++)
    if (wordsA[i] !== wordsB[i] && !samePixel(a.data, b.data, i * 4, tolerance)) return false;
  return true;
}

function samePixel(a: Uint8Array, b: Uint8Array, at: number, tolerance: number): boolean {
  const alpha = a[at + 3];
  if (Math.abs(alpha - b[at + 3]) > tolerance) return false;
  // Colours by their alpha: that of a pixel which is hardly there is hardly seen.
  for (let k = at; k < at + 3; k++) if (Math.abs(a[k] - b[k]) * alpha > tolerance * 255) return false;
  return true;
}

/** Is a layer a mark, which is no part of the drawing? */
function isMark(path: string): boolean {
  return Object.values(HIDDEN_GROUPS).some((group) => path.startsWith(`${group}/`));
}
