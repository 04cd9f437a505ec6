import { randomUUID } from 'node:crypto';
import { dropCycle, dropLook, keepCycle, keepLook, setById, setName } from '@limber-sheaf/core';
import { Body, Controller, Delete, HttpCode, Param, Post } from '@nestjs/common';
import { ApiOperation, ApiTags } from '@nestjs/swagger';
import { characterOf } from '../data/document-store.js';
import { EditService } from '../edits/edit.service.js';
import { Who, type Caller } from '../http/caller.js';
import { IdParam } from '../http/dto.js';
import { CycleBody, LookBody } from './swaps.dto.js';

@ApiTags('swaps')
@Controller()
export class LooksController {
  constructor(private readonly edits: EditService) {}

  @Post('characters/:id/looks')
  @HttpCode(200)
  @ApiOperation({ summary: 'Keep a look: drawings of several sets that are chosen at once' })
  keepLook(@Param() { id }: IdParam, @Body() { saw, name, drawingIds }: LookBody, @Who() caller: Caller) {
    const freshId = randomUUID();
    return this.edits.run(id, { ...caller, saw }, (doc) => ({
      kind: 'look',
      summary: `Keep the look ${name}`,
      diff: keepLook(doc, name, drawingIds, freshId),
    }));
  }

  @Delete('looks/:id')
  @ApiOperation({ summary: 'Let a look go' })
  async removeLook(@Param() { id }: IdParam, @Who() caller: Caller) {
    return this.edits.run(await characterOf('look', id), caller, (doc) => {
      const { diff, name } = dropLook(doc, id);
      return { kind: 'look', summary: `Let the look ${name} go`, diff };
    });
  }

  @Post('swap-sets/:id/cycles')
  @HttpCode(200)
  @ApiOperation({ summary: 'Keep a cycle: drawings of a set after one another, each held for some frames' })
  async keepCycle(@Param() { id }: IdParam, @Body() { saw, ...cycle }: CycleBody, @Who() caller: Caller) {
    const freshId = randomUUID();
    return this.edits.run(await characterOf('swapSet', id), { ...caller, saw }, (doc) => ({
      kind: 'cycle',
      summary: `Keep the cycle ${cycle.name} of ${setName(doc, setById(doc, id))}`,
      diff: keepCycle(doc, id, cycle, freshId),
    }));
  }

  @Delete('cycles/:id')
  @ApiOperation({ summary: 'Let a cycle go' })
  async removeCycle(@Param() { id }: IdParam, @Who() caller: Caller) {
    return this.edits.run(await characterOf('cycle', id), caller, (doc) => {
      const { diff, name } = dropCycle(doc, id);
      return { kind: 'cycle', summary: `Let the cycle ${name} go`, diff };
    });
  }
}
