import type { NameTokens } from '../document/naming.js';
import { PEOPLE } from './people-parts.js';
import { pair, sides, single, type KnownPart } from './sketch-part.js';

export type { KnownPart };

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

/** A part's address but for its side: the same of both sides. */
export function sidelessAddress(address: string): string {
  return address.slice(0, address.lastIndexOf('/'));
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
