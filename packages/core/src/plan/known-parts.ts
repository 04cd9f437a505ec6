import type { JointKind } from '../document/row-types.js';
import type { NameTokens } from '../document/naming.js';

/** Where a part usually lies in the body frame (see `bodyFrame`), and how far it may lie from there. */
interface UsualPlace {
  /** Across: 0 on the axis, 1 at half the figure's width; of side B mirrored. */
  u: number;
  /** Down: 0 crown, 1 neck, 2 crotch, 3 floor. */
  v: number;
  /** Spread, in the same units. */
  su: number;
  sv: number;
}

/** A part that a character may have, with what usually holds it. */
export interface KnownPart extends NameTokens {
  /** The heading it stands under at the bench. */
  heading: string;
  /** The parts it usually moves with, as `group/part`, of the same side where they have one: the first that is there. */
  parents: readonly string[];
  /** Degrees its joint usually has to turn through, positive clockwise for side A. */
  range: readonly [number, number];
  /** null for what does not turn by itself. */
  joint: JointKind | null;
  /** Usual place in the draw order: larger is farther in front. */
  rank: number;
  /** Hidden at rest in most designs: painted later, not cut. */
  hidden: boolean;
  /** Worn over what it hangs from, and drawn whole. */
  worn: boolean;
  place: UsualPlace | null;
}

type Side = 'A' | 'B';
interface Sketch {
  parents?: readonly string[];
  range?: readonly [number, number];
  joint?: JointKind | null;
  rank: number;
  hidden?: boolean;
  worn?: boolean;
  place?: readonly [u: number, v: number, su: number, sv: number];
}

function known(heading: string, group: string, side: Side | null, part: string | null, sketch: Sketch): KnownPart {
  const { parents = [], range = [-15, 15], joint = null, rank, hidden = false, worn = false, place } = sketch;
  // Side B bends the other way round on screen, and lies on the other side of the axis.
  const turn: readonly [number, number] = side === 'B' ? [-range[1] || 0, -range[0] || 0] : range;
  return {
    heading,
    group,
    side,
    part,
    index: null,
    parents,
    range: turn,
    joint,
    rank,
    hidden,
    worn,
    place: place ? { u: side === 'B' ? -place[0] : place[0], v: place[1], su: place[2], sv: place[3] } : null,
  };
}

const single = (heading: string, group: string, part: string | null, sketch: Sketch) =>
  known(heading, group, null, part, sketch);

/** A part of which there is one on either side. */
const pair = (
  heading: string,
  group: string,
  part: string | null,
  sketch: Sketch,
  farRank = sketch.rank,
): KnownPart[] => [
  known(`${heading} A`, group, 'A', part, sketch),
  known(`${heading} B`, group, 'B', part, { ...sketch, rank: farRank }),
];

/** Both sides of one heading: all of A, then all of B. */
const sides = (...pairs: KnownPart[][]): KnownPart[] => [...pairs.map(([a]) => a), ...pairs.map(([, b]) => b)];

