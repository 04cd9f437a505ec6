import {
  LimberError,
  counted,
  findPart,
  findPiece,
  labelFor,
  partOf,
  pieceById,
  refuseBadName,
  type CharacterDoc,
  type CutOrder,
  type MaskRuns,
  type NameTokens,
} from '@limber-sheaf/core';
import { Injectable } from '@nestjs/common';
import { characterOf } from '../data/document-store.js';
import { EditService, type CharacterState, type EditContext, type EditPlan } from '../edits/edit.service.js';
import type { Caller } from '../http/caller.js';
import { taskFile } from '../threads/task.js';
import { LONG, Threads } from '../threads/threads.js';
import type { DraftedCut } from './cut.tasks.js';

export const cutTasks = taskFile<typeof import('./cut.tasks.js')>(new URL('./cut.tasks.js', import.meta.url));

/** Pixels, and the piece or the new part that gets them. */
export interface TakeTarget {
  pieceId?: string;
  tokens?: NameTokens;
  mask: MaskRuns;
}

/** Cutting: pixels from the design to parts and back. What is done to one piece is in `PieceService`. */
@Injectable()
export class CutService {
  constructor(
    private readonly edits: EditService,
    private readonly threads: Threads,
  ) {}

  /** Gives the pixels in a loop to a part: to a piece, or to a new one named by tokens. */
  async trace(
    viewId: string,
    context: EditContext,
    target: { pieceId?: string; tokens?: NameTokens },
    loop: number[],
  ): Promise<CharacterState> {
    return this.give(viewId, context, target, (pieceId) => ({ op: 'trace', pieceId, loop }), 'Trace');
  }

  /** Adds what a round nib goes over to a part, or takes it away from a piece. */
  async nib(
    viewId: string,
    context: EditContext,
    target: { pieceId?: string; tokens?: NameTokens },
    nib: { stroke: number[]; hardness: number; away: boolean },
  ): Promise<CharacterState> {
    if (!nib.away) return this.give(viewId, context, target, (pieceId) => ({ op: 'nib', pieceId, ...nib }), 'Nib');
    return this.edits.run(await characterOf('view', viewId), context, async (doc) => {
      const { piece, tokens } = this.targetOf(doc, viewId, target);
      if (!piece) throw new LimberError('nothing-there', `There is no ${labelFor(tokens)} yet to take away from.`);
      const order: CutOrder = { op: 'nib', pieceId: piece.id, ...nib };
      return this.plan(doc, viewId, order, context, { kind: 'nib', summary: `Take away from ${labelFor(tokens)}` });
    });
  }

  /** Gives all that is still uncut to a part. */
  async takeRest(
    viewId: string,
    context: EditContext,
    target: { pieceId?: string; tokens?: NameTokens },
  ): Promise<CharacterState> {
    return this.give(viewId, context, target, (pieceId) => ({ op: 'take-rest', pieceId }), 'Give the rest to');
  }

  private async give(
    viewId: string,
    context: EditContext,
    target: { pieceId?: string; tokens?: NameTokens },
    orderFor: (pieceId: string | null) => CutOrder,
    verb: string,
  ): Promise<CharacterState> {
    return this.edits.run(await characterOf('view', viewId), context, async (doc) => {
      const { piece, tokens } = this.targetOf(doc, viewId, target);
      const order = orderFor(piece?.id ?? null);
      const words = { kind: order.op, summary: `${piece ? 'Add to' : verb} ${labelFor(tokens)}` };
      return this.plan(doc, viewId, order, context, words, [piece ? null : tokens]);
    });
  }

  /** Gives the pixels in a loop back to the design. */
  async giveBack(
    viewId: string,
    context: EditContext,
    pieceId: string | undefined,
    loop: number[],
  ): Promise<CharacterState> {
    return this.edits.run(await characterOf('view', viewId), context, async (doc) => {
      const name = pieceId ? labelFor(partOf(doc, pieceById(doc, pieceId))) : 'all pieces';
      const order: CutOrder = { op: 'give-back', pieceId: pieceId ?? null, loop };
      return this.plan(doc, viewId, order, context, { kind: 'give-back', summary: `Give back from ${name}` });
    });
  }

  /** Cuts a piece, or what is still uncut, along a line; one side becomes a new piece. */
  async crossCut(
    viewId: string,
    context: EditContext,
    args: { pieceId?: string; line: number[]; take: 'left' | 'right'; tokens: NameTokens },
  ): Promise<CharacterState> {
    return this.edits.run(await characterOf('view', viewId), context, async (doc) => {
      this.refuseCutAlready(doc, viewId, args.tokens);
      const pieceId = args.pieceId ? pieceById(doc, args.pieceId).id : null;
      const order: CutOrder = { op: 'cross', pieceId, line: args.line, take: args.take };
      const from = pieceId ? ` from ${labelFor(partOf(doc, pieceById(doc, pieceId)))}` : '';
      return this.plan(
        doc,
        viewId,
        order,
        context,
        { kind: 'cross-cut', summary: `Cut ${labelFor(args.tokens)}${from}` },
        [args.tokens],
        { cutFrom: pieceId ?? undefined },
      );
    });
  }

