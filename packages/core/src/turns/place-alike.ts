import { drawOrder, jointLabel, jointsOutwards, parentPiece, partOf } from '../document/family.js';
import { DiffBuilder } from '../document/diff.js';
import { findPiece, pieceById } from '../document/find.js';
import { capital } from '../document/naming.js';
import type { CharacterDoc, JointId, JointRow, ViewId } from '../document/rows.js';
import { isFlat } from '../document/usual-views.js';
import type { ViewArt } from '../document/view-art.js';
import { viewById } from '../document/view-edits.js';
import type { PlacedBitmap } from '../raster/bitmap.js';
import { INSIDE } from '../raster/mask.js';
import { mirroredRange } from '../joints/mirrored-range.js';
import type { JointChange } from '../joints/joint-fields.js';
import type { MadeJoints } from '../joints/place-fitted.js';
import { limbOf } from './measure-view.js';

/** A disc that is so much larger or smaller than in the other view was fitted to something else. */
const ALIKE = 0.3;

/**
 * Where a joint belongs by the same joint of another view: where the fit found a disc of about the same size it stays, but for
 * roots, which are hidden and lie as high on the figure as there. Any other is laid on the middle of its own piece at that height.
 */
export function placeLike(
  doc: CharacterDoc,
  like: JointRow,
  joint: JointRow,
  art: ViewArt,
): Pick<JointChange, 'x' | 'y' | 'radius'> {
  const [there, here] = [figureOf(doc, like.viewId), figureOf(doc, joint.viewId)];
  const scale = here.tall / there.tall;
  const y = tenth(here.floor - (there.floor - like.y) * scale);
  const radius = like.radius * scale;
  const isAlike = Math.abs(joint.radius / radius - 1) <= ALIKE;
  if (isAlike && joint.kind !== 'one-sided') return {};
  const face = art.pieces.get(joint.childId)?.face;
  const below = y + radius * (joint.kind === 'one-sided' ? HIDDEN : 1 / 2);
  const run = face && longestRun(face, y - radius / 2, below);
  const isShown = run !== null && run !== undefined && run.length / 2 >= (1 - ALIKE) * radius;
  const strays = joint.kind === 'one-sided' && Math.abs(y - joint.y) > joint.radius;
  if (isAlike && strays && run) {
    // The fit took something else for the root. Where its limb hardly shows, it lies from the next joint as it does there.
    const x = isShown ? run.from + run.length / 2 : besideNeighbour(doc, like, joint, scale);
    return x === null ? {} : { x: tenth(x), y, radius: tenth(radius) };
  }
  if (isAlike || !run || !isShown)
    // Seen from here it may be narrower, as a cap or a scarf is: then the fit knows better, but for how high a root lies.
    return joint.kind === 'one-sided' && !strays ? { y } : {};
  return { x: tenth(run.from + run.length / 2), y, radius: tenth(Math.min(radius, run.length / 2)) };
}

/** A joint that could not be fitted, and lies by another view alone, is this sure. */
const LAID = 0.3;
/** Radii of a limb that have to show so that it tells where its middle is. */
const SHOWN = 1.2;

/**
 * Lays the joints of limbs that could not be fitted here, as those of the far leg of a side view, where they lie in the other view:
 * as high on the figure, in the middle of what shows of the limb there, or from a neighbour of its limb as there.
 */
export function layUnfitted(
  start: CharacterDoc,
  fromId: ViewId,
  toId: ViewId,
  art: ViewArt,
  freshId: () => JointId,
): MadeJoints {
  const diff = new DiffBuilder();
  const notes: string[] = [];
  const [there, here] = [figureOf(start, fromId), figureOf(start, toId)];
  const scale = here.tall / there.tall;
  let doc = start;
  // Outwards, and once more: a root may lie by the joint below it.
  for (const like of [...jointsOutwards(doc, fromId), ...jointsOutwards(doc, fromId)]) {
    const child = findPiece(doc, toId, pieceById(doc, like.childId).partId);
    const parent = findPiece(doc, toId, pieceById(doc, like.parentId).partId);
    if (!child || !parent || limbOf(doc, child) === child.id) continue;
    if (doc.joints.some(({ childId }) => childId === child.id)) continue;
    const y = tenth(here.floor - (there.floor - like.y) * scale);
    const radius = tenth(like.radius * scale);
    const face = art.pieces.get(child.id)?.face;
    const run = face && longestRun(face, y, y + radius);
    const x =
      run && run.length >= SHOWN * radius
        ? run.from + run.length / 2
        : besideNeighbour(doc, like, { childId: child.id, parentId: parent.id }, scale);
    if (x === null || x < 0 || x > viewById(doc, toId).width) continue;
    const own = { id: freshId(), version: 1, viewId: toId, childId: child.id, parentId: parent.id, twinId: null };
    const laid: JointRow = { ...like, ...own, x: tenth(x), y, radius, confidence: LAID };
    const joint = { ...laid, ...rangeFromSide(doc, laid) };
    diff.add(joint);
    doc = { ...doc, joints: [...doc.joints, joint] };
    const word = capital(jointLabel(doc, like));
    notes.push(`${word} hardly shows here: it lies as in the other view. Look at it in Joints.`);
  }
  return { diff: diff.build(), made: notes.length, notes };
}

