import {
  FAULTS,
  FAULT_WORDS,
  cleanLimits,
  isCleanBend,
  isCleanThroughout,
  proofKey,
  worstBend,
  worstFault,
  type JointRow,
  type Sweep,
} from '@limber-sheaf/core';
import type { HeldState } from '../../bench/worker';

/** Everything that a joint's sweep depends on, as one text. */
export function sweepSignature({ doc, sheets }: HeldState, joint: JointRow, butt: boolean): string {
  return `${proofKey(doc, joint, sheets)}${butt ? ' butt' : ''}`;
}

/** Is a joint's clean range narrower than its range, or than what is wanted beyond it? False while that is not known. */
export function isShortOfRange(joint: JointRow, sweep: Sweep | null): boolean {
  return sweep !== null && !isCleanThroughout(joint, sweep.cleanRange);
}

/** The angles at which a sweep is not clean, as stretches. */
export function foulStretches(joint: JointRow, sweep: Sweep): [number, number][] {
  const limits = cleanLimits(joint);
  const stretches: [number, number][] = [];
  let open: [number, number] | null = null;
  for (const bend of sweep.bends) {
    if (isCleanBend(bend, limits)) open = null;
    else if (open) open[1] = bend.angle;
    else {
      open = [bend.angle, bend.angle];
      stretches.push(open);
    }
  }
  return stretches;
}

/** The angle at which a joint shows most that is wrong, degrees; where nothing is, the farthest from rest. */
export function worstAngle(sweep: Sweep | null): number {
  if (!sweep || sweep.bends.length === 0) return 0;
  const worst = worstBend(sweep.bends);
  if (FAULTS.some((fault) => worst[fault] > 0)) return Math.round(worst.angle);
  return sweep.bends.reduce((a, b) => (Math.abs(b.angle) > Math.abs(a.angle) ? b : a)).angle;
}

/** A finding in words: what, where, how much, and what would mend it; null for a clean joint. */
export function findingOf(joint: JointRow, sweep: Sweep, name: string): { sentence: string; angle: number } | null {
  const stretches = foulStretches(joint, sweep);
  if (stretches.length === 0) return null;
  const [from] = stretches
    .map(([low, high]) => (low > 0 ? low : high < 0 ? high : 0))
    .sort((a, b) => Math.abs(a) - Math.abs(b));
  const worst = worstBend(sweep.bends);
  const fault = worstFault(worst, cleanLimits(joint));
  const word = FAULT_WORDS[fault];
  const mend = joint.rounded ? '' : ' Round both ends.';
  return {
    sentence: `${word[0].toUpperCase()}${word.slice(1)} at ${name} from ${Math.round(from)}°, ${Math.round(worst[fault])} px at worst.${mend}`,
    angle: worst.angle,
  };
}

/** How sure a fit is, with its figure; a disc placed by hand is what the hand meant. */
export function fitWord(confidence: number): string {
  if (confidence === 1) return 'by hand';
  const word = confidence >= 0.8 ? 'sure' : confidence >= 0.5 ? 'fair' : 'unsure: look closely';
  return `${word} · ${Math.round(100 * confidence)} %`;
}
