import { diffBetween } from '@limber-sheaf/core';
import { Controller, Get, HttpCode, Param, Post } from '@nestjs/common';
import { ApiOperation, ApiTags } from '@nestjs/swagger';
import { Type } from 'class-transformer';
import { IsInt, IsUUID, Max, Min } from 'class-validator';
import { Who, type Caller } from '../http/caller.js';
import { IdParam } from '../http/dto.js';
import { EditService } from './edit.service.js';
import { JournalService, type CharacterThen } from './journal.service.js';

class RevisionParam {
  @IsUUID() id: string;
  @Type(() => Number) @IsInt() @Min(0) @Max(2_000_000_000) revision: number;
}

const MOST_LISTED = 200;

@ApiTags('history')
@Controller('characters/:id/history')
export class HistoryController {
  constructor(
    private readonly edits: EditService,
    private readonly journal: JournalService,
  ) {}

  @Get()
  @ApiOperation({ summary: 'The newest edits of a character' })
  list(@Param() { id }: IdParam, @Who() { actor }: Caller) {
    return this.journal.list(id, actor, MOST_LISTED);
  }

  @Get(':revision')
  @ApiOperation({ summary: 'A character as it was after an edit, and how that differs from now' })
  async at(@Param() { id, revision }: RevisionParam, @Who() caller: Caller): Promise<CharacterThen> {
    const doc = await this.journal.at(id, revision);
    const now = await this.edits.state(id, caller);
    return { revision, doc, since: diffBetween(doc, now.doc) };
  }

  @Post(':revision/restore')
  @HttpCode(200)
  @ApiOperation({ summary: 'Bring a character back to what it was after an edit, as a new edit' })
  restore(@Param() { id, revision }: RevisionParam, @Who() caller: Caller) {
    return this.edits.run(id, caller, async (doc) => ({
      kind: 'restore',
      summary: `Go back to revision ${revision}`,
      diff: diffBetween(doc, await this.journal.at(id, revision)),
    }));
  }
}
