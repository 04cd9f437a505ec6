import { randomUUID } from 'node:crypto';
import {
  LimberError,
  MOST_FIGURES,
  counted,
  deleteView,
  intersectRects,
  mirrorView,
  pieceById,
  placeParts,
  refuseCutSheet,
  renameView,
  replaceSheet,
  viewById,
  type CharacterDoc,
  type SheetRef,
} from '@limber-sheaf/core';
import { Body, Controller, Delete, HttpCode, Inject, Param, Patch, Post } from '@nestjs/common';
import { ApiOperation, ApiTags } from '@nestjs/swagger';
import { Sequelize } from 'sequelize-typescript';
import { characterOf, readSnapshot } from '../data/document-store.js';
import { EditService } from '../edits/edit.service.js';
import { Who, type Caller } from '../http/caller.js';
import { IdParam } from '../http/dto.js';
import { LONG, Threads } from '../threads/threads.js';
import { turnsTasks } from './turns.service.js';
import { MirrorBody, SheetBody, TakePartsBody, ViewNameBody } from './turns.dto.js';

/** The list of a character's views. */
@ApiTags('turns')
@Controller()
export class ViewsController {
  constructor(
    @Inject(Sequelize) private readonly sequelize: Sequelize,
    private readonly edits: EditService,
    private readonly threads: Threads,
  ) {}

  @Patch('views/:id')
  @ApiOperation({ summary: 'Give a view another name' })
  async rename(@Param() { id }: IdParam, @Body() { saw, key }: ViewNameBody, @Who() caller: Caller) {
    return this.edits.run(await characterOf('view', id), { ...caller, saw }, (doc) => ({
      kind: 'view',
      summary: `Name the ${viewById(doc, id).key} view ${key}`,
      diff: renameView(doc, id, key),
    }));
  }

  @Delete('views/:id')
  @ApiOperation({ summary: 'Take a view away with all that is made in it' })
  async remove(@Param() { id }: IdParam, @Who() caller: Caller) {
    return this.edits.run(await characterOf('view', id), caller, (doc) => ({
      kind: 'view',
      summary: `Delete the ${viewById(doc, id).key} view`,
      diff: deleteView(doc, id),
    }));
  }

  @Post('views/:id/sheet')
  @HttpCode(200)
  @ApiOperation({ summary: `Cut a sheet of up to ${MOST_FIGURES} figures into views; the first takes its place` })
  async partSheet(@Param() { id }: IdParam, @Body() { saw, figures }: SheetBody, @Who() caller: Caller) {
    const { signal } = caller;
    return this.edits.run(await characterOf('view', id), { ...caller, saw }, async (doc) => {
      refuseCutSheet(doc, id);
      const { width, height } = viewById(doc, id);
      const boxes = figures.map((box) => intersectRects(box, { x: 0, y: 0, width, height }));
      const made = await this.threads.run(
        turnsTasks,
        'partSheet',
        { doc, viewId: id, boxes },
        { signal, seconds: LONG },
      );
      const views = made.map((one, at) => ({ ...one, id: randomUUID(), key: figures[at].key }));
      return {
        kind: 'sheet',
        summary: `Cut the ${viewById(doc, id).key} view into ${counted(views.length, 'view')}`,
        diff: replaceSheet(doc, id, views),
      };
    });
  }

  @Post('views/:id/mirror')
  @HttpCode(200)
  @ApiOperation({ summary: 'Make a view of the other side: everything mirrored, the letters kept' })
  async mirror(@Param() { id }: IdParam, @Body() { saw, key, without }: MirrorBody, @Who() caller: Caller) {
    const { signal } = caller;
    return this.edits.run(await characterOf('view', id), { ...caller, saw }, async (doc) => {
      for (const pieceId of without) pieceById(doc, pieceId);
      const order = { doc, viewId: id, without };
      const { design, faces, sheets } = await this.threads.run(turnsTasks, 'mirror', order, { signal, seconds: LONG });
      const byKey = new Map(sheets);
      const of = (ref: SheetRef) => byKey.get(JSON.stringify(ref)) as SheetRef;
      const way = { key, without: new Set(without) };
      return {
        kind: 'view',
        summary: `Mirror the ${viewById(doc, id).key} view as ${key}`,
        diff: mirrorView(doc, id, way, { design, faces: new Map(faces), of }, randomUUID),
      };
    });
  }

  @Post('views/:id/take-parts')
  @HttpCode(200)
  @ApiOperation({ summary: 'Take parts of another character of the production, with their joints and hidden paint' })
  async takeParts(
    @Param() { id }: IdParam,
    @Body() { saw, fromViewId, ...order }: TakePartsBody,
    @Who() caller: Caller,
  ) {
    const { signal } = caller;
    const whose = await readSnapshot(this.sequelize, await characterOf('view', fromViewId));
    return this.edits.run(await characterOf('view', id), { ...caller, saw }, async (doc) => {
      refuseStranger(doc, whose.doc);
      const asked = { from: { doc: whose.doc, viewId: fromViewId }, to: { doc, viewId: id }, order };
      const kept = await this.threads.run(turnsTasks, 'takeLimb', asked, { signal, seconds: LONG });
      return {
        kind: 'take-parts',
        summary: `Take ${counted(kept.fresh.length, 'part')} from ${whose.doc.character.name}`,
        diff: placeParts(doc, id, kept),
      };
    });
  }
}

/** @throws LimberError `same-character`, `other-production` */
function refuseStranger({ character: here }: CharacterDoc, { character: there }: CharacterDoc): void {
  if (here.id === there.id)
    throw new LimberError('same-character', 'These parts are the character’s own.', 'Choose another character.');
  if (here.productionId !== there.productionId)
    throw new LimberError('other-production', 'That character belongs to another production.');
}
