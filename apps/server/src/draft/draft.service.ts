import {
  LimberError,
  NO_CHANGE,
  TEMPLATES,
  applyDiff,
  bordersAsked,
  changeCharacter,
  changeView,
  counted,
  doubtStill,
  findDoubts,
  joinDiffs,
  jointless,
  layAsUsual,
  offcutOf,
  openDoubts,
  planOf,
  settleDoubt,
  withTemplate,
  type CharacterDoc,
  type Diff,
  type Doubt,
  type DoubtAnswer,
  type ViewId,
} from '@limber-sheaf/core';
import { Inject, Injectable } from '@nestjs/common';
import { Sequelize } from 'sequelize-typescript';
import { BringInService } from '../cut/bring-in.service.js';
import { CutService } from '../cut/cut.service.js';
import { characterOf, readSnapshot } from '../data/document-store.js';
import { ProofService } from '../derived/proof.service.js';
import { EditService, type CharacterState, type EditContext, type EditPlan } from '../edits/edit.service.js';
import { EventService } from '../edits/events.service.js';
import type { Caller } from '../http/caller.js';
import { JointsService } from '../joints/joints.service.js';
import { taskFile, type Tell } from '../threads/task.js';
import { LONG, Threads } from '../threads/threads.js';
import { UnderService } from '../under/under.service.js';

const tasks = taskFile<typeof import('./draft.tasks.js')>(new URL('./draft.tasks.js', import.meta.url));

/** The share of a draft's time that is over once the parts are cut, and once they are jointed. */
const CUT = 0.2;
const FITTED = 0.75;

/** The first draft: all that can be proposed for a raw view, in the order of the stations; and what it leaves to decide. */
@Injectable()
export class DraftService {
  constructor(
    private readonly edits: EditService,
    private readonly bringIn: BringInService,
    private readonly cut: CutService,
    private readonly joints: JointsService,
    private readonly under: UnderService,
    private readonly proofs: ProofService,
    private readonly events: EventService,
    private readonly threads: Threads,
    @Inject(Sequelize) private readonly sequelize: Sequelize,
  ) {}

  /** Makes the first draft of a view, as one edit. @throws LimberError `cut-already`, `nothing-there` */
  async draft(viewId: ViewId, context: EditContext): Promise<CharacterState> {
    const characterId = await characterOf('view', viewId);
    return this.edits.run(characterId, context, (doc) => this.drafted(doc, viewId, context));
  }

  private async drafted(doc: CharacterDoc, viewId: ViewId, context: EditContext): Promise<EditPlan> {
    if (doc.pieces.some((piece) => piece.viewId === viewId))
      throw new LimberError('cut-already', 'This view is cut already.', 'Propose what is left of it in Cut.');
    const tell = this.events.tellProgress(doc.character.id, context.actor);
    const part =
      (from: number, to: number): Tell =>
      (share, doing) =>
        tell(from + (to - from) * share, doing);
    let [now, diff, notes]: [CharacterDoc, Diff, string[]] = [doc, NO_CHANGE, []];
    const take = (more: Diff, told: readonly string[] = []) => {
      [now, diff, notes] = [applyDiff(now, more), joinDiffs(diff, more), [...notes, ...told]];
    };
    tell(0, 'Proposing the parts');
    const freed = await this.bringIn.freed(now, viewId, context);
    if (freed) take(freed, ['The backdrop was removed.']);
    const swept = await this.bringIn.swept(now, viewId, context);
    if (swept) take(swept.diff, [`${counted(swept.area, 'px', 'px')} of specks and haze about it were swept away.`]);
    const planned = now.character.plan ? null : await this.planBySight(now, viewId, context);
    if (planned) take(planned.diff, [planned.note]);
    const cut = await this.cut.drafted(now, viewId, context);
    if (!cut) throw new LimberError('nothing-there', 'No part could be told in this design.', 'Cut it by hand.');
    take(cut.diff, cut.notes);
    take(layAsUsual(now, viewId));
    const asked = { doc: now, viewId, sure: cut.sure };
    const { laid, doubts } = await this.threads.run(tasks, 'look', asked, { ...context, seconds: LONG });
    take(laid);
    take(changeView(now, viewId, { drafted: doubts }));
    // A figure of a single part has nothing to joint.
    const none = { diff: NO_CHANGE, made: 0, notes: [] };
    const fitted =
      jointless(now, viewId).length > 0 ? await this.joints.fitted(now, viewId, context, part(CUT, FITTED)) : none;
    take(fitted.diff, fitted.notes);
    const painted = await this.under.proposed(now, viewId, context, { tell: part(FITTED, 1), open: true });
    take(painted.diff, painted.notes);
    if (painted.open.length > 0)
      take(changeView(now, viewId, { drafted: [...doubts, ...openDoubts(now, viewId, painted.open)] }));
    const made = [
      counted(cut.sure.length, 'part'),
      counted(fitted.made, 'joint'),
      `${painted.painted} painted beneath`,
    ];
    return { kind: 'draft', summary: `First draft: ${made.join(', ')}`, diff, notes };
  }

