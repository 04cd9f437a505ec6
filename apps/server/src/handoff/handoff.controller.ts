import { LimberError } from '@limber-sheaf/core';
import {
  Body,
  Controller,
  Get,
  Header,
  HttpCode,
  Param,
  Post,
  Res,
  UploadedFile,
  UseInterceptors,
} from '@nestjs/common';
import { ApiConsumes, ApiOperation, ApiTags } from '@nestjs/swagger';
import type { Response } from 'express';
import { BlobService } from '../blobs/blob.service.js';
import { DesignFile } from '../files/design-file.js';
import { Who, type Caller } from '../http/caller.js';
import { EditBody, IdParam } from '../http/dto.js';
import { CompareBody, PackageBody } from './handoff.dto.js';
import { HandOffService } from './handoff.service.js';

@ApiTags('hand-off')
@Controller()
export class HandOffController {
  constructor(
    private readonly handOffs: HandOffService,
    private readonly blobs: BlobService,
  ) {}

  @Get('views/:id/checks')
  @ApiOperation({ summary: 'All checks of a view as it is now, with the proof of each joint' })
  checks(@Param() { id }: IdParam, @Who() caller: Caller) {
    return this.handOffs.checks(id, caller);
  }

  @Get('characters/:id/handoffs')
  @ApiOperation({ summary: 'The versions handed off so far, and the newest job' })
  list(@Param() { id }: IdParam) {
    return this.handOffs.list(id);
  }

  @Post('characters/:id/handoffs')
  @ApiOperation({ summary: 'Make a package: answers with the job' })
  start(@Param() { id }: IdParam, @Body() { note = '', viewIds, ...options }: PackageBody) {
    return this.handOffs.start(id, options, { note, viewIds: viewIds ?? null });
  }

  @Post('characters/:id/handoffs/compare')
  @HttpCode(200)
  @ApiOperation({ summary: 'What differs between any two versions, and how either looks at rest' })
  compare(@Param() { id }: IdParam, @Body() { from, to }: CompareBody, @Who() caller: Caller) {
    return this.handOffs.compare(id, from, to, caller);
  }

  @Post('textures')
  @HttpCode(200)
  @ApiOperation({ summary: 'Keep a picture as a texture for a finish (multipart: design)' })
  @ApiConsumes('multipart/form-data')
  @UseInterceptors(DesignFile)
  texture(@UploadedFile() file: Express.Multer.File | undefined, @Who() caller: Caller) {
    if (!file) throw new LimberError('unreadable-file', 'There is no file. Choose a picture of the texture.');
    return this.handOffs.texture(file.path, caller);
  }

  @Post('handoffs/:id/restore')
  @HttpCode(200)
  @ApiOperation({ summary: 'Bring a character back to what a version was, as a new edit' })
  restore(@Param() { id }: IdParam, @Body() { saw }: EditBody, @Who() caller: Caller) {
    return this.handOffs.restore(id, { ...caller, saw });
  }

  @Get('handoffs/:id/sheet')
  @ApiOperation({ summary: 'A page with a version’s parts sheets, to print and to fetch the package from' })
  @Header('Content-Type', 'text/html; charset=utf-8')
  sheet(@Param() { id }: IdParam, @Who() caller: Caller): Promise<string> {
    return this.handOffs.sheetPage(id, caller);
  }

  @Get('handoffs/:id/package.zip')
  @ApiOperation({ summary: 'A package' })
  async download(@Param() { id }: IdParam, @Res() res: Response): Promise<void> {
    const { name, blob } = await this.handOffs.find(id);
    res.setHeader('Content-Disposition', `attachment; filename="${name}.zip"`);
    await this.blobs.send(blob, res);
  }
}
