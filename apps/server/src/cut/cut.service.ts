import { randomUUID } from 'node:crypto';
import {
  LimberError,
  checkNames,
  cutPieces,
  deletePiece,
  findPart,
  findPiece,
  labelFor,
  nameFor,
  partOf,
  pieceById,
  renamePart,
  type CharacterDoc,
  type CutArgs,
  type NameTokens,
  type Refusal,
  type SheetRef,
} from '@limber-sheaf/core';
import { Injectable } from '@nestjs/common';
import type { Transaction } from 'sequelize';
import { BlobService } from '../blobs/blob.service.js';
import { characterOf } from '../data/document-store.js';
import { EditService, type CharacterState, type EditContext, type EditPlan } from '../edits/edit.service.js';
import { ArtService, type SheetFile } from '../work/art.js';
import type { CutOrder, CutOutcome } from '../work/cut-task.js';
import { refOf } from '../work/pictures.js';
import { WorkPool } from '../work/pool.js';

/** Throws a computation's refusal as an error the bench can show. */
export function orRefuse<T extends { ok: true }>(result: T | Refusal): T {
  if (result.ok) return result;
  throw new LimberError(result.code, result.sentence, undefined, result.place);
}

/** Refuses tokens whose name no file system or rig could keep. @throws LimberError `bad-name` */
export function refuseBadName(doc: CharacterDoc, tokens: NameTokens): void {
  const [fault] = checkNames([tokens], doc.character.scheme);
  if (fault) throw new LimberError('bad-name', fault.sentence);
}

/** Cutting: pixels from the design to parts and back. */
@Injectable()
export class CutService {
  constructor(
    private readonly edits: EditService,
    private readonly blobs: BlobService,
    private readonly art: ArtService,
    private readonly pool: WorkPool,
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
    return this.edits.run(await characterOf('view', viewId), context, async (doc, tx) => {
      const known = target.tokens && findPart(doc, target.tokens);
      const piece = target.pieceId ? pieceById(doc, target.pieceId) : known && findPiece(doc, viewId, known.id);
      const tokens = piece ? partOf(doc, piece) : target.tokens;
      if (!tokens) throw new LimberError('no-part', 'Pick the part that gets the pixels first.');
      refuseBadName(doc, tokens);
      const order = orderFor(piece?.id ?? null);
      const outcome = await this.compute(doc, viewId, order, tx);
      const words = { kind: order.op, summary: `${piece ? 'Add to' : verb} ${labelFor(tokens)}` };
      return this.plan(doc, viewId, outcome, tx, words, piece ? null : tokens);
    });
  }

  /** Gives the pixels in a loop back to the design. */
  async giveBack(
    viewId: string,
    context: EditContext,
    pieceId: string | undefined,
    loop: number[],
  ): Promise<CharacterState> {
    return this.edits.run(await characterOf('view', viewId), context, async (doc, tx) => {
      const name = pieceId ? labelFor(partOf(doc, pieceById(doc, pieceId))) : 'all pieces';
      const outcome = await this.compute(doc, viewId, { op: 'give-back', pieceId: pieceId ?? null, loop }, tx);
      return this.plan(doc, viewId, outcome, tx, { kind: 'give-back', summary: `Give back from ${name}` }, null);
    });
  }

  /** Cuts a piece, or what is still uncut, along a line; one side becomes a new piece. */
  async crossCut(
    viewId: string,
    context: EditContext,
    args: { pieceId?: string; line: number[]; take: 'left' | 'right'; tokens: NameTokens },
  ): Promise<CharacterState> {
    return this.edits.run(await characterOf('view', viewId), context, async (doc, tx) => {
      refuseBadName(doc, args.tokens);
      const part = findPart(doc, args.tokens);
      if (part && findPiece(doc, viewId, part.id)) {
        throw new LimberError(
          'name-taken',
          `There is a ${labelFor(args.tokens)} already.`,
          'Pick a part that is not cut yet for the new side.',
        );
      }
      const pieceId = args.pieceId ? pieceById(doc, args.pieceId).id : null;
      const outcome = await this.compute(doc, viewId, { op: 'cross', pieceId, line: args.line, take: args.take }, tx);
      const from = pieceId ? ` from ${labelFor(partOf(doc, pieceById(doc, pieceId)))}` : '';
      return this.plan(
        doc,
        viewId,
        outcome,
        tx,
        { kind: 'cross-cut', summary: `Cut ${labelFor(args.tokens)}${from}` },
        args.tokens,
        pieceId ?? undefined,
      );
    });
  }

  /** Gives offcuts to the pieces they belong to. */
  async sweepUp(viewId: string, context: EditContext, place?: { x: number; y: number }): Promise<CharacterState> {
    return this.edits.run(await characterOf('view', viewId), context, async (doc, tx) => {
      const outcome = await this.compute(doc, viewId, { op: 'sweep-up', place: place ?? null }, tx);
      const left = outcome.left ? `, left ${outcome.left} that touch no piece` : '';
      return this.plan(
        doc,
        viewId,
        outcome,
        tx,
        { kind: 'sweep-up', summary: `Sweep up ${outcome.swept} ${outcome.swept === 1 ? 'offcut' : 'offcuts'}${left}` },
        null,
      );
    });
  }

  /** Names a part anew. */
  async rename(partId: string, context: EditContext, tokens: NameTokens): Promise<CharacterState> {
    return this.edits.run(await characterOf('part', partId), context, (doc) => {
      refuseBadName(doc, tokens);
      const part = doc.parts.find((p) => p.id === partId);
      const diff = renamePart(doc, partId, tokens);
      return {
        kind: 'rename',
        summary: `Rename ${part ? nameFor(part, doc.character.scheme) : ''} to ${nameFor(tokens, doc.character.scheme)}`,
        diff,
      };
    });
  }

  /** Deletes a piece; its pixels are the design's again. */
  async remove(pieceId: string, context: EditContext): Promise<CharacterState> {
    return this.edits.run(await characterOf('piece', pieceId), context, (doc) => ({
      kind: 'delete-piece',
      summary: `Delete ${labelFor(partOf(doc, pieceById(doc, pieceId)))}`,
      diff: deletePiece(doc, pieceId),
    }));
  }

  private async compute(
    doc: CharacterDoc,
    viewId: string,
    order: CutOrder,
    transaction: Transaction,
  ): Promise<CutOutcome> {
    const files = await this.art.ofView(doc, viewId, transaction);
    return orRefuse(await this.pool.run('cut', { doc, viewId, files, order }));
  }

  private async plan(
    doc: CharacterDoc,
    viewId: string,
    outcome: CutOutcome,
    transaction: Transaction,
    words: { kind: string; summary: string },
    tokens: NameTokens | null,
    inFrontOf?: string,
  ): Promise<EditPlan> {
    const keep = async (sheet: SheetFile): Promise<SheetRef> => {
      await this.blobs.put(sheet.bytes, 'image/png', transaction);
      return refOf(sheet);
    };
    const args: CutArgs = { viewId, faces: new Map() };
    for (const { pieceId, sheet } of outcome.faces) args.faces.set(pieceId, await keep(sheet));
    if (outcome.fresh && tokens) {
      args.fresh = {
        pieceId: randomUUID(),
        partId: randomUUID(),
        tokens: { group: tokens.group, side: tokens.side, part: tokens.part, index: tokens.index },
        face: await keep(outcome.fresh),
        inFrontOf,
      };
    }
    return { ...words, diff: cutPieces(doc, args) };
  }
}
