import type { NameTokens } from './scheme.js';

/** A part that a character may have, with what usually holds it. */
export interface VocabularyPart extends NameTokens {
  /** The heading it stands under at the bench. */
  heading: 'Head' | 'Trunk' | 'Arm A' | 'Arm B' | 'Leg A' | 'Leg B' | 'Things';
  /** The parts it usually moves with, as `group/part`, of the same side where they have one: the first that is there. */
  parents: readonly string[];
  /** Degrees its joint usually has to turn through, positive clockwise for side A. */
  range: readonly [number, number];
}

const limb = (side: 'A' | 'B'): VocabularyPart[] => {
  const arm = `Arm ${side}` as const;
  const leg = `Leg ${side}` as const;
  // Side B's limbs bend the other way round on screen.
  const turn = (low: number, high: number): readonly [number, number] => (side === 'A' ? [low, high] : [-high, -low]);
  const part = (
    heading: VocabularyPart['heading'],
    group: string,
    name: string,
    parents: readonly string[],
    range: readonly [number, number],
  ) => ({
    heading,
    group,
    side,
    part: name,
    index: null,
    parents,
    range,
  });
  return [
    part(arm, 'arm', 'shoulder', ['torso/'], turn(-30, 30)),
    part(arm, 'arm', 'upper', ['torso/'], turn(-60, 150)),
    part(arm, 'arm', 'lower', ['arm/upper'], turn(-10, 130)),
    part(arm, 'arm', 'hand', ['arm/lower'], turn(-60, 60)),
    part(leg, 'leg', 'upper', ['hip/', 'torso/'], turn(-60, 90)),
    part(leg, 'leg', 'lower', ['leg/upper'], turn(-120, 10)),
    part(leg, 'leg', 'foot', ['leg/lower'], turn(-40, 40)),
  ];
};

const single = (
  heading: VocabularyPart['heading'],
  group: string,
  part: string | null,
  parents: readonly string[],
  turn = 30,
): VocabularyPart => ({
  heading,
  group,
  side: null,
  part,
  index: null,
  parents,
  range: [-turn, turn],
});

/** The parts offered by name, head to feet. Anything else can be typed freely. */
export const VOCABULARY: readonly VocabularyPart[] = [
  single('Head', 'head', null, ['neck/', 'torso/']),
  single('Head', 'hair', 'front', ['head/'], 15),
  single('Head', 'hair', 'back', ['head/'], 15),
  single('Head', 'cap', null, ['head/'], 15),
  single('Head', 'eyes', null, ['head/'], 0),
  single('Head', 'brows', null, ['head/'], 15),
  single('Head', 'mouth', null, ['head/'], 0),
  single('Trunk', 'neck', null, ['torso/']),
  single('Trunk', 'torso', null, ['hip/']),
  single('Trunk', 'hip', null, []),
  single('Trunk', 'tail', null, ['hip/', 'torso/'], 60),
  ...limb('A'),
  ...limb('B'),
  single('Things', 'scarf', null, ['torso/'], 20),
  single('Things', 'satchel', null, ['torso/'], 20),
  single('Things', 'coat', null, ['torso/'], 15),
];

/** The vocabulary's entry for a part, or null for a part named freely. */
export function vocabularyPart(tokens: Pick<NameTokens, 'group' | 'side' | 'part'>): VocabularyPart | null {
  return VOCABULARY.find((v) => v.group === tokens.group && v.part === tokens.part && v.side === tokens.side) ?? null;
}

/**
 * Of the parts given, the one that `tokens` usually moves with: the first of its parents in the vocabulary, or,
 * where none of them is there, a parent's own parent, and so on up.
 * @returns the index in `parts`, or null
 */
export function usualParent(tokens: NameTokens, parts: readonly NameTokens[]): number | null {
  const { side } = tokens;
  const fits = (p: NameTokens, address: string) => {
    const [group, name] = address.split('/');
    return p.group === group && (p.part ?? '') === name && (p.side === null || p.side === side);
  };
  let rung: readonly string[] = vocabularyPart(tokens)?.parents ?? [];
  for (let height = 0; rung.length > 0 && height < 8; height++) {
    for (const address of rung) {
      const at = parts.findIndex((p) => fits(p, address));
      if (at >= 0) return at;
    }
    rung = rung.flatMap((address) => VOCABULARY.find((p) => fits(p, address))?.parents ?? []);
  }
  return null;
}
