import type { KnownPart } from '../../plan/known-parts.js';
import type { PlacedBitmap } from '../../raster/bitmap.js';
import { wordsOf } from '../../raster/bitmap.js';
import { labDistance } from '../../raster/colour.js';
import { coverageOf } from '../../raster/mask.js';
import { guessAnimal } from './animal-guesses.js';
import { LEAST_SCORE, giveLacking, type Guess } from './lacking-parts.js';
import { animalLobes, isAnimalPlan } from './animal-lobes.js';
import { figureLobes, type FigureLobes } from './figure-lobes.js';
import { alongOf, fits, isChain, placesFor } from './limb-places.js';
import { splitNeck } from './split-neck.js';
import { splitByLimbs, type LimbSegments } from './split-by-limbs.js';
import { bodyFrame, toBody, type BodyFrame } from './body-frame.js';
import { FEATURES, faceScale, featureScore, lineMarks, type FaceScale, type LineMark } from './face-features.js';
import { placeScores, type BodyPlace } from './place-scores.js';
import { segmentDesign, type Segments } from './segment.js';
import { limbsOf, splitLimb } from './split-limb.js';

/** A shape that is proposed for a part, to be accepted, given to another part, or split. */
export interface ProposedShape {
  /** px: inside the shape, for its name. */
  at: { x: number; y: number };
  area: number;
  /** Index of the part it is guessed to be, or null. */
  part: number | null;
  /** 0 to 1: how much better this guess is than the next. */
  confidence: number;
}

/** A whole design shared out in proposed shapes. */
export interface Proposal {
  width: number;
  height: number;
  /** The shape's index + 1 for every pixel that is proposed; line and soft edges included. */
  labels: Uint16Array;
  shapes: ProposedShape[];
}

/**
 * Proposes a cut of the whole design: patches of like paint, each with the part it most likely is, by where it lies in
 * the body (limbs are cut at their usual joints, or at a seam near there). Line and soft edges go to the shape that is
 * usually in front. The same design and plan give the same proposal.
 *
 * @param parts the planned parts that are to be proposed
 * @param within only where this is above 0; everything where not given
 */
export function proposeParts(design: PlacedBitmap, parts: readonly KnownPart[], within?: Uint8Array): Proposal {
  const { width, height } = design;
  const silhouette = coverageOf(design);
  const frame = bodyFrame(silhouette);
  const isAnimal = isAnimalPlan(parts);
  const figure = isAnimal ? animalLobes(silhouette, parts) : frame && figureLobes(silhouette, frame);
  const split = splitByLimbs(segmentDesign(design, within), figure);
  const hasNeck = parts.some(({ group }) => group === 'neck');
  const segments = frame && hasNeck && !isAnimal ? splitNeck(split, frame) : split;
  const shapes: ProposedShape[] = [];
  // One shape for each patch to begin with; limbs are then cut.
  const marks = frame && !isAnimal ? lineMarks(segments, frame) : [];
  const faceAt = frame ? scaleOfFace(segments, marks, frame, parts) : (v: number) => v;
  const guesses = guessParts(segments, figure, frame, parts, faceAt);
  const labels = new Uint16Array(width * height);
  const limbs = limbsOf(parts).filter((limb) => isChain(figure, limb, parts));
  const limbOf = (part: number | null) => (part === null ? -1 : limbs.findIndex((limb) => limb.parts.includes(part)));
  const shapeOf = new Map<string, number>();
  const shapeFor = (patch: number, part: number | null, confidence: number): number => {
    const key = `${patch}:${part}`;
    let shape = shapeOf.get(key);
    if (shape === undefined) {
      shape = shapes.length;
      shapes.push({ at: { x: 0, y: 0 }, area: 0, part, confidence });
      shapeOf.set(key, shape);
    }
    return shape;
  };
  const splits = limbs.map((limb, at) =>
    frame
      ? splitLimb(
          segments,
          guesses,
          limb,
          parts,
          (patch) => limbOf(guesses[patch].part) === at,
          frame,
          alongOf(figure, limb, parts),
        )
      : null,
  );
  for (let i = 0; i < labels.length; i++) {
    const patch = segments.labels[i] - 1;
    if (patch < 0) continue;
    const { part, confidence } = guesses[patch];
    const limb = limbOf(part);
    const split = limb < 0 ? null : splits[limb];
    const given = split ? split(patch, i % width, (i / width) | 0) : part;
    labels[i] = shapeFor(patch, given, confidence) + 1;
  }
  if (frame) giveMarks(labels, marks, frame, parts, faceAt, (part) => shapeFor(-1, part, 0.6) + 1, within);
  giveLines(labels, segments, design, shapes, parts, within);
  describe(labels, width, shapes);
  return { width, height, labels, shapes };
}

/** A mark of the face has to lie this well. */
const LEAST_MARK = 0.3;

