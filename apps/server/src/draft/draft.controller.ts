import { Body, Controller, Get, HttpCode, Param, Post } from '@nestjs/common';
import { ApiOperation, ApiTags } from '@nestjs/swagger';
import { Who, type Caller } from '../http/caller.js';
import { EditBody, IdParam } from '../http/dto.js';
import { SettleBody } from './draft.dto.js';
import { DraftService } from './draft.service.js';

@ApiTags('draft')
@Controller()
export class DraftController {
  constructor(private readonly drafts: DraftService) {}

  @Post('views/:id/draft')
  @HttpCode(200)
  @ApiOperation({ summary: 'Do all that can be proposed for a raw view, as one edit' })
  draft(@Param() { id }: IdParam, @Body() { saw }: EditBody, @Who() caller: Caller) {
    return this.drafts.draft(id, { ...caller, saw });
  }

  @Get('views/:id/doubts')
  @ApiOperation({ summary: 'What a first draft has left to decide, what most depends on first' })
  doubts(@Param() { id }: IdParam, @Who() caller: Caller) {
    return this.drafts.doubts(id, caller);
  }

  @Post('views/:id/doubts/settle')
  @HttpCode(200)
  @ApiOperation({ summary: 'Answer a doubt' })
  settle(@Param() { id }: IdParam, @Body() { saw, key, answer, as }: SettleBody, @Who() caller: Caller) {
    return this.drafts.settle(id, { ...caller, saw }, { key, answer, as });
  }
}
