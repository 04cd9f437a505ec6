import { LimberError } from '@limber-sheaf/core';
import { Body, Controller, HttpCode, Param, Post, UploadedFile, UseInterceptors } from '@nestjs/common';
import { ApiConsumes, ApiOperation, ApiTags } from '@nestjs/swagger';
import { Who, type Caller } from '../http/caller.js';
import { IdParam } from '../http/dto.js';
import { MatteBody, PaletteBody, SortBody, SpecksBody, ViewBody } from './bring-in.dto.js';
import { BringInService } from './bring-in.service.js';
import { DesignFile } from '../files/design-file.js';

@ApiTags('bring in')
@Controller()
export class BringInController {
  constructor(private readonly bringIn: BringInService) {}

  @Post('characters/:id/views')
  @ApiOperation({ summary: 'Add a view from another picture (multipart: key, design)' })
  @ApiConsumes('multipart/form-data')
  @UseInterceptors(DesignFile)
  addView(
    @Param() { id }: IdParam,
    @Body() { key }: ViewBody,
    @UploadedFile() file: Express.Multer.File | undefined,
    @Who() caller: Caller,
  ) {
    if (!file) throw new LimberError('unreadable-file', 'There is no file. Choose a picture of the finished view.');
    return this.bringIn.addView(id, key, file.path, caller);
  }

  @Post('views/:id/sort')
  @HttpCode(200)
  @ApiOperation({ summary: 'Make pieces of a layered file’s layers' })
  sort(@Param() { id }: IdParam, @Body() { saw, layers, keepApart }: SortBody, @Who() caller: Caller) {
    return this.bringIn.sort(id, { ...caller, saw }, layers, keepApart);
  }

  @Post('views/:id/matte')
  @HttpCode(200)
  @ApiOperation({ summary: 'Free a design of its plain backdrop' })
  matte(@Param() { id }: IdParam, @Body() { saw, ...args }: MatteBody, @Who() caller: Caller) {
    return this.bringIn.cleanMatte(id, { ...caller, saw }, args);
  }

  @Post('views/:id/specks')
  @HttpCode(200)
  @ApiOperation({ summary: 'Sweep specks and haze away' })
  specks(@Param() { id }: IdParam, @Body() { saw, largest }: SpecksBody, @Who() caller: Caller) {
    return this.bringIn.sweepSpecks(id, { ...caller, saw }, largest);
  }

  @Post('characters/:id/palette')
  @HttpCode(200)
  @ApiOperation({ summary: 'Take the design’s main colours and keep them' })
  palette(@Param() { id }: IdParam, @Body() { saw, viewId }: PaletteBody, @Who() caller: Caller) {
    return this.bringIn.takePalette(id, { ...caller, saw }, viewId);
  }
}
