import {
  LimberError,
  applyDiff,
  compareViews,
  joinDiffs,
  labelFor,
  layJoints,
  measureSymmetry,
  partOf,
  pieceById,
  pieceName,
  redrawView,
  scaleToFit,
  takeSide,
  viewById,
  type CharacterDoc,
  type Laying,
  type ViewId,
  type ViewMeasure,
} from '@limber-sheaf/core';
import { Body, Controller, HttpCode, Param, Post } from '@nestjs/common';
import { ApiOperation, ApiTags } from '@nestjs/swagger';
import { characterOf } from '../data/document-store.js';
import { EditService, type EditPlan } from '../edits/edit.service.js';
import { Who, type Caller } from '../http/caller.js';
import { EditBody, IdParam } from '../http/dto.js';
import { LONG, Threads } from '../threads/threads.js';
import { FollowBody } from './turns.dto.js';
import { TurnsService, turnsTasks } from './turns.service.js';

/** What mends a part that is not as it is in another view, or on its other side. */
@ApiTags('turns')
@Controller()
export class PartsController {
  constructor(
    private readonly edits: EditService,
    private readonly turns: TurnsService,
    private readonly threads: Threads,
  ) {}

  @Post('pieces/:id/take-colour')
  @HttpCode(200)
  @ApiOperation({ summary: 'Give a piece the main colour that its part has in another view' })
  async colour(@Param() { id }: IdParam, @Body() { saw, fromId }: FollowBody, @Who() caller: Caller) {
    const { signal } = caller;
    return this.edits.run(await characterOf('piece', id), { ...caller, saw }, async (doc) => {
      const piece = pieceById(doc, id);
      const colour = (await this.cellOf(doc, id, fromId, caller))?.colour;
      if (!colour)
        throw new LimberError('no-colour', `${labelFor(partOf(doc, piece))} has no colour in the other view.`);
      const order = { doc, pieceId: id, from: colour.here, to: colour.there };
      const { design, ...sheets } = await this.threads.run(turnsTasks, 'recolour', order, { signal, seconds: LONG });
      return {
        kind: 'colour',
        summary: `Give ${pieceName(doc, piece)} its colour from ${viewById(doc, fromId).key}`,
        diff: redrawView(
          doc,
          piece.viewId,
          { sheet: design, floorY: viewById(doc, piece.viewId).floorY },
          new Map([[id, sheets]]),
        ),
      };
    });
  }

  @Post('pieces/:id/fit')
  @HttpCode(200)
  @ApiOperation({
    summary: 'Make a part as large as it is in another view; what hangs from it and its joints go along',
  })
  async fit(@Param() { id }: IdParam, @Body() { saw, fromId }: FollowBody, @Who() caller: Caller) {
    return this.edits.run(await characterOf('piece', id), { ...caller, saw }, async (doc) => {
      const piece = pieceById(doc, id);
      const drift = (await this.cellOf(doc, id, fromId, caller))?.size ?? null;
      if (drift === null)
        throw new LimberError(
          'no-size',
          `How large ${labelFor(partOf(doc, piece))} is in both views cannot be measured: an end of it is hidden.`,
        );
      const laid = await this.laid(doc, piece.viewId, scaleToFit(doc, id, 100 / (100 + drift)), caller);
      return { kind: 'fit', summary: `Scale ${pieceName(doc, piece)} to fit ${viewById(doc, fromId).key}`, ...laid };
    });
  }

  @Post('pieces/:id/take-side')
  @HttpCode(200)
  @ApiOperation({ summary: 'Draw a part, and what hangs from it, as its other side is drawn, mirrored' })
  async side(@Param() { id }: IdParam, @Body() { saw }: EditBody, @Who() caller: Caller) {
    return this.edits.run(await characterOf('piece', id), { ...caller, saw }, async (doc) => {
      const piece = pieceById(doc, id);
      const measure = (await this.measuresOf(doc, caller)).get(piece.viewId);
      const axis = (measure && measureSymmetry(doc, piece.viewId, measure)?.axis) ?? 0;
      const laid = await this.laid(doc, piece.viewId, takeSide(doc, id, axis), caller);
      return { kind: 'side', summary: `Draw ${pieceName(doc, piece)} as its other side`, ...laid };
    });
  }

  private async measuresOf(doc: CharacterDoc, { signal }: Caller): Promise<Map<ViewId, ViewMeasure>> {
    return new Map((await this.turns.measures(doc, { signal })).map(({ viewId, measure }) => [viewId, measure]));
  }

  /** How a piece's part stands against the view that is followed. @throws LimberError `same-view` */
  private async cellOf(doc: CharacterDoc, pieceId: string, fromId: ViewId, caller: Caller) {
    const { viewId, partId } = pieceById(doc, pieceId);
    refuseOneView(doc, viewId, fromId);
    const { parts } = compareViews(doc, fromId, await this.measuresOf(doc, caller));
    return parts.find((line) => line.partId === partId)?.cells.find((cell) => cell.viewId === viewId);
  }

  private async laid(
    doc: CharacterDoc,
    viewId: ViewId,
    laying: Laying,
    { signal }: Caller,
  ): Promise<Pick<EditPlan, 'diff' | 'notes'>> {
    const order = { doc, viewId, laying };
    const { design, pieces, opened } = await this.threads.run(turnsTasks, 'lay', order, { signal, seconds: LONG });
    const { floorY } = viewById(doc, viewId);
    const drawn = redrawView(doc, viewId, { sheet: design, floorY }, new Map(pieces));
    const notes = opened > 0 ? [`${opened.toLocaleString('en')} px lie open now: nothing is painted beneath.`] : [];
    return { diff: joinDiffs(drawn, layJoints(applyDiff(doc, drawn), laying)), notes };
  }
}

/** @throws LimberError `same-view`, `not-found` */
export function refuseOneView(doc: CharacterDoc, viewId: ViewId, fromId: ViewId): void {
  viewById(doc, fromId);
  if (viewId === fromId)
    throw new LimberError('same-view', 'A view cannot follow itself.', 'Choose another view as the one to follow.');
}