const PEOPLE: readonly KnownPart[] = [
  single('Head', 'head', null, {
    parents: ['neck/', 'chest/', 'torso/', 'body/'],
    range: [-30, 30],
    joint: 'swivel',
    rank: 60,
    place: [0, 0.65, 0.32, 0.28],
  }),
  single('Head', 'hair', null, { parents: ['head/'], rank: 66, joint: 'one-sided', place: [0, 0.35, 0.35, 0.3] }),
  single('Head', 'hair', 'front', { parents: ['head/'], rank: 66, joint: 'one-sided', place: [0, 0.42, 0.32, 0.22] }),
  single('Head', 'hair', 'back', { parents: ['head/'], rank: 2, joint: 'one-sided', place: [0, 0.86, 0.42, 0.2] }),
  ...pair('Head', 'hair', 'side', {
    parents: ['head/'],
    rank: 65,
    joint: 'one-sided',
    place: [-0.4, 0.6, 0.1, 0.2],
  }).map((p) => ({ ...p, heading: 'Head' })),
  single('Head', 'cap', null, {
    parents: ['head/'],
    rank: 68,
    joint: 'one-sided',
    worn: true,
    place: [0, 0.18, 0.35, 0.2],
  }),
  ...pair('Head', 'ear', null, {
    parents: ['head/'],
    range: [-20, 20],
    joint: 'one-sided',
    rank: 58,
    place: [-0.36, 0.55, 0.08, 0.1],
  }).map((p) => ({ ...p, heading: 'Head' })),
  single('Head', 'eyes', null, { parents: ['head/'], range: [0, 0], rank: 62, place: [0, 0.57, 0.2, 0.05] }),
  single('Head', 'pupils', null, { parents: ['eyes/', 'head/'], range: [0, 0], joint: 'slide', rank: 63 }),
  single('Head', 'lids', null, { parents: ['head/'], range: [0, 0], rank: 64, hidden: true }),
  single('Head', 'brows', null, { parents: ['head/'], rank: 64, place: [0, 0.46, 0.2, 0.035] }),
  single('Head', 'nose', null, { parents: ['head/'], range: [0, 0], rank: 63, place: [0, 0.68, 0.06, 0.05] }),
  single('Head', 'mouth', null, { parents: ['head/'], range: [0, 0], rank: 62, place: [0, 0.77, 0.15, 0.045] }),
  single('Head', 'jaw', null, { parents: ['head/'], range: [0, 25], joint: 'one-sided', rank: 61, hidden: true }),
  single('Head', 'teeth', null, { parents: ['head/'], range: [0, 0], rank: 61, hidden: true }),
  single('Head', 'tongue', null, { parents: ['head/'], range: [0, 0], rank: 61, hidden: true }),
  single('Trunk', 'neck', null, {
    parents: ['chest/', 'torso/', 'body/'],
    range: [-30, 30],
    joint: 'hinge',
    rank: 30,
    place: [0, 0.93, 0.14, 0.09],
  }),
  single('Trunk', 'torso', null, {
    parents: ['hip/'],
    range: [-30, 30],
    joint: 'hinge',
    rank: 32,
    place: [0, 1.55, 0.4, 0.42],
  }),
  single('Trunk', 'chest', null, {
    parents: ['belly/', 'hip/'],
    range: [-25, 25],
    joint: 'hinge',
    rank: 33,
    place: [0, 1.3, 0.36, 0.2],
  }),
  single('Trunk', 'belly', null, {
    parents: ['hip/'],
    range: [-20, 20],
    joint: 'hinge',
    rank: 32,
    place: [0, 1.65, 0.36, 0.18],
  }),
  single('Trunk', 'hip', null, { parents: [], range: [-20, 20], rank: 28, hidden: true, place: [0, 1.95, 0.3, 0.1] }),
  ...sides(
    pair(
      'Arm',
      'arm',
      'shoulder',
      { parents: ['chest/', 'torso/'], range: [-30, 30], joint: 'one-sided', rank: 46 },
      9,
    ),
    pair(
      'Arm',
      'arm',
      'upper',
      {
        parents: ['arm/shoulder', 'chest/', 'torso/', 'body/'],
        range: [-60, 150],
        joint: 'one-sided',
        rank: 45,
        place: [-0.56, 1.4, 0.16, 0.25],
      },
      8,
    ),
    pair(
      'Arm',
      'arm',
      'lower',
      { parents: ['arm/upper'], range: [-10, 130], joint: 'hinge', rank: 44, place: [-0.74, 1.8, 0.14, 0.2] },
      7,
    ),
    pair(
      'Arm',
      'arm',
      'hand',
      { parents: ['arm/lower'], range: [-60, 60], joint: 'hinge', rank: 43, place: [-0.84, 2.15, 0.14, 0.2] },
      6,
    ),
    pair('Arm', 'arm', 'thumb', { parents: ['arm/hand'], range: [-30, 40], joint: 'hinge', rank: 44 }, 7),
    pair('Arm', 'arm', 'fingers', { parents: ['arm/hand'], range: [-10, 90], joint: 'hinge', rank: 43 }, 6),
  ),
  ...sides(
    pair(
      'Leg',
      'leg',
      'upper',
      {
        parents: ['hip/', 'torso/', 'body/'],
        range: [-60, 90],
        joint: 'one-sided',
        rank: 22,
        place: [-0.26, 2.22, 0.16, 0.2],
      },
      16,
    ),
    pair(
      'Leg',
      'leg',
      'lower',
      { parents: ['leg/upper'], range: [-120, 10], joint: 'hinge', rank: 23, place: [-0.27, 2.6, 0.16, 0.18] },
      17,
    ),
    pair(
      'Leg',
      'leg',
      'foot',
      { parents: ['leg/lower'], range: [-40, 40], joint: 'hinge', rank: 24, place: [-0.3, 2.92, 0.18, 0.1] },
      18,
    ),
    pair('Leg', 'leg', 'ball', { parents: ['leg/foot'], range: [-40, 10], joint: 'hinge', rank: 25 }, 19),
  ),
  // In one piece, for a tail that bends along a line.
  single('Tail', 'tail', null, {
    parents: ['hip/', 'rump/', 'torso/', 'body/'],
    range: [-60, 60],
    joint: 'one-sided',
    rank: 3,
  }),
  single('Tail', 'tail', 'root', {
    parents: ['hip/', 'rump/', 'torso/', 'body/'],
    range: [-60, 60],
    joint: 'one-sided',
    rank: 3,
    place: [0.5, 2.2, 0.3, 0.3],
  }),
  single('Tail', 'tail', 'middle', { parents: ['tail/root'], range: [-60, 60], joint: 'hinge', rank: 3 }),
  single('Tail', 'tail', 'tip', { parents: ['tail/middle', 'tail/root'], range: [-60, 60], joint: 'hinge', rank: 3 }),
  single('Things', 'scarf', null, {
    parents: ['neck/', 'chest/', 'torso/'],
    range: [-20, 20],
    joint: 'one-sided',
    worn: true,
    rank: 70,
    place: [0, 1.03, 0.24, 0.13],
  }),
  single('Things', 'satchel', null, {
    parents: ['satchel/strap', 'torso/', 'chest/'],
    range: [-20, 20],
    joint: 'one-sided',
    worn: true,
    rank: 36,
    place: [-0.3, 1.62, 0.25, 0.22],
  }),
  single('Things', 'satchel', 'strap', {
    parents: ['torso/', 'chest/'],
    range: [0, 0],
    rank: 35,
    place: [-0.05, 1.35, 0.25, 0.16],
  }),
  single('Things', 'coat', null, { parents: ['torso/'], rank: 34, joint: 'one-sided' }),
];

