import { cleanLimits, roughCleanRange, type CleanLimits } from './sweep-joint.js';
import { applyDiff } from '../document/diff.js';
import { withSheets } from './derive-sheets.js';
import { rememberAll, roughSheets, type Memo } from './rough-sheets.js';
import { inFrontOf } from '../document/family.js';
import { changeJoint, jointById, setInFront } from './joint-edits.js';
import type { JointChange } from './joint-fields.js';
import type { CharacterDoc, Diff, JointId, JointRow } from '../document/rows.js';
import type { ViewArt } from '../document/view-art.js';
import { assembleJoint } from './assemble-joint.js';
import { isCleanThroughout, sweptRange } from './prove-joint.js';

/** One thing that would make a joint clean through more of its range. */
export interface Mend {
  /** In the artist's words: what to do. */
  word: string;
  /** What to change of the joint, or which piece to put in front. */
  change: JointChange | null;
  inFront: 'child' | 'parent' | null;
  /** The clean range that the joint has then; null where it is not even clean at rest. */
  cleanRange: [number, number] | null;
  /** Is it clean through all of the wanted range then? */
  enough: boolean;
}

export interface MendOptions {
  /** Degrees between two angles that are tried. */
  step: number;
  /** Called before each try with the share done; return false to stop. */
  onProgress?: (share: number) => boolean | void;
}

/**
 * Tries what might mend a joint that falls short of its wanted range, each on its own: both ends rounded, a larger disc,
 * the outline on another piece, the other piece in front, a longer reach beneath. Only what helps is in the answer, best
 * first; the range narrowed to what is clean comes last.
 *
 * @param cleanNow the clean range as it is, or null
 */
export function mendsFor(
  doc: CharacterDoc,
  jointId: JointId,
  art: ViewArt,
  cleanNow: [number, number] | null,
  { step, onProgress }: MendOptions = { step: 10 },
): Mend[] {
  const joint = jointById(doc, jointId);
  const tries = candidates(doc, joint);
  const memo = rememberAll();
  const mends: Mend[] = [];
  for (const [at, candidate] of tries.entries()) {
    if (onProgress?.(at / tries.length) === false) return mends;
    const changed = applyDiff(doc, candidate.diff);
    const range = rangeWith(changed, jointById(changed, jointId), art, step, memo);
    if (width(range) <= width(cleanNow) + step / 2) continue;
    const { word, change, inFront } = candidate;
    mends.push({ word, change, inFront, cleanRange: range, enough: isCleanThroughout(joint, range) });
  }
  mends.sort((a, b) => width(b.cleanRange) - width(a.cleanRange));
  if (cleanNow && cleanNow[0] < cleanNow[1]) {
    const rangeLow = Math.max(joint.rangeLow, cleanNow[0]);
    const rangeHigh = Math.min(joint.rangeHigh, cleanNow[1]);
    mends.push({
      word: 'Narrow the range',
      change: { rangeLow, rangeHigh, wantedLow: 0, wantedHigh: 0 },
      inFront: null,
      cleanRange: cleanNow,
      enough: true,
    });
  }
  return mends;
}

/** Degrees between two angles at which an arrangement is tried. */
const TRIED = 10;

/**
 * How a joint is best drawn: which piece carries the outline and the disc, with or without folds, or its line under all.
 * Neither the joint nor the draw order is moved.
 * @param rounded the view's pictures with all its joints rounded
 * @param memo what was worked out of other joints of the same pictures
 * @returns what to change of a joint that falls short of its range; null where nothing is wanted or would help
 */
