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
import { createMask } from '../raster/mask.js';
import { reachOf } from '../raster/morphology.js';
import { colourOf, mixWords, opaqueWord, withAlpha } from '../raster/words.js';
import { mergeSheets } from '../document/compose-piece.js';
import { anyPaint } from '../raster/sample.js';
import { cutBorder } from './cut-border.js';
import { LINE_LIKE, carryPaint } from './carry-paint.js';
import { lineEnds } from './line-ends.js';
import { NOWHERE, limbAxis, offSegment, shareAlong, straightOn, type Vector } from './limb-axis.js';

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
  /** 0 to 1: by which share of its radius that end narrows on its way there. */
  taper?: number;
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
  /** Is one limb cut in two here, so that both go straight on to the disc and the one in front keeps a seam along the cut? */
  seam?: boolean;
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

/** px by which one end is smaller than the disc: the outline that it leaves to the other, or to the line under all. */
export function linelessRim({ outlineOn, lineWidth }: Pick<Disc, 'outlineOn' | 'lineWidth'>, inFront: boolean): number {
  return outlineOn === 'under' || (inFront && (outlineOn === 'back' || outlineOn === 'none')) ? lineWidth : 0;
}

/** A disc of its own fields alone: joints come in many forms, and it is asked for at every pixel. */
function plainDisc({
  x,
  y,
  radius,
  lineWidth,
  lineColour,
  outlineOn,
  looseness,
  foldsOut,
  stretch,
  taper,
}: Disc): Disc {
  return { x, y, radius, lineWidth, lineColour, outlineOn, looseness, foldsOut, stretch, taper };
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
 * the piece's own paint is carried on (under, see `carryPaint`), or the design's own pixels where they are of the same
 * paint, so that shading and texture go on.
 *
 * The piece behind gets the full disc, with its outline if it carries one. The piece in front gets the disc
 * less the line width, so that no line of its own crosses the limb when it turns; where the cut runs through one paint, it
 * keeps a seam beside the disc as well, so that no hairline shows. Of a limb that is drawn bent, the two halves go on
 * straight to their disc. Only fully opaque places of the design are painted: on the rim, the soft contour stays as it is.
 */
export function roundEnd(input: EndInput): RoundedEnd {
  const { design, face, other, inFront, later } = input;
  const disc = plainDisc(input.disc);
  const lined = disc.lineWidth > 0;
  const shrink = linelessRim(disc, inFront);
  const carriesLine =
    lined && (inFront ? disc.outlineOn === 'both' : disc.outlineOn === 'back' || disc.outlineOn === 'both');
  const reach = disc.radius - shrink;
  // Only the end behind is drawn out: in front, it would stick out of the limb as it turns.
  const drawnOut = (!inFront && disc.stretch) || NOWHERE;
  const axis = limbAxis(face, disc);
  const straight = input.seam ? straightOn(axis, limbAxis(other, disc), disc.radius) : NOWHERE;
  const rect = growRect(rectOf(disc, reach, [drawnOut, straight]), 0, design);
  if (rect.width === 0 || rect.height === 0) return { overlap: null, under: null };
  const area: EndArea = {
    rect,
    own: wordsOf(cropPlaced(face, rect)),
    art: wordsOf(cropPlaced(design, rect)),
    neighbour: wordsOf(cropPlaced(other, rect)),
    hidden: opaqueCover(later, rect),
  };
  const folds = inFront && lined && disc.foldsOut ? linesIn(area.art, disc, rect) : null;
  const { overlap, coverage, inside } = layDisc(area, { disc, shrink, drawnOut, straight, folds });
  const under = coverage.some((alpha) => alpha > 0)
    ? paintHidden(area, disc, carryPaint(face, disc, rect, axis, coverage), coverage, carriesLine ? inside : null)
    : null;
  return {
    overlap: mergeSheets([
      inFront && disc.outlineOn === 'back' ? lineEnds(design, face, other, disc) : null,
      overlap,
      inFront && input.seam ? seamAlong(input) : null,
    ]),
    under,
  };
}

/** What lies about a joint, as words of a rectangle. */
interface EndArea {
  rect: Rect;
  /** The faces of the piece and of its neighbour, and the design. */
  own: Uint32Array;
  neighbour: Uint32Array;
  art: Uint32Array;
  /** 1 where a piece in front hides what is there. */
  hidden: Uint8Array;
}

/** How a disc is laid. */
interface EndShape {
  disc: Disc;
  /** px by which the end is smaller than the disc. */
  shrink: number;
  /** How far the end goes on from its disc, and through the limb's other half. */
  drawnOut: Vector;
  straight: Vector;
  /** 255 where the design has folds that the copy leaves out; null for none. */
  folds: Uint8Array | null;
}

/** Copies what shows of a disc, and says how much of it is hidden, and how far inside its rim, px. */
function layDisc(
  { rect, own, art, neighbour, hidden }: EndArea,
  { disc, shrink, drawnOut, straight, folds }: EndShape,
): { overlap: PlacedBitmap; coverage: Uint8Array; inside: Float32Array } {
  const reach = disc.radius - shrink;
  const deep = disc.radius - 1.5 * disc.lineWidth + 2;
  // Nearer than this to the middle, the rim makes no difference, wherever it wobbles.
  const deepest = reach - loosenessReach(disc) - disc.lineWidth - 1;
  const overlap = createPlaced(rect);
  const overlapWords = wordsOf(overlap);
  const coverage = new Uint8Array(own.length);
  const inside = new Float32Array(own.length);
  for (let row = 0, i = 0; row < rect.height; row++) {
    for (let column = 0; column < rect.width; column++, i++) {
      if (own[i] >>> 24 !== 0 || art[i] >>> 24 !== 255) continue;
      const px = rect.x + column + 0.5 - disc.x;
      const py = rect.y + row + 0.5 - disc.y;
      let dx = px;
      let dy = py;
      let narrower = 0;
      if (drawnOut !== NOWHERE) {
        [dx, dy] = offSegment(px, py, drawnOut);
        narrower = (disc.taper ?? 0) * disc.radius * shareAlong(px, py, drawnOut);
        // The disc itself stays whole.
        if (Math.hypot(px, py) < Math.hypot(dx, dy) + narrower) [dx, dy, narrower] = [px, py, 0];
      }
      // The other half of the limb is all that a half goes on through.
      if (straight !== NOWHERE && neighbour[i] >>> 24 === 255) {
        const [sx, sy] = offSegment(px, py, straight);
        if (sx * sx + sy * sy < dx * dx + dy * dy) [dx, dy, narrower] = [sx, sy, 0];
      }
      const d = Math.sqrt(dx * dx + dy * dy);
      if (d > reach - narrower + 0.5) continue;
      const rim = d < deepest - narrower ? Infinity : rimAt(disc, Math.atan2(dy, dx)) - shrink - narrower;
      const alpha = Math.round(255 * clamp01(rim - d + 0.5));
      if (alpha === 0) continue;
      if (hidden[i]) {
        coverage[i] = alpha;
        inside[i] = rim - d;
        continue;
      }
      // What the copy leaves out shows through from the piece behind, at rest in its place.
      if (neighbour[i] >>> 24 === 0 || (folds?.[i] && d < deep)) continue;
      overlapWords[i] = withAlpha(art[i], alpha);
    }
  }
  return { overlap, coverage, inside };
}

/**
 * Paints what of a disc is hidden.
 * @param carried the piece's own paint carried on; 0 where nothing is known of it
 * @param inside px inside the rim, for an end that carries the line; null for others
 */
function paintHidden(
  { rect, art, neighbour }: EndArea,
  disc: Disc,
  carried: Uint32Array,
  coverage: Uint8Array,
  inside: Float32Array | null,
): PlacedBitmap | null {
  const under = createPlaced(rect);
  const words = wordsOf(under);
  const line = opaqueWord(disc.lineColour);
  for (let i = 0; i < words.length; i++) {
    if (coverage[i] === 0) continue;
    const near = carried[i];
    // The limb's other half may show the very paint; whatever else lies in front does not.
    const isOwn = neighbour[i] >>> 24 !== 0 && colourDistance(colourOf(near), colourOf(art[i])) <= SAME_PAINT;
    const fill = near === 0 || isOwn ? art[i] : near;
    const onLine = inside ? clamp01(disc.lineWidth - inside[i] + 0.5) : 0;
    words[i] = withAlpha(onLine === 0 ? fill : mixWords(fill, line, onLine), coverage[i]);
  }
  return trimToPaint(under);
}

/** px of the other piece that the one in front keeps along a cut through one paint. */
const SEAM = 2;

/**
 * The other piece's pixels beside a cut through one paint: without them a hairline shows when the parts are turned by a
 * hair. Lines within the limb are left out: they would turn away from their place.
 */
function seamAlong({ face, other, design, disc }: EndInput): PlacedBitmap | null {
  const border = cutBorder(face, other, design);
  if (border.length === 0) return null;
  const rect = growRect(face, SEAM, design);
  const sheet = createPlaced(rect);
  const to = wordsOf(sheet);
  const from = wordsOf(design);
  const isLine = colourTest(disc.lineColour, (distance) => distance < LINE_LIKE);
  const deep = disc.radius - 1.5 * disc.lineWidth;
  for (const { x, y, nx, ny } of border)
    for (let k = 0; k < SEAM; k++) {
      const [px, py] = [Math.floor(x + nx * (k + 0.5)), Math.floor(y + ny * (k + 0.5))];
      const word = from[py * design.width + px];
      if (!anyPaint([other], px, py) || word >>> 24 !== 255) continue;
      if (disc.lineWidth > 0 && isLine(word) && Math.hypot(px + 0.5 - disc.x, py + 0.5 - disc.y) < deep) continue;
      to[(py - rect.y) * rect.width + px - rect.x] = word;
    }
  return trimToPaint(sheet);
}

/** A rectangle that holds the disc, drawn out to each of some ends. */
function rectOf(disc: Disc, reach: number, ends: readonly Vector[]): Rect {
  const left = Math.floor(disc.x - reach + Math.min(0, ...ends.map(({ x }) => x))) - 1;
  const top = Math.floor(disc.y - reach + Math.min(0, ...ends.map(({ y }) => y))) - 1;
  const right = Math.ceil(disc.x + reach + Math.max(0, ...ends.map(({ x }) => x))) + 2;
  const bottom = Math.ceil(disc.y + reach + Math.max(0, ...ends.map(({ y }) => y))) + 2;
  return { x: left, y: top, width: right - left, height: bottom - top };
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

function clamp01(v: number): number {
  return v < 0 ? 0 : v > 1 ? 1 : v;
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
  seam?: boolean;
  between?: readonly PlacedBitmap[];
  later?: readonly PlacedBitmap[];
}): RoundedJoint {
  const { design, front, behind, disc, seam, between = [], later = [] } = input;
  return {
    front: roundEnd({ design, face: front, other: behind, inFront: true, later, disc, seam }),
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
