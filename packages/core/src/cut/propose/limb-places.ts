import type { KnownPart } from '../../plan/known-parts.js';
import { isAnimalPlan } from './animal-lobes.js';
import { toBody, type BodyFrame } from './body-frame.js';
import type { FigureLobes, Lobe } from './figure-lobes.js';
import type { Limb } from './split-limb.js';

/** What else than its own parts lies over a limb, and how likely that is: a coat's hem over legs, a sleeve's cuff. */
const OTHERS = 0.3;
/** A limb's own group on its own side, against the same on the other side. */
const OTHER_SIDE = 0.02;

/** How likely a part is what a limb's paint belongs to. */
export function fits({ kind, side }: Lobe, part: KnownPart): number {
  if (part.group !== kind) return OTHERS;
  return part.side === null || part.side === side ? 1 : OTHER_SIDE;
}

/** Where an arm's places lie in the body when it hangs down at the left: from the shoulder to the finger tips. */
const HANGING: readonly { along: number; u: number; v: number }[] = [
  { along: 0, u: -0.48, v: 1.14 },
  { along: 0.23, u: -0.56, v: 1.4 },
  { along: 0.62, u: -0.74, v: 1.8 },
  { along: 0.92, u: -0.84, v: 2.15 },
  { along: 1, u: -0.86, v: 2.25 },
];

/** Where places of a patch lie in the body: of an arm that stands out, as if it hung down, whatever its pose. */
export function placesFor(figure: FigureLobes | null, lobe: Lobe | undefined, frame: BodyFrame) {
  if (!figure || lobe?.kind !== 'arm') return (x: number, y: number) => toBody(frame, x, y);
  const turn = lobe.side === 'A' ? 1 : -1;
  const at = figure.lobes.indexOf(lobe);
  return (x: number, y: number) => {
    const { lobe: own, along } = figure.at(x, y);
    const reached = own === at ? along : 0;
    const next = Math.max(
      1,
      HANGING.findIndex((one) => one.along >= reached),
    );
    const [a, b] = [HANGING[next - 1], HANGING[next]];
    const share = (reached - a.along) / (b.along - a.along);
    return { u: turn * (a.u + (b.u - a.u) * share), v: a.v + (b.v - a.v) * share };
  };
}

/** Is a limb one chain: not four wings that are one part each? A person's head and neck, and a tail that is not told, are none. */
export function isChain(figure: FigureLobes | null, { parts: [first] }: Limb, parts: readonly KnownPart[]): boolean {
  const { group } = parts[first];
  if (group === 'arm' || group === 'leg') return true;
  return figure?.lobes.some((lobe) => lobe.kind === group && !lobe.part) ?? false;
}

/** How far along its limb a place lies, 0 to 1, where that stands out from the figure; null where it does not. */
export function alongOf(
  figure: FigureLobes | null,
  limb: Limb,
  parts: readonly KnownPart[],
): ((x: number, y: number) => number) | null {
  const { group, side } = parts[limb.parts[0]];
  if (!figure) return null;
  const isAnimal = isAnimalPlan(parts);
  const own = figure.lobes.findIndex((lobe) => lobe.kind === group && lobe.side === side);
  // An animal's far leg that the near one covers goes along with that.
  const at = own < 0 && isAnimal ? figure.lobes.findIndex((lobe) => lobe.kind === group) : own;
  // A person's legs are straight, and what is seen of them tells where they begin.
  if (at < 0 || (group === 'leg' && !isAnimal)) return null;
  return (x, y) => figure.along(at, x, y);
}
