import type { KnownPart } from '../../plan/known-parts.js';
import { distanceField } from '../../raster/distance-field.js';
import { connectedRegions, createMask } from '../../raster/mask.js';
import { toBody, type BodyFrame } from './body-frame.js';
import type { Segments } from './segment.js';

/** Parts so small and particular that a patch inside another part may well be one. */
export const FEATURES = new Set(['eyes', 'brows', 'mouth', 'nose', 'pupils', 'ear']);

/** A mark of the face drawn in the line's colour: a brow, a closed lip. */
export interface LineMark {
  /** Indices of its pixels. */
  pixels: number[];
  centre: { x: number; y: number };
}

/**
 * Marks of the face that the line art holds: groups of line that touch no other line, and line so much thicker than the
 * outline that it must be a drawn shape.
 */
export function lineMarks(segments: Segments, frame: BodyFrame): LineMark[] {
  const { width, line, lineWidth } = segments;
  if (lineWidth === 0) return [];
  const left = Math.max(0, Math.round(frame.axisX - 0.55 * frame.halfWidth));
  const right = Math.min(width, Math.round(frame.axisX + 0.55 * frame.halfWidth));
  const top = Math.max(0, frame.crownY);
  const [w, h] = [right - left, Math.min(segments.height, frame.neckY) - top];
  if (w < 8 || h < 8) return [];
  const indexOf = (i: number) => (top + Math.floor(i / w)) * width + left + (i % w);
  const drawn = createMask(w, h);
  const bare = createMask(w, h);
  for (let i = 0; i < drawn.data.length; i++) {
    drawn.data[i] = line[indexOf(i)] ? 255 : 0;
    bare.data[i] = 255 - drawn.data[i];
  }
  const depth = distanceField(bare);
  const core = 0.62 * lineWidth + 0.5;
  const thick = createMask(w, h);
  for (let i = 0; i < depth.length; i++) if (depth[i] > core) thick.data[i] = 255;
  // What is thick is grown back to the line's edge.
  const far = distanceField(thick);
  for (let i = 0; i < far.length; i++) thick.data[i] = drawn.data[i] && far[i] <= core ? 255 : 0;
  const least = 2 * lineWidth * lineWidth;
  const most = 0.05 * w * h;
  const marks: LineMark[] = [];
  const taken = new Uint8Array(w * h);
  for (const mask of [thick, drawn]) {
    const { labels, regions } = connectedRegions(mask);
    const groups = new Map<number, number[]>();
    regions.forEach(({ area }, k) => area >= least && area <= most && groups.set(k + 1, []));
    for (let i = 0; i < labels.length; i++) if (taken[i] === 0) groups.get(labels[i])?.push(i);
    for (const group of groups.values()) {
      if (group.length < least) continue;
      let [x, y] = [0, 0];
      for (const i of group) {
        taken[i] = 1;
        x += i % w;
        y += Math.floor(i / w);
      }
      marks.push({
        pixels: group.map(indexOf),
        centre: { x: left + x / group.length + 0.5, y: top + y / group.length + 0.5 },
      });
    }
  }
  return marks;
}

/** How far down the face a feature lies, as its place is known for a head whose neck shows. */
export type FaceScale = (v: number) => number;

/**
 * A scarf or a beard moves the neck that the frame found, and all features with it: the scale of the head that lets
 * features of this design lie best where features usually lie.
 * @param found places of what may be features, px, with their areas
 */
export function faceScale(
  found: readonly { x: number; y: number; area: number }[],
  frame: BodyFrame,
  parts: readonly KnownPart[],
): FaceScale {
  const features = parts.filter((p) => FEATURES.has(p.group) && p.place);
  let best = 1;
  let most = 0;
  for (let scale = 0.8; scale <= 1.3; scale += 0.025) {
    let sum = 0;
    for (const { x, y, area } of found) {
      const { u, v } = toBody(frame, x, y);
      if (v < 0.15 || v > 1) continue;
      sum += Math.sqrt(area) * Math.max(0, ...features.map((part) => featureScore(part, u, v * scale)));
    }
    if (sum > most * 1.001) {
      most = sum;
      best = scale;
    }
  }
  return (v) => (v < 1 ? v * best : v);
}

/** How well a place fits a feature, 0 to 1. */
export function featureScore({ place }: KnownPart, u: number, v: number): number {
  if (!place) return 0;
  return Math.exp(-0.5 * (((u - place.u) / place.su) ** 2 + ((v - place.v) / place.sv) ** 2));
}