/** Guesses every patch by its place; then again by place and by the colour that each part turned out to have; then gives what lies inside one part to that part. */
function guessParts(
  segments: LimbSegments,
  figure: FigureLobes | null,
  frame: BodyFrame | null,
  parts: readonly KnownPart[],
  faceAt: FaceScale,
): Guess[] {
  if (!frame) return segments.patches.map(() => ({ part: null, confidence: 0 }));
  if (figure && isAnimalPlan(parts)) {
    const guesses = guessAnimal(segments, figure, parts);
    giveEnclosed(segments, guesses, parts);
    return guesses;
  }
  const scores = segments.patches.map((_, at) => {
    const lobe = figure?.lobes[segments.lobes[at]];
    const own = scorePatch(segments, at, placesFor(figure, lobe, frame), parts, faceAt);
    return lobe ? own.map((score, part) => score * fits(lobe, parts[part])) : own;
  });
  const first = scores.map((own) => bestOf(own, parts));
  const main = parts.map((_, part) => {
    let largest = -1;
    first.forEach((guess, at) => {
      if (guess.part === part && (largest < 0 || weight(at) > weight(largest))) largest = at;
    });
    return largest < 0 ? null : segments.patches[largest].lab;
  });
  function weight(at: number): number {
    return segments.patches[at].area * first[at].confidence;
  }
  const guesses = scores.map((own, at) =>
    bestOf(
      own.map((score, part) => {
        const lab = main[part];
        if (!lab || FEATURES.has(parts[part].group)) return score;
        const d = labDistance(lab, segments.patches[at].lab);
        return score * (0.35 + Math.exp(-((d / 16) ** 2)));
      }),
      parts,
    ),
  );
  giveLacking(segments, guesses, scores, parts);
  giveEnclosed(segments, guesses, parts);
  return guesses;
}

/** The scale of the face, by its small patches and its marks. */
function scaleOfFace(
  segments: Segments,
  marks: readonly LineMark[],
  frame: BodyFrame,
  parts: readonly KnownPart[],
): FaceScale {
  const figure = segments.patches.reduce((sum, patch) => sum + patch.area, 0);
  const small = segments.patches.filter(
    ({ area, bounds }) => area < 0.008 * figure && bounds.height < bounds.width * 2,
  );
  const found = [
    ...small.map(({ centre, area }) => ({ ...centre, area })),
    ...marks.map(({ centre, pixels }) => ({ ...centre, area: pixels.length })),
  ];
  return faceScale(found, frame, parts);
}

/** Gives the marks of the face to the features that lie there. */
function giveMarks(
  labels: Uint16Array,
  marks: readonly LineMark[],
  frame: BodyFrame,
  parts: readonly KnownPart[],
  faceAt: FaceScale,
  labelFor: (part: number) => number,
  within?: Uint8Array,
): void {
  for (const { pixels, centre } of marks) {
    const { u, v } = toBody(frame, centre.x, centre.y);
    const scores = parts.map((part) => (FEATURES.has(part.group) ? featureScore(part, u, faceAt(v)) : 0));
    const best = scores.indexOf(Math.max(...scores));
    if (best < 0 || scores[best] < LEAST_MARK) continue;
    const label = labelFor(best);
    for (const i of pixels) if (labels[i] === 0 && (!within || within[i] > 0)) labels[i] = label;
  }
}

/** The part that scores best; how sure that is goes by the next that is not of the same limb, since a limb is cut along its bends anyway. */
function bestOf(scores: readonly number[], parts: readonly KnownPart[]): Guess {
  const best = scores.indexOf(Math.max(...scores));
  if (best < 0 || scores[best] < LEAST_SCORE) return { part: null, confidence: 0 };
  const { group, side } = parts[best];
  const isOther = (part: KnownPart) => side === null || part.group !== group || part.side !== side;
  const second = Math.max(0, ...scores.filter((_, k) => k !== best && isOther(parts[k])));
  return { part: best, confidence: Math.min(1, (scores[best] - second) / scores[best] + 0.2) };
}

/** How well a patch lies in each part's usual place, by a sample of its pixels. */
function scorePatch(
  segments: Segments,
  patch: number,
  placeOf: (x: number, y: number) => BodyPlace,
  parts: readonly KnownPart[],
  faceAt: FaceScale,
): number[] {
  const { bounds } = segments.patches[patch];
  const step = Math.max(1, Math.round(Math.sqrt((bounds.width * bounds.height) / 600)));
  const places: BodyPlace[] = [];
  for (let y = bounds.y; y < bounds.y + bounds.height; y += step)
    for (let x = bounds.x; x < bounds.x + bounds.width; x += step)
      if (segments.labels[y * segments.width + x] === patch + 1) places.push(placeOf(x + 0.5, y + 0.5));
  return placeScores(places, parts, faceAt);
}

