import { randomUUID } from 'node:crypto';
import {
  ORDER_PLACES,
  addOrderChange,
  jointById,
  jointLabel,
  orderChangeById,
  removeOrderChange,
  setOrderRange,
  type CharacterDoc,
  type OrderPlace,
} from '@limber-sheaf/core';
import { Body, Controller, Delete, HttpCode, Param, Patch, Post } from '@nestjs/common';
import { ApiOperation, ApiTags } from '@nestjs/swagger';
import { ArrayMaxSize, ArrayMinSize, IsArray, IsIn, IsNumber, IsUUID, Max, Min } from 'class-validator';
import { characterOf } from '../data/document-store.js';
import { EditService } from '../edits/edit.service.js';
import { Who, type Caller } from '../http/caller.js';
import { EditBody, IdParam, MOST_PIECES } from '../http/dto.js';

class OrderRangeBody extends EditBody {
  /** Degrees, both on one side of 0: the change holds from the one to the other. */
  @IsNumber() @Min(-360) @Max(360) low: number;
  @IsNumber() @Min(-360) @Max(360) high: number;
}

class OrderChangeBody extends OrderRangeBody {
  /** The pieces that are drawn elsewhere then. */
  @IsArray() @ArrayMinSize(1) @ArrayMaxSize(MOST_PIECES) @IsUUID(undefined, { each: true }) movedIds: string[];
  @IsIn([...ORDER_PLACES]) place: OrderPlace;
  /** The piece directly behind or in front of which they are drawn. */
  @IsUUID() atId: string;
}

@ApiTags('stack')
@Controller()
export class OrderByPoseController {
  constructor(private readonly edits: EditService) {}

  @Post('joints/:id/order-changes')
  @HttpCode(200)
  @ApiOperation({ summary: 'Have pieces drawn elsewhere while a joint stands within a range' })
  async add(@Param() { id }: IdParam, @Body() { saw, ...change }: OrderChangeBody, @Who() caller: Caller) {
    return this.edits.run(await characterOf('joint', id), { ...caller, saw }, (doc) => ({
      kind: 'order-change',
      summary: `Change the draw order at ${spanOf(doc, id, change)}`,
      diff: addOrderChange(doc, { ...change, id: randomUUID(), jointId: id }),
    }));
  }

  @Patch('order-changes/:id')
  @ApiOperation({ summary: 'Set the angles at which a change of the draw order holds' })
  async range(@Param() { id }: IdParam, @Body() { saw, low, high }: OrderRangeBody, @Who() caller: Caller) {
    return this.edits.run(await characterOf('orderChange', id), { ...caller, saw }, (doc) => ({
      kind: 'order-change',
      summary: `Change the draw order at ${spanOf(doc, orderChangeById(doc, id).jointId, { low, high })}`,
      diff: setOrderRange(doc, id, low, high),
    }));
  }

  @Delete('order-changes/:id')
  @ApiOperation({ summary: 'Keep the draw order as it is at rest' })
  async remove(@Param() { id }: IdParam, @Who() caller: Caller) {
    return this.edits.run(await characterOf('orderChange', id), caller, (doc) => ({
      kind: 'order-change',
      summary: `Keep the draw order at ${spanOf(doc, orderChangeById(doc, id).jointId, orderChangeById(doc, id))}`,
      diff: removeOrderChange(doc, id),
    }));
  }
}

function spanOf(doc: CharacterDoc, jointId: string, { low, high }: { low: number; high: number }): string {
  return `${jointLabel(doc, jointById(doc, jointId))} ${low}° to ${high}°`;
}
