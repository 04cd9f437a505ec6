import { randomUUID } from 'node:crypto';
import {
  addHandle,
  deleteHandle,
  handleById,
  labelFor,
  moveHandle,
  refuseBadName,
  type CharacterDoc,
  type HandleRow,
} from '@limber-sheaf/core';
import { Body, Controller, Delete, HttpCode, Param, Patch, Post } from '@nestjs/common';
import { ApiOperation, ApiTags } from '@nestjs/swagger';
import { Type } from 'class-transformer';
import { ArrayMaxSize, ArrayMinSize, IsArray, IsNumber, IsUUID, Max, Min, ValidateNested } from 'class-validator';
import { characterOf } from '../data/document-store.js';
import { EditService } from '../edits/edit.service.js';
import { Who, type Caller } from '../http/caller.js';
import { EditBody, IdParam, MOST_PIECES, Tokens } from '../http/dto.js';

/** The widest canvas, px. */
const MOST = 16_384;

class HandlePlaceBody extends EditBody {
  @IsNumber() @Min(0) @Max(MOST) x: number;
  @IsNumber() @Min(0) @Max(MOST) y: number;
}

class HandleBody extends HandlePlaceBody {
  /** What its name is made of. */
  @ValidateNested() @Type(() => Tokens) tokens: Tokens;
  /** The parts that are hung from it; they hang from the same one now. */
  @IsArray() @ArrayMinSize(1) @ArrayMaxSize(MOST_PIECES) @IsUUID(undefined, { each: true }) partIds: string[];
}

@ApiTags('stack')
@Controller()
export class HandlesController {
  constructor(private readonly edits: EditService) {}

  @Post('views/:id/handles')
  @HttpCode(200)
  @ApiOperation({ summary: 'Begin a handle: a part without paint from which others hang' })
  async add(@Param() { id }: IdParam, @Body() { saw, ...fresh }: HandleBody, @Who() caller: Caller) {
    const ids = { handleId: randomUUID(), partId: randomUUID() };
    return this.edits.run(await characterOf('view', id), { ...caller, saw }, (doc) => {
      refuseBadName(fresh.tokens, doc.character.scheme);
      return {
        kind: 'handle',
        summary: `Begin the handle ${labelFor(fresh.tokens)}`,
        diff: addHandle(doc, { ...fresh, ...ids, viewId: id }),
      };
    });
  }

  @Patch('handles/:id')
  @ApiOperation({ summary: 'Put a handle’s pivot elsewhere' })
  async move(@Param() { id }: IdParam, @Body() { saw, x, y }: HandlePlaceBody, @Who() caller: Caller) {
    return this.edits.run(await characterOf('handle', id), { ...caller, saw }, (doc) => ({
      kind: 'handle',
      summary: `Move the handle ${nameOf(doc, handleById(doc, id))}`,
      diff: moveHandle(doc, id, x, y),
    }));
  }

  @Delete('handles/:id')
  @ApiOperation({ summary: 'Take a handle away; what hung from it hangs from what it hung from' })
  async remove(@Param() { id }: IdParam, @Who() caller: Caller) {
    return this.edits.run(await characterOf('handle', id), caller, (doc) => ({
      kind: 'handle',
      summary: `Take the handle ${nameOf(doc, handleById(doc, id))} away`,
      diff: deleteHandle(doc, id),
    }));
  }
}

function nameOf(doc: CharacterDoc, { partId }: HandleRow): string {
  const part = doc.parts.find(({ id }) => id === partId);
  return part ? labelFor(part) : '';
}
