import { drawOrder } from '../document/family.js';
import { pieceById } from '../document/find.js';
import { deriveKey } from '../document/keys.js';
import type { CharacterDoc, PoseId, SheetsOf, SoftLine, ViewId } from '../document/rows.js';
import type { ViewArt } from '../document/view-art.js';
import type { Place } from '../errors.js';
import { apply } from '../joints/place-pieces.js';
import type { Cells } from '../under/cells.js';
import { underKey } from '../under/checks.js';
import { placesOf } from '../under/find-bare.js';
import { countSeen, seenAt, type Sight } from '../under/sight.js';
import { unpaintedOf } from '../under/unpainted.js';
import { measureBend } from './bend-soft.js';
import { bendsInMotion } from './bends-in-motion.js';
import { opensInMotion, pupilsOut, staysBehind } from './goes-wrong.js';
import { bendsOf, type Pose } from './pose.js';
import type { MotionFaults, MotionPlace } from './motion-faults.js';
import { rowOfMotion, type MotionFrames, type MotionKey, type MotionOptions } from './motions.js';
import { carriedAlong } from './soft-line.js';
import { standIn } from './standing.js';

/** Unpainted places of a piece that are looked at in each frame, at most; of more, every so many. */
const LOOKS = 1500;
/** Fewer cells than this are but the rim of something. */
const RIM = 4;

/** What every motion of a view depends on: what the whole view draws, turns and bends, and by which words its joints are found. */
export function movesOf(doc: CharacterDoc, viewId: ViewId, sheets: SheetsOf): unknown[] {
  return [
    underKey(doc, viewId, sheets),
    // By the plan's words a motion finds its joints, by the view's key its way.
    doc.parts.map(({ id, group, part, side, index }) => [id, group, part, side, index]),
    doc.views.find(({ id }) => id === viewId)?.key,
    doc.joints.filter((joint) => joint.viewId === viewId).map(({ rangeLow, rangeHigh }) => [rangeLow, rangeHigh]),
    doc.pieces.filter((piece) => piece.viewId === viewId).map(({ soft }) => soft),
  ];
}

/** The key of a motion's faults: what moves in the view, and how the motion is made. */
export function motionFaultsKey(
  doc: CharacterDoc,
  viewId: ViewId,
  sheets: SheetsOf,
  key: MotionKey,
  { fps, amount, late = true, says = [] }: MotionOptions,
): string {
  const own = rowOfMotion(doc, key);
  return deriveKey('motion faults 7', [
    ...movesOf(doc, viewId, sheets),
    key === 'poses' || own ? posesIn(doc) : [],
    [own?.name ?? key, fps, amount, late, says.map(({ frames }) => frames)],
  ]);
}

/** What motions through a character's poses depend on. */
export function posesIn({ poses, motions }: CharacterDoc): unknown[] {
  const placeOf = (poseId: PoseId | null) => poses.findIndex(({ id }) => id === poseId);
  return [
    poses.map(({ name, partIds, angles, rootX, rootY, pupilIds, gaze }) => [
      ...[name, partIds, angles, rootX, rootY],
      ...(pupilIds.length > 0 ? [pupilIds, gaze] : []),
    ]),
    motions.map(({ name, poseIds, seconds, eases }) => [name, poseIds.map(placeOf), seconds, eases]),
  ];
}

/**
 * Looks at every frame of a motion: for places within a piece's whole shape that are hidden at rest and have no paint, for
 * soft pieces of which some is turned over, and for what joints, pupils and pieces do that should not be.
 * @param art pictures of all pieces
 */
export function faultsInMotion(
  doc: CharacterDoc,
  viewId: ViewId,
  art: ViewArt,
  { poses }: Pick<MotionFrames, 'poses'>,
  tell?: (done: number) => void,
): MotionFaults {
  const bends = poses.map((pose) => bendsOf(doc, viewId, pose));
  return {
    ...seenInMotion(doc, viewId, art, poses, tell),
    ...bendsInMotion(doc, viewId, art, bends),
    out: pupilsOut(doc, viewId, art, poses),
    behind: staysBehind(doc, viewId, art, bends),
    open: opensInMotion(doc, viewId, art, bends),
  };
}

