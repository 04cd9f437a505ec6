import { drawOrder, partOf } from '../document/family.js';
import type { CharacterDoc, ViewId } from '../document/rows.js';
import { viewById } from '../document/view-edits.js';
import type { PieceMeasure, ViewMeasure } from './measure-view.js';

/** A height that all views of a character share. */
export interface Landmark {
  /** A known landmark's key, or a name of the artist's own. */
  key: string;
  word: string;
  /** px from the top of this view's canvas. */
  y: number;
  /** From the floor, as a share of the height from floor to crown. */
  share: number;
  /** Did the artist put it there? */
  byHand: boolean;
}

/** A part by its group and part; any side. */
type Where = readonly [group: string, part?: string];

interface Known {
  key: string;
  word: string;
  /** Parts whose joints lie there; of several, the first that has any. */
  joints?: readonly Where[];
  /** Parts whose middle, or lower end, lies there. */
  middle?: readonly Where[];
  lower?: readonly Where[];
}

/** The heights that are looked for, from crown to floor: people's, and what an animal has in their place. */
const KNOWN: readonly Known[] = [
  { key: 'crown', word: 'crown' },
  { key: 'brows', word: 'brows', middle: [['brows']] },
  { key: 'eyes', word: 'eyes', middle: [['eyes'], ['eye'], ['pupils']] },
  { key: 'chin', word: 'chin', lower: [['head']] },
  {
    key: 'shoulders',
    word: 'shoulders',
    joints: [
      ['arm', 'upper'],
      ['foreleg', 'upper'],
      ['wing', 'upper'],
    ],
  },
  {
    key: 'elbows',
    word: 'elbows',
    joints: [
      ['arm', 'lower'],
      ['foreleg', 'lower'],
      ['wing', 'lower'],
    ],
  },
  {
    key: 'wrists',
    word: 'wrists',
    joints: [
      ['arm', 'hand'],
      ['foreleg', 'foot'],
      ['foreleg', 'paw'],
    ],
  },
  {
    key: 'hip',
    word: 'hip',
    joints: [
      ['leg', 'upper'],
      ['hindleg', 'upper'],
    ],
  },
  {
    key: 'knees',
    word: 'knees',
    joints: [
      ['leg', 'lower'],
      ['hindleg', 'lower'],
    ],
  },
  {
    key: 'ankles',
    word: 'ankles',
    joints: [
      ['leg', 'foot'],
      ['hindleg', 'foot'],
      ['hindleg', 'paw'],
    ],
  },
  { key: 'floor', word: 'floor' },
];

/** The keys of the heights that are looked for. */
export const LANDMARK_KEYS: readonly string[] = KNOWN.map(({ key }) => key);

/**
 * The heights of a view, from crown to floor: where the artist has put them, otherwise where joints and pieces say. What
 * nothing says is left out; the floor is where the character stands, and the crown the top of what is drawn of the head.
 */
export function landmarks(doc: CharacterDoc, viewId: ViewId, measure: ViewMeasure): Landmark[] {
  const view = viewById(doc, viewId);
  const byHand = new Map(view.heights.map(({ key, y }) => [key, y]));
  const pieces = drawOrder(doc, viewId).flatMap((piece, at) => {
    const found = measure.pieces[at];
    return found ? [{ piece, part: partOf(doc, piece), found }] : [];
  });
  const piecesAt = (where: readonly Where[] = []): PieceMeasure[] => {
    for (const [group, part] of where) {
      const there = pieces.filter((one) => one.part.group === group && (one.part.part ?? undefined) === part);
      if (there.length > 0) return there.map(({ found }) => found);
    }
    return [];
  };
  const jointsAt = (where: readonly Where[] = []): number | null => {
    for (const [group, part] of where) {
      const there = pieces.filter((one) => one.part.group === group && (one.part.part ?? undefined) === part);
      const joints = doc.joints.filter(({ childId }) => there.some(({ piece }) => piece.id === childId));
      if (joints.length > 0) return mean(joints.map(({ y }) => y));
      // Where nothing is jointed yet, a limb's next piece begins at its joint.
      const tops = there.flatMap(({ found }) => found.top ?? []);
      if (tops.length > 0) return mean(tops);
    }
    return null;
  };
  const proposed = ({ key, joints, middle, lower }: Known): number | null => {
    if (key === 'floor') return view.floorY;
    if (key === 'crown') return crownOf(pieces) ?? measure.bounds?.y ?? null;
    if (joints) return jointsAt(joints);
    const middles = piecesAt(middle).map(({ bounds }) => bounds.y + bounds.height / 2);
    const ends = piecesAt(lower).flatMap(({ bottom }) => bottom ?? []);
    return mean([...middles, ...ends]);
  };
  const own = view.heights.filter(({ key }) => !LANDMARK_KEYS.includes(key)).map(({ key }) => ({ key, word: key }));
  const found = [...KNOWN, ...own].flatMap((known) => {
    const y = byHand.get(known.key) ?? proposed(known);
    return y === null ? [] : [{ key: known.key, word: known.word, y, byHand: byHand.has(known.key) }];
  });
  const heightOf = (key: string) => found.find((one) => one.key === key)?.y ?? 0;
  const [crown, floor] = [heightOf('crown'), heightOf('floor')];
  return found
    .map((one) => ({ ...one, share: floor > crown ? (floor - one.y) / (floor - crown) : 0 }))
    .sort((a, b) => a.y - b.y);
}

/** What stands highest on a head. */
const CROWNS = ['head', 'hair', 'cap', 'hat', 'hood', 'ear', 'antler', 'horn'];

function crownOf(
  pieces: readonly { part: { group: string; part: string | null }; found: PieceMeasure }[],
): number | null {
  const tops = pieces.filter(({ part }) => CROWNS.includes(part.group)).map(({ found }) => found.bounds.y);
  return tops.length > 0 ? Math.min(...tops) : null;
}

function mean(values: readonly number[]): number | null {
  return values.length > 0 ? values.reduce((sum, value) => sum + value, 0) / values.length : null;
}
