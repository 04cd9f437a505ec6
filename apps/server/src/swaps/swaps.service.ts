import { randomUUID } from 'node:crypto';
import {
  LimberError,
  addDrawings,
  changeSetRules,
  applyDiff,
  counted,
  drawingById,
  drawingLabel,
  holdThing,
  joinDiffs,
  lidsToMake,
  mirrorPiece,
  onEyes,
  pieceName,
  seatAll,
  setAt,
  setById,
  setName,
  startSet,
  type CharacterDoc,
  type DrawingId,
  type SeatedAll,
  type SwapSetId,
  type ViewId,
} from '@limber-sheaf/core';
import { Inject, Injectable } from '@nestjs/common';
import { Sequelize } from 'sequelize-typescript';
import { characterOf, readSnapshot } from '../data/document-store.js';
import { SheetsService } from '../derived/sheets.service.js';
import { EditService, type CharacterState, type EditContext } from '../edits/edit.service.js';
import { EventService } from '../edits/events.service.js';
import type { Caller } from '../http/caller.js';
import { taskFile } from '../threads/task.js';
import { LONG, Threads } from '../threads/threads.js';
import type { MovingOrder, MovingPicture } from './moving-picture.js';
import type { BringOrder, BroughtPictures, HoldOrder } from './swaps.tasks.js';

const tasks = taskFile<typeof import('./swaps.tasks.js')>(new URL('./swaps.tasks.js', import.meta.url));

/** Drawings that come to sets: from files, computed, on their seats. */
@Injectable()
export class SwapsService {
  constructor(
    private readonly edits: EditService,
    private readonly sheets: SheetsService,
    private readonly threads: Threads,
    private readonly events: EventService,
    @Inject(Sequelize) private readonly sequelize: Sequelize,
  ) {}

  /** Brings drawings in from files, as one edit; tells what it left and why. */
  async bring(
    setId: SwapSetId,
    viewId: ViewId,
    { files, cell }: Pick<BringOrder, 'files' | 'cell'>,
    context: EditContext,
  ): Promise<CharacterState> {
    if (cell && files.length > 1)
      throw new LimberError('too-many', 'One place on the chart takes one file.', 'Drop the others beside the chart.');
    const characterId = await characterOf('swapSet', setId);
    const { signal } = context;
    return this.edits.run(characterId, context, async (doc) => {
      const derived = await this.sheets.ofView(doc, viewId, { signal });
      const tell = this.events.tellProgress(characterId, context.actor);
      const order = { doc, setId, viewId, derived, files, cell };
      const { drawings, notes } = await this.threads.run(tasks, 'bring', order, { signal, tell, seconds: LONG });
      const name = setName(doc, setById(doc, setId));
      return {
        kind: 'drawings',
        summary: `Bring in ${counted(drawings.length, 'drawing')} of ${name}`,
        diff: addDrawings(doc, setId, viewId, drawings.map(freshDrawing)),
        notes,
      };
    });
  }

  /** Lets a drawing hold a thing from a file: a piece of its own between it and its second picture. */
  async hold(
    drawingId: DrawingId,
    viewId: ViewId,
    file: HoldOrder['file'],
    context: EditContext,
  ): Promise<CharacterState> {
    const { signal } = context;
    return this.edits.run(await characterOf('drawing', drawingId), context, async (doc) => {
      const order = { doc, drawingId, viewId, file };
      const { notes, ...thing } = await this.threads.run(tasks, 'hold', order, { signal, seconds: LONG });
      const ids = { pieceId: randomUUID(), partId: randomUUID(), setId: randomUUID(), next: randomUUID };
      const diff = holdThing(doc, drawingId, viewId, thing, ids);
      const summary = `Let ${drawingLabel(doc, drawingById(doc, drawingId))} hold ${thing.name}`;
      return { kind: 'drawings', summary, diff, notes };
    });
  }

  /** Computes the lids that a set of eyes lacks. */
  async lids(setId: SwapSetId, viewId: ViewId, context: EditContext): Promise<CharacterState> {
    const { signal } = context;
    return this.edits.run(await characterOf('swapSet', setId), context, async (doc) => {
      const set = setById(doc, setId);
      const shapes = lidsToMake(doc, set, viewId);
      if (shapes.length === 0)
        throw new LimberError('nothing-there', 'Every lid of the chart that is computed has its drawing already.');
      const derived = await this.sheets.ofView(doc, viewId, { signal });
      const made = await this.threads.run(tasks, 'lids', { doc, setId, viewId, derived, shapes }, { signal });
      const diff = addDrawings(doc, setId, viewId, made.map(freshDrawing));
      // In front of whatever lies on the eyes.
      const front = onEyes(doc, set, viewId).at(-1);
      const rule = front && changeSetRules(applyDiff(doc, diff), setId, { overPartId: front.partId });
      return {
        kind: 'lids',
        summary: `Make ${counted(made.length, 'lid')} of ${setName(doc, set)}`,
        diff: rule ? joinDiffs(diff, rule) : diff,
      };
    });
  }

