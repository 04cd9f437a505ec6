import { LimberError } from '@limber-sheaf/core';
import { Controller, Param, Sse, type MessageEvent } from '@nestjs/common';
import { ApiOperation, ApiTags } from '@nestjs/swagger';
import { interval, merge, type Observable } from 'rxjs';
import { map } from 'rxjs/operators';
import { Character } from '../data/models.js';
import { IdParam } from '../http/dto.js';
import { EventService } from './events.service.js';

@ApiTags('edits')
@Controller('characters/:id/events')
export class EventsController {
  constructor(private readonly events: EventService) {}

  @Sse()
  @ApiOperation({ summary: 'Server-sent events: new revisions, jobs, and the progress of edits under way' })
  async stream(@Param() { id }: IdParam): Promise<Observable<MessageEvent>> {
    if ((await Character.count({ where: { id } })) === 0)
      throw new LimberError('not-found', 'There is no such character.', 'Go back to the cast.');
    const beats = interval(20_000).pipe(map(() => ({ type: 'beat', data: '' })));
    return merge(beats, this.events.of(id).pipe(map((event) => ({ type: event.kind, data: { ...event } }))));
  }
}
