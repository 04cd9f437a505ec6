import { counted } from '../counted.js';
import { NO_CHANGE, applyDiff, joinDiffs } from '../document/diff.js';
import { parentPiece, partOf } from '../document/family.js';
import { capital, labelFor } from '../document/naming.js';
import type { CharacterDoc, Diff, PartRow, PieceRow, ViewId } from '../document/rows.js';
import type { DraftedDoubt } from '../document/row-types.js';
import type { Check, CheckId, Finding } from '../document/view-check.js';
import { changeCharacter, changeView, viewById } from '../document/view-edits.js';
import { LimberError, type Place } from '../errors.js';
import { jointless } from '../joints/jointless.js';
import { KNOWN_PARTS, numberedAddress, partAddress, type KnownPart } from '../plan/known-parts.js';
import { renamePart } from '../names/rename-part.js';
import { planOf, switchPart } from '../plan/plan.js';
import { sayNothingAt } from '../under/under-edits.js';
import { layLimb } from '../stack/limb-order.js';
import {
  betweenInWords,
  keyOf,
  labelsOf,
  missingTogether,
  pairOf,
  pieceOf,
  standing,
  type Asked,
} from './asked-together.js';
import type { Pair } from './other-cuts.js';

/**
 * How a doubt can be answered at once: it is right as it is; the character has no such part; give the offcut to the piece beside;
 * it moves along with what it hangs from; the limb lies in front of that, or behind it; it is another part; there is nothing where
 * it opens. And of a cut between two pieces, that it has to run farther on, so that the first of them is larger, or smaller: that
 * is asked again until it is right.
 */
export const DOUBT_ANSWERS = [
  'right',
  'none',
  'sweep',
  'along',
  'in-front',
  'behind',
  'other',
  'more',
  'less',
  'nothing',
] as const;
export type DoubtAnswer = (typeof DOUBT_ANSWERS)[number];

/** Something that a person has to decide after a first draft. */
export interface Doubt extends Finding {
  /** Names it among the view's doubts, for as long as what it is about stays as it is. */
  key: string;
  /** What it is about: the check that does not hold, or what of the cut. */
  about: CheckId | 'cut' | 'joints';
  answers: DoubtAnswer[];
  /** The part that is to be picked, where it has no piece yet. */
  part: Pick<PartRow, 'group' | 'side' | 'part' | 'index'> | null;
  /** Is it about several parts, of which `part` is the first, or about both sides? */
  several?: boolean;
  /** The two pieces whose cut it is about, for `more` and `less`. */
  between?: Pair;
  /** What it may be instead, for `other`: addresses of known parts, likeliest first, and their words. */
  names?: { address: string; word: string }[];
}

/** What others depend on comes first: a wrong part costs its joints, and they what is painted beneath. */
const CHECKS_BY_COST: readonly CheckId[] = [
  'rest-match',
  'offcuts',
  'family',
  'pivots',
  'joints-clean',
  'hidden-paint',
  'swap-seats',
  'names',
  'inside-canvas',
  'size',
];

/**
 * Everything that a person has to decide in a view that was drafted, what most depends on first: whether the design is one
 * figure that stands on its feet, planned parts that were not found, parts that may be others, cuts through one paint, and whatever the checks find. None where no draft was made.
 * @param checks of the view
 */
export function findDoubts(doc: CharacterDoc, viewId: ViewId, checks: readonly Check[]): Doubt[] {
  if (!viewById(doc, viewId).drafted) return [];
  const drafted = standing(doc, viewId);
  const ofDesign = ([{ parts }]: Asked) => parts.length === 0;
  const found = [...checks].sort((a, b) => CHECKS_BY_COST.indexOf(a.id) - CHECKS_BY_COST.indexOf(b.id));
  return [
    ...drafted.filter(ofDesign).map((one) => inWords(doc, viewId, one)),
    ...missingTogether(doc, viewId).map(missingInWords),
    ...drafted.filter((one) => !ofDesign(one)).map((one) => inWords(doc, viewId, one)),
    ...jointless(doc, viewId).map((piece) => withoutJoint(doc, piece)),
    // What is missing is asked above already.
    ...found.flatMap((check) =>
      check.findings.filter(({ lacks }) => !lacks).map((finding) => ofCheck(check.id, finding)),
    ),
  ];
}

/** How many things of a view's cut nobody has decided yet, without a look at its pictures; null where no draft was made. */
export function countCutDoubts(doc: CharacterDoc, viewId: ViewId): number | null {
  return viewById(doc, viewId).drafted ? missingTogether(doc, viewId).length + standing(doc, viewId).length : null;
}

/**
 * Settles a doubt about the cut.
 * @param as the address of the part that it is instead, for `other`
 * @throws LimberError `not-found` where it is a doubt no more, `no-answer` for an answer that it does not ask for
 */