const ANIMALS: readonly KnownPart[] = [
  single('Head', 'muzzle', null, { parents: ['head/'], range: [-10, 10], rank: 62 }),
  single('Head', 'beak', null, { parents: ['head/'], range: [-5, 25], joint: 'one-sided', rank: 62 }),
  single('Trunk', 'rump', null, { parents: [], range: [-15, 15], rank: 31 }),
  single('Trunk', 'body', null, {
    parents: ['rump/'],
    range: [-20, 20],
    joint: 'hinge',
    rank: 32,
    place: [0, 1.5, 0.5, 0.5],
  }),
  ...sides(
    pair('Foreleg', 'foreleg', 'upper', { parents: ['body/'], range: [-60, 60], joint: 'one-sided', rank: 42 }, 8),
    pair('Foreleg', 'foreleg', 'lower', { parents: ['foreleg/upper'], range: [-10, 110], joint: 'hinge', rank: 41 }, 7),
    pair('Foreleg', 'foreleg', 'paw', { parents: ['foreleg/lower'], range: [-50, 50], joint: 'hinge', rank: 40 }, 6),
  ),
  ...sides(
    pair(
      'Hindleg',
      'hindleg',
      'upper',
      { parents: ['rump/', 'body/'], range: [-60, 60], joint: 'one-sided', rank: 39 },
      5,
    ),
    pair('Hindleg', 'hindleg', 'lower', { parents: ['hindleg/upper'], range: [-110, 10], joint: 'hinge', rank: 38 }, 4),
    pair('Hindleg', 'hindleg', 'paw', { parents: ['hindleg/lower'], range: [-50, 50], joint: 'hinge', rank: 37 }, 3),
  ),
  ...sides(
    pair(
      'Wing',
      'wing',
      'upper',
      { parents: ['body/', 'chest/', 'torso/'], range: [-60, 120], joint: 'one-sided', rank: 45 },
      5,
    ),
    pair('Wing', 'wing', 'lower', { parents: ['wing/upper'], range: [-10, 120], joint: 'hinge', rank: 44 }, 4),
    pair('Wing', 'wing', 'tip', { parents: ['wing/lower'], range: [-20, 60], joint: 'hinge', rank: 43 }, 3),
  ),
];