/** Where a joint lies by the next one of its limb, or by the one above it, as in another view, px from the left; null for neither. */
function besideNeighbour(
  doc: CharacterDoc,
  like: JointRow,
  joint: Pick<JointRow, 'childId' | 'parentId'>,
  scale: number,
): number | null {
  const below = ({ childId }: Pick<JointRow, 'childId'>) => doc.joints.find(({ parentId }) => parentId === childId);
  const above = ({ parentId }: Pick<JointRow, 'parentId'>) => doc.joints.find(({ childId }) => childId === parentId);
  for (const [there, here] of [
    [below(like), below(joint)],
    [above(like), above(joint)],
  ])
    if (there && here) return here.x + (like.x - there.x) * scale;
  return null;
}

const tenth = (value: number) => Math.round(value * 10) / 10;

/** Where a view's figure stands, and how tall its pieces are together, px. */
function figureOf(doc: CharacterDoc, viewId: ViewId): { floor: number; tall: number } {
  const floor = viewById(doc, viewId).floorY;
  return { floor, tall: Math.max(1, floor - Math.min(...drawOrder(doc, viewId).map(({ face }) => face.y))) };
}

/** Radii below a root within which its limb shows, where the root itself is hidden. */
const HIDDEN = 2;

/** The longest run of a face's paint in the rows from one height to another, or in those of its rows that are nearest, px. */
function longestRun(face: PlacedBitmap, above: number, below: number): { from: number; length: number } | null {
  const rowAt = (at: number) => Math.max(0, Math.min(face.height - 1, Math.floor(at) - face.y));
  let best = { from: 0, length: 0 };
  for (let row = rowAt(above); row <= rowAt(below); row++) {
    let length = 0;
    for (let x = 0; x < face.width; x++) {
      length = face.data[(row * face.width + x) * 4 + 3] > INSIDE ? length + 1 : 0;
      if (length > best.length) best = { from: face.x + x - length + 1, length };
    }
  }
  return best.length > 0 ? best : null;
}

/** Joints that bend one way alone, seen from the side: 1 where the stretch below goes backwards, -1 where it goes forwards. */
const ONE_WAY: Readonly<Record<string, 1 | -1>> = { leg: 1, hindleg: 1, arm: -1, foreleg: -1 };

/**
 * A range as it is from the side, where both knees bend backwards and both elbows forwards, whichever way they do from in front.
 * @returns the range, degrees; null where it stays
 */
export function rangeFromSide(
  doc: CharacterDoc,
  { viewId, childId, rangeLow, rangeHigh }: JointRow,
): Pick<JointRow, 'rangeLow' | 'rangeHigh'> | null {
  const part = partOf(doc, pieceById(doc, childId));
  const bends = part.part === 'lower' ? ONE_WAY[part.group] : undefined;
  const way = facingOf(doc, viewId);
  if (!bends || way === 0 || isFlat(viewById(doc, viewId).key)) return null;
  // Clockwise turns what hangs to the left: backwards for who looks to the right.
  const wanted = bends * way;
  const isSo = wanted > 0 ? rangeHigh >= -rangeLow : -rangeLow >= rangeHigh;
  if (isSo) return null;
  const [low, high] = mirroredRange(rangeLow, rangeHigh);
  return { rangeLow: low, rangeHigh: high };
}

/** Which way a figure looks in a view, by its feet: 1 to the right, -1 to the left, 0 where they do not say. */
export function facingOf(doc: CharacterDoc, viewId: ViewId): 1 | -1 | 0 {
  const middleOf = ({ face }: { face: { x: number; width: number } }) => face.x + face.width / 2;
  const points = drawOrder(doc, viewId).flatMap((foot) => {
    const { group, part } = partOf(doc, foot);
    const above = part === 'foot' && (group === 'leg' || group === 'hindleg') ? parentPiece(doc, foot) : null;
    return above ? [middleOf(foot) - middleOf(above)] : [];
  });
  const sum = points.reduce((all, one) => all + one, 0);
  return sum > 0 ? 1 : sum < 0 ? -1 : 0;
}