  /** The breakdown by what is seen, where nobody has chosen one; null where the usual one does. */
  private async planBySight(doc: CharacterDoc, viewId: ViewId, { signal }: Caller) {
    const key = await this.threads.run(tasks, 'guess', { doc, viewId }, { signal, seconds: LONG });
    if (!key) return null;
    const plan = withTemplate(planOf(doc.character), key);
    const word = TEMPLATES.find((template) => template.key === key)?.word ?? key;
    return {
      diff: changeCharacter(doc, { plan }),
      note: `The breakdown was chosen by what is seen: ${word.toLowerCase()}.`,
    };
  }

  /** What a draft has left to decide in a view. */
  async doubts(viewId: ViewId, { signal }: Caller): Promise<Doubt[]> {
    const { doc } = await readSnapshot(this.sequelize, await characterOf('view', viewId));
    return this.doubtsOf(doc, viewId, signal);
  }

  private async doubtsOf(doc: CharacterDoc, viewId: ViewId, signal?: AbortSignal): Promise<Doubt[]> {
    const { checks } = await this.proofs.prove(doc, viewId, { signal });
    return findDoubts(doc, viewId, checks);
  }

  /** Answers a doubt. @throws LimberError `not-found`, `no-answer`, `no-room` */
  async settle(
    viewId: ViewId,
    context: EditContext,
    { key, answer, as }: { key: string; answer: DoubtAnswer; as?: string },
  ): Promise<CharacterState> {
    const characterId = await characterOf('view', viewId);
    if (answer === 'sweep') {
      const place = offcutOf(await this.doubts(viewId, context), key);
      return this.cut.sweepUp(viewId, context, place);
    }
    if (answer === 'more' || answer === 'less')
      return this.edits.run(characterId, context, (doc) => this.moved(doc, viewId, context, { key, answer }));
    return this.edits.run(characterId, context, (doc) => ({
      kind: 'settle',
      ...settleDoubt(doc, viewId, key, answer, as),
    }));
  }

  /** Moves the cuts that a doubt is about on, those of both sides alike; joints follow, and the doubt stays until it is right. */
  private async moved(
    doc: CharacterDoc,
    viewId: ViewId,
    context: EditContext,
    { key, answer }: { key: string; answer: 'more' | 'less' },
  ): Promise<EditPlan> {
    const { pairs, between } = bordersAsked(doc, viewId, key);
    const asked = { doc, viewId, pairs, to: answer };
    const targets = await this.threads.run(tasks, 'strips', asked, { signal: context.signal });
    if (targets.length === 0)
      throw new LimberError(
        'no-room',
        `The cut between ${between} cannot go farther that way: too little would be left.`,
        'Trace what is to change hands.',
      );
    const words = {
      kind: 'settle',
      summary: `Move the ${pairs.length === 1 ? 'cut' : 'cuts'} between ${between}`,
    };
    const made = await this.cut.plan(doc, viewId, { op: 'take', targets }, context, words);
    const doubted = doubtStill(doc, applyDiff(doc, made.diff), viewId);
    return { ...made, diff: joinDiffs(made.diff, doubted) };
  }
}