  /** Gives offcuts to the pieces they belong to. */
  async sweepUp(viewId: string, context: EditContext, place?: { x: number; y: number }): Promise<CharacterState> {
    return this.edits.run(await characterOf('view', viewId), context, async (doc) => {
      const order: CutOrder = { op: 'sweep-up', place: place ?? null };
      const made = await this.plan(doc, viewId, order, context, { kind: 'sweep-up', summary: '' });
      const left = made.left ? `, left ${made.left} that touch no piece` : '';
      const summary = `Sweep up ${counted(made.swept, 'offcut')}${left}`;
      return { ...made, summary };
    });
  }

  /** Gives masks to parts, each to a piece or to a new one; all of them as one edit. */
  async take(viewId: string, context: EditContext, targets: TakeTarget[], word: string): Promise<CharacterState> {
    const characterId = await characterOf('view', viewId);
    return this.edits.run(characterId, context, (doc) => this.taken(doc, viewId, context, targets, word));
  }

  /** Takes anew what the last edit took, by other numbers; nothing else changes. */
  async retake(
    viewId: string,
    context: EditContext,
    targets: TakeTarget[],
    word: string,
    replaces: number,
  ): Promise<CharacterState> {
    const characterId = await characterOf('view', viewId);
    return this.edits.replace(characterId, context, replaces, (doc) => this.taken(doc, viewId, context, targets, word));
  }

  private taken(
    doc: CharacterDoc,
    viewId: string,
    context: EditContext,
    targets: TakeTarget[],
    word: string,
  ): Promise<EditPlan> {
    const named = targets.map((target) => this.targetOf(doc, viewId, target));
    const twice = named.find((t, i) => named.findIndex((o) => labelFor(o.tokens) === labelFor(t.tokens)) !== i);
    if (twice)
      throw new LimberError('name-taken', `Two shapes are named ${labelFor(twice.tokens)}.`, 'Give both to it as one.');
    const order: CutOrder = {
      op: 'take',
      targets: targets.map(({ mask }, i) => ({ pieceId: named[i].piece?.id ?? null, mask })),
    };
    const [first] = named;
    const many = targets.length > 1;
    const summary = many
      ? `${word} ${targets.length} parts`
      : `${first.piece ? 'Add to' : word} ${labelFor(first.tokens)}`;
    const fresh = named.map((t) => (t.piece ? null : t.tokens));
    return this.plan(doc, viewId, order, context, { kind: 'take', summary }, fresh);
  }

  /** Proposes parts of a raw view and cuts those that have a name, before the edit is made; null for none. */
  drafted(doc: CharacterDoc, viewId: string, { signal }: Caller): Promise<DraftedCut | null> {
    return this.threads.run(cutTasks, 'draft', { doc, viewId }, { signal, seconds: LONG });
  }

  /** Copies pixels into a piece's overlap, and leaves them where they are. */
  async copy(viewId: string, context: EditContext, pieceId: string, mask: MaskRuns): Promise<CharacterState> {
    return this.edits.run(await characterOf('view', viewId), context, async (doc) => {
      const order: CutOrder = { op: 'copy', pieceId, mask };
      const summary = `Copy paint to ${labelFor(partOf(doc, pieceById(doc, pieceId)))}`;
      return this.plan(doc, viewId, order, context, { kind: 'copy', summary });
    });
  }

  /** The piece a target means, and the tokens of its part. @throws LimberError `no-part`, `bad-name` */
  private targetOf(doc: CharacterDoc, viewId: string, target: { pieceId?: string; tokens?: NameTokens }) {
    const known = target.tokens && findPart(doc, target.tokens);
    const piece = target.pieceId ? pieceById(doc, target.pieceId) : known ? findPiece(doc, viewId, known.id) : null;
    const tokens = piece ? partOf(doc, piece) : target.tokens;
    if (!tokens) throw new LimberError('no-part', 'Pick the part that gets the pixels first.');
    refuseBadName(tokens, doc.character.scheme);
    return { piece, tokens };
  }

  /** @throws LimberError `bad-name`, `name-taken` */
  refuseCutAlready(doc: CharacterDoc, viewId: string, tokens: NameTokens): void {
    refuseBadName(tokens, doc.character.scheme);
    const part = findPart(doc, tokens);
    if (part && findPiece(doc, viewId, part.id)) {
      throw new LimberError(
        'name-taken',
        `There is a ${labelFor(tokens)} already.`,
        'Pick a part that is not cut yet for the new side.',
      );
    }
  }

  /** The edit that a cut comes to, worked out in a thread. */
  async plan(
    doc: CharacterDoc,
    viewId: string,
    order: CutOrder,
    { signal }: EditContext,
    words: { kind: string; summary: string },
    fresh: (NameTokens | null)[] = [],
    more: { cutFrom?: string } = {},
  ): Promise<EditPlan & { swept: number; left: number }> {
    return {
      ...words,
      ...(await this.threads.run(cutTasks, 'cut', { doc, viewId, order, fresh, ...more }, { signal, seconds: LONG })),
    };
  }
}
