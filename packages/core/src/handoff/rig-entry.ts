import { inFrontOf, parentPiece, partOf, pieceName } from '../document/family.js';
import type { NameTokens } from '../document/naming.js';
import type { CharacterDoc, JointRow, PieceRow } from '../document/rows.js';
import { loosenessReach } from '../joints/round-joint.js';
import type { JointProof } from '../joints/prove-joint.js';
import type { Rect } from '../raster/bitmap.js';

/** What a package says of a piece, but for its files. */
export interface RigEntry extends NameTokens {
  /** The part's: the same in every view, version and after a rename. */
  id: string;
  name: string;
  parent: string | null;
  bounds: Rect;
  pivot: { x: number; y: number } | null;
  kind: 'face' | 'uncut';
  joint:
    | (Pick<JointRow, 'kind' | 'discOn' | 'radius' | 'lineWidth'> & {
        /** `none` where the outline lies beneath both, as pieces of its own. */
        outlineOn: Exclude<JointRow['outlineOn'], 'under'>;
        /** px. */
        looseness: number;
        range: [number, number];
        inFront: 'child' | 'parent';
        cleanRange: [number, number] | null;
      })
    | null;
}

/** The name of what is still uncut, which leaves as a piece of its own at the back. */
export const UNCUT = 'uncut';

/** What a package says of a piece that is drawn within `bounds`. */
export function rigEntry(
  doc: CharacterDoc,
  piece: PieceRow,
  { x, y, width, height }: Rect,
  proofs: readonly JointProof[],
): RigEntry {
  const { id, group, part, side, index } = partOf(doc, piece);
  const parent = parentPiece(doc, piece);
  const joint = doc.joints.find((j) => j.childId === piece.id);
  return {
    id,
    name: pieceName(doc, piece),
    group,
    part,
    side,
    index,
    parent: parent && pieceName(doc, parent),
    bounds: { x, y, width, height },
    pivot: joint ? { x: joint.x, y: joint.y } : null,
    joint: joint
      ? {
          kind: joint.kind,
          discOn: joint.discOn,
          radius: joint.radius,
          range: [joint.rangeLow, joint.rangeHigh],
          inFront: inFrontOf(doc, joint),
          outlineOn: joint.outlineOn === 'under' ? 'none' : joint.outlineOn,
          lineWidth: joint.lineWidth,
          looseness: Math.round(loosenessReach(joint) * 100) / 100,
          cleanRange: proofs.find((p) => p.jointId === joint.id)?.cleanRange ?? null,
        }
      : null,
    kind: 'face',
  };
}

/** What a package says of the uncut rest: it moves with nothing, and its id is the view's. */
export function uncutEntry(viewId: string, { x, y, width, height }: Rect): RigEntry {
  const tokens = { group: UNCUT, part: null, side: null, index: null };
  const bounds = { x, y, width, height };
  return { id: viewId, name: UNCUT, ...tokens, parent: null, bounds, pivot: null, joint: null, kind: 'uncut' };
}
