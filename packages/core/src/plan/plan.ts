import type { Plan, PlannedPart, PlannedSet } from '../document/row-types.js';
import { LimberError } from '../errors.js';
import type { NameTokens } from '../document/naming.js';
import { labelFor } from '../document/naming.js';
import { KNOWN_PARTS, knownPart, numberedAddress, partAddress, type KnownPart } from './known-parts.js';
import { CHOICES, DEFAULT_TEMPLATE, TEMPLATES, namesPart, writtenOut } from './templates.js';

/** The most parts a plan may have. */
const MOST_PARTS = 200;

function planned(part: KnownPart): PlannedPart {
  const { heading, group, side, part: name, index, parents, joint, range, hidden } = part;
  return {
    heading,
    group,
    side,
    part: name,
    index,
    parents: [...parents],
    joint,
    range: [...range] as [number, number],
    hidden,
  };
}

/** A plan fresh from a template. @throws LimberError `no-template` */
export function planFrom(key: string): Plan {
  const template = TEMPLATES.find((t) => t.key === key);
  if (!template) throw new LimberError('no-template', 'There is no such breakdown.', 'Choose one from the list.');
  const wanted = new Set(writtenOut(template.parts));
  return {
    template: key,
    parts: KNOWN_PARTS.filter((part) => wanted.has(partAddress(part))).map(planned),
    shot: { part: 'head//', share: 60, frame: 1080 },
    views: ['front'],
    sets:
      template.kind === 'Things'
        ? []
        : [
            { name: 'mouth', kind: 'mouth', drawings: 12 },
            { name: 'lids', kind: 'lids', drawings: 3 },
            { name: 'brows', kind: 'brows', drawings: 4 },
            ...(wanted.has('arm/hand/A')
              ? ([
                  { name: 'hand A', kind: 'hand', drawings: 6 },
                  { name: 'hand B', kind: 'hand', drawings: 6 },
                ] as PlannedSet[])
              : []),
          ],
  };
}

/** A plan with the parts and sets of another template; what shot and which views are wanted stays. @throws LimberError `no-template` */
export function withTemplate({ shot, views }: Plan, key: string): Plan {
  return { ...planFrom(key), shot, views };
}

const DEFAULT_PLAN = planFrom(DEFAULT_TEMPLATE);

/** A character's plan, or the standard one where it has none yet. */
export function planOf(character: { plan: Plan | null }): Plan {
  return character.plan ?? DEFAULT_PLAN;
}

/** A plan's parts as the known parts take them: for parents, ranges and places. */
export function planEntries(plan: Plan): KnownPart[] {
  return plan.parts.map((part) => ({ ...(knownPart(part) ?? { rank: 50, worn: false, place: null }), ...part }));
}

/** The planned part with these tokens, or null. */
export function findPlanned(plan: Plan, tokens: NameTokens): PlannedPart | null {
  return plan.parts.find((p) => partAddress(p) === partAddress(tokens) && p.index === tokens.index) ?? null;
}

/** What the plan, or else what is generally known, says of a part; null for a part of one's own that is not planned. */
export function plannedPart(
  doc: { character: { plan: Plan | null } },
  tokens: NameTokens,
): Pick<KnownPart, 'joint' | 'range' | 'hidden'> | null {
  return findPlanned(planOf(doc.character), tokens) ?? knownPart(tokens);
}

/** Switches one part on (after what is known of it) or off. @throws LimberError `too-many-parts` */
export function switchPart(plan: Plan, tokens: NameTokens, on: boolean): Plan {
  const rest = plan.parts.filter((p) => partAddress(p) !== partAddress(tokens) || p.index !== tokens.index);
  if (!on) return { ...plan, parts: rest };
  if (findPlanned(plan, tokens)) return plan;
  if (rest.length >= MOST_PARTS) throw new LimberError('too-many-parts', `A plan has at most ${MOST_PARTS} parts.`);
  const entry = knownPart(tokens);
  const part: PlannedPart = entry
    ? { ...planned(entry), index: tokens.index }
    : { ...tokens, heading: 'Your own', parents: [], joint: 'hinge', range: [-30, 30], hidden: false };
  return { ...plan, parts: inOrder([...rest, part]) };
}

/** In the order of the known parts, own ones last. */
function inOrder(parts: PlannedPart[]): PlannedPart[] {
  const rank = (p: PlannedPart) => {
    const at = KNOWN_PARTS.findIndex((k) => partAddress(k) === partAddress(p));
    return at < 0 ? KNOWN_PARTS.length : at;
  };
  return [...parts].sort((a, b) => rank(a) - rank(b) || (a.index ?? 0) - (b.index ?? 0));
}

/** Gives a choice's answer: adds the parts it needs, takes away those it does without. @throws LimberError `no-choice` */
export function answerChoice(plan: Plan, key: string, answer: number): Plan {
  const given = CHOICES.find((c) => c.key === key)?.answers[answer];
  if (!given) throw new LimberError('no-choice', 'There is no such choice.');
  let next = { ...plan, parts: plan.parts.filter((p) => !given.without.some((address) => namesPart(address, p))) };
  for (const part of KNOWN_PARTS)
    if (given.with.some((address) => namesPart(address, part))) next = switchPart(next, part, true);
  return next;
}

/** Which answer a plan gives to a choice now: the first whose parts are there and whose others are not; -1 for a mixture. */
export function answerOf(plan: Plan, key: string): number {
  const has = (address: string) => plan.parts.some((p) => namesPart(address, p));
  return CHOICES.find((c) => c.key === key)?.answers.findIndex((a) => a.with.every(has) && !a.without.some(has)) ?? -1;
}

/** What is wrong with a plan, in sentences: two of a name, a parent that is not planned. */
export function planFaults(plan: Plan): string[] {
  const faults: string[] = [];
  const seen = new Set<string>();
  for (const part of plan.parts) {
    const key = numberedAddress(part);
    if (seen.has(key)) faults.push(`There are two of ${labelFor(part)}.`);
    seen.add(key);
    if (part.range[0] > 0 || part.range[1] < 0) faults.push(`The range of ${labelFor(part)} leaves out rest, 0°.`);
  }
  return faults;
}

/** Is a plan one of a person, by the breakdown it began with? */
export function isOfPeople(plan: Plan): boolean {
  return TEMPLATES.find(({ key }) => key === plan.template)?.kind === 'People';
}
