import { LimberError } from '@limber-sheaf/core';
import { Body, Controller, HttpCode, Param, Post, UploadedFiles, UseInterceptors } from '@nestjs/common';
import { ApiConsumes, ApiOperation, ApiTags } from '@nestjs/swagger';
import { ArtFiles, namedFiles } from '../files/design-file.js';
import { Who, type Caller } from '../http/caller.js';
import { IdParam } from '../http/dto.js';
import { BringBackService } from './bring-back.service.js';
import { TakeBackBody } from './handoff.dto.js';

type Files = Express.Multer.File[] | undefined;

@ApiTags('bring back')
@Controller('views/:id/bring-back')
export class BringBackController {
  constructor(private readonly bringBack: BringBackService) {}

  @Post('look')
  @HttpCode(200)
  @ApiOperation({ summary: 'Hold repainted art against the pieces it left as (multipart: art)' })
  @ApiConsumes('multipart/form-data')
  @UseInterceptors(ArtFiles)
  look(@Param() { id }: IdParam, @UploadedFiles() files: Files, @Who() caller: Caller) {
    return this.bringBack.look(id, filesOf(files), caller);
  }

  @Post()
  @HttpCode(200)
  @ApiOperation({ summary: 'Take repainted art over, piece by piece (multipart: art, take, renew)' })
  @ApiConsumes('multipart/form-data')
  @UseInterceptors(ArtFiles)
  take(
    @Param() { id }: IdParam,
    @UploadedFiles() files: Files,
    @Body() { take, renew }: TakeBackBody,
    @Who() caller: Caller,
  ) {
    return this.bringBack.take(id, filesOf(files), { take, renew: renew === 'yes' }, caller);
  }
}

/** @throws LimberError `unreadable-file` where there is none */
function filesOf(files: Files): { path: string; name: string }[] {
  const named = namedFiles(files);
  if (named.length === 0)
    throw new LimberError('unreadable-file', 'There is no file.', 'Choose the layered file or the images.');
  return named;
}
