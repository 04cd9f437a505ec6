import {
  borderMeasure,
  counted,
  labelFor,
  layAsUsual,
  moveInOrder,
  nameAll,
  pieceById,
  piecesOfView,
  setAlone,
  setParent,
} from '@limber-sheaf/core';
import { Body, Controller, Get, HttpCode, Param, Patch, Post } from '@nestjs/common';
import { ApiOperation, ApiTags } from '@nestjs/swagger';
import { ArrayMaxSize, IsArray, IsBoolean, IsOptional, IsUUID } from 'class-validator';
import { characterOf } from '../data/document-store.js';
import { ProofService } from '../derived/proof.service.js';
import { EditService } from '../edits/edit.service.js';
import { Who, type Caller } from '../http/caller.js';
import { EditBody, IdParam, MOST_PIECES } from '../http/dto.js';

class OrderBody extends EditBody {
  /** The piece that it comes directly in front of; the very back where null. */
  @IsOptional() @IsUUID() inFrontOf: string | null = null;
  /** Pieces of the same view that move along. */
  @IsOptional() @IsArray() @ArrayMaxSize(MOST_PIECES) @IsUUID(undefined, { each: true }) along: string[] = [];
}

class ParentBody extends EditBody {
  /** The part it moves with; nothing where null. */
  @IsOptional() @IsUUID() parentId: string | null = null;
  /** Parts that are hung from it as well. */
  @IsOptional() @IsArray() @ArrayMaxSize(MOST_PIECES) @IsUUID(undefined, { each: true }) along: string[] = [];
}

class AloneBody extends EditBody {
  /** Is the part meant to stay while what lies about it moves? */
  @IsBoolean() alone: boolean;
}

@ApiTags('stack')
@Controller()
export class StackController {
  constructor(
    private readonly edits: EditService,
    private readonly proofs: ProofService,
  ) {}

  @Get('views/:id/borders')
  @ApiOperation({ summary: 'How long a border each two pieces of a view share at rest, by places in the draw order' })
  async borders(@Param() { id }: IdParam, @Who() caller: Caller) {
    const { measured } = await this.proofs.now(id, (doc) => [borderMeasure(doc, id)], caller);
    return measured[0].value;
  }

  @Post('pieces/:id/order')
  @HttpCode(200)
  @ApiOperation({ summary: 'Move a piece in the draw order' })
  async order(@Param() { id }: IdParam, @Body() { saw, inFrontOf, along }: OrderBody, @Who() caller: Caller) {
    return this.edits.run(await characterOf('piece', id), { ...caller, saw }, (doc) => {
      const ids = [...new Set([id, ...along])];
      const pieces = piecesOfView(doc, pieceById(doc, id).viewId, ids);
      return {
        kind: 'order',
        summary: `Move ${nameAll(doc, pieces)} in the draw order`,
        diff: moveInOrder(doc, ids, inFrontOf),
      };
    });
  }

  @Post('views/:id/order-as-usual')
  @HttpCode(200)
  @ApiOperation({ summary: 'Lay every piece where its part usually lies in the draw order' })
  async asUsual(@Param() { id }: IdParam, @Body() { saw }: EditBody, @Who() caller: Caller) {
    return this.edits.run(await characterOf('view', id), { ...caller, saw }, (doc) => {
      const diff = layAsUsual(doc, id);
      const count = counted(diff.updated.length, 'piece');
      return { kind: 'order', summary: `Lay ${count} as usual in the draw order`, diff };
    });
  }

  @Patch('parts/:id/parent')
  @ApiOperation({ summary: 'Set which part a part moves with' })
  async parent(@Param() { id }: IdParam, @Body() { saw, parentId, along }: ParentBody, @Who() caller: Caller) {
    return this.edits.run(await characterOf('part', id), { ...caller, saw }, (doc) => {
      const ids = [...new Set([id, ...along])];
      const part = doc.parts.find((p) => p.id === id);
      const parent = doc.parts.find((p) => p.id === parentId);
      const hung = ids.length > 1 ? counted(ids.length, 'part') : part ? labelFor(part) : 'a part';
      return {
        kind: 'parent',
        summary: `Hang ${hung} from ${parent ? labelFor(parent) : 'nothing'}`,
        diff: setParent(doc, ids, parentId),
      };
    });
  }

  @Patch('parts/:id/alone')
  @ApiOperation({ summary: 'Say that a part is meant to stay while what lies about it moves' })
  async alone(@Param() { id }: IdParam, @Body() { saw, alone }: AloneBody, @Who() caller: Caller) {
    return this.edits.run(await characterOf('part', id), { ...caller, saw }, (doc) => {
      const part = doc.parts.find((p) => p.id === id);
      const name = part ? labelFor(part) : 'the part';
      return {
        kind: 'alone',
        summary: alone ? `${name} is fine where it hangs` : `${name} may be left behind`,
        diff: setAlone(doc, id, alone),
      };
    });
  }
}
