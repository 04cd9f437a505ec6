import { randomUUID } from 'node:crypto';
import {
  LimberError,
  NO_CHANGE,
  applyDiff,
  capital,
  changeJoint,
  checkNames,
  cutPieces,
  drawOrder,
  findPart,
  findPiece,
  fittedDisc,
  joinDiffs,
  jointById,
  jointLabel,
  labelFor,
  partOf,
  pieceById,
  type CharacterDoc,
  type CutArgs,
  type CutSheets,
  type Diff,
  type MaskRuns,
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
import type { CutOrder, CutOutcome, CutSheetFiles } from '../work/cut-task.js';
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

/** Cutting: pixels from the design to parts and back. What is done to one piece is in `PieceService`. */
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
      const { piece, tokens } = this.targetOf(doc, viewId, target);
      const order = orderFor(piece?.id ?? null);
      const outcome = await this.compute(doc, viewId, order, tx);
      const words = { kind: order.op, summary: `${piece ? 'Add to' : verb} ${labelFor(tokens)}` };
      return this.plan(doc, viewId, outcome, tx, words, [piece ? null : tokens]);
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
      return this.plan(doc, viewId, outcome, tx, { kind: 'give-back', summary: `Give back from ${name}` }, []);
    });
  }

  /** Cuts a piece, or what is still uncut, along a line; one side becomes a new piece. */
  async crossCut(
    viewId: string,
    context: EditContext,
    args: { pieceId?: string; line: number[]; take: 'left' | 'right'; tokens: NameTokens },
  ): Promise<CharacterState> {
    return this.edits.run(await characterOf('view', viewId), context, async (doc, tx) => {
      this.refuseCutAlready(doc, viewId, args.tokens);
      const pieceId = args.pieceId ? pieceById(doc, args.pieceId).id : null;
      const outcome = await this.compute(doc, viewId, { op: 'cross', pieceId, line: args.line, take: args.take }, tx);
      const from = pieceId ? ` from ${labelFor(partOf(doc, pieceById(doc, pieceId)))}` : '';
      return this.plan(
        doc,
        viewId,
        outcome,
        tx,
        { kind: 'cross-cut', summary: `Cut ${labelFor(args.tokens)}${from}` },
        [args.tokens],
        { cutFrom: pieceId ?? undefined },
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
        [],
      );
    });
  }

  /** Gives masks to parts, each to a piece or to a new one; all of them as one edit. */
  async take(
    viewId: string,
    context: EditContext,
    targets: { pieceId?: string; tokens?: NameTokens; mask: MaskRuns }[],
    word: string,
  ): Promise<CharacterState> {
    return this.edits.run(await characterOf('view', viewId), context, async (doc, tx) => {
      const named = targets.map((target) => this.targetOf(doc, viewId, target));
      const twice = named.find((t, i) => named.findIndex((o) => labelFor(o.tokens) === labelFor(t.tokens)) !== i);
      if (twice)
        throw new LimberError(
          'name-taken',
          `Two shapes are named ${labelFor(twice.tokens)}.`,
          'Give both to it as one.',
        );
      const order: CutOrder = {
        op: 'take',
        targets: targets.map(({ mask }, i) => ({ pieceId: named[i].piece?.id ?? null, mask })),
      };
      const outcome = await this.compute(doc, viewId, order, tx);
      const [first] = named;
      const summary =
        targets.length > 1
          ? `${word} ${targets.length} parts`
          : `${first.piece ? 'Add to' : word} ${labelFor(first.tokens)}`;
      // Pieces of proposals take their usual place in the draw order.
      return this.plan(
        doc,
        viewId,
        outcome,
        tx,
        { kind: 'take', summary },
        named.map((t) => (t.piece ? null : t.tokens)),
        {
          usualOrder: targets.length > 1,
        },
      );
    });
  }

  /** Copies pixels into a piece's overlap, and leaves them where they are. */
  async copy(viewId: string, context: EditContext, pieceId: string, mask: MaskRuns): Promise<CharacterState> {
    return this.edits.run(await characterOf('view', viewId), context, async (doc, tx) => {
      const outcome = await this.compute(doc, viewId, { op: 'copy', pieceId, mask }, tx);
      const summary = `Copy paint to ${labelFor(partOf(doc, pieceById(doc, pieceId)))}`;
      return this.plan(doc, viewId, outcome, tx, { kind: 'copy', summary }, []);
    });
  }

  /** The piece a target means, and the tokens of its part. @throws LimberError `no-part`, `bad-name` */
  private targetOf(doc: CharacterDoc, viewId: string, target: { pieceId?: string; tokens?: NameTokens }) {
    const known = target.tokens && findPart(doc, target.tokens);
    const piece = target.pieceId ? pieceById(doc, target.pieceId) : known ? findPiece(doc, viewId, known.id) : null;
    const tokens = piece ? partOf(doc, piece) : target.tokens;
    if (!tokens) throw new LimberError('no-part', 'Pick the part that gets the pixels first.');
    refuseBadName(doc, tokens);
    return { piece, tokens };
  }

  /** @throws LimberError `bad-name`, `name-taken` */
  refuseCutAlready(doc: CharacterDoc, viewId: string, tokens: NameTokens): void {
    refuseBadName(doc, tokens);
    const part = findPart(doc, tokens);
    if (part && findPiece(doc, viewId, part.id)) {
      throw new LimberError(
        'name-taken',
        `There is a ${labelFor(tokens)} already.`,
        'Pick a part that is not cut yet for the new side.',
      );
    }
  }

  async compute(doc: CharacterDoc, viewId: string, order: CutOrder, transaction: Transaction): Promise<CutOutcome> {
    const files = await this.art.ofView(doc, viewId, transaction);
    return orRefuse(await this.pool.run('cut', { doc, viewId, files, order }));
  }

  private async keep(sheet: SheetFile, transaction: Transaction): Promise<SheetRef> {
    await this.blobs.put(sheet.bytes, 'image/png', transaction);
    return refOf(sheet);
  }

  async kept(change: CutSheetFiles, transaction: Transaction): Promise<CutSheets> {
    const kept: CutSheets = {};
    if (change.face) kept.face = await this.keep(change.face, transaction);
    if (change.own !== undefined) kept.own = change.own && (await this.keep(change.own, transaction));
    if (change.extra !== undefined) kept.extra = change.extra && (await this.keep(change.extra, transaction));
    return kept;
  }

  /** The edit that an outcome comes to; joints follow the pieces they touch, and what needs fitting anew is named. */
  async plan(
    doc: CharacterDoc,
    viewId: string,
    outcome: CutOutcome,
    transaction: Transaction,
    words: { kind: string; summary: string },
    fresh: (NameTokens | null)[],
    { cutFrom, usualOrder = false }: { cutFrom?: string; usualOrder?: boolean } = {},
  ): Promise<EditPlan> {
    const args: CutArgs = { viewId, sheets: new Map(), fresh: [] };
    for (const { pieceId, change } of outcome.sheets) args.sheets.set(pieceId, await this.kept(change, transaction));
    const front = drawOrder(doc, viewId).at(-1)?.id;
    for (const [at, tokens] of fresh.entries()) {
      const sheet = outcome.fresh[at];
      if (!sheet || !tokens) continue;
      args.fresh.push({
        pieceId: randomUUID(),
        partId: randomUUID(),
        tokens: { group: tokens.group, side: tokens.side, part: tokens.part, index: tokens.index },
        face: await this.keep(sheet.face, transaction),
        own: sheet.own && (await this.keep(sheet.own, transaction)),
        inFrontOf: cutFrom ?? (usualOrder ? undefined : front),
      });
    }
    let diff = cutPieces(doc, args);
    const notes: string[] = [];
    if (cutFrom && args.fresh.length === 1 && doc.joints.some((j) => [j.childId, j.parentId].includes(cutFrom))) {
      const after = applyDiff(doc, diff);
      const files = await this.art.ofView(after, viewId, transaction);
      const rehung = await this.pool.run('rehang', { doc: after, files, from: cutFrom, fresh: args.fresh[0].pieceId });
      diff = joinDiffs(diff, rehung.diff);
      notes.push(...rehung.notes);
    }
    const refitted = await this.refit(applyDiff(doc, diff), viewId, outcome.disturbed, transaction);
    notes.push(...refitted.notes);
    return { ...words, diff: joinDiffs(diff, refitted.diff), notes };
  }

  /** Fits joints again in whose discs pixels have changed hands, but those that were placed by hand; says what became of each. */
  private async refit(
    after: CharacterDoc,
    viewId: string,
    disturbed: readonly string[],
    transaction: Transaction,
  ): Promise<{ diff: Diff; notes: string[] }> {
    let diff: Diff = NO_CHANGE;
    const notes: string[] = [];
    const joints = after.joints.filter((joint) => disturbed.includes(joint.id));
    if (joints.length === 0) return { diff, notes };
    const files = await this.art.ofView(after, viewId, transaction);
    for (const { id, childId, parentId, confidence } of joints) {
      const doc = applyDiff(after, diff);
      const label = capital(jointLabel(doc, jointById(doc, id)));
      const fit = confidence < 1 ? await this.pool.run('fit', { doc, files, childId, parentId, byHand: null }) : null;
      if (fit?.ok) {
        diff = joinDiffs(diff, changeJoint(doc, id, fittedDisc(fit)));
        notes.push(`${label} was fitted again, as pixels changed in its disc.`);
      } else notes.push(`${label} stays where it was, though pixels changed in its disc: look at it.`);
    }
    return { diff, notes };
  }
}
