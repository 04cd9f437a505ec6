import type { FigureLobes } from './figure-lobes.js';
import type { Patch, Segments } from './segment.js';

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
  const regionOf = (x: number, y: number) => {
    const { lobe } = figure.at(x, y);
    return lobe >= 0 && limbs[lobe] ? lobe : -1;
  };
  // By patch and region, pixels; the last is the trunk.
  const wide = limbs.length + 1;
  const counts = new Uint32Array(patches.length * wide);
  const place = (lobe: number) => (lobe < 0 ? wide - 1 : lobe);
  for (let i = 0; i < labels.length; i++)
    if (labels[i] > 0) counts[(labels[i] - 1) * wide + place(regionOf(i % width, (i / width) | 0))]++;
  const kept = patches.map(({ area }, patch) => {
    const own = [...counts.subarray(patch * wide, patch * wide + wide)];
    const inTrunk = own[wide - 1] / area;
    const large = own.map((count, region) => count > LEAST * area && (region < wide - 1 || inTrunk >= HARDLY_TRUNK));
    return large.some(Boolean) ? large : own.map((count) => count === Math.max(...own));
  });
  const fresh = new Map<string, number>();
  const made: { patch: number; lobe: number; pixels: Grower }[] = [];
  const out = new Int32Array(labels.length);
  for (let i = 0; i < labels.length; i++) {
    const patch = labels[i] - 1;
    if (patch < 0) continue;
    const [x, y] = [i % width, (i / width) | 0];
    const region = regionFor(kept[patch], wide, regionOf(x, y), () => figure.nearest(x, y));
    const key = `${patch}:${region}`;
    let at = fresh.get(key);
    if (at === undefined) {
      at = made.length;
      fresh.set(key, at);
      made.push({ patch, lobe: region, pixels: new Grower() });
    }
    out[i] = at + 1;
    made[at].pixels.take(x, y);
  }
  return {
    ...segments,
    labels: out,
    patches: made.map(({ patch, pixels }) => pixels.patch(patches[patch])),
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

/** A patch as its pixels come. */
class Grower {
  private area = 0;
  private sumX = 0;
  private sumY = 0;
  private left = Infinity;
  private top = Infinity;
  private right = -1;
  private bottom = -1;

  take(x: number, y: number): void {
    this.area++;
    this.sumX += x;
    this.sumY += y;
    this.left = Math.min(this.left, x);
    this.top = Math.min(this.top, y);
    this.right = Math.max(this.right, x);
    this.bottom = Math.max(this.bottom, y);
  }

  patch({ lab }: Patch): Patch {
    const { area, left, top } = this;
    return {
      ...{ area, lab },
      bounds: { x: left, y: top, width: this.right - left + 1, height: this.bottom - top + 1 },
      centre: { x: this.sumX / area + 0.5, y: this.sumY / area + 0.5 },
    };
  }
}