export function settleDoubt(
  doc: CharacterDoc,
  viewId: ViewId,
  key: string,
  answer: DoubtAnswer,
  as: string | null = null,
): { summary: string; diff: Diff } {
  const missing = missingTogether(doc, viewId).find((parts) => missingKey(parts) === key);
  const asked = standing(doc, viewId).find((one) => keyOf(one) === key);
  const drafted = asked?.[0];
  if (missing && answer === 'none')
    return {
      summary: `${missing.length === 1 ? 'There is no' : 'Not there:'} ${missing.map(labelFor).join('; ')}`,
      diff: changeCharacter(doc, {
        plan: missing.reduce((plan, part) => switchPart(plan, part, false), planOf(doc.character)),
      }),
    };
  const other =
    drafted && answer === 'other' ? otherParts(doc, drafted).find((part) => partAddress(part) === as) : null;
  if (asked && other) return renamed(doc, viewId, asked, other);
  if (asked && drafted && isSettledBy(answer) && answersTo(drafted).includes(answer)) {
    if (answer === 'nothing')
      return {
        summary: 'There is nothing where it opens',
        diff: sayNothingAt(doc, viewId, drafted.place),
      };
    const laid = answer === 'in-front' || answer === 'behind' ? layAll(doc, viewId, asked, answer) : NO_CHANGE;
    return { summary: settledWord(doc, asked, answer), diff: joinDiffs(laid, without(doc, viewId, asked)) };
  }
  const stiff = jointless(doc, viewId).find((piece) => withoutJoint(doc, piece).key === key);
  if (stiff && answer === 'along') {
    const part = partOf(doc, stiff);
    const plan = switchPart(planOf(doc.character), part, true);
    const parts = plan.parts.map((one) =>
      partAddress(one) === partAddress(part) && one.index === part.index ? { ...one, joint: null } : one,
    );
    return {
      summary: `${capital(labelFor(part))} moves with what it hangs from`,
      diff: changeCharacter(doc, { plan: { ...plan, parts } }),
    };
  }
  if (missing || drafted || stiff) throw new LimberError('no-answer', 'That is no answer to this doubt.');
  throw new LimberError('not-found', 'That is no doubt any more: what it was about has changed.');
}

function missingKey(parts: readonly KnownPart[]): string {
  return `missing ${parts.map(numberedAddress).join(' ')}`;
}

function missingInWords(parts: readonly KnownPart[]): Doubt {
  const rest = parts.length === 1 ? 'Cut it, or say that there is none' : 'Cut them, or say that there are none';
  return {
    key: missingKey(parts),
    about: 'cut',
    sentence: `Not found: ${parts.map(labelFor).join('; ')}. ${rest}.`,
    answers: ['none'],
    part: parts[0],
    ...(parts.length > 1 ? { several: true } : {}),
  };
}

function inWords(doc: CharacterDoc, viewId: ViewId, asked: Asked): Doubt {
  const [drafted] = asked;
  const [one = '', other = ''] = labelsOf(doc, drafted);
  const others = otherParts(doc, drafted).map((part) => ({ address: partAddress(part), word: labelFor(part) }));
  const sentence = {
    'several-figures':
      'Several figures stand on this canvas, and were cut as one. Undo the draft, and bring in each by itself.',
    'upside-down':
      'The figure seems to stand on its head. Undo the draft, turn the design over, and bring it in again.',
    unsure: `This may be ${one}, or another part.`,
    sides: `${capital(one)} is much smaller than ${other}.`,
    extent: `${capital(one)} is much larger or smaller than it usually is.`,
    scattered: `${capital(one)} lies in several places.`,
    border: borderInWords(asked.map((border) => labelsOf(doc, border).join(' and '))),
    order:
      asked.length === 1
        ? `Does ${one} lie in front of ${other}, or behind it?`
        : `Do ${limbsInWords(doc, asked)} lie in front of ${other}, or behind it?`,
    open: `${capital(counted(drafted.size, 'px', 'px'))} open within the figure where ${one} turns to ${drafted.angle}°: is there nothing, or whose is it?`,
  }[drafted.kind];
  const piece = pieceOf(doc, viewId, drafted);
  const joint = drafted.angle === undefined ? undefined : doc.joints.find(({ childId }) => childId === piece?.id);
  return {
    key: keyOf(asked),
    about: drafted.kind === 'open' ? 'hidden-paint' : 'cut',
    sentence,
    pieceId: piece?.id,
    place: drafted.place,
    ...(asked.length > 1
      ? {
          also: asked.slice(1).map((one) => ({ place: one.place, pieceId: pieceOf(doc, viewId, one)?.id })),
          several: true,
        }
      : {}),
    answers: [...answersTo(drafted), ...(others.length > 0 ? (['other'] as const) : [])],
    part: null,
    ...(joint ? { bends: { [joint.id]: drafted.angle ?? 0 } } : {}),
    ...(drafted.kind === 'border' ? { between: pairOf(doc, viewId, drafted) } : {}),
    ...(others.length > 0 ? { names: others } : {}),
  };
}

function borderInWords(pairs: readonly string[]): string {
  const look = pairs.length === 1 ? 'the cut is where it' : 'the cuts are where they';
  return `Nothing in the design tells ${pairs.join(' apart, nor ')}${pairs.length === 1 ? ' apart' : ''}: look whether ${look} should be.`;
}