export function bestArrangement(
  doc: CharacterDoc,
  jointId: JointId,
  art: ViewArt,
  rounded: ViewArt = art,
  memo: Memo = rememberAll(),
): JointChange | null {
  const joint = jointById(doc, jointId);
  const assembly = assembleJoint(doc, joint, rounded);
  // Nothing is painted beneath yet: what sticks out now tells nothing of what will.
  const limits = { ...cleanLimits(joint), kink: Infinity };
  const now = assembly && roughCleanRange(assembly, sweptRange(joint), TRIED, limits);
  if (!assembly || isCleanThroughout(joint, now)) return null;
  let best: { change: JointChange; range: [number, number] | null } | null = null;
  for (const change of arrangements(joint)) {
    const changed = applyDiff(doc, changeJoint(doc, joint.id, change));
    const range = rangeWith(changed, jointById(changed, jointId), art, TRIED, memo, limits);
    if (width(range) > width(best ? best.range : now)) best = { change, range };
    if (isCleanThroughout(joint, range)) break;
  }
  return best?.change ?? null;
}

/**
 * Every other way of drawing a joint, the plainest first: who carries the outline, or all of it beneath, and the disc, which
 * a root never leaves on the trunk.
 */
function arrangements(joint: JointRow): JointChange[] {
  const outlines = ['back', 'under', 'both', 'front'] as const;
  const folds = joint.lineWidth > 0 ? [false, true] : [false];
  const discs = joint.kind === 'one-sided' ? (['child'] as const) : (['both', 'child'] as const);
  const ways = folds.flatMap((foldsOut) =>
    discs.flatMap((discOn) =>
      (joint.lineWidth > 0 ? outlines : [joint.outlineOn]).map((outlineOn) => ({
        rounded: true,
        outlineOn,
        discOn,
        foldsOut,
      })),
    ),
  );
  return ways.filter(
    ({ outlineOn, discOn, foldsOut }) =>
      outlineOn !== joint.outlineOn || discOn !== joint.discOn || foldsOut !== (joint.foldsOut ?? false),
  );
}

interface Candidate {
  word: string;
  change: JointChange | null;
  inFront: 'child' | 'parent' | null;
  diff: Diff;
}

function candidates(doc: CharacterDoc, joint: JointRow): Candidate[] {
  const list: Candidate[] = [];
  const offer = (word: string, change: JointChange) =>
    list.push({ word, change, inFront: null, diff: changeJoint(doc, joint.id, change) });
  if (!joint.rounded) offer('Round both ends', { rounded: true, discOn: 'both' });
  else if (joint.discOn !== 'both') offer('Round both ends', { discOn: 'both' });
  const rounded = { rounded: true };
  const tenth = (value: number) => Math.round(value * 10) / 10;
  for (const by of [1.12, 1.3]) offer('Larger disc', { ...rounded, radius: tenth(joint.radius * by) });
  offer('Smaller disc', { ...rounded, radius: tenth(Math.max(joint.lineWidth + 1, joint.radius * 0.85)) });
  if (joint.lineWidth > 0 && !joint.foldsOut) offer('Leave folds out', { ...rounded, foldsOut: true });
  if (joint.lineWidth > 0)
    for (const outlineOn of ['back', 'front', 'both'] as const)
      if (outlineOn !== joint.outlineOn) offer('Outline on the other piece', { ...rounded, outlineOn });
  if (joint.lineWidth > 0 && joint.outlineOn !== 'under') offer('Line under all', { ...rounded, outlineOn: 'under' });
  offer('Extend beneath', { ...rounded, reach: tenth(joint.reach + joint.radius / 2) });
  const other = inFrontOf(doc, joint) === 'child' ? 'parent' : 'child';
  list.push({
    word: 'Change which is in front',
    change: null,
    inFront: other,
    diff: setInFront(doc, joint.id, other),
  });
  return list;
}

/** The clean range of one joint with its two ends worked out anew; what settling would change of them is a pixel here and there. */
function rangeWith(
  doc: CharacterDoc,
  joint: JointRow,
  art: ViewArt,
  step: number,
  memo: Memo,
  limits?: CleanLimits,
): [number, number] | null {
  const ends = roughSheets(doc, joint.viewId, art, new Set([joint.childId, joint.parentId]), memo);
  const assembly = assembleJoint(doc, joint, withSheets(art, ends));
  return assembly && roughCleanRange(assembly, sweptRange(joint), step, limits);
}

function width(range: [number, number] | null): number {
  return range ? range[1] - range[0] : -1;
}
