import type { OutlineOn } from '../document/row-types.js';
import {
  createPlaced,
  cropPlaced,
  growRect,
  intersectRects,
  trimToPaint,
  wordsOf,
  type PlacedBitmap,
  type Rect,
} from '../raster/bitmap.js';
import { colourDistance, colourTest, type Rgb } from '../raster/colour.js';
import { distanceField } from '../raster/distance-field.js';
import { createMask } from '../raster/mask.js';
import { reachOf } from '../raster/morphology.js';
import { colourOf, opaqueWord, withAlpha } from '../raster/words.js';

/** The disc that a piece and its parent share, with what is drawn on it. */
export interface Disc {
  x: number;
  y: number;
  /** px, to the outside of the outline. */
  radius: number;
  /** px; 0 for art without outline. */
  lineWidth: number;
  lineColour: Rgb;
  outlineOn: OutlineOn;
  /** 0 to 1: how much the rounded outline wobbles inwards; 1 is a quarter of the line width. */
  looseness: number;
  /** Does the copy in front leave out the neighbour's folds, which would turn away from their place? */
  foldsOut?: boolean;
  /** px from the centre to where the end behind reaches as well: it carries the disc drawn out that far. */
  stretch?: { x: number; y: number };
}

/** One piece's end at a joint. */
export interface EndInput {
  /** The whole view's design, at 0, 0. */
  design: PlacedBitmap;
  /** The piece's face. */
  face: PlacedBitmap;
  /** The face of the joint's other piece, whose visible pixels this one may carry a copy of. */
  other: PlacedBitmap;
  /** Is this piece drawn in front of the other one of the joint? */
  inFront: boolean;
  /** Faces of all pieces that are drawn later than this one. */
  later: readonly PlacedBitmap[];
  disc: Disc;
}

/** Paint that rounds one piece's end; each null where there is none to add. */
export interface RoundedEnd {
  /** Copies of the neighbours' visible pixels. */
  overlap: PlacedBitmap | null;
  /** Paint that is hidden at rest. */
  under: PlacedBitmap | null;
}

/** How far the outline wobbles inwards at its loosest, in line widths. */
const LOOSEST = 0.25;
/** Colours this near (OKLab × 100) count as the same paint carried on. */
const SAME_PAINT = 6;

/** How far the rounded outline lies inside the disc at most, px. */
export function loosenessReach(disc: Pick<Disc, 'lineWidth' | 'looseness'>): number {
  return disc.looseness * LOOSEST * disc.lineWidth;
}

/** The rim's radius at an angle: a low-frequency wobble, inwards only, the same for the same disc. */
function rimAt(disc: Disc, angleRad: number): number {
  const reach = loosenessReach(disc);
  if (reach === 0) return disc.radius;
  const phase = disc.x * 0.37 + disc.y * 0.11;
  const wave =
    0.5 * Math.sin(3 * angleRad + phase) +
    0.3 * Math.sin(5 * angleRad + 2.1 * phase) +
    0.2 * Math.sin(2 * angleRad - phase);
  return disc.radius - reach * (0.5 + 0.5 * wave);
}

/**
 * Rounds one piece's end to the joint's disc, without changing the picture at rest:
 * where the other piece's pixel shows, this one gets a copy of it (overlap); where a piece in front hides it,
 * the piece's own paint is carried on (under), from the nearest visible paint that is not line, or the
 * design's own pixels where they are of the same paint, so that shading and texture go on.
 *
 * The piece behind gets the full disc, with its outline if it carries one. The piece in front gets the disc
 * less the line width, so that no line of its own crosses the limb when it turns. Only fully opaque places
 * of the design are painted: on the rim, the soft contour stays as it is.
 */
