import { LimberError } from '@limber-sheaf/core';
import {
  Body,
  Controller,
  Delete,
  Get,
  HttpCode,
  Param,
  Patch,
  Post,
  Res,
  UploadedFile,
  UseInterceptors,
} from '@nestjs/common';
import type { Response } from 'express';
import { ApiConsumes, ApiOperation, ApiTags } from '@nestjs/swagger';
import { Who, type Caller } from '../http/caller.js';
import { IdParam } from '../http/dto.js';
import { sendPicture } from '../http/send-picture.js';
import { EditService } from '../edits/edit.service.js';
import { DesignFile } from '../files/design-file.js';
import { CastService } from './cast.service.js';
import { ChangeCharacterBody, DuplicateBody, NameBody, ProductionParam } from './cast.dto.js';

@ApiTags('cast')
@Controller()
export class CastController {
  constructor(
    private readonly cast: CastService,
    private readonly edits: EditService,
  ) {}

  @Get('productions')
  @ApiOperation({ summary: 'All productions' })
  productions() {
    return this.cast.productions();
  }

  @Post('productions')
  @ApiOperation({ summary: 'Start a production' })
  createProduction(@Body() { name }: NameBody) {
    return this.cast.createProduction(name);
  }

  @Get('productions/:id/characters')
  @ApiOperation({ summary: 'The cast: a card a character, deleted ones too' })
  cards(@Param() { id }: ProductionParam) {
    return this.cast.cards(id);
  }

  @Get('productions/:id/line-up.png')
  @ApiOperation({ summary: 'A picture of the cast side by side on one floor' })
  async lineUp(@Param() { id }: ProductionParam, @Who() caller: Caller, @Res() res: Response): Promise<void> {
    sendPicture(res, await this.cast.lineUp(id, caller), 'line-up.png');
  }

  @Post('productions/:id/characters')
  @ApiOperation({ summary: 'A new character from a picture of its finished design (multipart: name, design)' })
  @ApiConsumes('multipart/form-data')
  @UseInterceptors(DesignFile)
  create(
    @Param() { id }: ProductionParam,
    @Body() { name }: NameBody,
    @UploadedFile() file: Express.Multer.File | undefined,
    @Who() caller: Caller,
  ) {
    if (!file) throw new LimberError('unreadable-file', 'There is no file. Choose a picture of the finished design.');
    return this.cast.create(id, name, file.path, caller);
  }

  @Get('characters/:id')
  @ApiOperation({ summary: 'A whole character, with what can be undone' })
  state(@Param() { id }: IdParam, @Who() caller: Caller) {
    return this.edits.state(id, caller);
  }

  @Patch('characters/:id')
  @ApiOperation({ summary: 'Rename a character, or bring a deleted one back' })
  change(@Param() { id }: IdParam, @Body() { saw, ...change }: ChangeCharacterBody, @Who() caller: Caller) {
    return this.cast.change(id, { ...caller, saw }, change);
  }

  @Delete('characters/:id')
  @ApiOperation({ summary: 'Delete a character; undo or a change of `deleted` brings it back' })
  remove(@Param() { id }: IdParam, @Who() caller: Caller) {
    return this.cast.change(id, caller, { deleted: true });
  }

  @Post('characters/:id/duplicate')
  @ApiOperation({ summary: 'Copy a character' })
  duplicate(@Param() { id }: IdParam, @Body() { name }: DuplicateBody, @Who() caller: Caller) {
    return this.cast.duplicate(id, name, caller);
  }

  @Post('characters/:id/undo')
  @HttpCode(200)
  @ApiOperation({ summary: 'Take back the last edit of the caller (x-actor)' })
  undo(@Param() { id }: IdParam, @Who() caller: Caller) {
    return this.edits.undo(id, caller);
  }

  @Post('characters/:id/redo')
  @HttpCode(200)
  @ApiOperation({ summary: 'Bring back the edit the caller undid last' })
  redo(@Param() { id }: IdParam, @Who() caller: Caller) {
    return this.edits.redo(id, caller);
  }
}
