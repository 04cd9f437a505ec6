import { createPlaced, trimToPaint, type PlacedBitmap } from '../../raster/bitmap.js';
import { createPlacedMask, type PlacedMask } from '../../raster/mask.js';
import type { Rgb } from '../../raster/colour.js';
import type { Shape } from '../drawing.js';
import type { Paint } from './paint.js';
import { fromAxis, limb, type Point } from './shapes.js';

/** Where a part truly turns. */
export interface TrueJoint {
  x: number;
  y: number;
  /** px: half the limb's width there. */
  radius: number;
  kind: 'hinge' | 'one-sided';
}

/** One part of a drawn character, whole: also where others hide it. */
export interface TruePart {
  /** `group/part/side`, as the plan's parts are addressed. */
  address: string;
  parent: string | null;
  shape: Shape;
  paint: Paint;
  joint: TrueJoint | null;
  /** Of parts that share an outline, the one whose axis is nearest owns a place. */
  axis?: readonly [Point, Point];
}

/** An outline, px inwards from the contour. */
export interface Line {
  width: number;
  colour: Rgb;
}

/** Parts that are drawn with one outline round them all. */
export interface Layer {
  parts: readonly TruePart[];
  line: Line | null;
  /** Where the outline is left out, so that the layer runs into what lies beneath it. */
  open?: Shape;
}

/** A made-up character with everything known about it. */
export interface Member {
  name: string;
  width: number;
  height: number;
  /** Back to front. */
  layers: readonly Layer[];
}

/** What is to be known of a limb drawn in one go. */
export interface Limb {
  /** From the root outwards; one part a stretch. */
  addresses: readonly string[];
  parent: string;
  /** The root, every joint, and the end. */
  points: readonly Point[];
  /** px, at each point. */
  radii: readonly number[];
  paints: readonly Paint[];
  line: Line | null;
  /** Does its outline run into what it hangs from? */
  open?: boolean;
}

/** A limb with one contour and no seam at its joints: an arm, a leg, a tail. */
export function limbLayer({ addresses, parent, points, radii, paints, line, open = false }: Limb): Layer {
  const parts = addresses.map((address, i): TruePart => {
    const [x, y] = points[i];
    return {
      address,
      parent: i === 0 ? parent : addresses[i - 1],
      shape: limb(points[i], points[i + 1], radii[i], radii[i + 1]),
      paint: paints[Math.min(i, paints.length - 1)],
      joint: { x, y, radius: radii[i], kind: i === 0 ? 'one-sided' : 'hinge' },
      axis: [points[i], points[i + 1]],
    };
  });
  const [rx, ry] = points[0];
  return { parts, line, open: open ? (x, y) => radii[0] * 1.15 - Math.hypot(x - rx, y - ry) : undefined };
}

/** A part with an outline of its own. */
export function soloLayer(part: TruePart, line: Line | null): Layer {
  return { parts: [part], line };
}

/** A character as an illustrator hands it over, and what is true of it. */
export interface Drawing {
  design: PlacedBitmap;
  /** What each part shows at rest, back to front, where it shows; a mask without a pixel where nothing of it does. */
  masks: Map<string, PlacedMask>;
}

const clamp = (v: number) => Math.max(0, Math.min(1, v));

/** How deep a place lies in a layer, and which of its parts owns it. */
function look({ parts }: Layer, x: number, y: number): { depth: number; part: TruePart } | null {
  let depth = -Infinity;
  let part: TruePart | null = null;
  let nearest = Infinity;
  if (parts.length === 1) {
    const own = parts[0].shape(x, y);
    return own > -1 ? { depth: own, part: parts[0] } : null;
  }
  for (const one of parts) {
    const own = one.shape(x, y);
    depth = Math.max(depth, own);
    const far = one.axis ? fromAxis(one.axis[0], one.axis[1], x, y) : -own;
    // At the outer side of a bend both axes end at the same joint: the one that points there goes first.
    if (far < nearest - 1e-9 || (part?.axis && one.axis && Math.abs(far - nearest) < 1e-9 && points(one, part, x, y))) {
      nearest = far;
      part = one;
    }
  }
  return part && depth > -1 ? { depth, part } : null;
}