export function roundEnd({ design, face, other, inFront, later, disc }: EndInput): RoundedEnd {
  const lined = disc.lineWidth > 0;
  const lineless = disc.outlineOn === 'under' || (inFront && (disc.outlineOn === 'back' || disc.outlineOn === 'none'));
  const shrink = lined && lineless ? disc.lineWidth : 0;
  const carriesLine =
    lined && (inFront ? disc.outlineOn === 'both' : disc.outlineOn === 'back' || disc.outlineOn === 'both');
  const reach = disc.radius - shrink;
  // Only the end behind is drawn out: in front, it would stick out of the limb as it turns.
  const stretch = (!inFront && disc.stretch) || { x: 0, y: 0 };
  const length = stretch.x * stretch.x + stretch.y * stretch.y;
  const rect = growRect(
    {
      x: Math.floor(disc.x - reach + Math.min(0, stretch.x)) - 1,
      y: Math.floor(disc.y - reach + Math.min(0, stretch.y)) - 1,
      width: Math.ceil(2 * reach + Math.abs(stretch.x)) + 3,
      height: Math.ceil(2 * reach + Math.abs(stretch.y)) + 3,
    },
    0,
    design,
  );
  if (rect.width === 0 || rect.height === 0) return { overlap: null, under: null };
  const hidden = opaqueCover(later, rect);
  const own = wordsOf(cropPlaced(face, rect));
  const art = wordsOf(cropPlaced(design, rect));
  const neighbour = wordsOf(cropPlaced(other, rect));
  // Only what is hidden is carried on, which the end in front mostly has none of.
  let carried: Uint32Array | null = null;
  const drawn = inFront && lined && disc.foldsOut ? linesIn(art, disc, rect) : null;
  const deep = disc.radius - 1.5 * disc.lineWidth + 2;
  const overlap = createPlaced(rect);
  const under = createPlaced(rect);
  const overlapWords = wordsOf(overlap);
  const underWords = wordsOf(under);
  const line = opaqueWord(disc.lineColour);
  for (let row = 0; row < rect.height; row++) {
    for (let column = 0; column < rect.width; column++) {
      const i = row * rect.width + column;
      if (own[i] >>> 24 !== 0 || art[i] >>> 24 !== 255) continue;
      const px = rect.x + column + 0.5 - disc.x;
      const py = rect.y + row + 0.5 - disc.y;
      const along = length > 0 ? clamp01((px * stretch.x + py * stretch.y) / length) : 0;
      const dx = px - along * stretch.x;
      const dy = py - along * stretch.y;
      const d = Math.hypot(dx, dy);
      if (d > reach + 0.5) continue;
      const rim = rimAt(disc, Math.atan2(dy, dx)) - shrink;
      const alpha = Math.round(255 * clamp01(rim - d + 0.5));
      if (alpha === 0) continue;
      if (!hidden[i]) {
        // What the copy leaves out shows through from the piece behind, at rest in its place.
        if (neighbour[i] >>> 24 === 0 || (drawn?.[i] && d < deep)) continue;
        overlapWords[i] = withAlpha(art[i], alpha);
        continue;
      }
      carried ??= carryPaint(face, disc, rect);
      const near = carried[i];
      const fill = near !== 0 && colourDistance(colourOf(near), colourOf(art[i])) > SAME_PAINT ? near : art[i];
      const onLine = carriesLine ? clamp01(d - (rim - disc.lineWidth) + 0.5) : 0;
      underWords[i] = withAlpha(onLine === 0 ? fill : mix(fill, line, onLine), alpha);
    }
  }
  return { overlap: trimToPaint(overlap), under: trimToPaint(under) };
}

/** 255 where the design has line, and the blends beside it. */
function linesIn(art: Uint32Array, disc: Disc, rect: Rect): Uint8Array {
  const line = createMask(rect.width, rect.height);
  const isLine = colourTest(disc.lineColour, (distance) => distance < LINE_LIKE);
  for (let i = 0; i < art.length; i++) if (art[i] >>> 24 !== 0 && isLine(art[i])) line.data[i] = 255;
  return reachOf(line, 3);
}

