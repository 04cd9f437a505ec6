import { randomUUID } from 'node:crypto';
import {
  counted,
  takePoses,
  jointToBend,
  labelFor,
  makeSoft,
  motionFaultsKey,
  motionsFor,
  partOf,
  pieceById,
  viewById,
  type CharacterDoc,
  type MotionFaults,
  type PieceId,
  type SoftLine,
  type ViewId,
} from '@limber-sheaf/core';
import { Inject, Injectable } from '@nestjs/common';
import { Sequelize } from 'sequelize-typescript';
import { characterOf, readSnapshot } from '../data/document-store.js';
import { DerivedService } from '../derived/derived.service.js';
import { SheetsService } from '../derived/sheets.service.js';
import { EventService } from '../edits/events.service.js';
import { EditService, type CharacterState, type EditContext } from '../edits/edit.service.js';
import type { Caller } from '../http/caller.js';
import { taskFile } from '../threads/task.js';
import { LONG, Threads } from '../threads/threads.js';
import type { TrialOrder, TrialPicture } from './trial.tasks.js';

const tasks = taskFile<typeof import('./trial.tasks.js')>(new URL('./trial.tasks.js', import.meta.url));

/** Which motion, and how it is made. */
type MotionWish = Pick<TrialOrder, 'motion' | 'fps' | 'amount' | 'late' | 'says'>;

/** What Trial makes to be shown. */
@Injectable()
export class TrialService {
  constructor(
    private readonly derived: DerivedService,
    private readonly sheets: SheetsService,
    private readonly threads: Threads,
    private readonly events: EventService,
    private readonly edits: EditService,
    @Inject(Sequelize) private readonly sequelize: Sequelize,
  ) {}

  /** What the pictures of a motion tell that is wrong: found under its key, or measured in the threads. */
  async faults(viewId: ViewId, wish: MotionWish, { signal }: Caller): Promise<MotionFaults> {
    const { doc } = await readSnapshot(this.sequelize, await characterOf('view', viewId));
    const derived = await this.sheets.ofView(doc, viewId, { signal });
    const key = motionFaultsKey(doc, viewId, derived, wish.motion, wish);
    const known = (await this.derived.find<MotionFaults>([key])).get(key);
    if (known) return known;
    const order = { ...wish, doc, viewId, derived };
    const measured = await this.threads.run(tasks, 'faults', order, { signal, seconds: LONG, behind: true });
    await this.derived.keep([[key, measured]]);
    return measured;
  }

  /** Takes the poses of another character. */
  async takePoses(characterId: string, context: EditContext, otherId: string): Promise<CharacterState> {
    const { doc: other } = await readSnapshot(this.sequelize, otherId);
    return this.edits.run(characterId, context, (doc) => {
      const { diff, taken, notes } = takePoses(doc, other, randomUUID);
      const summary = `Take ${counted(taken.length, 'pose')} from ${other.character.name}`;
      return { kind: 'pose', summary, diff, notes };
    });
  }

  /** Lets a piece bend along a line; along the one that is proposed where none is given. */
  async bendAlong(pieceId: PieceId, context: EditContext, line: SoftLine | null): Promise<CharacterState> {
    return this.edits.run(await characterOf('piece', pieceId), context, async (doc) => {
      jointToBend(doc, pieceId);
      const piece = pieceById(doc, pieceId);
      const name = labelFor(partOf(doc, piece));
      const along = line ?? (await this.proposedLine(doc, pieceId, piece.viewId, context));
      const summary = piece.soft ? `Bend ${name} along another line` : `Let ${name} bend`;
      return { kind: 'soft', summary, diff: makeSoft(doc, pieceId, along) };
    });
  }

  private async proposedLine(
    doc: CharacterDoc,
    pieceId: PieceId,
    viewId: ViewId,
    { signal }: EditContext,
  ): Promise<SoftLine> {
    const derived = await this.sheets.ofView(doc, viewId, { signal });
    return this.threads.run(tasks, 'line', { doc, pieceId, derived }, { signal });
  }

  /** Makes a picture of a motion for the lead; changes nothing of the character. */
  async show(
    viewId: ViewId,
    wish: MotionWish & Pick<TrialOrder, 'tall' | 'as' | 'wears'>,
    { signal, actor }: Caller,
  ): Promise<TrialPicture> {
    const { doc, revision } = await readSnapshot(this.sequelize, await characterOf('view', viewId));
    const derived = await this.sheets.ofView(doc, viewId, { signal });
    const tell = this.events.tellProgress(doc.character.id, actor);
    const word = motionsFor(doc, viewId).find(({ key }) => key === wish.motion)?.word ?? wish.motion;
    const caption = `${doc.character.name}, ${viewById(doc, viewId).key}: ${word.toLowerCase()}, revision ${revision}`;
    return this.threads.run(tasks, 'show', { ...wish, doc, viewId, derived, caption }, { signal, tell, seconds: LONG });
  }
}
