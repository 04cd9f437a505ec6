import { Body, Controller, Delete, HttpCode, Param, Post, Put } from '@nestjs/common';
import { ApiOperation, ApiTags } from '@nestjs/swagger';
import { Who, type Caller } from '../http/caller.js';
import { IdParam } from '../http/dto.js';
import {
  BrushBody,
  ContoursBody,
  EndsHereBody,
  HiddenBody,
  PaintAllBody,
  PaintPieceBody,
  ShadowBody,
} from './under.dto.js';
import { UnderService } from './under.service.js';

@ApiTags('under')
@Controller()
export class UnderController {
  constructor(private readonly under: UnderService) {}

  @Post('views/:id/under')
  @HttpCode(200)
  @ApiOperation({ summary: 'Paint whatever comes into view bare; tells what it left and why' })
  paintAll(@Param() { id }: IdParam, @Body() { saw, margin }: PaintAllBody, @Who() caller: Caller) {
    return this.under.paintAll(id, { ...caller, saw }, { margin });
  }

  @Post('pieces/:id/under')
  @HttpCode(200)
  @ApiOperation({ summary: 'Paint a piece beneath, as it is proposed' })
  paint(@Param() { id }: IdParam, @Body() { saw, mode, margin, anew }: PaintPieceBody, @Who() caller: Caller) {
    return this.under.paint(id, { ...caller, saw }, { mode, margin, anew });
  }

  @Post('pieces/:id/under/brush')
  @HttpCode(200)
  @ApiOperation({ summary: 'Paint beneath a piece by hand, where others hide it' })
  brush(@Param() { id }: IdParam, @Body() { saw, erase = false, ...stroke }: BrushBody, @Who() caller: Caller) {
    return this.under.brush(id, { ...caller, saw }, { ...stroke, erase });
  }

  @Post('views/:id/under/hidden')
  @HttpCode(200)
  @ApiOperation({ summary: 'Begin a piece that does not show at rest, where others hide it' })
  hidden(@Param() { id }: IdParam, @Body() { saw, ...order }: HiddenBody, @Who() caller: Caller) {
    return this.under.beginHidden(id, { ...caller, saw }, order);
  }

  @Post('pieces/:id/under/shadow')
  @HttpCode(200)
  @ApiOperation({ summary: 'Take a painted-in shadow off a piece, as a piece of its own over clean paint' })
  shadow(@Param() { id }: IdParam, @Body() { saw, loop }: ShadowBody, @Who() caller: Caller) {
    return this.under.liftShadow(id, { ...caller, saw }, loop);
  }

  @Put('pieces/:id/under/contours')
  @ApiOperation({ summary: 'Carry a piece’s contours on by hand' })
  contours(@Param() { id }: IdParam, @Body() { saw, carried }: ContoursBody, @Who() caller: Caller) {
    return this.under.contours(id, { ...caller, saw }, carried);
  }

  @Post('pieces/:id/under/ends-here')
  @HttpCode(200)
  @ApiOperation({ summary: 'Say that nothing of a piece goes on beneath what hides it' })
  endsHere(@Param() { id }: IdParam, @Body() { saw, endsHere }: EndsHereBody, @Who() caller: Caller) {
    return this.under.endsHere(id, { ...caller, saw }, endsHere);
  }

  @Delete('pieces/:id/under')
  @ApiOperation({ summary: 'Take away what was painted beneath a piece' })
  clear(@Param() { id }: IdParam, @Who() caller: Caller) {
    return this.under.clear(id, caller);
  }
}