/** What is seen without paint, and what folds, frame by frame. */
export function seenInMotion(
  doc: CharacterDoc,
  viewId: ViewId,
  art: ViewArt,
  poses: readonly Pose[],
  tell?: (done: number) => void,
): Pick<MotionFaults, 'bare' | 'folds'> {
  const folds: MotionPlace[] = [];
  const frames = poses.map((pose) => standIn(doc, viewId, art, pose));
  for (const [frame, { angles, meshes }] of frames.entries())
    for (const [pieceId, mesh] of meshes) {
      const { soft } = pieceById(doc, pieceId);
      const { foldedArea } = soft ? measureBend(mesh, soft, angles.get(pieceId) ?? 0) : { foldedArea: 0 };
      if (foldedArea > 0) folds.push({ pieceId, frame, area: Math.round(foldedArea) });
    }
  const order = drawOrder(doc, viewId);
  const bare = order.flatMap(({ id, soft }, index): MotionPlace[] => {
    tell?.(index / order.length);
    const unpainted = unpaintedOf(doc, viewId, art, index);
    if (!unpainted) return [];
    const { looks, innerLooks, stride } = looksIn(unpainted);
    if (innerLooks.length === 0) return [];
    return frames.flatMap((standing, frame): MotionPlace[] => {
      const { turns, angles } = standing;
      if (turns.length === 0) return [];
      const straight = seenAt(doc, viewId, turns, index, art, soft ? null : unpainted, standing);
      const angle = angles.get(id) ?? 0;
      const sight = soft && angle !== 0 ? new SightOfSoft(straight, soft, angle) : straight;
      if (!isAnyWide(innerLooks, sight, unpainted.size)) return [];
      const count = countSeen(looks, sight) * stride;
      return count < RIM ? [] : [{ pieceId: id, frame, area: count * unpainted.size ** 2 }];
    });
  });
  return { bare, folds };
}

/** Places of some cells that are looked at, one of so many; and those of them, apart, that have cells on all sides. */
interface Looks {
  looks: Place[];
  innerLooks: Place[];
  stride: number;
}

function looksIn(unpainted: Cells): Looks {
  const known = looksOf.get(unpainted);
  if (known) return known;
  const [places, inner] = [placesOf(unpainted), placesOf(withoutRim(unpainted))];
  const strideOf = (all: readonly Place[]) => Math.ceil(all.length / LOOKS);
  const some = (all: readonly Place[]) => all.filter((_, at) => at % strideOf(all) === 0);
  const found = { looks: some(places), innerLooks: some(inner), stride: strideOf(places) };
  looksOf.set(unpainted, found);
  return found;
}

/** Cells are never changed once they are made, and found again while a piece's shape and paint are the same. */
const looksOf = new WeakMap<Cells, Looks>();

/** What is seen of a soft piece: its places where they are bent to. */
class SightOfSoft implements Sight {
  constructor(
    private readonly straight: Sight,
    private readonly soft: SoftLine,
    private readonly angle: number,
  ) {}

  isSeen(x: number, y: number): boolean {
    const bent = apply(carriedAlong(this.soft, this.angle, { x, y }), x, y);
    return this.straight.isSeen(bent.x, bent.y);
  }
}

/** Is one of some places seen together with those a step beside it? */
function isAnyWide(places: readonly Place[], sight: Sight, step: number): boolean {
  for (const { x, y } of places)
    if (
      sight.isSeen(x, y) &&
      sight.isSeen(x - step, y) &&
      sight.isSeen(x + step, y) &&
      sight.isSeen(x, y - step) &&
      sight.isSeen(x, y + step)
    )
      return true;
  return false;
}

/**
 * Cells with cells on all four sides. What is seen but one cell wide is the rim of an edge that was moved by less than a pixel,
 * and nobody sees it.
 */
function withoutRim(cells: Cells): Cells {
  const { data, width, height } = cells;
  const inner = new Uint8Array(data.length);
  for (let row = 1; row < height - 1; row++)
    for (let column = 1; column < width - 1; column++) {
      const i = row * width + column;
      if (data[i] === 0 || data[i - 1] === 0 || data[i + 1] === 0) continue;
      if (data[i - width] > 0 && data[i + width] > 0) inner[i] = data[i];
    }
  return { ...cells, data: inner };
}
