import { sharedBorder } from './shared-border.js';
import { capital, labelFor } from '../document/naming.js';
import type { PlacedBitmap } from '../raster/bitmap.js';
import { DiffBuilder, NO_CHANGE, applyDiff, joinDiffs } from '../document/diff.js';
import type { ViewArt } from '../document/view-art.js';
import { fitBetween } from './fit-between.js';
import { changeJoint, fittedDisc, jointById, mostRadius } from './joint-edits.js';
import { jointLabel, makesRing, partOf } from '../document/family.js';
import type { CharacterDoc, Diff, JointRow, PieceId } from '../document/rows.js';

/** What a cut did to joints, and in which words to say so. */
export interface Rehung {
  diff: Diff;
  notes: string[];
}

/**
 * After a piece was cut in two, hangs each of its joints on whichever of the two now touches the other end, and the
 * family likewise; the rest stays as it is. Says what changed, and which discs lie where pixels have changed hands.
 *
 * @param doc the character after the cut
 * @param faces the faces after the cut, by piece
 * @param from the piece that was cut
 * @param fresh the piece that the cut made
 */
export function rehangJoints(
  doc: CharacterDoc,
  faces: ReadonlyMap<PieceId, PlacedBitmap | null>,
  from: PieceId,
  fresh: PieceId,
): Rehung {
  const diff = new DiffBuilder();
  const notes: string[] = [];
  const piece = doc.pieces.find((p) => p.id === from);
  const made = doc.pieces.find((p) => p.id === fresh);
  if (!piece || !made) return { diff: diff.build(), notes };
  const touching = (a: PieceId, b: PieceId) => {
    const fa = faces.get(a);
    const fb = faces.get(b);
    const border = fa && fb ? sharedBorder(fa, fb) : null;
    return border?.ok ? border.length : 0;
  };
  const freshPart = partOf(doc, made);
  const oldPart = partOf(doc, piece);
  for (const joint of doc.joints) {
    if (joint.childId !== from && joint.parentId !== from) continue;
    const otherId = joint.childId === from ? joint.parentId : joint.childId;
    if (otherId === fresh || touching(fresh, otherId) <= touching(from, otherId)) continue;
    if (joint.parentId === from) {
      const child = doc.pieces.find((p) => p.id === joint.childId);
      diff.update(joint, { parentId: fresh });
      if (child && partOf(doc, child).parentId === oldPart.id && !makesRing(doc, partOf(doc, child), freshPart.id))
        diff.update(partOf(doc, child), { parentId: freshPart.id });
    } else {
      diff.update(joint, { childId: fresh });
      // The new piece lies between the old one and what it hung from.
      if (freshPart.parentId === oldPart.id || freshPart.parentId === null) {
        diff.update(freshPart, { parentId: oldPart.parentId });
        diff.update(oldPart, { parentId: freshPart.id });
      }
    }
    notes.push(`${capital(jointLabel(doc, joint))} now belongs to ${labelFor(freshPart)}.`);
  }
  return { diff: diff.build(), notes };
}

/**
 * What becomes of joints after a cut: those of a piece that was cut in two go to whichever half touches the other end, and
 * those in whose disc pixels changed hands are fitted again, but for discs placed by hand.
 *
 * @param doc the character after the cut
 * @param art its pictures after the cut
 * @param before the faces before it
 * @param parted the piece that was cut in two, and the one it made
 */
export function followCut(
  doc: CharacterDoc,
  art: ViewArt,
  before: ReadonlyMap<PieceId, PlacedBitmap | null>,
  parted: { from: PieceId; fresh: PieceId } | null,
): Rehung {
  const faces = new Map([...art.pieces].map(([id, { face }]) => [id, face]));
  const rehung = parted ? rehangJoints(doc, faces, parted.from, parted.fresh) : { diff: NO_CHANGE, notes: [] };
  let { diff } = rehung;
  const notes = [...rehung.notes];
  for (const { id, confidence } of disturbedJoints(doc, before, faces, applyDiff(doc, diff))) {
    const at = applyDiff(doc, diff);
    const joint = jointById(at, id);
    const label = capital(jointLabel(at, joint));
    const fit = confidence < 1 ? fitBetween(at, joint.childId, joint.parentId, art) : null;
    if (fit?.ok && fit.radius <= mostRadius(at, joint)) {
      diff = joinDiffs(diff, changeJoint(at, id, fittedDisc(fit)));
      notes.push(`${label} was fitted again, as pixels changed in its disc.`);
    } else notes.push(`${label} stays where it was, though pixels changed in its disc: look at it.`);
  }
  return { diff, notes };
}

/**
 * Joints whose disc lies where their two pieces' pixels have changed: they should be fitted again.
 * @param now the character with its joints as they hang after the cut, where a cut in two has hung them anew
 */
export function disturbedJoints(
  doc: CharacterDoc,
  before: ReadonlyMap<PieceId, PlacedBitmap | null>,
  after: ReadonlyMap<PieceId, PlacedBitmap | null>,
  now: CharacterDoc = doc,
): JointRow[] {
  return doc.joints.filter((joint) =>
    (['childId', 'parentId'] as const).some((end) => {
      const was = before.get(joint[end]);
      const is = after.get(jointById(now, joint.id)[end]);
      return was !== is && differsInDisc(was ?? null, is ?? null, joint);
    }),
  );
}

function differsInDisc(
  a: PlacedBitmap | null,
  b: PlacedBitmap | null,
  disc: { x: number; y: number; radius: number },
): boolean {
  const alphaAt = (bitmap: PlacedBitmap | null, x: number, y: number) => {
    if (!bitmap) return 0;
    const px = x - bitmap.x;
    const py = y - bitmap.y;
    if (px < 0 || py < 0 || px >= bitmap.width || py >= bitmap.height) return 0;
    return bitmap.data[(py * bitmap.width + px) * 4 + 3];
  };
  for (let y = Math.floor(disc.y - disc.radius); y <= disc.y + disc.radius; y++)
    for (let x = Math.floor(disc.x - disc.radius); x <= disc.x + disc.radius; x++)
      if (
        Math.hypot(x + 0.5 - disc.x, y + 0.5 - disc.y) <= disc.radius &&
        alphaAt(a, x, y) > 0 !== alphaAt(b, x, y) > 0
      )
        return true;
  return false;
}