  /** Gives a set's drawings to the piece of the other side, mirrored; its set is started where it has none. */
  async mirror(setId: SwapSetId, viewId: ViewId, context: EditContext): Promise<CharacterState> {
    const { signal } = context;
    return this.edits.run(await characterOf('swapSet', setId), context, async (doc) => {
      const set = setById(doc, setId);
      const made = await this.threads.run(tasks, 'mirror', { doc, setId, viewId }, { signal });
      const other = mirrorPiece(doc, set, viewId);
      if (!other || made.length === 0)
        throw new LimberError('nothing-there', `${setName(doc, set)} has no drawing but the one at rest.`);
      const fresh = { setId: randomUUID(), drawingId: randomUUID() };
      const start = setAt(doc, other) ? null : startSet(doc, other.id, fresh, set.kind);
      const started = start ? applyDiff(doc, start) : doc;
      const to = setAt(started, other)?.id ?? fresh.setId;
      const drawings = made.map((one) => ({ ...one, drawingId: randomUUID(), drawingViewId: randomUUID() }));
      const diff = addDrawings(started, to, viewId, drawings);
      return {
        kind: 'drawings',
        summary: `Give ${counted(made.length, 'drawing')} of ${setName(doc, set)} to ${pieceName(doc, other)}`,
        diff: start ? joinDiffs(start, diff) : diff,
      };
    });
  }

  /** Paints beneath a set's piece, so that nothing is bare while another drawing shows. */
  async beneath(setId: SwapSetId, viewId: ViewId, context: EditContext): Promise<CharacterState> {
    const { signal } = context;
    return this.edits.run(await characterOf('swapSet', setId), context, async (doc) => {
      const derived = await this.sheets.ofView(doc, viewId, { signal });
      const order = { doc, setId, viewId, derived };
      const diff = await this.threads.run(tasks, 'beneath', order, { signal, seconds: LONG });
      return { kind: 'paint-beneath', summary: `Paint beneath ${setName(doc, setById(doc, setId))}`, diff };
    });
  }

  /** Makes a moving picture of drawings that change; changes nothing of the character. */
  async movingPicture(
    viewId: ViewId,
    { scenes, fps }: Pick<MovingOrder, 'scenes' | 'fps'>,
    { signal, actor }: Caller,
  ): Promise<MovingPicture> {
    const { doc } = await readSnapshot(this.sequelize, await characterOf('view', viewId));
    const derived = await this.sheets.ofView(doc, viewId, { signal });
    const tell = this.events.tellProgress(doc.character.id, actor);
    const order = { doc, viewId, derived, scenes, fps };
    return this.threads.run(tasks, 'move', order, { signal, tell, seconds: LONG });
  }

  /** Puts every drawing of a view on its seat, as one edit; tells what it left and why. @param turns may they be turned and scaled? */
  async seatAll(
    viewId: ViewId,
    context: EditContext,
    { turns, setId }: { turns: boolean; setId?: SwapSetId },
  ): Promise<CharacterState> {
    const { signal } = context;
    const characterId = await characterOf('view', viewId);
    return this.edits.run(characterId, context, async (doc) => {
      const { diff, moved, notes } = turns
        ? await this.seatTurned(doc, viewId, context, setId)
        : seatAll(doc, viewId, setId);
      if (moved === 0 && notes.length === 0)
        throw new LimberError('nothing-there', 'Every drawing is on its seat already.');
      signal?.throwIfAborted();
      return { kind: 'seat', summary: `Seat ${counted(moved, 'drawing')}`, diff, notes };
    });
  }

  private async seatTurned(
    doc: CharacterDoc,
    viewId: ViewId,
    { signal, actor }: EditContext,
    setId?: SwapSetId,
  ): Promise<SeatedAll> {
    const derived = await this.sheets.ofView(doc, viewId, { signal });
    const tell = this.events.tellProgress(doc.character.id, actor);
    return this.threads.run(tasks, 'seatTurned', { doc, viewId, derived, setId }, { signal, tell, seconds: LONG });
  }
}

function freshDrawing(brought: BroughtPictures) {
  return { drawingId: randomUUID(), drawingViewId: randomUUID(), ...brought, marks: [] };
}