/** Does a place lie on the far side of the joint between two stretches of a limb? */
function points(one: TruePart, before: TruePart, x: number, y: number): boolean {
  const [[jx, jy], [ox, oy]] = one.axis as readonly [Point, Point];
  const [[bx, by]] = before.axis as readonly [Point, Point];
  const out = Math.hypot(ox - jx, oy - jy);
  const back = Math.hypot(jx - bx, jy - by);
  const along = [(ox - jx) / out + (jx - bx) / back, (oy - jy) / out + (jy - by) / back];
  return (x - jx) * along[0] + (y - jy) * along[1] > 0;
}

/** Lays a layer's colour over a pixel: straight alpha, 0 to 1. */
function layOver(pixel: [number, number, number, number], colour: Rgb, cover: number): void {
  const alpha = cover + pixel[3] * (1 - cover);
  for (let c = 0; c < 3; c++) pixel[c] = (colour[c] * cover + pixel[c] * pixel[3] * (1 - cover)) / alpha;
  pixel[3] = alpha;
}

/** A layer's colour at a place of a part: its paint, and its outline where that runs. */
function colourAt({ line, open }: Layer, { paint }: TruePart, depth: number, x: number, y: number): Rgb {
  const [r, g, b] = paint(x, y);
  if (!line) return [r, g, b];
  const drawn = clamp(line.width - depth + 0.5) * (open ? 1 - clamp(open(x, y) / 3 + 0.5) : 1);
  const [lr, lg, lb] = line.colour;
  return [r + (lr - r) * drawn, g + (lg - g) * drawn, b + (lb - b) * drawn];
}

/** px; a cell of the drawing in which only the layers near it are looked at. */
const CELL = 8;
/** px; no place of a cell lies farther from its middle, in any shape's own measure. */
const NEAR = 14;

/** The layers that show in the cell whose middle this is: those that reach into it, from the frontmost that fills it. */
function layersNear(layers: readonly Layer[], x: number, y: number): Layer[] {
  const near: Layer[] = [];
  for (let at = layers.length - 1; at >= 0; at--) {
    const depths = layers[at].parts.map(({ shape }) => shape(x, y));
    const depth = Math.max(...depths);
    if (depth > -NEAR) near.push(withNearParts(layers[at], depths, depth, x, y));
    if (depth > NEAR + 1) break;
  }
  return near.reverse();
}

/** A layer with the parts alone that are the deepest, or whose axis is the nearest, somewhere in a cell. */
function withNearParts(layer: Layer, depths: readonly number[], depth: number, x: number, y: number): Layer {
  if (layer.parts.length === 1) return layer;
  const axes = layer.parts.map((part, at) => (part.axis ? fromAxis(part.axis[0], part.axis[1], x, y) : -depths[at]));
  const nearest = Math.min(...axes);
  const isNear = (_: TruePart, at: number) => depths[at] > depth - 2 * NEAR || axes[at] < nearest + 2 * NEAR;
  return { ...layer, parts: layer.parts.filter(isNear) };
}

/** Draws a character. A pixel belongs to the frontmost part whose contour holds its centre. */
export function drawMember({ width, height, layers }: Member): Drawing {
  const design = createPlaced({ x: 0, y: 0, width, height });
  const parts = layers.flatMap((layer) => layer.parts);
  const numberOf = new Map(parts.map((part, at) => [part, at + 1]));
  const owners = new Uint8Array(width * height);
  for (let top = 0; top < height; top += CELL)
    for (let left = 0; left < width; left += CELL) {
      const near = layersNear(layers, left + CELL / 2, top + CELL / 2);
      if (near.length === 0) continue;
      for (let row = top; row < Math.min(height, top + CELL); row++)
        for (let column = left; column < Math.min(width, left + CELL); column++) {
          const i = row * width + column;
          const [colour, owner] = pixelOf(near, column + 0.5, row + 0.5);
          if (owner === null || colour[3] === 0) continue;
          design.data.set(colour, i * 4);
          owners[i] = numberOf.get(owner) as number;
        }
    }
  return { design, masks: masksOf(owners, width, parts) };
}

