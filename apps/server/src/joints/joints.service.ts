import { randomUUID } from 'node:crypto';
import {
  LimberError,
  NO_CHANGE,
  applyDiff,
  drawOrder,
  hangingFrom,
  copyJoint,
  otherSide,
  parentPiece,
  partOf,
  pieceName,
  plannedPart,
  unlinkJoint,
  changeJoint,
  childAndParent,
  deleteJoint,
  fittedDisc,
  joinDiffs,
  jointById,
  jointLabel,
  pieceById,
  placeJoint,
  putDrawnEndInFront,
  setInFront,
  type CharacterDoc,
  type Diff,
  type PairFit,
  type JointChange,
  type JointRow,
  type ViewProof,
} from '@limber-sheaf/core';
import { Injectable } from '@nestjs/common';
import { LRUCache } from 'lru-cache';
import { orRefuse } from '../cut/cut.service.js';
import { characterOf, loadCharacter } from '../data/document-store.js';
import { EditService, type CharacterState, type EditContext } from '../edits/edit.service.js';
import { ArtService } from '../work/art.js';
import { WorkPool } from '../work/pool.js';

const CHANGE_WORDS: Record<keyof JointChange, string> = {
  kind: 'Set kind of',
  lineColour: 'Set line of',
  fillColour: 'Set fill of',
  reach: 'Set reach of',
  foldsOut: 'Set folds of',
  x: 'Move',
  y: 'Move',
  radius: 'Resize',
  rangeLow: 'Set range of',
  rangeHigh: 'Set range of',
  outlineOn: 'Set outline of',
  discOn: 'Set whose end is rounded at',
  lineWidth: 'Set line width of',
  looseness: 'Loosen',
  lineMore: 'Set thickness of the line under',
  rounded: 'Round',
};

/** Joints: placing, fitting, rounding, proving. */
@Injectable()
export class JointsService {
  private readonly proofs = new LRUCache<string, Promise<ViewProof>>({ max: 32 });

  constructor(
    private readonly edits: EditService,
    private readonly art: ArtService,
    private readonly pool: WorkPool,
  ) {}

  /** Puts a joint between two pieces, fitted to the contour or where the artist placed it. */
  async place(
    viewId: string,
    context: EditContext,
    args: { pieceId: string; otherId: string; disc?: { x: number; y: number; radius: number }; round?: boolean },
  ): Promise<CharacterState> {
    return this.edits.run(await characterOf('view', viewId), context, async (doc, tx) => {
      const { child, parent } = childAndParent(doc, pieceById(doc, args.pieceId), pieceById(doc, args.otherId));
      const files = await this.art.ofView(doc, child.viewId, tx);
      const fit = orRefuse(
        await this.pool.run('fit', { doc, files, childId: child.id, parentId: parent.id, byHand: args.disc ?? null }),
      );
      const id = randomUUID();
      const diff = placeFitted(doc, id, child.id, parent.id, fit, args.round ?? false);
      const after = applyDiff(doc, diff);
      const label = jointLabel(after, jointById(after, id));
      return { kind: 'place-joint', summary: args.round ? `Place and round ${label}` : `Place ${label}`, diff };
    });
  }

  /** Fits and rounds every joint that the family asks for and that is not there yet, as one edit; tells what it left and why. */
  async fitAll(viewId: string, context: EditContext): Promise<CharacterState> {
    return this.edits.run(await characterOf('view', viewId), context, async (start, tx) => {
      const files = await this.art.ofView(start, viewId, tx);
      const notes: string[] = [];
      const stay: string[] = [];
      let doc = start;
      let diff: Diff = NO_CHANGE;
      let made = 0;
      for (const child of drawOrder(start, viewId)) {
        const parent = parentPiece(start, child);
        if (!parent || start.joints.some((joint) => joint.childId === child.id)) continue;
        const planned = plannedPart(doc, partOf(doc, child));
        if (planned && (planned.joint === null || planned.joint === 'slide')) {
          stay.push(pieceName(doc, child));
          continue;
        }
        const fit = await this.pool.run('fit', { doc, files, childId: child.id, parentId: parent.id, byHand: null });
        if (!fit.ok) {
          notes.push(`${pieceName(doc, child)} is left: ${fit.sentence}`);
          continue;
        }
        const placed = placeFitted(doc, randomUUID(), child.id, parent.id, fit, true);
        diff = joinDiffs(diff, placed);
        doc = applyDiff(doc, placed);
        made++;
      }
      if (stay.length > 0) notes.push(`${stay.join(', ')} move with what they hang from, by the plan.`);
      if (made === 0)
        throw new LimberError(
          'nothing-to-fit',
          notes[0] ?? 'Every part that moves with another has its joint already.',
        );
      return { kind: 'fit-all', summary: `Fit and round ${made} ${made === 1 ? 'joint' : 'joints'}`, diff, notes };
    });
  }

  async change(jointId: string, context: EditContext, change: JointChange): Promise<CharacterState> {
    return this.edits.run(await characterOf('joint', jointId), context, (doc) => {
      const [first] = Object.keys(change).filter(
        (key) => change[key as keyof JointChange] !== undefined,
      ) as (keyof JointChange)[];
      const words = first === 'rounded' && change.rounded === false ? 'Unround' : (CHANGE_WORDS[first] ?? 'Change');
      return {
        kind: 'change-joint',
        summary: `${words} ${jointLabel(doc, jointById(doc, jointId))}`,
        diff: changeJoint(doc, jointId, change),
      };
    });
  }

