import { generationOf, partOf } from '../document/family.js';
import { pieceById } from '../document/find.js';
import type { CharacterDoc, JointRow, ViewId } from '../document/rows.js';
import { viewById } from '../document/view-edits.js';
import { apply, type Placement } from '../joints/place-pieces.js';
import { within } from './limbs.js';
import { placeOneSoftly } from './place-softly.js';
import { bendsOf, poseOf, type Pose } from './pose.js';

/** Groups of parts that hang loosely: what they hang from moves, and they follow. Soft parts do so as well. */
const LOOSE = ['hair', 'scarf', 'cape', 'skirt', 'tail', 'ribbon', 'strap', 'tie', 'tassel', 'apron'];

/** A part a seventh of the figure long swings so often a second by itself; a longer one less often, by the root of its length. */
const SWINGS = 1.7;
const USUAL_LENGTH = 1 / 7;
/** How soon it comes to rest: 1 would be without swinging once. */
const DAMPED = 0.35;
/** Degrees that nothing loose swings past. */
const MOST_SWING = 40;

/** The joints of a view whose parts follow late, from the trunk outwards. */
export function looseJoints(doc: CharacterDoc, viewId: ViewId): JointRow[] {
  return doc.joints
    .filter((joint) => {
      const piece = pieceById(doc, joint.childId);
      return joint.viewId === viewId && (piece.soft !== null || LOOSE.includes(partOf(doc, piece).group));
    })
    .sort((a, b) => generationOf(doc, pieceById(doc, a.childId)) - generationOf(doc, pieceById(doc, b.childId)));
}

/**
 * Lets what hangs loosely follow late: each such part is a damped pendulum, driven by how its root is moved and turned, as it is
 * once the motion has gone round for long, so that the last frame leads into the first. What the motion turns by itself is left.
 * @param fps frames a second
 */
export function followLate(doc: CharacterDoc, viewId: ViewId, poses: readonly Pose[], fps: number): Pose[] {
  let now = [...poses];
  for (const joint of looseJoints(doc, viewId)) {
    const { partId } = pieceById(doc, joint.childId);
    if (now.length < 3 || now.some(({ angles }) => angles[partId])) continue;
    const parent = pieceById(doc, joint.parentId);
    const roots = now.map((pose) => placeOneSoftly(doc, parent, bendsOf(doc, viewId, pose), pose.root));
    const swing = swingOf(doc, joint, roots, fps);
    if (swing.every((angle) => Math.abs(angle) < 0.05)) continue;
    now = now.map((pose, frame) => {
      const angle = within(joint, Math.max(-MOST_SWING, Math.min(MOST_SWING, swing[frame])));
      return { ...pose, ...poseOf(doc, { ...bendsOf(doc, viewId, pose), [joint.id]: angle }, pose.root) };
    });
  }
  return now;
}

/**
 * Degrees, by frame, that a loose part hangs behind: ψ'' + 2ζωψ' + ω²ψ = −θ'' − a·n / ℓ, where θ is the turn of what it hangs
 * from, a how its root is sped up, n the way its end goes as it turns, and ℓ its length; solved by frequency, as all of it goes
 * round and round.
 */
function swingOf(doc: CharacterDoc, joint: JointRow, roots: readonly Placement[], fps: number): number[] {
  const { face } = pieceById(doc, joint.childId);
  const middle = { x: face.x + face.width / 2 - joint.x, y: face.y + face.height / 2 - joint.y };
  const length = Math.max(1, 2 * Math.hypot(middle.x, middle.y));
  const own = 2 * Math.PI * SWINGS * Math.sqrt((USUAL_LENGTH * viewById(doc, joint.viewId).height) / length);
  const across = { x: -middle.y / (length / 2), y: middle.x / (length / 2) };
  const places = roots.map((placement) => apply(placement, joint.x, joint.y));
  const degrees = 180 / Math.PI;
  const turns = harmonics(roots.map(({ angle }) => angle));
  // An offset of the root along `across` speeds the part up the other way: as degrees of a turn about its length.
  const shifts = harmonics(places.map(({ x, y }) => ((x * across.x + y * across.y) / length) * degrees));
  const count = roots.length;
  const swing = turns.map((turn, k) => {
    const often = k <= count / 2 ? k : k - count;
    const pace = (2 * Math.PI * often * fps) / count;
    const drive = { re: pace * pace * (turn.re + shifts[k].re), im: pace * pace * (turn.im + shifts[k].im) };
    return divided(drive, { re: own * own - pace * pace, im: 2 * DAMPED * own * pace });
  });
  return valuesOf(swing);
}

interface Complex {
  re: number;
  im: number;
}

/** The discrete Fourier transform of a round of values, over their count. */
function harmonics(values: readonly number[]): Complex[] {
  const count = values.length;
  const round = roundOf(count);
  const found: Complex[] = [];
  for (let k = 0; k < count; k++) {
    let [re, im] = [0, 0];
    for (let frame = 0; frame < count; frame++) {
      const at = round[(k * frame) % count];
      re += values[frame] * at.re;
      im -= values[frame] * at.im;
    }
    found.push({ re: re / count, im: im / count });
  }
  return found;
}

/** The round of values that some harmonics are of. */
function valuesOf(of: readonly Complex[]): number[] {
  const count = of.length;
  const round = roundOf(count);
  const values: number[] = [];
  for (let frame = 0; frame < count; frame++) {
    let value = 0;
    for (let k = 0; k < count; k++) {
      const at = round[(k * frame) % count];
      value += of[k].re * at.re - of[k].im * at.im;
    }
    values.push(value);
  }
  return values;
}

/** A full turn in so many equal steps. */
function roundOf(count: number): Complex[] {
  return Array.from({ length: count }, (_, step) => {
    const at = (2 * Math.PI * step) / count;
    return { re: Math.cos(at), im: Math.sin(at) };
  });
}

function divided(a: Complex, b: Complex): Complex {
  const by = b.re * b.re + b.im * b.im;
  return by === 0 ? { re: 0, im: 0 } : { re: (a.re * b.re + a.im * b.im) / by, im: (a.im * b.re - a.re * b.im) / by };
}
