import { LimberError } from '@limber-sheaf/core';
import { PNG_LIMITS } from '@limber-sheaf/formats';
import { Body, Controller, HttpCode, Param, Post, UploadedFile, UseInterceptors } from '@nestjs/common';
import { FileInterceptor } from '@nestjs/platform-express';
import { ApiConsumes, ApiOperation, ApiTags } from '@nestjs/swagger';
import { CastService } from '../cast/cast.service.js';
import { Actor } from '../http/actor.js';
import { IdParam } from '../http/dto.js';
import { MatteBody, PaletteBody, SortBody, SpecksBody, ViewBody } from './bring-in.dto.js';
import { BringInService } from './bring-in.service.js';

@ApiTags('bring in')
@Controller()
export class BringInController {
  constructor(
    private readonly bringIn: BringInService,
    private readonly cast: CastService,
  ) {}

  @Post('characters/:id/views')
  @ApiOperation({ summary: 'Add a view from another picture (multipart: key, design)' })
  @ApiConsumes('multipart/form-data')
  @UseInterceptors(FileInterceptor('design', { limits: { fileSize: PNG_LIMITS.bytes, files: 1 } }))
  addView(
    @Param() { id }: IdParam,
    @Body() { key }: ViewBody,
    @UploadedFile() file: Express.Multer.File | undefined,
    @Actor() actor: string,
  ) {
    if (!file) throw new LimberError('unreadable-file', 'There is no file. Choose a picture of the finished view.');
    return this.cast.addView(id, key, file.buffer, { actor });
  }

  @Post('views/:id/sort')
  @HttpCode(200)
  @ApiOperation({ summary: 'Make pieces of a layered file’s layers' })
  sort(@Param() { id }: IdParam, @Body() { saw, layers, keepApart }: SortBody, @Actor() actor: string) {
    return this.bringIn.sort(id, { actor, saw }, layers, keepApart);
  }

  @Post('views/:id/matte')
  @HttpCode(200)
  @ApiOperation({ summary: 'Free a design of its plain backdrop' })
  matte(@Param() { id }: IdParam, @Body() { saw, ...args }: MatteBody, @Actor() actor: string) {
    return this.bringIn.cleanMatte(id, { actor, saw }, args);
  }

  @Post('views/:id/specks')
  @HttpCode(200)
  @ApiOperation({ summary: 'Sweep specks and haze away' })
  specks(@Param() { id }: IdParam, @Body() { saw, largest }: SpecksBody, @Actor() actor: string) {
    return this.bringIn.sweepSpecks(id, { actor, saw }, largest);
  }

  @Post('characters/:id/palette')
  @HttpCode(200)
  @ApiOperation({ summary: 'Take the design’s main colours and keep them' })
  palette(@Param() { id }: IdParam, @Body() { saw, viewId }: PaletteBody, @Actor() actor: string) {
    return this.bringIn.takePalette(id, { actor, saw }, viewId);
  }
}