/** 1 where one of the faces is fully opaque. */
function opaqueCover(faces: readonly PlacedBitmap[], rect: Rect): Uint8Array {
  const cover = new Uint8Array(rect.width * rect.height);
  for (const face of faces) {
    const words = wordsOf(face);
    const common = intersectRects(face, rect);
    for (let y = common.y; y < common.y + common.height; y++) {
      let from = (y - face.y) * face.width + common.x - face.x;
      let to = (y - rect.y) * rect.width + common.x - rect.x;
      for (let x = 0; x < common.width; x++, from++, to++) if (words[from] >>> 24 === 255) cover[to] = 1;
    }
  }
  return cover;
}

/** For each pixel of `rect` the piece's nearest own paint that is not line, as an opaque word; 0 where there is none near. */
function carryPaint(face: PlacedBitmap, disc: Disc, rect: Rect): Uint32Array {
  const source = growRect(rect, Math.ceil(disc.radius * 0.5 + 2 * disc.lineWidth), {
    x: rect.x - 10000,
    y: rect.y - 10000,
    width: 20000,
    height: 20000,
  });
  const words = wordsOf(cropPlaced(face, source));
  const paint = createMask(source.width, source.height);
  const line = createMask(source.width, source.height);
  const lined = disc.lineWidth > 0;
  const isLine = colourTest(disc.lineColour, (distance) => distance < LINE_LIKE);
  for (let i = 0; i < words.length; i++) {
    if (words[i] >>> 24 !== 255) continue;
    if (lined && isLine(words[i])) line.data[i] = 255;
    else paint.data[i] = 255;
  }
  if (lined) {
    // Pixels beside a line are blends with it: leave them out as well, unless nothing else is left.
    const beside = reachOf(line, BESIDE);
    let left = 0;
    const clean = createMask(source.width, source.height);
    for (let i = 0; i < words.length; i++) {
      if (paint.data[i] === 0 || beside[i]) continue;
      clean.data[i] = 255;
      left++;
    }
    if (left > 0) paint.data = clean.data;
  }
  const nearest = new Int32Array(words.length);
  distanceField(paint, { nearest });
  const carried = new Uint32Array(rect.width * rect.height);
  for (let y = 0; y < rect.height; y++) {
    for (let x = 0; x < rect.width; x++) {
      const from = nearest[(y + rect.y - source.y) * source.width + x + rect.x - source.x];
      if (from >= 0) carried[y * rect.width + x] = words[from];
    }
  }
  return carried;
}

/** How far from a line its blends lie, px: less than two pixels. */
const BESIDE = 1.9;
/** Pixels nearer than this to the line colour (OKLab × 100) are taken for line. */
const LINE_LIKE = 9;

function clamp01(v: number): number {
  return v < 0 ? 0 : v > 1 ? 1 : v;
}

function mix(from: number, to: number, share: number): number {
  const channel = (shift: number) =>
    Math.round(((from >>> shift) & 255) * (1 - share) + ((to >>> shift) & 255) * share) << shift;
  return (channel(0) | channel(8) | channel(16) | 0xff000000) >>> 0;
}

/** The two rounded ends of a joint. */
export interface RoundedJoint {
  front: RoundedEnd;
  behind: RoundedEnd;
}

/**
 * Gives both pieces of a joint the same disc (see `roundEnd`).
 * @param later faces of the pieces drawn later than the one in front; they may hide paint as well
 * @param between faces of the pieces drawn between the two
 */
export function roundJoint(input: {
  design: PlacedBitmap;
  front: PlacedBitmap;
  behind: PlacedBitmap;
  disc: Disc;
  between?: readonly PlacedBitmap[];
  later?: readonly PlacedBitmap[];
}): RoundedJoint {
  const { design, front, behind, disc, between = [], later = [] } = input;
  return {
    front: roundEnd({ design, face: front, other: behind, inFront: true, later, disc }),
    behind: roundEnd({
      design,
      face: behind,
      other: front,
      inFront: false,
      later: [...between, front, ...later],
      disc,
    }),
  };
}
