import { randomUUID } from 'node:crypto';
import {
  NO_CHANGE,
  LimberError,
  addDrawings,
  applyDiff,
  capital,
  counted,
  drawingAt,
  drawingById,
  drawingLabel,
  drawingsLacking,
  inView,
  isMadeOf,
  joinDiffs,
  lookOf,
  marksOf,
  ownRow,
  pieceById,
  pieceName,
  placesOf,
  putPicture,
  remade,
  setById,
  stepsOf,
  toRemake,
  viewById,
  type BrushStroke,
  type CharacterDoc,
  type Diff,
  type DrawingId,
  type DrawingPicture,
  type MakeStep,
  type PieceId,
  type StepFields,
  type ViewId,
} from '@limber-sheaf/core';
import { Injectable, type OnModuleInit } from '@nestjs/common';
import { characterOf } from '../data/document-store.js';
import { SheetsService } from '../derived/sheets.service.js';
import { EventService } from '../edits/events.service.js';
import { EditService, type CharacterState, type EditContext } from '../edits/edit.service.js';
import type { DerivedOfView } from '../threads/pictures.js';
import { taskFile } from '../threads/task.js';
import { LONG, Threads } from '../threads/threads.js';

const tasks = taskFile<typeof import('./making.tasks.js')>(new URL('./making.tasks.js', import.meta.url));

/** A place of a set's chart in a view. */
interface Cell {
  viewId: ViewId;
  shape: string;
  mood: string;
}

/** Drawings that are made here: of others, by the nib, out of another view. */
@Injectable()
export class MakingService implements OnModuleInit {
  constructor(
    private readonly edits: EditService,
    private readonly sheets: SheetsService,
    private readonly threads: Threads,
    private readonly events: EventService,
  ) {}

  onModuleInit(): void {
    this.edits.followWith((doc, sheets, context) => this.remake(doc, sheets, context));
  }

  /** Makes a drawing of another, step by step; without steps it is a copy. */
  async make(
    drawingId: DrawingId,
    context: EditContext,
    { viewId, shape, mood, steps: fields }: Cell & { steps: StepFields[] },
  ): Promise<CharacterState> {
    const steps = stepsOf(fields);
    const { signal } = context;
    return this.edits.run(await characterOf('drawing', drawingId), context, async (doc) => {
      const drawing = drawingById(doc, drawingId);
      const set = setById(doc, drawing.setId);
      const derived = await this.sheets.ofView(doc, viewId, { signal });
      const picture = await this.threads.run(tasks, 'make', { doc, viewId, derived, drawingId, steps }, { signal });
      if (!picture)
        throw new LimberError('nothing-there', 'Nothing is left of the drawing.', 'Drag the handles less far.');
      const standing = drawingAt(doc, set, { shape, mood });
      // What would be made of itself is pressed flat at once; so is a copy, which is to be painted on.
      const isFlat = steps.length === 0 || (standing !== undefined && isMadeOf(doc, viewId, drawingId, standing.id));
      const made = { madeOf: drawingId, steps, madeKey: lookOf(doc, drawing, viewId, derived) };
      const marks = marksAfter(doc, drawingId, viewId, steps);
      const fresh = { drawingId: randomUUID(), drawingViewId: randomUUID(), shape, mood, picture, marks };
      return {
        kind: 'make-drawing',
        summary: `${steps.length === 0 ? 'Copy' : 'Make'} ${drawingLabel(doc, drawing)} into ${shape}, ${mood}`,
        diff: addDrawings(doc, set.id, viewId, [isFlat ? fresh : { ...fresh, made }]),
      };
    });
  }

  /** Paints on one of a drawing's pictures, or takes paint away. */
  async paint(
    drawingId: DrawingId,
    context: EditContext,
    { viewId, on, stroke }: { viewId: ViewId; on: DrawingPicture; stroke: BrushStroke },
  ): Promise<CharacterState> {
    const { signal } = context;
    return this.edits.run(await characterOf('drawing', drawingId), context, async (doc) => {
      ownRow(doc, drawingId, viewId);
      const picture = await this.threads.run(tasks, 'paint', { doc, viewId, drawingId, on, stroke }, { signal });
      const name = drawingLabel(doc, drawingById(doc, drawingId));
      return {
        kind: 'paint-drawing',
        summary: `${stroke.erase ? 'Erase on' : 'Paint on'} ${name}${on === 'over' ? ', over' : ''}`,
        diff: putPicture(doc, drawingId, viewId, picture, on),
      };
    });
  }

  /** Gives a drawing the default one's end at its piece's joint, so that it turns as that does. */
  async sameEnd(drawingId: DrawingId, context: EditContext, viewId: ViewId): Promise<CharacterState> {
    const { signal } = context;
    return this.edits.run(await characterOf('drawing', drawingId), context, async (doc) => {
      ownRow(doc, drawingId, viewId);
      const derived = await this.sheets.ofView(doc, viewId, { signal });
      const picture = await this.threads.run(tasks, 'sameEnd', { doc, viewId, derived, drawingId }, { signal });
      return {
        kind: 'paint-drawing',
        summary: `Give ${drawingLabel(doc, drawingById(doc, drawingId))} the same end`,
        diff: putPicture(doc, drawingId, viewId, picture),
      };
    });
  }

