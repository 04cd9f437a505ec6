import { changeSetRules, pressFlat, drawingById, drawingLabel, setById, setName } from '@limber-sheaf/core';
import { Body, Controller, HttpCode, Param, Patch, Post } from '@nestjs/common';
import { ApiOperation, ApiTags } from '@nestjs/swagger';
import { characterOf } from '../data/document-store.js';
import { EditService } from '../edits/edit.service.js';
import { Who, type Caller } from '../http/caller.js';
import { EditBody, IdParam } from '../http/dto.js';
import { FromViewBody, MakeBody, TakeAllOverBody, PaintDrawingBody, SetRulesBody } from './making.dto.js';
import { MakingService } from './making.service.js';
import { InViewBody } from './swaps.dto.js';

@ApiTags('swaps')
@Controller()
export class MakingController {
  constructor(
    private readonly edits: EditService,
    private readonly making: MakingService,
  ) {}

  @Post('drawings/:id/make')
  @HttpCode(200)
  @ApiOperation({ summary: 'Make a drawing of another: bent, parted, darkened; a copy without steps' })
  make(@Param() { id }: IdParam, @Body() { saw, ...made }: MakeBody, @Who() caller: Caller) {
    return this.making.make(id, { ...caller, saw }, made);
  }

  @Post('drawings/:id/press-flat')
  @HttpCode(200)
  @ApiOperation({ summary: 'Press a made drawing flat: what it was made of may change, and it stays' })
  async pressFlat(@Param() { id }: IdParam, @Body() { saw, viewId }: InViewBody, @Who() caller: Caller) {
    return this.edits.run(await characterOf('drawing', id), { ...caller, saw }, (doc) => ({
      kind: 'press-flat',
      summary: `Press ${drawingLabel(doc, drawingById(doc, id))} flat`,
      diff: pressFlat(doc, id, viewId),
    }));
  }

  @Post('drawings/:id/paint')
  @HttpCode(200)
  @ApiOperation({ summary: 'Paint on a drawing with the nib, or take paint away' })
  paint(@Param() { id }: IdParam, @Body() { saw, viewId, on, ...stroke }: PaintDrawingBody, @Who() caller: Caller) {
    return this.making.paint(id, { ...caller, saw }, { viewId, on, stroke });
  }

  @Post('drawings/:id/take-over')
  @HttpCode(200)
  @ApiOperation({ summary: 'Use a drawing’s picture of one view in another, put on its seat there' })
  takeOver(@Param() { id }: IdParam, @Body() { saw, ...from }: FromViewBody, @Who() caller: Caller) {
    return this.making.takeOver(id, { ...caller, saw }, from);
  }

  @Post('views/:id/take-over')
  @HttpCode(200)
  @ApiOperation({
    summary: 'Use every drawing of another view that this one lacks, put on its seat; tells what it left',
  })
  takeAllOver(@Param() { id }: IdParam, @Body() { saw, fromViewId }: TakeAllOverBody, @Who() caller: Caller) {
    return this.making.takeAllOver(id, { ...caller, saw }, fromViewId);
  }

  @Post('pieces/:id/rim')
  @HttpCode(200)
  @ApiOperation({ summary: 'Make the rim round the white that a pupil lies in, of the face’s own paint' })
  rim(@Param() { id }: IdParam, @Body() { saw }: EditBody, @Who() caller: Caller) {
    return this.making.rim(id, { ...caller, saw });
  }

  @Post('drawings/:id/same-end')
  @HttpCode(200)
  @ApiOperation({ summary: 'Give a drawing the default one’s paint in the disc of its piece’s joint' })
  sameEnd(@Param() { id }: IdParam, @Body() { saw, viewId }: InViewBody, @Who() caller: Caller) {
    return this.making.sameEnd(id, { ...caller, saw }, viewId);
  }

  @Patch('swap-sets/:id/rules')
  @ApiOperation({ summary: 'Link a set to another, or say where its second pictures are drawn' })
  async rules(@Param() { id }: IdParam, @Body() { saw, ...rules }: SetRulesBody, @Who() caller: Caller) {
    return this.edits.run(await characterOf('swapSet', id), { ...caller, saw }, (doc) => ({
      kind: 'swap-set',
      summary: `Change how ${setName(doc, setById(doc, id))} is drawn`,
      diff: changeSetRules(doc, id, rules),
    }));
  }
}