  /** Puts the disc back where the contour has it. */
  async refit(jointId: string, context: EditContext): Promise<CharacterState> {
    return this.edits.run(await characterOf('joint', jointId), context, async (doc, tx) => {
      const joint = jointById(doc, jointId);
      const files = await this.art.ofView(doc, joint.viewId, tx);
      const fit = orRefuse(
        await this.pool.run('fit', { doc, files, childId: joint.childId, parentId: joint.parentId, byHand: null }),
      );
      return {
        kind: 'fit-joint',
        summary: `Fit ${jointLabel(doc, joint)} to the contour`,
        diff: changeJoint(doc, jointId, fittedDisc(fit)),
      };
    });
  }

  async inFront(jointId: string, context: EditContext, inFront: 'child' | 'parent'): Promise<CharacterState> {
    return this.edits.run(await characterOf('joint', jointId), context, (doc) => ({
      kind: 'in-front',
      summary: `Change what is in front at ${jointLabel(doc, jointById(doc, jointId))}`,
      diff: setInFront(doc, jointId, inFront),
    }));
  }

  /** Gives other joints what this one has: the same limb on the other side, or one that is named. */
  async copy(
    jointId: string,
    context: EditContext,
    { ontoId, link }: { ontoId?: string; link: boolean },
  ): Promise<CharacterState> {
    return this.edits.run(await characterOf('joint', jointId), context, (doc) => {
      const from = jointById(doc, jointId);
      const pairs: [JointRow, JointRow][] = [];
      if (ontoId) pairs.push([from, jointById(doc, ontoId)]);
      else
        for (const joint of limbOf(doc, from)) {
          const other = otherSide(doc, joint);
          if (other) pairs.push([joint, other]);
        }
      if (pairs.length === 0)
        throw new LimberError(
          'no-other-side',
          `${jointLabel(doc, from)} has no joint of the same name on the other side.`,
          'Fit the other side first.',
        );
      let diff: Diff = NO_CHANGE;
      for (const [a, b] of pairs) diff = joinDiffs(diff, copyJoint(applyDiff(doc, diff), a.id, b.id, link));
      const names = pairs.map(([, b]) => jointLabel(doc, b)).join(', ');
      return { kind: 'copy-joint', summary: `${link ? 'Link' : 'Copy'} ${jointLabel(doc, from)} to ${names}`, diff };
    });
  }

  async unlink(jointId: string, context: EditContext): Promise<CharacterState> {
    return this.edits.run(await characterOf('joint', jointId), context, (doc) => ({
      kind: 'unlink-joint',
      summary: `Unlink ${jointLabel(doc, jointById(doc, jointId))}`,
      diff: unlinkJoint(doc, jointId),
    }));
  }

  /** Fits and rounds a joint between each of some pieces and the next, from the root outwards, as one edit. */
  async chain(viewId: string, context: EditContext, pieceIds: readonly string[]): Promise<CharacterState> {
    return this.edits.run(await characterOf('view', viewId), context, async (start, tx) => {
      const files = await this.art.ofView(start, viewId, tx);
      let doc = start;
      let diff: Diff = NO_CHANGE;
      for (const [at, childId] of pieceIds.slice(1).entries()) {
        const fit = orRefuse(await this.pool.run('fit', { doc, files, childId, parentId: pieceIds[at], byHand: null }));
        const placed = placeFitted(
          doc,
          randomUUID(),
          pieceById(doc, childId).id,
          pieceById(doc, pieceIds[at]).id,
          fit,
          true,
        );
        diff = joinDiffs(diff, placed);
        doc = applyDiff(doc, placed);
      }
      const made = pieceIds.length - 1;
      return { kind: 'chain', summary: `Fit and round a chain of ${made} ${made === 1 ? 'joint' : 'joints'}`, diff };
    });
  }

  async remove(jointId: string, context: EditContext): Promise<CharacterState> {
    return this.edits.run(await characterOf('joint', jointId), context, (doc) => ({
      kind: 'delete-joint',
      summary: `Delete ${jointLabel(doc, jointById(doc, jointId))}`,
      diff: deleteJoint(doc, jointId),
    }));
  }

  /** All checks of a view as it is now; the same revision is computed once. */
  async prove(viewId: string): Promise<ViewProof & { revision: number }> {
    const { doc, revision } = await loadCharacter(await characterOf('view', viewId));
    const key = `${viewId}@${revision}`;
    let proof = this.proofs.get(key);
    if (!proof) {
      proof = this.compute(doc, viewId);
      this.proofs.set(key, proof);
      proof.catch(() => this.proofs.delete(key));
    }
    return { ...(await proof), revision };
  }

  private async compute(doc: CharacterDoc, viewId: string): Promise<ViewProof> {
    return this.pool.run('check', { doc, viewId, files: await this.art.ofView(doc, viewId) });
  }
}

/** The edit that puts a fitted joint in its place: with a drawn end in front, and rounded if asked for. */
function placeFitted(
  doc: CharacterDoc,
  id: string,
  childId: string,
  parentId: string,
  fit: PairFit,
  round: boolean,
): Diff {
  const placed = placeJoint(doc, id, childId, parentId, fit);
  const ordered = joinDiffs(placed, putDrawnEndInFront(applyDiff(doc, placed), id));
  return round ? joinDiffs(ordered, changeJoint(applyDiff(doc, ordered), id, { rounded: true })) : ordered;
}

/** A joint and all joints of what hangs from it. */
function limbOf(doc: CharacterDoc, joint: JointRow): JointRow[] {
  const moving = new Set(hangingFrom(doc, pieceById(doc, joint.childId)).map((p) => p.id));
  return doc.joints.filter((j) => moving.has(j.childId));
}
