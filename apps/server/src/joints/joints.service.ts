import {
  LimberError,
  counted,
  NO_CHANGE,
  applyDiff,
  changeJoint,
  childAndParent,
  copyJoint,
  deleteJoint,
  joinDiffs,
  jointById,
  jointChangeWord,
  jointLabel,
  movedBy,
  otherSide,
  pieceById,
  rowIndex,
  setInFront,
  sweepMeasures,
  turningJoints,
  unlinkJoint,
  type CharacterDoc,
  type Diff,
  type JointChange,
  type JointRow,
  type MadeJoints,
  type Row,
  type Sweep,
} from '@limber-sheaf/core';
import { Injectable } from '@nestjs/common';
import { characterOf } from '../data/document-store.js';
import { ProofService } from '../derived/proof.service.js';
import { EventService } from '../edits/events.service.js';
import { EditService, type CharacterState, type EditContext } from '../edits/edit.service.js';
import type { Caller } from '../http/caller.js';
import { taskFile, type Tell } from '../threads/task.js';
import { LONG, Threads } from '../threads/threads.js';

const tasks = taskFile<typeof import('./joints.tasks.js')>(new URL('./joints.tasks.js', import.meta.url));

/** A joint's sweep as it is kept. */
export interface KeptSweep {
  jointId: string;
  /** Of what it was measured (`proofKey`). */
  key: string;
  /** null where one of the joint's pieces has no paint. */
  sweep: Sweep | null;
}

/** Joints: placing, fitting, rounding, proving. */
@Injectable()
export class JointsService {
  constructor(
    private readonly edits: EditService,
    private readonly threads: Threads,
    private readonly events: EventService,
    private readonly proofs: ProofService,
  ) {}

  /** The sweeps of a view's joints that turn, as they are now. */
  async sweeps(viewId: string, caller: Caller): Promise<KeptSweep[]> {
    const { doc, measured } = await this.proofs.now(viewId, sweepMeasures, caller);
    return turningJoints(doc, viewId).map(({ id }, at) => {
      const { key, value } = measured[at];
      return { jointId: id, key, sweep: value && { bends: value.bends, cleanRange: value.cleanRange } };
    });
  }

  /** Puts a joint between two pieces, fitted to the contour or where the artist placed it. */
  async place(
    viewId: string,
    context: EditContext,
    args: { pieceId: string; otherId: string; disc?: { x: number; y: number; radius: number }; round?: boolean },
  ): Promise<CharacterState> {
    return this.edits.run(await characterOf('view', viewId), context, async (doc) => {
      const { child, parent } = childAndParent(doc, pieceById(doc, args.pieceId), pieceById(doc, args.otherId));
      const { id, diff } = await this.threads.run(
        tasks,
        'place',
        { doc, viewId, childId: child.id, parentId: parent.id, disc: args.disc ?? null, round: args.round ?? false },
        context,
      );
      const after = applyDiff(doc, diff);
      const label = jointLabel(after, jointById(after, id));
      return { kind: 'place-joint', summary: args.round ? `Place and round ${label}` : `Place ${label}`, diff };
    });
  }

  /** Fits and rounds every joint that the family asks for and that is not there yet, as one edit; tells what it left and why. */
  async fitAll(viewId: string, context: EditContext): Promise<CharacterState> {
    const characterId = await characterOf('view', viewId);
    return this.edits.run(characterId, context, async (doc) => {
      const { diff, made, notes } = await this.fitted(doc, viewId, context);
      const summary = made > 0 ? `Fit and round ${counted(made, 'joint')}` : 'No joint could be fitted.';
      return { kind: 'fit-all', summary, diff, notes };
    });
  }

  /** Every joint that is missing, fitted and rounded, before the edit is made. */
  fitted(
    doc: CharacterDoc,
    viewId: string,
    { signal, actor }: Caller,
    tell: Tell = this.events.tellProgress(doc.character.id, actor),
  ): Promise<MadeJoints> {
    return this.threads.run(tasks, 'fitAll', { doc, viewId }, { signal, seconds: LONG, tell });
  }

  async change(jointId: string, context: EditContext, change: JointChange): Promise<CharacterState> {
    return this.edits.run(
      await characterOf('joint', jointId),
      context,
      (doc) => {
        return {
          kind: 'change-joint',
          summary: `${jointChangeWord(change)} ${jointLabel(doc, jointById(doc, jointId))}`,
          diff: changeJoint(doc, jointId, change),
        };
      },
      { reads: (doc) => readBy(doc, jointId) },
    );
  }

  /** Puts the disc back where the contour has it. */
  async refit(jointId: string, context: EditContext): Promise<CharacterState> {
    return this.edits.run(await characterOf('joint', jointId), context, async (doc) => {
      const joint = jointById(doc, jointId);
      const { viewId, childId, parentId } = joint;
      const disc = await this.threads.run(tasks, 'fit', { doc, viewId, childId, parentId }, context);
      return {
        kind: 'fit-joint',
        summary: `Fit ${jointLabel(doc, joint)} to the contour`,
        diff: changeJoint(doc, jointId, disc),
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
    return this.edits.run(await characterOf('view', viewId), context, async (doc) => {
      const { diff, made } = await this.threads.run(
        tasks,
        'chain',
        { doc, viewId, pieceIds: [...pieceIds] },
        { signal: context.signal, seconds: LONG },
      );
      return { kind: 'chain', summary: `Fit and round a chain of ${counted(made, 'joint')}`, diff };
    });
  }

  async remove(jointId: string, context: EditContext): Promise<CharacterState> {
    return this.edits.run(await characterOf('joint', jointId), context, (doc) => ({
      kind: 'delete-joint',
      summary: `Delete ${jointLabel(doc, jointById(doc, jointId))}`,
      diff: deleteJoint(doc, jointId),
    }));
  }
}

/** A joint and all joints of what hangs from it. */
function limbOf(doc: CharacterDoc, joint: JointRow): JointRow[] {
  const moving = movedBy(doc, joint);
  return doc.joints.filter((j) => moving.has(j.childId));
}

/** The rows that changing a joint depends on: itself, its twin, its two pieces and its view. */
function readBy(doc: CharacterDoc, jointId: string): (Row | undefined)[] {
  const index = rowIndex(doc);
  const joint = doc.joints.find((j) => j.id === jointId);
  if (!joint) return [];
  return [jointId, joint.twinId, joint.childId, joint.parentId, joint.viewId].map((id) => index.get(id ?? ''));
}