  /** Makes the rim round the white that a pupil lies in. */
  async rim(pupilId: PieceId, context: EditContext): Promise<CharacterState> {
    const { signal } = context;
    const ids = { pieceId: randomUUID(), partId: randomUUID() };
    return this.edits.run(await characterOf('piece', pupilId), context, async (doc) => {
      const pupil = pieceById(doc, pupilId);
      const derived = await this.sheets.ofView(doc, pupil.viewId, { signal });
      const diff = await this.threads.run(tasks, 'rim', { doc, derived, pupilId, ids }, { signal });
      return { kind: 'rim', summary: `Make the rim for ${pieceName(doc, pupil)}`, diff };
    });
  }

  /** Takes a drawing's picture in one view over for another, put on its seat there. */
  async takeOver(
    drawingId: DrawingId,
    context: EditContext,
    { viewId, fromViewId }: { viewId: ViewId; fromViewId: ViewId },
  ): Promise<CharacterState> {
    const { signal } = context;
    return this.edits.run(await characterOf('drawing', drawingId), context, async (doc) => {
      const { setId, shape, mood } = drawingById(doc, drawingId);
      const derived = await this.sheets.ofView(doc, viewId, { signal });
      const order = { doc, viewId, derived, drawingId, fromViewId };
      const taken = await this.threads.run(tasks, 'takeOver', order, { signal });
      const fresh = { drawingId, drawingViewId: randomUUID(), shape, mood, ...taken };
      return {
        kind: 'drawings',
        summary: `Use ${drawingLabel(doc, drawingById(doc, drawingId))} in ${viewById(doc, viewId).key}`,
        diff: addDrawings(doc, setId, viewId, [fresh]),
      };
    });
  }

  /** Takes every drawing of one view over that another lacks, each put on its seat there, as one edit. */
  async takeAllOver(viewId: ViewId, context: EditContext, fromViewId: ViewId): Promise<CharacterState> {
    const { signal } = context;
    const characterId = await characterOf('view', viewId);
    return this.edits.run(characterId, context, async (doc) => {
      const [here, there] = [viewId, fromViewId].map((id) => viewById(doc, id).key);
      const lacking = drawingsLacking(doc, viewId, fromViewId);
      if (lacking.length === 0)
        throw new LimberError(
          'nothing-there',
          `${capital(there)} has no drawing that ${here} lacks and has the piece for.`,
        );
      const derived = await this.sheets.ofView(doc, viewId, { signal });
      const tell = this.events.tellProgress(characterId, context.actor);
      const order = { doc, viewId, derived, fromViewId };
      const { taken, notes } = await this.threads.run(tasks, 'takeAllOver', order, { signal, tell, seconds: LONG });
      const fresh = taken.map((one) => {
        const { setId, shape, mood } = drawingById(doc, one.drawingId);
        return { setId, shape, mood, ...one, drawingViewId: randomUUID() };
      });
      const sets = [...new Set(fresh.map(({ setId }) => setId))];
      const diff = sets.reduce((all, id) => {
        const ofSet = fresh.filter(({ setId }) => setId === id);
        return joinDiffs(all, addDrawings(applyDiff(doc, all), id, viewId, ofSet));
      }, NO_CHANGE);
      return {
        kind: 'drawings',
        summary: `Use ${counted(fresh.length, 'drawing')} of ${there} in ${here}`,
        diff,
        notes,
      };
    });
  }

  /** What an edit changes of drawings that were made of what it changed; null for nothing. */
  private async remake(doc: CharacterDoc, sheets: DerivedOfView, context: EditContext): Promise<Diff | null> {
    const views = doc.views.filter(({ id }) => toRemake(doc, id, sheets).length > 0);
    if (views.length === 0) return null;
    const { signal } = context;
    const made = await Promise.all(
      views.map(({ id: viewId }) => this.threads.run(tasks, 'remake', { doc, viewId, derived: sheets }, { signal })),
    );
    return remade(doc, made.flat());
  }
}

/** The marks of a drawing that is made: the set's, where its steps leave them in place. */
function marksAfter(doc: CharacterDoc, drawingId: DrawingId, viewId: ViewId, steps: readonly MakeStep[]): number[] {
  const drawing = drawingById(doc, drawingId);
  const own = inView(doc, drawingId, viewId)?.marks ?? [];
  const marks = own.length === 4 ? own : marksOf(doc, setById(doc, drawing.setId), viewId);
  if (marks.length < 4) return [];
  const stays = (x: number, y: number) =>
    steps.every((step) => {
      if (step.do !== 'bend') return true;
      return placesOf(step.held).some((held) => Math.hypot(held.x - x, held.y - y) < 0.5);
    });
  return stays(marks[0], marks[1]) && stays(marks[2], marks[3]) ? [...marks] : [];
}
