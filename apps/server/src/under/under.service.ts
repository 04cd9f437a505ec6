import { randomUUID } from 'node:crypto';
import {
  LimberError,
  applyDiff,
  carryContours,
  counted,
  crossesItself,
  findPart,
  findPiece,
  isEmptyDiff,
  joinDiffs,
  labelFor,
  paintBeneath,
  partOf,
  pieceById,
  refuseBadName,
  sayNothingAt,
  setEndsHere,
  setGraft,
  type BrushStroke,
  type CarriedContour,
  type CharacterDoc,
  type GraftLook,
  type NameTokens,
  type PieceId,
  type Place,
  type ProposeOptions,
  type Rgb,
  type ViewId,
} from '@limber-sheaf/core';
import { Inject, Injectable } from '@nestjs/common';
import { Sequelize } from 'sequelize-typescript';
import { characterOf, readSnapshot } from '../data/document-store.js';
import { SheetsService } from '../derived/sheets.service.js';
import { EditService, type CharacterState, type EditContext } from '../edits/edit.service.js';
import { EventService } from '../edits/events.service.js';
import type { Caller } from '../http/caller.js';
import type { DerivedOfView } from '../threads/pictures.js';
import { taskFile, type Tell } from '../threads/task.js';
import { LONG, Threads } from '../threads/threads.js';

const tasks = taskFile<typeof import('./under.tasks.js')>(new URL('./under.tasks.js', import.meta.url));

/** Where the picture of a graft is from: a piece as it is drawn, a file, or the graft that is there. */
type GraftSource = { doc: CharacterDoc; pieceId: PieceId; derived: DerivedOfView } | { path: string } | null;

interface HiddenPieceOrder {
  tokens: NameTokens;
  loop: number[];
  colour: Rgb;
  shade?: number;
}

/** Paint beneath: proposed, by hand, and the word that there is none. */
@Injectable()
export class UnderService {
  constructor(
    private readonly edits: EditService,
    private readonly sheets: SheetsService,
    private readonly threads: Threads,
    private readonly events: EventService,
    @Inject(Sequelize) private readonly sequelize: Sequelize,
  ) {}

  /** Paints whatever comes into view bare, as one edit; tells what it left and why. */
  async paintAll(viewId: ViewId, context: EditContext, options: ProposeOptions): Promise<CharacterState> {
    const characterId = await characterOf('view', viewId);
    return this.edits.run(characterId, context, async (doc) => {
      const { diff, painted, notes } = await this.proposed(doc, viewId, context, options);
      if (painted === 0 && notes.length === 0)
        throw new LimberError('nothing-bare', 'Whatever comes into view has paint already.');
      const summary = painted > 0 ? `Paint ${counted(painted, 'piece')} beneath` : 'No piece could be painted beneath.';
      return { kind: 'paint-beneath', summary, diff, notes };
    });
  }

  /** Paints one piece beneath, as it is proposed; in place of the caller's last edit where its revision is given. */
  async paint(
    pieceId: PieceId,
    context: EditContext,
    { anew = false, replaces, ...options }: ProposeOptions & { anew?: boolean; replaces?: number },
  ): Promise<CharacterState> {
    const characterId = await characterOf('piece', pieceId);
    const plan = async (doc: CharacterDoc) => {
      const piece = pieceById(doc, pieceId);
      const cleared = anew ? paintBeneath(doc, new Map([[pieceId, null]])) : null;
      const start = cleared ? applyDiff(doc, cleared) : doc;
      const made = await this.proposed(start, piece.viewId, context, { ...options, only: [pieceId] });
      const name = labelFor(partOf(doc, piece));
      if (isEmptyDiff(made.diff))
        throw new LimberError(
          'nothing-bare',
          made.notes[0] ?? `Whatever of ${name} comes into view has paint already.`,
        );
      const diff = cleared ? joinDiffs(cleared, made.diff) : made.diff;
      return { kind: 'paint-beneath', summary: `Paint ${name} beneath`, diff };
    };
    return replaces === undefined
      ? this.edits.run(characterId, context, plan)
      : this.edits.replace(characterId, context, replaces, plan);
  }

  /** Paints beneath by hand, one gesture as one edit. */
  async brush(pieceId: PieceId, context: EditContext, stroke: BrushStroke): Promise<CharacterState> {
    return this.edits.run(await characterOf('piece', pieceId), context, async (doc) => {
      const name = labelFor(partOf(doc, pieceById(doc, pieceId)));
      const diff = await this.threads.run(tasks, 'brush', { doc, pieceId, stroke }, context);
      return { kind: 'brush-beneath', summary: `${stroke.erase ? 'Erase' : 'Brush'} beneath ${name}`, diff };
    });
  }

  /** Fills a closed area beneath a piece. */
  async fill(pieceId: PieceId, context: EditContext, place: Place, colour: Rgb): Promise<CharacterState> {
    return this.edits.run(await characterOf('piece', pieceId), context, async (doc) => {
      const piece = pieceById(doc, pieceId);
      const derived = await this.sheets.ofView(doc, piece.viewId, context);
      const diff = await this.threads.run(tasks, 'fill', { doc, pieceId, derived, place, colour }, context);
      return { kind: 'fill-beneath', summary: `Fill beneath ${labelFor(partOf(doc, piece))}`, diff };
    });
  }

  /** Takes away all that was painted beneath a piece. */
  async clear(pieceId: PieceId, context: EditContext): Promise<CharacterState> {
    return this.edits.run(await characterOf('piece', pieceId), context, (doc) => ({
      kind: 'clear-beneath',
      summary: `Clear the paint beneath ${labelFor(partOf(doc, pieceById(doc, pieceId)))}`,
      diff: paintBeneath(doc, new Map([[pieceId, null]])),
    }));
  }