/** Buttons, pockets and folds: a small patch that only one other part surrounds belongs to it. */
function giveEnclosed(segments: Segments, guesses: Guess[], parts: readonly KnownPart[]): void {
  const { patches, labels, width } = segments;
  const figure = patches.reduce((sum, patch) => sum + patch.area, 0);
  const smallFirst = patches.map((_, at) => at).sort((a, b) => patches[a].area - patches[b].area);
  const reach = Math.ceil(segments.lineWidth * 1.5) + 3;
  for (const at of smallFirst) {
    const { bounds, area } = patches[at];
    if (area > 0.008 * figure) break;
    const guess = guesses[at];
    if (guess.part !== null && FEATURES.has(parts[guess.part].group) && guess.confidence > 0.25) continue;
    const around = new Map<number, number>();
    let all = 0;
    for (let y = bounds.y; y < bounds.y + bounds.height; y += 2)
      for (let x = bounds.x; x < bounds.x + bounds.width; x += 2) {
        if (labels[y * width + x] !== at + 1) continue;
        for (const [dx, dy] of [
          [1, 0],
          [-1, 0],
          [0, 1],
          [0, -1],
        ]) {
          // Looks across a line to what lies beyond it.
          for (let d = 1; d <= reach; d++) {
            const nx = x + dx * d;
            const ny = y + dy * d;
            if (nx < 0 || ny < 0 || nx >= width || ny >= segments.height) break;
            const label = labels[ny * width + nx];
            if (label === at + 1) break;
            if (label === 0) continue;
            around.set(label - 1, (around.get(label - 1) ?? 0) + 1);
            all++;
            break;
          }
        }
      }
    const byPart = new Map<number | null, number>();
    for (const [patch, count] of around)
      byPart.set(guesses[patch].part, (byPart.get(guesses[patch].part) ?? 0) + count);
    const [most] = [...byPart].sort((a, b) => b[1] - a[1]);
    if (most && most[0] !== null && most[1] > 0.8 * all && guess.confidence < 0.97)
      guesses[at] = { part: most[0], confidence: 0.6 };
  }
}

/** Line, soft edges and what was too small to be a patch: to the shape farthest in front within a line width, else to the nearest. */
function giveLines(
  labels: Uint16Array,
  segments: Segments,
  design: PlacedBitmap,
  shapes: readonly ProposedShape[],
  parts: readonly KnownPart[],
  within?: Uint8Array,
): void {
  const { width, lineWidth } = segments;
  const words = wordsOf(design);
  const free = (i: number) => labels[i] === 0 && words[i] >>> 24 > 0 && (!within || within[i] > 0);
  const rankOf = (shape: number) => {
    const part = shapes[shape].part;
    return part === null ? 0 : parts[part].rank;
  };
  const ranks = [...new Set(shapes.map((_, k) => rankOf(k)))].sort((a, b) => b - a);
  const reach = lineWidth > 0 ? Math.ceil(lineWidth * 1.15) + 1 : 0;
  const rims = new Map<number, number[]>(ranks.map((rank) => [rank, []]));
  for (let i = 0; i < labels.length; i++)
    if (labels[i] !== 0 && touches(i, width, free)) rims.get(rankOf(labels[i] - 1))?.push(i);
  for (const rank of ranks) {
    let ring = rims.get(rank) ?? [];
    for (let d = 0; d < reach && ring.length > 0; d++) ring = spread(ring, labels, width, free);
  }
  let ring: number[] = [];
  for (let i = 0; i < labels.length; i++) if (labels[i] !== 0 && touches(i, width, free)) ring.push(i);
  while (ring.length > 0) ring = spread(ring, labels, width, free);
}

function touches(i: number, width: number, free: (i: number) => boolean): boolean {
  return free(i - 1) || free(i + 1) || free(i - width) || free(i + width);
}

function spread(ring: readonly number[], labels: Uint16Array, width: number, free: (i: number) => boolean): number[] {
  const next: number[] = [];
  for (const at of ring) {
    const x = at % width;
    for (const n of [x > 0 ? at - 1 : -1, x + 1 < width ? at + 1 : -1, at - width, at + width]) {
      if (n < 0 || n >= labels.length || !free(n)) continue;
      labels[n] = labels[at];
      next.push(n);
    }
  }
  return next;
}

/** Counts each shape, and finds a place inside it for its name: of its rows the one with the longest run. */
function describe(labels: Uint16Array, width: number, shapes: ProposedShape[]): void {
  const longest = new Int32Array(shapes.length);
  for (let start = 0; start < labels.length;) {
    const label = labels[start];
    const rowEnd = start - (start % width) + width;
    let end = start + 1;
    while (end < rowEnd && labels[end] === label) end++;
    if (label > 0) {
      const shape = shapes[label - 1];
      shape.area += end - start;
      if (end - start > longest[label - 1]) {
        longest[label - 1] = end - start;
        shape.at = { x: (start % width) + (end - start) / 2, y: Math.floor(start / width) + 0.5 };
      }
    }
    start = end;
  }
}
