import type { FigureLobes } from './figure-lobes.js';
import { patchesOf, type Segments } from './segment.js';

/** Patches that were split where limbs begin, each with the limb that it lies in: -1 for the trunk. */
export interface LimbSegments extends Segments {
  lobes: number[];
}

/** A patch of which less than this lies in the trunk is its limbs' alone: trousers below a coat. */
const HARDLY_TRUNK = 0.55;
/** Less than this share of a patch is no piece of its own. */
const LEAST = 0.04;

/**
 * Splits patches of one paint where limbs stand out from the figure: a coat and its sleeves, a pair of trousers. The head is not
 * split from what it sits on: a neck's skin is the head's.
 */
export function splitByLimbs(segments: Segments, figure: FigureLobes | null): LimbSegments {
  const { patches, labels, width } = segments;
  if (!figure) return { ...segments, lobes: patches.map(() => -1) };
  const limbs = figure.lobes.map(({ kind }) => kind !== 'head');
  const regions = new Int8Array(labels.length).fill(-1);
  for (let i = 0; i < labels.length; i++) {
    const lobe = labels[i] > 0 ? figure.at(i % width, (i / width) | 0).lobe : -1;
    if (lobe >= 0 && limbs[lobe]) regions[i] = lobe;
  }
  // By patch and region, pixels; the last is the trunk.
  const wide = limbs.length + 1;
  const counts = new Uint32Array(patches.length * wide);
  const place = (lobe: number) => (lobe < 0 ? wide - 1 : lobe);
  for (let i = 0; i < labels.length; i++) if (labels[i] > 0) counts[(labels[i] - 1) * wide + place(regions[i])]++;
  const kept = patches.map(({ area }, patch) => {
    const own = [...counts.subarray(patch * wide, patch * wide + wide)];
    const inTrunk = own[wide - 1] / area;
    const large = own.map((count, region) => count > LEAST * area && (region < wide - 1 || inTrunk >= HARDLY_TRUNK));
    return large.some(Boolean) ? large : own.map((count) => count === Math.max(...own));
  });
  // By patch and region, the piece's label; 0 where there is none yet.
  const fresh = new Int32Array(patches.length * wide);
  const made: { patch: number; lobe: number }[] = [];
  const out = new Int32Array(labels.length);
  for (let i = 0; i < labels.length; i++) {
    const patch = labels[i] - 1;
    if (patch < 0) continue;
    const region = regionFor(kept[patch], wide, regions[i], () => figure.nearest(i % width, (i / width) | 0));
    const key = patch * wide + place(region);
    if (fresh[key] === 0) fresh[key] = made.push({ patch, lobe: region });
    out[i] = fresh[key];
  }
  return {
    ...segments,
    labels: out,
    patches: patchesOf(
      out,
      width,
      made.map(({ patch }) => patches[patch].lab),
    ),
    lobes: made.map(({ lobe }) => lobe),
  };
}

/** Where a pixel of a patch goes: its own region, if the patch keeps a piece there; else the nearest limb's, or any that it keeps. */
function regionFor(kept: readonly boolean[], wide: number, region: number, nearest: () => number): number {
  if (kept[region < 0 ? wide - 1 : region]) return region;
  const near = nearest();
  if (near >= 0 && kept[near]) return near;
  const first = kept.indexOf(true);
  return first === wide - 1 ? -1 : first;
}