/** What a piece may be instead of what it is called, of what the character does not have yet. */
function otherParts(doc: CharacterDoc, { others = [] }: DraftedDoubt): KnownPart[] {
  const taken = new Set(doc.parts.map(partAddress));
  return KNOWN_PARTS.filter((part) => others.includes(partAddress(part)) && !taken.has(partAddress(part))).sort(
    (a, b) => others.indexOf(partAddress(a)) - others.indexOf(partAddress(b)),
  );
}

/** A piece becomes another part than a draft took it for; the plan has that one then, and no longer what is not there. */
function renamed(doc: CharacterDoc, viewId: ViewId, asked: Asked, to: KnownPart): { summary: string; diff: Diff } {
  const [drafted] = asked;
  const piece = pieceOf(doc, viewId, drafted);
  const part = piece && partOf(doc, piece);
  if (!part) throw new LimberError('not-found', 'That is no doubt any more: what it was about has changed.');
  const { group, side, part: name, index } = to;
  const named = renamePart(doc, part.id, { group, side, part: name, index });
  const plan = switchPart(switchPart(planOf(doc.character), part, false), to, true);
  const settled = joinDiffs(changeCharacter(doc, { plan }), without(doc, viewId, asked));
  return { summary: `This is ${labelFor(to)}, not ${labelFor(part)}`, diff: joinDiffs(named, settled) };
}

/** The view without some of the things that its draft was not sure of. */
function without(doc: CharacterDoc, viewId: ViewId, asked: Asked): Diff {
  const left = viewById(doc, viewId).drafted ?? [];
  return changeView(doc, viewId, { drafted: left.filter((one) => !asked.includes(one)) });
}

function answersTo({ kind }: DraftedDoubt): DoubtAnswer[] {
  if (kind === 'order') return ['in-front', 'behind'];
  if (kind === 'open') return ['nothing'];
  return kind === 'border' ? ['right', 'more', 'less'] : ['right'];
}

function limbsInWords(doc: CharacterDoc, asked: Asked): string {
  return asked
    .map((limb) => labelsOf(doc, limb)[0])
    .sort()
    .join(' and ');
}

/** Lays the limbs of a question in front of what they hang from, or behind it. */
function layAll(doc: CharacterDoc, viewId: ViewId, asked: Asked, to: 'in-front' | 'behind'): Diff {
  return asked.reduce((diff, one) => {
    const now = applyDiff(doc, diff);
    const limb = pieceOf(now, viewId, one);
    return limb ? joinDiffs(diff, layLimb(now, limb, to)) : diff;
  }, NO_CHANGE);
}

/** Is a doubt over with an answer? Another name is looked up, and a cut that is moved may have to be moved on. */
function isSettledBy(answer: DoubtAnswer): boolean {
  return answer !== 'other' && answer !== 'more' && answer !== 'less';
}

function withoutJoint(doc: CharacterDoc, piece: PieceRow): Doubt {
  const parent = parentPiece(doc, piece);
  const [name, other] = [piece, parent].map((one) => (one ? labelFor(partOf(doc, one)) : ''));
  return {
    key: `jointless ${partAddress(partOf(doc, piece))}`,
    about: 'joints',
    sentence: `${capital(name)} has no joint with ${other}. Place one, or let it move along.`,
    pieceId: piece.id,
    place: { x: piece.face.x + piece.face.width / 2, y: piece.face.y + piece.face.height / 2 },
    answers: ['along'],
    part: null,
  };
}

function settledWord(doc: CharacterDoc, asked: Asked, answer: DoubtAnswer): string {
  const [drafted] = asked;
  const [one, other] = labelsOf(doc, drafted);
  if (drafted.kind === 'order')
    return `${capital(limbsInWords(doc, asked))} ${asked.length === 1 ? 'lies' : 'lie'} ${answer === 'behind' ? 'behind' : 'in front of'} ${other}`;
  if (drafted.parts.length === 0) return 'The design is right as it is';
  if (drafted.kind === 'border') {
    const between = betweenInWords(doc, asked);
    return asked.length === 1 ? `The cut between ${between} is right` : `The cuts between ${between} are right`;
  }
  return drafted.kind === 'unsure' ? `This is ${one}` : `${capital(one)} is right`;
}

function ofCheck(about: CheckId, finding: Finding): Doubt {
  const answers: DoubtAnswer[] = finding.sweeps ? ['sweep'] : [];
  const where = finding.place ? `${Math.round(finding.place.x)} ${Math.round(finding.place.y)}` : '';
  return {
    ...finding,
    key: [about, finding.pieceId, finding.jointId, where, finding.sentence].join(' '),
    about,
    answers,
    part: null,
  };
}

/** The place of the offcut that a doubt is about. @throws LimberError `not-found` */
export function offcutOf(doubts: readonly Doubt[], key: string): Place {
  const doubt = doubts.find((one) => one.key === key && one.answers.includes('sweep'));
  if (!doubt?.place) throw new LimberError('not-found', 'That is no doubt any more: what it was about has changed.');
  return doubt.place;
}
