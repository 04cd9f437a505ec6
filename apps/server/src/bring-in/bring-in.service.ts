import { randomUUID } from 'node:crypto';
import {
  LimberError,
  applyDiff,
  changeCharacter,
  changeView,
  cutPieces,
  findPart,
  findPiece,
  joinDiffs,
  labelFor,
  viewById,
  type CutArgs,
  type Diff,
  type LayerRole,
  type NameTokens,
  type PieceRow,
  type SheetRef,
} from '@limber-sheaf/core';
import { Injectable } from '@nestjs/common';
import type { Transaction } from 'sequelize';
import { BlobService } from '../blobs/blob.service.js';
import { orRefuse, refuseBadName } from '../cut/cut.service.js';
import { characterOf } from '../data/document-store.js';
import { EditService, type CharacterState, type EditContext } from '../edits/edit.service.js';
import { ArtService, type SheetFile } from '../work/art.js';
import type { ChangedDesign } from '../work/design-task.js';
import { refOf } from '../work/pictures.js';
import { WorkPool } from '../work/pool.js';

/** What is done to a design as a whole before and while it is cut. */
@Injectable()
export class BringInService {
  constructor(
    private readonly edits: EditService,
    private readonly blobs: BlobService,
    private readonly art: ArtService,
    private readonly pool: WorkPool,
  ) {}

  /** Makes pieces of a layered file's layers, as they were sorted. */
  async sort(
    viewId: string,
    context: EditContext,
    sorted: { role: LayerRole; tokens: NameTokens | null }[],
    keepApart: boolean,
  ): Promise<CharacterState> {
    return this.edits.run(await characterOf('view', viewId), context, async (doc, tx) => {
      const view = viewById(doc, viewId);
      const layers = view.brought?.layers;
      if (!layers) throw new LimberError('no-layers', 'This design was brought in without layers.');
      if (layers.length !== sorted.length)
        throw new LimberError('no-layers', 'The list of layers does not fit the file’s.');
      if (doc.pieces.some((piece) => piece.viewId === viewId))
        throw new LimberError('cut-already', 'This view is cut already.', 'Undo the cuts, or delete the pieces first.');
      for (const { tokens } of sorted) if (tokens) refuseBadName(doc, tokens);
      const files = await this.art.ofView(doc, viewId, tx);
      const order = [];
      for (const [at, { sheet, ...layer }] of layers.entries()) {
        const file: SheetFile | null = sheet && { ...sheet, bytes: await this.blobs.get(sheet.blob, tx) };
        order.push({ ...layer, ...plain(sorted[at]), file });
      }
      const outcome = orRefuse(await this.pool.run('sort', { files, layers: order, keepApart }));
      const brought = {
        ...view.brought,
        layers: layers.map((layer, at) => ({ ...layer, ...plain(sorted[at]) })),
      } as typeof view.brought;
      let diff: Diff = changeView(doc, viewId, {
        brought,
        ...(outcome.design
          ? { designBlob: await this.keep(outcome.design, tx).then((ref) => ref.blob), designArea: outcome.design.area }
          : {}),
      });
      const args: CutArgs = { viewId, sheets: new Map(), fresh: [] };
      let front: string | undefined;
      for (const { tokens, face, own } of outcome.parts) {
        const pieceId = randomUUID();
        // Back to front, as the layers lie in the file.
        args.fresh.push({
          pieceId,
          partId: randomUUID(),
          tokens,
          face: await this.keep(face, tx),
          own: await this.keep(own, tx),
          inFrontOf: front,
        });
        front = pieceId;
      }
      diff = joinDiffs(diff, cutPieces(applyDiff(doc, diff), args));
      const after = applyDiff(doc, diff);
      for (const { tokens, apart } of outcome.parts) {
        const part = apart && findPart(after, tokens);
        const piece = part && findPiece(after, viewId, part.id);
        if (!apart || !piece) continue;
        const change: Partial<PieceRow> = {
          apart: {
            fill: await this.keep(apart.fill, tx),
            shade: apart.shade && (await this.keep(apart.shade, tx)),
            line: apart.line && (await this.keep(apart.line, tx)),
          },
        };
        diff = joinDiffs(diff, {
          added: [],
          removed: [],
          updated: [[piece, { ...piece, ...change, version: piece.version + 1 }]],
        });
      }
      return {
        kind: 'sort-layers',
        summary: `Sort ${layers.length} layers into ${outcome.parts.length} parts`,
        diff,
        notes: outcome.unseen.map((tokens) => `${labelFor(tokens)} is not seen at rest: it got no piece.`),
      };
    });
  }

