import { LimberError } from '@limber-sheaf/core';
import { Body, Controller, HttpCode, Param, Post, UploadedFiles, UseInterceptors } from '@nestjs/common';
import { ApiConsumes, ApiOperation, ApiTags } from '@nestjs/swagger';
import { ArtFiles } from '../files/design-file.js';
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

/** Where uploaded files were put down, and what they are called. */
function filesOf(files: Files): { path: string; name: string }[] {
  if (!files || files.length === 0)
    throw new LimberError('unreadable-file', 'There is no file.', 'Choose the layered file or the images.');
  // A form has its file names as bytes; they are UTF-8.
  return files.map(({ path, originalname }) => ({ path, name: Buffer.from(originalname, 'latin1').toString('utf8') }));
}
