import { Body, Controller, HttpCode, Param, Patch, Post } from '@nestjs/common';
import { ApiOperation, ApiTags } from '@nestjs/swagger';
import { Who, type Caller } from '../http/caller.js';
import {
  ChangePieceBody,
  CopyBody,
  CrossCutBody,
  GiveBackBody,
  NibBody,
  MergeBody,
  NamedBody,
  RemoveBody,
  ReplaceBody,
  ReshapeBody,
  SweepUpBody,
  TakeBody,
  TakeRestBody,
  TraceBody,
} from './cut.dto.js';
import { IdParam } from '../http/dto.js';
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
  trace(@Param() { id }: IdParam, @Body() { saw, pieceId, tokens, loop }: TraceBody, @Who() caller: Caller) {
    return this.cut.trace(id, { ...caller, saw }, { pieceId, tokens }, loop);
  }

  @Post('views/:id/cut/nib')
  @HttpCode(200)
  @ApiOperation({ summary: 'Add what a round nib goes over to a part, or take it away from a piece' })
  nib(@Param() { id }: IdParam, @Body() body: NibBody, @Who() caller: Caller) {
    const { saw, pieceId, tokens, stroke, hardness = 1, away = false } = body;
    return this.cut.nib(id, { ...caller, saw }, { pieceId, tokens }, { stroke, hardness, away });
  }

  @Post('views/:id/cut/take-rest')
  @HttpCode(200)
  @ApiOperation({ summary: 'Give all that is still uncut to a part' })
  takeRest(@Param() { id }: IdParam, @Body() { saw, pieceId, tokens }: TakeRestBody, @Who() caller: Caller) {
    return this.cut.takeRest(id, { ...caller, saw }, { pieceId, tokens });
  }

  @Post('views/:id/cut/give-back')
  @HttpCode(200)
  @ApiOperation({ summary: 'Give the pixels inside a loop back to the design' })
  giveBack(@Param() { id }: IdParam, @Body() { saw, pieceId, loop }: GiveBackBody, @Who() caller: Caller) {
    return this.cut.giveBack(id, { ...caller, saw }, pieceId, loop);
  }

  @Post('views/:id/cut/cross')
  @HttpCode(200)
  @ApiOperation({ summary: 'Cut a piece in two along a line' })
  cross(@Param() { id }: IdParam, @Body() { saw, ...args }: CrossCutBody, @Who() caller: Caller) {
    return this.cut.crossCut(id, { ...caller, saw }, args);
  }

  @Post('views/:id/cut/sweep-up')
  @HttpCode(200)
  @ApiOperation({ summary: 'Give offcuts to the pieces they belong to' })
  sweepUp(@Param() { id }: IdParam, @Body() { saw, place }: SweepUpBody, @Who() caller: Caller) {
    return this.cut.sweepUp(id, { ...caller, saw }, place);
  }

  @Post('views/:id/cut/take')
  @HttpCode(200)
  @ApiOperation({ summary: 'Give shapes of pixels to parts, all as one edit' })
  take(@Param() { id }: IdParam, @Body() { saw, targets, word }: TakeBody, @Who() caller: Caller) {
    return this.cut.take(id, { ...caller, saw }, targets, word);
  }

  @Post('views/:id/cut/retake')
  @HttpCode(200)
  @ApiOperation({ summary: 'Take anew what the last edit took, by other numbers, in its place' })
  retake(@Param() { id }: IdParam, @Body() { saw, targets, word, replaces }: ReplaceBody, @Who() caller: Caller) {
    return this.cut.retake(id, { ...caller, saw }, targets, word, replaces);
  }

  @Post('views/:id/cut/copy')
  @HttpCode(200)
  @ApiOperation({ summary: 'Copy pixels into a piece and leave them where they are' })
  copy(@Param() { id }: IdParam, @Body() { saw, pieceId, mask }: CopyBody, @Who() caller: Caller) {
    return this.cut.copy(id, { ...caller, saw }, pieceId, mask);
  }

  @Post('pieces/:id/reshape')
  @HttpCode(200)
  @ApiOperation({ summary: 'Grow or shrink a piece, or fill its holes' })
  reshape(@Param() { id }: IdParam, @Body() { saw, by, fillHoles }: ReshapeBody, @Who() caller: Caller) {
    return this.pieces.reshape(id, { ...caller, saw }, { by, fillHoles });
  }

  @Post('pieces/:id/islands')
  @HttpCode(200)
  @ApiOperation({ summary: 'Make a new piece of all islands but the largest' })
  islands(@Param() { id }: IdParam, @Body() { saw, tokens }: NamedBody, @Who() caller: Caller) {
    return this.pieces.splitIslands(id, { ...caller, saw }, tokens);
  }

  @Post('pieces/:id/merge')
  @HttpCode(200)
  @ApiOperation({ summary: 'Merge other pieces into this one' })
  merge(@Param() { id }: IdParam, @Body() { saw, goneIds }: MergeBody, @Who() caller: Caller) {
    return this.pieces.merge(id, { ...caller, saw }, goneIds);
  }

  @Patch('pieces/:id')
  @ApiOperation({ summary: 'Set a piece’s margin, its edges, or drop its copies' })
  change(@Param() { id }: IdParam, @Body() { saw, ...change }: ChangePieceBody, @Who() caller: Caller) {
    return this.pieces.changePiece(id, { ...caller, saw }, change);
  }

  @Patch('parts/:id/name')
  @ApiOperation({ summary: 'Name a part anew' })
  rename(@Param() { id }: IdParam, @Body() { saw, tokens }: NamedBody, @Who() caller: Caller) {
    return this.pieces.rename(id, { ...caller, saw }, tokens);
  }

  @Post('views/:id/cut/remove')
  @HttpCode(200)
  @ApiOperation({ summary: 'Delete pieces back to the design, all as one edit' })
  remove(@Param() { id }: IdParam, @Body() { saw, pieceIds }: RemoveBody, @Who() caller: Caller) {
    return this.pieces.remove(id, { ...caller, saw }, pieceIds);
  }
}