  /** Begins a piece that does not show at rest. */
  async beginHidden(viewId: ViewId, context: EditContext, order: HiddenPieceOrder): Promise<CharacterState> {
    const ids = { pieceId: randomUUID(), partId: randomUUID() };
    return this.edits.run(await characterOf('view', viewId), context, async (doc) => {
      const { tokens, loop } = order;
      const name = labelFor(tokens);
      refuseBadName(tokens, doc.character.scheme);
      const part = findPart(doc, tokens);
      if (part && findPiece(doc, viewId, part.id))
        throw new LimberError('name-taken', `There is a ${name} already.`, 'Name it otherwise.');
      if (crossesItself(loop)) throw new LimberError('bad-contour', 'The contour crosses itself.', 'Draw it again.');
      const diff = await this.threads.run(tasks, 'begin', { doc, viewId, ...order, ...ids }, context);
      return { kind: 'begin-hidden', summary: `Begin ${name}, hidden`, diff };
    });
  }

  /** Takes a shadow off a piece. */
  async liftShadow(pieceId: PieceId, context: EditContext, loop: number[]): Promise<CharacterState> {
    const ids = { shadowId: randomUUID(), partId: randomUUID() };
    return this.edits.run(await characterOf('piece', pieceId), context, async (doc) => {
      const piece = pieceById(doc, pieceId);
      const name = labelFor(partOf(doc, piece));
      if (piece.shadowOf) throw new LimberError('no-shadow', 'This is a shadow already.', 'Pick the piece it lies on.');
      const diff = await this.threads.run(tasks, 'lift', { doc, pieceId, loop, ...ids }, context);
      return { kind: 'lift-shadow', summary: `Lift the shadow off ${name}`, diff };
    });
  }

  /** Lays paint of another piece beneath, or the graft that is there otherwise. */
  async graft(pieceId: PieceId, context: EditContext, fromId?: PieceId, look?: GraftLook): Promise<CharacterState> {
    return this.layGraft(pieceId, context, look, async () => (fromId ? this.grafted(fromId, context) : null));
  }

  async graftFile(pieceId: PieceId, context: EditContext, path: string): Promise<CharacterState> {
    return this.layGraft(pieceId, context, undefined, () => Promise.resolve({ path }));
  }

  private async layGraft(
    pieceId: PieceId,
    context: EditContext,
    look: GraftLook | undefined,
    source: () => Promise<GraftSource>,
  ): Promise<CharacterState> {
    const characterId = await characterOf('piece', pieceId);
    const from = await source();
    return this.edits.run(characterId, context, async (doc) => {
      const name = labelFor(partOf(doc, pieceById(doc, pieceId)));
      const diff = await this.threads.run(tasks, 'graft', { doc, pieceId, from, look }, context);
      return { kind: 'graft', summary: `${from ? 'Graft' : 'Move the graft'} beneath ${name}`, diff };
    });
  }

  /** A piece of any character, as it is drawn. */
  private async grafted(pieceId: PieceId, { signal }: EditContext): Promise<GraftSource> {
    const { doc } = await readSnapshot(this.sequelize, await characterOf('piece', pieceId));
    return { doc, pieceId, derived: await this.sheets.ofView(doc, pieceById(doc, pieceId).viewId, { signal }) };
  }

  /** A graft is paint like any from now on. */
  async pressFlat(pieceId: PieceId, context: EditContext): Promise<CharacterState> {
    return this.edits.run(await characterOf('piece', pieceId), context, (doc) => ({
      kind: 'press-flat',
      summary: `Press the graft beneath ${labelFor(partOf(doc, pieceById(doc, pieceId)))} flat`,
      diff: setGraft(doc, pieceId, null),
    }));
  }

  /** Says of a hole that opens in motion that there is nothing. */
  async nothingAt(viewId: ViewId, context: EditContext, place: Place): Promise<CharacterState> {
    return this.edits.run(await characterOf('view', viewId), context, (doc) => ({
      kind: 'nothing-at',
      summary: 'There is nothing where it opens',
      diff: sayNothingAt(doc, viewId, place),
    }));
  }

  /** Carries a piece's contours on as they were drawn. */
  async contours(pieceId: PieceId, context: EditContext, carried: readonly CarriedContour[]): Promise<CharacterState> {
    return this.edits.run(await characterOf('piece', pieceId), context, (doc) => ({
      kind: 'carry-on',
      summary: `Carry the contour of ${labelFor(partOf(doc, pieceById(doc, pieceId)))} on`,
      diff: carryContours(doc, pieceId, carried),
    }));
  }

  async endsHere(pieceId: PieceId, context: EditContext, endsHere: boolean): Promise<CharacterState> {
    return this.edits.run(await characterOf('piece', pieceId), context, (doc) => {
      const name = labelFor(partOf(doc, pieceById(doc, pieceId)));
      const summary = endsHere ? `Nothing of ${name} is hidden` : `${name} goes on beneath`;
      return { kind: 'ends-here', summary, diff: setEndsHere(doc, pieceId, endsHere) };
    });
  }

  /** Paint for whatever comes into view bare, or for some pieces alone, before the edit is made. */
  async proposed(
    doc: CharacterDoc,
    viewId: ViewId,
    { signal, actor }: Caller,
    { only, tell, open, ...options }: ProposeOptions & { only?: PieceId[]; tell?: Tell; open?: boolean } = {},
  ) {
    const derived = await this.sheets.ofView(doc, viewId, { signal });
    const told = tell ?? this.events.tellProgress(doc.character.id, actor);
    const order = { doc, viewId, derived, only, open, options };
    return this.threads.run(tasks, 'paint', order, { signal, seconds: LONG, tell: told });
  }
}
