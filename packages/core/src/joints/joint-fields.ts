import type { JointRow } from '../document/rows.js';
import type { DiscOn, JointKind, OutlineOn } from '../document/row-types.js';

/** A field of a joint that the artist may change: all that is known of it, in one place. */
export interface JointField {
  /** In the journal: "Move shoulder A". */
  does: string;
  /** In the ledger. */
  word: string;
  is:
    | { kind: 'number'; least: number; most: number; unit: 'px' | '°' | '' }
    | { kind: 'choice'; of: readonly string[] }
    | { kind: 'colour' }
    | { kind: 'flag' };
  /** Does a linked joint take it over? `mirrored`: for the other side with the sign, and low for high; `scaled`: by the radii. */
  linked: false | 'same' | 'mirrored' | 'scaled';
}

const px = (least: number, most: number) => ({ kind: 'number', least, most, unit: 'px' }) as const;
const choice = (...of: readonly string[]) => ({ kind: 'choice', of }) as const;
const degrees = { kind: 'number', least: -180, most: 180, unit: '°' } as const;

/** A canvas reaches no farther, px. */
const CANVAS = 16384;
/** The largest disc, px: a sweep looks at a square about it, and has to fit into a thread's memory. */
export const MOST_RADIUS = 1000;

const KINDS: readonly JointKind[] = ['hinge', 'one-sided', 'swivel', 'slide'];
const OUTLINES: readonly OutlineOn[] = ['back', 'front', 'both', 'none', 'under'];
const DISCS: readonly DiscOn[] = ['both', 'child', 'parent'];

/** What the artist may change of a joint. Default and limits of a field stand nowhere else. */
export const JOINT_FIELDS = {
  kind: { does: 'Set kind of', word: 'Kind', is: choice(...KINDS), linked: 'same' },
  x: { does: 'Move', word: 'Pivot, x', is: px(0, CANVAS), linked: false },
  y: { does: 'Move', word: 'Pivot, y', is: px(0, CANVAS), linked: false },
  radius: { does: 'Resize', word: 'Radius', is: px(1, MOST_RADIUS), linked: false },
  rangeLow: { does: 'Set range of', word: 'Range, from', is: degrees, linked: 'mirrored' },
  rangeHigh: { does: 'Set range of', word: 'Range, to', is: degrees, linked: 'mirrored' },
  wantedLow: { does: 'Set what is wanted of', word: 'Wanted, from', is: degrees, linked: 'mirrored' },
  wantedHigh: { does: 'Set what is wanted of', word: 'Wanted, to', is: degrees, linked: 'mirrored' },
  outlineOn: { does: 'Set outline of', word: 'Outline on', is: choice(...OUTLINES), linked: 'same' },
  discOn: { does: 'Set whose end is rounded at', word: 'Disc on', is: choice(...DISCS), linked: 'same' },
  lineWidth: { does: 'Set line width of', word: 'Line', is: px(0, 400), linked: false },
  lineColour: { does: 'Set line of', word: 'Line colour', is: { kind: 'colour' }, linked: false },
  fillColour: { does: 'Set fill of', word: 'Fill colour', is: { kind: 'colour' }, linked: false },
  looseness: {
    does: 'Loosen',
    word: 'Looseness',
    is: { kind: 'number', least: 0, most: 1, unit: '' },
    linked: 'same',
  },
  lineMore: { does: 'Set thickness of the line under', word: 'Thickness', is: px(-400, 400), linked: 'same' },
  reach: { does: 'Set reach of', word: 'Reach', is: px(0, 4 * MOST_RADIUS), linked: 'scaled' },
  taper: { does: 'Taper', word: 'Taper', is: { kind: 'number', least: 0, most: 1, unit: '' }, linked: 'same' },
  foldsOut: { does: 'Set folds of', word: 'Folds', is: { kind: 'flag' }, linked: 'same' },
  rounded: { does: 'Round', word: 'Rounded', is: { kind: 'flag' }, linked: 'same' },
} as const satisfies Partial<Record<keyof JointRow, JointField>>;

/** What the artist may change of a joint. */
export type JointChange = Partial<Pick<JointRow, keyof typeof JOINT_FIELDS>>;

/** The fields in one order, for walking over all of them. */
export const JOINT_FIELD_NAMES = Object.keys(JOINT_FIELDS) as (keyof typeof JOINT_FIELDS)[];

/** How the journal says what was done to a joint: by the first field of a change. */
export function jointChangeWord(change: JointChange): string {
  const first = JOINT_FIELD_NAMES.find((name) => change[name] !== undefined);
  if (!first) return 'Change';
  return first === 'rounded' && change.rounded === false ? 'Unround' : JOINT_FIELDS[first].does;
}
