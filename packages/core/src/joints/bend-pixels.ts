import { FACE, FACE_LINE, FAINT_LINE, LINE, isPlain } from './bend-layers.js';
import type { TurnedSquare } from './turned-square.js';

/** Everything that a bend's square holds, by pixel unless said. */
export interface BendPixels {
  /** The stretches to look at: row, first column, column after the last; none touches the square's own border. */
  spans: Int32Array;
  /** Pixels in a row. */
  width: number;
  /** Layers at the angle: the parent, its line beneath, what moves behind the parent and in front of it. */
  parent: Uint32Array;
  base: Uint32Array;
  behind: Uint32Array;
  ahead: Uint32Array;
  /** 1 where paint is wanted at every angle. */
  inDisc: Uint8Array;
  /** Distance from the pivot, px. */
  fromPivot: Float32Array;
  /** 1 where the rest itself sticks out of the ideal: hidden paint of other joints. */
  outAtRest: Uint8Array;
  /** Above 0 where the design's own line is near. */
  nearRestLine: Uint8Array;
  /** The radius of the round end that is wanted, px, and that within which line is stray. */
  limbRadius: number;
  deep: number;
  lined: boolean;
  /** Filled in: 1 where the ideal silhouette is, how much is covered, 255 where a line shows. */
  ideal: Uint8Array;
  covered: Uint8Array;
  lines: Uint8Array;
  /** Filled in: the pixels of the ideal along its border, each once, and how many they are. */
  border: Int32Array;
  borderLength: number;
  /** How what turns lies at the angle. */
  turned: TurnedSquare;
  /** The angle at which a pixel was last put down as border, counted from 1. */
  noted: Int32Array;
  angles: number;
}

/** A face's pixels that are more line than this, of 255, show as such. */
const SHOWN_LINE = 90;

/** 255 where a layer shows line of the design. */
export function lineShown(words: Uint32Array): Uint8Array {
  const line = new Uint8Array(words.length);
  for (let i = 0; i < words.length; i++) if (((words[i] >>> FACE_LINE) & 255) > SHOWN_LINE) line[i] = 255;
  return line;
}

/** Notes, once the rest has been looked at, what sticks out of the ideal there, and what of the limb's round end is there. */
export function noteRestMutable({ ideal, covered, fromPivot, limbRadius, outAtRest, inDisc }: BendPixels): void {
  for (let i = 0; i < ideal.length; i++) {
    if (covered[i] <= 127) continue;
    if (!ideal[i] && fromPivot[i] > limbRadius + 0.5) outAtRest[i] = 1;
    // Where the disc is narrower than the limb, the limb's own round end is wanted, as far as it is there at rest.
    if (fromPivot[i] <= limbRadius - 1) inDisc[i] = 1;
  }
}

/** Fills in for good what is the same at every angle. @param quiet above 0 where it is */
export function settleQuietMutable({ ideal, covered, lines }: BendPixels, quiet: Uint8Array): void {
  for (let i = 0; i < quiet.length; i++) {
    if (!quiet[i]) continue;
    ideal[i] = 1;
    covered[i] = 255;
    lines[i] = 0;
  }
}

/** Sums over the square at one angle: areas in px, and the sums of the places where daylight shows. */
export interface BendSums {
  daylight: number;
  sumX: number;
  sumY: number;
  outside: number;
  strayLine: number;
}

/** Looks at every pixel of the spans: fills in what is wanted and what is there, and adds up what is wrong. */
export function lookAtPixels(pixels: BendPixels): BendSums {
  // Locals, so that the loop need not ask again what each array is: it is where a sweep's time goes.
  const { spans, width, parent, base, behind, ahead, inDisc, fromPivot, outAtRest, nearRestLine } = pixels;
  const { deep, lined, ideal, covered, lines, border, noted, turned } = pixels;
  const now = ++pixels.angles;
  let borderLength = 0;
  const rim = pixels.limbRadius + 0.5;
  let daylight = 0;
  let sumX = 0;
  let sumY = 0;
  let outside = 0;
  let strayLine = 0;
  for (let k = 0; k < spans.length; k += 3) {
    const y = spans[k];
    const end = y * width + spans[k + 2];
    let left = ideal[y * width + spans[k + 1] - 1];
    for (let i = y * width + spans[k + 1]; i < end; i++) {
      const p = parent[i];
      const b = behind[i];
      const a = ahead[i];
      const top = (a & 255) !== 0 ? a : (p & 255) !== 0 ? p : b;
      // A face shows where its coverage is over a half: its highest bit.
      const wanted = (inDisc[i] | ((p | b | a) >>> (FACE + 7))) & 1;
      ideal[i] = wanted;
      // Where what is wanted begins or ends, against the pixels before and above, lies its border.
      if (wanted !== left) {
        const edge = wanted === 1 ? i : i - 1;
        if (noted[edge] !== now) {
          noted[edge] = now;
          border[borderLength++] = edge;
        }
        left = wanted;
      }
      if (wanted !== ideal[i - width]) {
        const edge = wanted === 1 ? i : i - width;
        if (noted[edge] !== now) {
          noted[edge] = now;
          border[borderLength++] = edge;
        }
      }
      // Plain fill on top, or nothing at all, is most of the square and needs no arithmetic.
      if (isPlain(top)) {
        covered[i] = 255;
        lines[i] = 0;
        if (wanted === 0 && fromPivot[i] > rim && outAtRest[i] === 0 && !turned.mayShow(i - y * width, y)) outside++;
        continue;
      }
      const u = base[i];
      if ((p | b | a | u) === 0) {
        covered[i] = 0;
        lines[i] = 0;
        if (wanted === 1) {
          daylight++;
          sumX += i - y * width;
          sumY += y;
        }
        continue;
      }
      const pAlpha = p & 255;
      const bAlpha = b & 255;
      const aAlpha = a & 255;
      const uAlpha = u & 255;
      const shown =
        pAlpha === 255 || aAlpha === 255 || bAlpha === 255 || uAlpha === 255
          ? 255
          : 255 - ((255 - pAlpha) * (255 - bAlpha) * (255 - aAlpha) * (255 - uAlpha)) / 16581375;
      covered[i] = shown;
      if (wanted === 1 && shown < 127.5) {
        daylight++;
        sumX += i - y * width;
        sumY += y;
      } else if (
        wanted === 0 &&
        shown > 127.5 &&
        fromPivot[i] > rim &&
        outAtRest[i] === 0 &&
        !turned.mayShow(i - y * width, y)
      )
        outside++;
      if (!lined) continue;
      const line =
        ((a >>> LINE) & 255) +
        ((255 - aAlpha) / 255) *
          (((p >>> LINE) & 255) +
            ((255 - pAlpha) / 255) * (((b >>> LINE) & 255) + ((255 - bAlpha) / 255) * ((u >>> LINE) & 255)));
      lines[i] = line > FAINT_LINE ? 255 : 0;
      if (
        line > 127 &&
        fromPivot[i] < deep &&
        nearRestLine[i] === 0 &&
        ((a >>> FACE_LINE) & 255) < 60 &&
        ((b >>> FACE_LINE) & 255) < 60
      )
        strayLine++;
    }
  }
  pixels.borderLength = borderLength;
  return { daylight, sumX, sumY, outside, strayLine };
}
