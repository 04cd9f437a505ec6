import { randomUUID } from 'node:crypto';
import { counted, labelFor, setException, setHeight, viewById } from '@limber-sheaf/core';
import { Body, Controller, Get, HttpCode, Inject, Param, Post, Put, Res } from '@nestjs/common';
import { ApiOperation, ApiTags } from '@nestjs/swagger';
import type { Response } from 'express';
import { Sequelize } from 'sequelize-typescript';
import { characterOf, readSnapshot } from '../data/document-store.js';
import { EditService } from '../edits/edit.service.js';
import { Who, type Caller } from '../http/caller.js';
import { IdParam } from '../http/dto.js';
import { sendPicture } from '../http/send-picture.js';
import { LONG, Threads } from '../threads/threads.js';
import { refuseOneView } from './parts.controller.js';
import { CarryBody, ExceptionBody, HeightBody } from './turns.dto.js';
import { TurnsService, turnsTasks } from './turns.service.js';

@ApiTags('turns')
@Controller()
export class TurnsController {
  constructor(
    @Inject(Sequelize) private readonly sequelize: Sequelize,
    private readonly edits: EditService,
    private readonly turns: TurnsService,
    private readonly threads: Threads,
  ) {}

  @Get('characters/:id/turns')
  @ApiOperation({ summary: 'What all views of a character are compared by' })
  async measures(@Param() { id }: IdParam, @Who() { signal }: Caller) {
    const { doc, revision } = await readSnapshot(this.sequelize, id);
    return { revision, views: await this.turns.measures(doc, { signal }) };
  }

  @Get('characters/:id/pose-note.png')
  @ApiOperation({
    summary: 'A picture for whoever draws: what in the poses will make separating hard, marked and listed',
  })
  async note(@Param() { id }: IdParam, @Who() { signal }: Caller, @Res() res: Response): Promise<void> {
    const { doc } = await readSnapshot(this.sequelize, id);
    const measures = await this.turns.measures(doc, { signal });
    const png = await this.threads.run(turnsTasks, 'noteOfPoses', { doc, measures }, { signal, seconds: LONG });
    sendPicture(res, png, `${doc.character.code}_poses.png`);
  }

  @Put('views/:id/heights')
  @ApiOperation({ summary: 'Put a height line of a view where it belongs' })
  async height(@Param() { id }: IdParam, @Body() { saw, key, y }: HeightBody, @Who() caller: Caller) {
    return this.edits.run(await characterOf('view', id), { ...caller, saw }, (doc) => ({
      kind: 'height',
      summary: `${y === null ? 'Let go' : 'Drag'} the height line ${key} in ${viewById(doc, id).key}`,
      diff: setHeight(doc, id, key, y),
    }));
  }

  @Put('views/:id/exceptions')
  @ApiOperation({ summary: 'Say that something is otherwise in this view by intent' })
  async exception(@Param() { id }: IdParam, @Body() body: ExceptionBody, @Who() caller: Caller) {
    const { saw, ...said } = body;
    return this.edits.run(await characterOf('view', id), { ...caller, saw }, (doc) => {
      const diff = setException(doc, id, said, randomUUID());
      const part = doc.parts.find((row) => row.id === said.partId);
      const word = part ? labelFor(part) : 'a part';
      const view = viewById(doc, id).key;
      const says =
        said.what === 'unseen' ? `${word} does not show in ${view}` : `${word}’s ${said.what} is fine in ${view}`;
      return {
        kind: 'exception',
        summary: said.because === null ? `Take back that ${says}` : `Say that ${says}`,
        diff,
      };
    });
  }

  @Post('views/:id/carry-over')
  @HttpCode(200)
  @ApiOperation({ summary: 'Take over draw order and joints from another view' })
  async carry(@Param() { id }: IdParam, @Body() { saw, fromId, ...wish }: CarryBody, @Who() caller: Caller) {
    return this.edits.run(await characterOf('view', id), { ...caller, saw }, async (doc) => {
      refuseOneView(doc, id, fromId);
      const { diff, made, notes } = await this.threads.run(
        turnsTasks,
        'carry',
        { doc, fromId, toId: id, wish },
        { signal: caller.signal, seconds: LONG },
      );
      const what = [
        ...(wish.joints === false ? [] : [counted(made, 'joint')]),
        ...(wish.order === false ? [] : ['the draw order']),
      ].join(' and ');
      const summary = `Carry ${what} over from ${viewById(doc, fromId).key}`;
      return { kind: 'carry', summary, diff, notes };
    });
  }
}
