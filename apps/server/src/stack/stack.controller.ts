import { labelFor, moveInOrder, partOf, pieceById, setParent } from '@limber-sheaf/core';
import { Body, Controller, HttpCode, Param, Patch, Post } from '@nestjs/common';
import { ApiOperation, ApiTags } from '@nestjs/swagger';
import { IsOptional, IsUUID } from 'class-validator';
import { characterOf } from '../data/document-store.js';
import { EditService } from '../edits/edit.service.js';
import { Who, type Caller } from '../http/caller.js';
import { EditBody, IdParam } from '../http/dto.js';

class OrderBody extends EditBody {
  /** The piece that it comes directly in front of; the very back where null. */
  @IsOptional() @IsUUID() inFrontOf: string | null = null;
}

class ParentBody extends EditBody {
  /** The part it moves with; nothing where null. */
  @IsOptional() @IsUUID() parentId: string | null = null;
}

@ApiTags('stack')
@Controller()
export class StackController {
  constructor(private readonly edits: EditService) {}

  @Post('pieces/:id/order')
  @HttpCode(200)
  @ApiOperation({ summary: 'Move a piece in the draw order' })
  async order(@Param() { id }: IdParam, @Body() { saw, inFrontOf }: OrderBody, @Who() caller: Caller) {
    return this.edits.run(await characterOf('piece', id), { ...caller, saw }, (doc) => ({
      kind: 'order',
      summary: `Move ${labelFor(partOf(doc, pieceById(doc, id)))} in the draw order`,
      diff: moveInOrder(doc, id, inFrontOf),
    }));
  }

  @Patch('parts/:id/parent')
  @ApiOperation({ summary: 'Set which part a part moves with' })
  async parent(@Param() { id }: IdParam, @Body() { saw, parentId }: ParentBody, @Who() caller: Caller) {
    return this.edits.run(await characterOf('part', id), { ...caller, saw }, (doc) => {
      const part = doc.parts.find((p) => p.id === id);
      const parent = doc.parts.find((p) => p.id === parentId);
      return {
        kind: 'parent',
        summary: `Hang ${part ? labelFor(part) : 'a part'} from ${parent ? labelFor(parent) : 'nothing'}`,
        diff: setParent(doc, id, parentId),
      };
    });
  }
}
