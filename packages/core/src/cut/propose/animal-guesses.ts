import type { KnownPart } from '../../plan/known-parts.js';
import type { FigureLobes } from './figure-lobes.js';
import type { Patch } from './segment.js';
import type { LimbSegments } from './split-by-limbs.js';

/** How sure a guess by an animal's limbs is. */
const SURE = 0.6;
/** A patch whose middle lies this far out from its limb's middle, of half the limb's width, is one of two that lie side by side. */
const ASIDE = 0.25;
/** A folded wing is at least this share of the body. */
const WING = 0.12;
/** A head that does not stand out has its middle within this share of the trunk from above. */
const ABOVE = 0.2;

/** Parts of an animal by its limbs: each patch is the first part of its limb, which is split then; the trunk is the body. */
export function guessAnimal(
  segments: LimbSegments,
  { lobes: limbs }: FigureLobes,
  parts: readonly KnownPart[],
): { part: number | null; confidence: number }[] {
  const { patches, lobes } = segments;
  const find = (group: string, side: string | null = null, part?: string) =>
    parts.findIndex((one) => one.group === group && one.side === side && (part === undefined || one.part === part));
  const stands = (group: string) => limbs.some(({ kind }) => kind === group);
  const body = ['body', 'torso', 'rump', 'chest'].map((group) => find(group)).find((at) => at >= 0) ?? -1;
  const ofTrunk = patches.filter((_, at) => lobes[at] < 0).sort((a, b) => b.area - a.area);
  const wing = stands('wing') ? -1 : find('wing', 'A');
  // A folded wing may hide most of the body, which reaches out from beneath it.
  const [one, other] = ofTrunk;
  const isFolded = wing >= 0 && other && other.area > WING * one.area;
  const reach = ({ bounds: { width, height } }: Patch) => width + height;
  const [trunk, folded] = isFolded && reach(other) > reach(one) ? [other, one] : [one, isFolded ? other : null];
  const head = stands('head') || stands('neck') ? -1 : find('head');
  const far = farLimbs(segments, limbs);
  return patches.map((patch, at) => {
    const limb = limbs[lobes[at]];
    const orNull = (part: number) => ({ part: part < 0 ? null : part, confidence: SURE });
    if (!limb) {
      if (patch === folded) return orNull(wing);
      const isAbove = patch !== trunk && patch.centre.y < trunk.bounds.y + ABOVE * trunk.bounds.height;
      return orNull(head >= 0 && isAbove ? head : body);
    }
    const part = find(limb.kind, far.has(at) ? 'B' : limb.side, limb.part);
    return orNull(part < 0 && limb.kind === 'neck' ? find('head') : part);
  });
}

/**
 * The patches of far limbs that stand out together with the near one: where some of a limb's patches lie to one side of its middle
 * and others to the other, those that show less are the far limb's.
 */
function farLimbs(segments: LimbSegments, limbs: FigureLobes['lobes']): Set<number> {
  const { patches, lobes, labels, width } = segments;
  const far = new Set<number>();
  for (const [lobe, { kind, side }] of limbs.entries()) {
    if (side !== 'A' || limbs.some((other) => other.kind === kind && other.side === 'B')) continue;
    const own = patches.flatMap((_, at) => (lobes[at] === lobe ? [at] : []));
    const isOwn = new Set(own);
    const rows = new Map<number, { sum: number; count: number }>();
    const each = (tell: (at: number, x: number, y: number) => void) => {
      for (let i = 0; i < labels.length; i++)
        if (isOwn.has(labels[i] - 1)) tell(labels[i] - 1, i % width, (i / width) | 0);
    };
    each((_, x, y) => {
      const row = rows.get(y) ?? { sum: 0, count: 0 };
      rows.set(y, { sum: row.sum + x, count: row.count + 1 });
    });
    const off = new Map<number, number>();
    each((at, x, y) => {
      const { sum, count } = rows.get(y) as { sum: number; count: number };
      off.set(at, (off.get(at) ?? 0) + (x - sum / count) / (count / 2));
    });
    const sideOf = (at: number) => {
      const mean = (off.get(at) ?? 0) / patches[at].area;
      return Math.abs(mean) < ASIDE ? 0 : Math.sign(mean);
    };
    const areaOf = (wanted: number) => own.reduce((sum, at) => sum + (sideOf(at) === wanted ? patches[at].area : 0), 0);
    const [left, right] = [areaOf(-1), areaOf(1)];
    if (left === 0 || right === 0) continue;
    for (const at of own) if (sideOf(at) === (left < right ? -1 : 1)) far.add(at);
  }
  return far;
}
