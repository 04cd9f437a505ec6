import { LimberError, bareAsMeasured, bareMeasures } from '@limber-sheaf/core';
import {
  Body,
  Controller,
  Delete,
  Get,
  HttpCode,
  Param,
  Post,
  Put,
  UploadedFile,
  UseInterceptors,
} from '@nestjs/common';
import { ApiConsumes, ApiOperation, ApiTags } from '@nestjs/swagger';
import { ProofService } from '../derived/proof.service.js';
import { DesignFile } from '../files/design-file.js';
import { Who, type Caller } from '../http/caller.js';
import { IdParam } from '../http/dto.js';
import {
  BrushBody,
  ContoursBody,
  EndsHereBody,
  FillBody,
  GraftBody,
  HiddenBody,
  NothingAtBody,
  PaintAllBody,
  PaintPieceBody,
  ShadowBody,
} from './under.dto.js';
import { UnderService } from './under.service.js';

@ApiTags('under')
@Controller()
export class UnderController {
  constructor(
    private readonly under: UnderService,
    private readonly proofs: ProofService,
  ) {}

  @Get('views/:id/under')
  @ApiOperation({ summary: 'What comes into view bare, piece by piece, the largest first' })
  async bare(@Param() { id }: IdParam, @Who() caller: Caller) {
    const { doc, measured } = await this.proofs.now(id, bareMeasures, caller);
    const values = measured.map(({ value }) => value);
    return bareAsMeasured(doc, id, values);
  }

  @Post('views/:id/under')
  @HttpCode(200)
  @ApiOperation({ summary: 'Paint whatever comes into view bare; tells what it left and why' })
  paintAll(@Param() { id }: IdParam, @Body() { saw, margin }: PaintAllBody, @Who() caller: Caller) {
    return this.under.paintAll(id, { ...caller, saw }, { margin });
  }

  @Post('pieces/:id/under')
  @HttpCode(200)
  @ApiOperation({ summary: 'Paint a piece beneath, as it is proposed' })
  paint(@Param() { id }: IdParam, @Body() { saw, ...wanted }: PaintPieceBody, @Who() caller: Caller) {
    return this.under.paint(id, { ...caller, saw }, wanted);
  }

  @Post('pieces/:id/under/brush')
  @HttpCode(200)
  @ApiOperation({ summary: 'Paint beneath a piece by hand, where others hide it' })
  brush(@Param() { id }: IdParam, @Body() { saw, erase = false, ...stroke }: BrushBody, @Who() caller: Caller) {
    return this.under.brush(id, { ...caller, saw }, { ...stroke, erase });
  }

  @Post('pieces/:id/under/fill')
  @HttpCode(200)
  @ApiOperation({ summary: 'Fill an area beneath a piece that its own paint closes all round' })
  fill(@Param() { id }: IdParam, @Body() { saw, colour, x, y }: FillBody, @Who() caller: Caller) {
    return this.under.fill(id, { ...caller, saw }, { x, y }, colour);
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

  @Post('views/:id/under/nothing-at')
  @HttpCode(200)
  @ApiOperation({ summary: 'Say of a hole that opens in motion that there is nothing' })
  nothingAt(@Param() { id }: IdParam, @Body() { saw, x, y }: NothingAtBody, @Who() caller: Caller) {
    return this.under.nothingAt(id, { ...caller, saw }, { x, y });
  }

  @Post('pieces/:id/under/graft')
  @HttpCode(200)
  @ApiOperation({ summary: 'Lay paint of another piece beneath, or the graft that is there otherwise' })
  graft(@Param() { id }: IdParam, @Body() { saw, fromId, look }: GraftBody, @Who() caller: Caller) {
    return this.under.graft(id, { ...caller, saw }, fromId, look);
  }

  @Post('pieces/:id/under/graft-file')
  @HttpCode(200)
  @ApiOperation({ summary: 'Lay a picture from a file beneath a piece (multipart: design)' })
  @ApiConsumes('multipart/form-data')
  @UseInterceptors(DesignFile)
  graftFile(@Param() { id }: IdParam, @UploadedFile() file: Express.Multer.File | undefined, @Who() caller: Caller) {
    if (!file) throw new LimberError('unreadable-file', 'There is no file. Choose a picture to graft.');
    return this.under.graftFile(id, caller, file.path);
  }

  @Delete('pieces/:id/under/graft')
  @ApiOperation({ summary: 'Press a graft flat: it is paint like any from then on' })
  pressFlat(@Param() { id }: IdParam, @Who() caller: Caller) {
    return this.under.pressFlat(id, caller);
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