/** What each part shows, by the number of whose each pixel of a canvas is: 0 for nobody's. */
function masksOf(owners: Uint8Array, width: number, parts: readonly TruePart[]): Map<string, PlacedMask> {
  const bounds = parts.map(() => ({ left: Infinity, top: Infinity, right: 0, bottom: 0 }));
  for (let i = 0; i < owners.length; i++) {
    if (owners[i] === 0) continue;
    const own = bounds[owners[i] - 1];
    const [x, y] = [i % width, Math.floor(i / width)];
    if (x < own.left) own.left = x;
    if (y < own.top) own.top = y;
    if (x >= own.right) own.right = x + 1;
    own.bottom = y + 1;
  }
  return new Map(
    parts.map(({ address }, at) => {
      const { left, top, right, bottom } = bounds[at];
      if (right === 0) return [address, createPlacedMask({ x: 0, y: 0, width: 0, height: 0 })];
      const mask = createPlacedMask({ x: left, y: top, width: right - left, height: bottom - top });
      for (let row = 0, i = 0; row < mask.height; row++)
        for (let from = (top + row) * width + left, column = 0; column < mask.width; column++, i++, from++)
          if (owners[from] === at + 1) mask.data[i] = 255;
      return [address, mask];
    }),
  );
}

/** A pixel of the finished design, and whose it is. */
function pixelOf(layers: readonly Layer[], x: number, y: number): [Uint8Array, TruePart | null] {
  const pixel: [number, number, number, number] = [0, 0, 0, 0];
  let owner: TruePart | null = null;
  for (const { layer, part, depth, cover } of seenFrom(layers, x, y)) {
    layOver(pixel, colourAt(layer, part, depth, x, y), cover);
    // The soft rim against the paper belongs to whoever draws it.
    if (depth > 0 || owner === null) owner = part;
  }
  const [r, g, b, a] = pixel;
  return [Uint8Array.of(Math.round(r), Math.round(g), Math.round(b), Math.round(a * 255)), owner];
}

/** The layers that show at a place, back to front: from the frontmost that hides all behind it. */
function seenFrom(layers: readonly Layer[], x: number, y: number) {
  const seen: { layer: Layer; part: TruePart; depth: number; cover: number }[] = [];
  for (let at = layers.length - 1; at >= 0; at--) {
    const found = look(layers[at], x, y);
    const cover = found ? clamp(found.depth + 0.5) : 0;
    if (!found || cover === 0) continue;
    seen.push({ layer: layers[at], ...found, cover });
    if (cover === 1) break;
  }
  return seen.reverse();
}

/** A part alone and whole, with its paint and outline also where others hide it at rest. */
export function drawWhole({ width, height, layers }: Member, address: string): PlacedBitmap {
  const picture = createPlaced({ x: 0, y: 0, width, height });
  for (const layer of layers)
    for (const part of layer.parts) {
      if (part.address !== address) continue;
      for (let top = 0; top < height; top += CELL)
        for (let left = 0; left < width; left += CELL) {
          if (part.shape(left + CELL / 2, top + CELL / 2) <= -NEAR) continue;
          for (let row = top; row < Math.min(height, top + CELL); row++)
            for (let column = left; column < Math.min(width, left + CELL); column++) {
              const [x, y] = [column + 0.5, row + 0.5];
              const depth = part.shape(x, y);
              if (depth <= -0.5) continue;
              // The limb's own outline goes on where the next stretch goes on.
              const limbDepth = layer.parts.reduce((deepest, other) => Math.max(deepest, other.shape(x, y)), depth);
              const colour = colourAt(layer, part, limbDepth, x, y).map(Math.round);
              picture.data.set([...colour, Math.round(clamp(depth + 0.5) * 255)], (row * width + column) * 4);
            }
        }
    }
  return trimToPaint(picture) ?? createPlaced({ x: 0, y: 0, width: 1, height: 1 });
}

/** All parts of a character that truly turn, from the root outwards. */
export function trueJoints({ layers }: Member): (TruePart & { joint: TrueJoint })[] {
  return layers.flatMap(({ parts }) => parts.flatMap((part) => (part.joint ? [{ ...part, joint: part.joint }] : [])));
}