  /** Frees a design of its plain backdrop. */
  async cleanMatte(
    viewId: string,
    context: EditContext,
    args: { tolerance: number; openHoles: number[] },
  ): Promise<CharacterState> {
    return this.edits.run(await characterOf('view', viewId), context, async (doc, tx) => {
      if (doc.pieces.some((piece) => piece.viewId === viewId))
        throw new LimberError(
          'cut-already',
          'Parts are cut from this design already.',
          'Free it of its backdrop before cutting.',
        );
      const files = await this.art.ofView(doc, viewId, tx);
      const changed = orRefuse(await this.pool.run('matte', { files, ...args }));
      return {
        kind: 'clean-matte',
        summary: 'Remove the backdrop',
        diff: await this.redrawn(doc, viewId, changed, tx),
      };
    });
  }

  /** Sweeps specks and haze away. */
  async sweepSpecks(viewId: string, context: EditContext, largest: number): Promise<CharacterState> {
    return this.edits.run(await characterOf('view', viewId), context, async (doc, tx) => {
      const files = await this.art.ofView(doc, viewId, tx);
      const changed = orRefuse(await this.pool.run('specks', { files, largest }));
      return {
        kind: 'sweep-specks',
        summary: `Sweep away ${changed.area.toLocaleString('en')} px of specks and haze`,
        diff: await this.redrawn(doc, viewId, changed, tx),
      };
    });
  }

  /** Takes the design's main colours and keeps them with the character. */
  async takePalette(characterId: string, context: EditContext, viewId: string): Promise<CharacterState> {
    return this.edits.run(characterId, context, async (doc, tx) => {
      const view = viewById(doc, viewId);
      const files = { ...(await this.art.ofView(doc, view.id, tx)), pieces: [] };
      const palette = await this.pool.run('palette', { files });
      return {
        kind: 'take-palette',
        summary: `Take a palette of ${palette.length} colours`,
        diff: changeCharacter(doc, { palette }),
      };
    });
  }

  /** The edit for a design that was changed as a whole. */
  private async redrawn(
    doc: Parameters<typeof changeView>[0],
    viewId: string,
    changed: ChangedDesign,
    tx: Transaction,
  ): Promise<Diff> {
    const sheets: CutArgs['sheets'] = new Map();
    for (const { pieceId, sheet } of changed.faces) sheets.set(pieceId, { face: await this.keep(sheet, tx) });
    const design = await this.keep(changed.sheet, tx);
    const diff = changeView(doc, viewId, { designBlob: design.blob, designArea: design.area, floorY: changed.floorY });
    return joinDiffs(diff, cutPieces(doc, { viewId, sheets, fresh: [] }));
  }

  private async keep(sheet: SheetFile, transaction: Transaction): Promise<SheetRef> {
    await this.blobs.put(sheet.bytes, 'image/png', transaction);
    return refOf(sheet);
  }
}

function plain({ role, tokens }: { role: LayerRole; tokens: NameTokens | null }): {
  role: LayerRole;
  tokens: NameTokens | null;
} {
  return {
    role,
    tokens: tokens && { group: tokens.group, side: tokens.side, part: tokens.part, index: tokens.index },
  };
}
