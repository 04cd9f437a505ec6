import { Body, Controller, Delete, HttpCode, Param, Patch, Post } from '@nestjs/common';
import { ApiOperation, ApiTags } from '@nestjs/swagger';
import { Actor } from '../http/actor.js';
import {
  CrossCutBody,
  GiveBackBody,
  IdParam,
  SweepUpBody,
  TakeRestBody,
  Tokens,
  TraceBody,
  EditBody,
} from '../http/dto.js';
import { CutService } from './cut.service.js';
import { Type } from 'class-transformer';
import { ValidateNested } from 'class-validator';

class RenameBody extends EditBody {
  @ValidateNested() @Type(() => Tokens) tokens: Tokens;
}

@ApiTags('cut')
@Controller()
export class CutController {
  constructor(private readonly cut: CutService) {}

  @Post('views/:id/cut/trace')
  @HttpCode(200)
  @ApiOperation({ summary: 'Give the pixels inside a loop to a part' })
  trace(@Param() { id }: IdParam, @Body() { saw, pieceId, tokens, loop }: TraceBody, @Actor() actor: string) {
    return this.cut.trace(id, { actor, saw }, { pieceId, tokens }, loop);
  }

  @Post('views/:id/cut/take-rest')
  @HttpCode(200)
  @ApiOperation({ summary: 'Give all that is still uncut to a part' })
  takeRest(@Param() { id }: IdParam, @Body() { saw, pieceId, tokens }: TakeRestBody, @Actor() actor: string) {
    return this.cut.takeRest(id, { actor, saw }, { pieceId, tokens });
  }

  @Post('views/:id/cut/give-back')
  @HttpCode(200)
  @ApiOperation({ summary: 'Give the pixels inside a loop back to the design' })
  giveBack(@Param() { id }: IdParam, @Body() { saw, pieceId, loop }: GiveBackBody, @Actor() actor: string) {
    return this.cut.giveBack(id, { actor, saw }, pieceId, loop);
  }

  @Post('views/:id/cut/cross')
  @HttpCode(200)
  @ApiOperation({ summary: 'Cut a piece in two along a line' })
  cross(@Param() { id }: IdParam, @Body() { saw, ...args }: CrossCutBody, @Actor() actor: string) {
    return this.cut.crossCut(id, { actor, saw }, args);
  }

  @Post('views/:id/cut/sweep-up')
  @HttpCode(200)
  @ApiOperation({ summary: 'Give offcuts to the pieces they belong to' })
  sweepUp(@Param() { id }: IdParam, @Body() { saw, place }: SweepUpBody, @Actor() actor: string) {
    return this.cut.sweepUp(id, { actor, saw }, place);
  }

  @Patch('parts/:id/name')
  @ApiOperation({ summary: 'Name a part anew' })
  rename(@Param() { id }: IdParam, @Body() { saw, tokens }: RenameBody, @Actor() actor: string) {
    return this.cut.rename(id, { actor, saw }, tokens);
  }

  @Delete('pieces/:id')
  @ApiOperation({ summary: 'Delete a piece back to the design' })
  remove(@Param() { id }: IdParam, @Actor() actor: string) {
    return this.cut.remove(id, { actor });
  }
}
