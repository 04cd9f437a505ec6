import {
  LimberError,
  changePiece,
  deletePieces,
  labelFor,
  nameAll,
  nameFor,
  partOf,
  pieceById,
  piecesOfView,
  refuseBadName,
  renamePart,
  type CutOrder,
  type NameTokens,
} from '@limber-sheaf/core';
import { Injectable } from '@nestjs/common';
import { characterOf } from '../data/document-store.js';
import { EditService, type CharacterState, type EditContext } from '../edits/edit.service.js';
import { CutService } from './cut.service.js';

/** What is done to one piece: its name, its shape, its edges, merging, deleting. */
@Injectable()
export class PieceService {
  constructor(
    private readonly edits: EditService,
    private readonly cut: CutService,
  ) {}

  /** Names a part anew. */
  async rename(partId: string, context: EditContext, tokens: NameTokens): Promise<CharacterState> {
    return this.edits.run(await characterOf('part', partId), context, (doc) => {
      refuseBadName(tokens, doc.character.scheme);
      const part = doc.parts.find((p) => p.id === partId);
      const diff = renamePart(doc, partId, tokens);
      return {
        kind: 'rename',
        summary: `Rename ${part ? nameFor(part, doc.character.scheme) : ''} to ${nameFor(tokens, doc.character.scheme)}`,
        diff,
      };
    });
  }

  /** Deletes pieces of a view; their pixels are the design's again. */
  async remove(viewId: string, context: EditContext, pieceIds: string[]): Promise<CharacterState> {
    return this.edits.run(await characterOf('view', viewId), context, (doc) => ({
      kind: 'delete-piece',
      summary: `Delete ${nameAll(doc, piecesOfView(doc, viewId, pieceIds))}`,
      diff: deletePieces(doc, pieceIds),
    }));
  }

  /** Grows or shrinks a piece, or fills its holes. */
  async reshape(
    pieceId: string,
    context: EditContext,
    change: { by?: number; fillHoles?: boolean },
  ): Promise<CharacterState> {
    return this.edits.run(await characterOf('piece', pieceId), context, async (doc) => {
      const piece = pieceById(doc, pieceId);
      const name = labelFor(partOf(doc, piece));
      const by = change.by ?? 0;
      const order: CutOrder = change.fillHoles ? { op: 'fill-holes', pieceId } : { op: 'reshape', pieceId, by };
      const summary = change.fillHoles
        ? `Fill holes of ${name}`
        : `${by > 0 ? 'Grow' : 'Shrink'} ${name} by ${Math.abs(by)} px`;
      return this.cut.plan(doc, piece.viewId, order, context, { kind: 'reshape', summary });
    });
  }

  /** Makes a new piece of all islands of a piece but the largest. */
  async splitIslands(pieceId: string, context: EditContext, tokens: NameTokens): Promise<CharacterState> {
    return this.edits.run(await characterOf('piece', pieceId), context, async (doc) => {
      const piece = pieceById(doc, pieceId);
      this.cut.refuseCutAlready(doc, piece.viewId, tokens);
      const order: CutOrder = { op: 'split-islands', pieceId };
      const summary = `Split ${labelFor(tokens)} off ${labelFor(partOf(doc, piece))}`;
      return this.cut.plan(doc, piece.viewId, order, context, { kind: 'split-islands', summary }, [tokens], {
        cutFrom: pieceId,
      });
    });
  }

  /** Merges pieces into another. */
  async merge(pieceId: string, context: EditContext, goneIds: string[]): Promise<CharacterState> {
    return this.edits.run(await characterOf('piece', pieceId), context, async (doc) => {
      const piece = pieceById(doc, pieceId);
      const gone = goneIds.map((id) => pieceById(doc, id));
      if (goneIds.includes(pieceId) || gone.some((one) => one.viewId !== piece.viewId))
        throw new LimberError('not-two-pieces', 'Merging needs two pieces of the same view.');
      const summary = `Merge ${nameAll(doc, gone)} into ${labelFor(partOf(doc, piece))}`;
      return this.cut.plan(doc, piece.viewId, { op: 'merge', pieceId, goneIds }, context, { kind: 'merge', summary });
    });
  }

  /** Sets a piece's margin, whether its edges are unmixed, or drops what it copied. */
  async changePiece(
    pieceId: string,
    context: EditContext,
    change: { margin?: number; unmix?: boolean; dropCopies?: boolean },
  ): Promise<CharacterState> {
    return this.edits.run(await characterOf('piece', pieceId), context, (doc) => {
      const name = labelFor(partOf(doc, pieceById(doc, pieceId)));
      const { margin, unmix, dropCopies } = change;
      const summary = dropCopies
        ? `Drop the copies of ${name}`
        : margin !== undefined
          ? `Set the margin of ${name} to ${margin} px`
          : `${unmix ? 'Unmix' : 'Leave'} the edges of ${name}${unmix ? '' : ' as drawn'}`;
      return {
        kind: 'change-piece',
        summary,
        diff: changePiece(doc, pieceId, { margin, unmix, ...(dropCopies ? { extra: null } : {}) }),
      };
    });
  }
}