const THINGS: readonly KnownPart[] = [
  single('Things', 'lid', null, { parents: ['body/'], range: [-110, 0], joint: 'one-sided', rank: 40 }),
  single('Things', 'door', null, { parents: ['body/'], range: [0, 0], joint: 'slide', rank: 40 }),
  single('Things', 'handle', null, { parents: ['body/'], range: [-60, 60], joint: 'hinge', rank: 42 }),
  ...pair('Things', 'wheel', null, { parents: ['body/'], range: [-180, 180], joint: 'hinge', rank: 44 }, 10).map(
    (p) => ({ ...p, heading: 'Things' }),
  ),
  single('Things', 'rope', null, { parents: ['body/'], range: [-90, 90], joint: 'hinge', rank: 41 }),
];

/** Every part that is known by name, head to feet. Anything else can be typed freely. */
export const KNOWN_PARTS: readonly KnownPart[] = [...PEOPLE, ...ANIMALS, ...THINGS];

/** A part's address among the known ones: `group/part/side`, empty where it has none. */
export function partAddress({ group, part, side }: Pick<NameTokens, 'group' | 'part' | 'side'>): string {
  return `${group}/${part ?? ''}/${side ?? ''}`;
}

/** A part's address with its number, where it has one: of two stretches of a tail, each has its own. */
export function numberedAddress({ index, ...tokens }: Pick<NameTokens, 'group' | 'part' | 'side' | 'index'>): string {
  return index === null ? partAddress(tokens) : `${partAddress(tokens)} ${index}`;
}

/** The known part with these tokens, or null for a part named freely. */
export function knownPart(
  tokens: Pick<NameTokens, 'group' | 'side' | 'part'>,
  among: readonly KnownPart[] = KNOWN_PARTS,
): KnownPart | null {
  return among.find((k) => k.group === tokens.group && k.part === tokens.part && k.side === tokens.side) ?? null;
}

/**
 * Of the parts given, the one that `tokens` usually moves with: the first of its parents, or, where none of them
 * is there, a parent's own parent, and so on up.
 * @param plan what each part moves with; the known parts where not given
 * @returns the index in `parts`, or null
 */
export function usualParent(
  tokens: NameTokens,
  parts: readonly NameTokens[],
  plan: readonly KnownPart[] = KNOWN_PARTS,
): number | null {
  const { side } = tokens;
  const fits = (p: NameTokens, address: string) => {
    const [group, name] = address.split('/');
    return p.group === group && (p.part ?? '') === name && (p.side === null || p.side === side);
  };
  const entry = knownPart(tokens, plan) ?? knownPart(tokens);
  let rung: readonly string[] = entry?.parents ?? [];
  for (let height = 0; rung.length > 0 && height < 8; height++) {
    for (const address of rung) {
      const at = parts.findIndex((p) => fits(p, address));
      if (at >= 0) return at;
    }
    rung = rung.flatMap(
      (address) => (plan.find((p) => fits(p, address)) ?? KNOWN_PARTS.find((p) => fits(p, address)))?.parents ?? [],
    );
  }
  return null;
}
