import { Body, Controller, Delete, HttpCode, Param, Patch, Post } from '@nestjs/common';
import { ApiOperation, ApiTags } from '@nestjs/swagger';
import { Actor } from '../http/actor.js';
import {
  ChangePieceBody,
  CopyBody,
  CrossCutBody,
  GiveBackBody,
  IdParam,
  MergeBody,
  NamedBody,
  ReshapeBody,
  SweepUpBody,
  TakeBody,
  TakeRestBody,
  TraceBody,
} from '../http/dto.js';
import { CutService } from './cut.service.js';
import { PieceService } from './piece.service.js';

@ApiTags('cut')
@Controller()
export class CutController {
  constructor(
    private readonly cut: CutService,
    private readonly pieces: PieceService,
  ) {}

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

  @Post('views/:id/cut/take')
  @HttpCode(200)
  @ApiOperation({ summary: 'Give shapes of pixels to parts, all as one edit' })
  take(@Param() { id }: IdParam, @Body() { saw, targets, word }: TakeBody, @Actor() actor: string) {
    return this.cut.take(id, { actor, saw }, targets, word);
  }

  @Post('views/:id/cut/copy')
  @HttpCode(200)
  @ApiOperation({ summary: 'Copy pixels into a piece and leave them where they are' })
  copy(@Param() { id }: IdParam, @Body() { saw, pieceId, mask }: CopyBody, @Actor() actor: string) {
    return this.cut.copy(id, { actor, saw }, pieceId, mask);
  }

  @Post('pieces/:id/reshape')
  @HttpCode(200)
  @ApiOperation({ summary: 'Grow or shrink a piece, or fill its holes' })
  reshape(@Param() { id }: IdParam, @Body() { saw, by, fillHoles }: ReshapeBody, @Actor() actor: string) {
    return this.pieces.reshape(id, { actor, saw }, { by, fillHoles });
  }

  @Post('pieces/:id/islands')
  @HttpCode(200)
  @ApiOperation({ summary: 'Make a new piece of all islands but the largest' })
  islands(@Param() { id }: IdParam, @Body() { saw, tokens }: NamedBody, @Actor() actor: string) {
    return this.pieces.splitIslands(id, { actor, saw }, tokens);
  }

  @Post('pieces/:id/merge')
  @HttpCode(200)
  @ApiOperation({ summary: 'Merge another piece into this one' })
  merge(@Param() { id }: IdParam, @Body() { saw, goneId }: MergeBody, @Actor() actor: string) {
    return this.pieces.merge(id, { actor, saw }, goneId);
  }

  @Patch('pieces/:id')
  @ApiOperation({ summary: 'Set a piece’s margin, its edges, or drop its copies' })
  change(@Param() { id }: IdParam, @Body() { saw, ...change }: ChangePieceBody, @Actor() actor: string) {
    return this.pieces.changePiece(id, { actor, saw }, change);
  }

  @Patch('parts/:id/name')
  @ApiOperation({ summary: 'Name a part anew' })
  rename(@Param() { id }: IdParam, @Body() { saw, tokens }: NamedBody, @Actor() actor: string) {
    return this.pieces.rename(id, { actor, saw }, tokens);
  }

  @Delete('pieces/:id')
  @ApiOperation({ summary: 'Delete a piece back to the design' })
  remove(@Param() { id }: IdParam, @Actor() actor: string) {
    return this.pieces.remove(id, { actor });
  }
}
