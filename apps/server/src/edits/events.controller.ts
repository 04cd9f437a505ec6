import { Controller, Param, Sse, type MessageEvent } from '@nestjs/common';
import { ApiOperation, ApiTags } from '@nestjs/swagger';
import { interval, merge, type Observable } from 'rxjs';
import { map } from 'rxjs/operators';
import { IdParam } from '../http/dto.js';
import { EventService } from './events.service.js';

@ApiTags('edits')
@Controller('characters/:id/events')
export class EventsController {
  constructor(private readonly events: EventService) {}

  @Sse()
  @ApiOperation({ summary: 'Server-sent events: new revisions and job progress' })
  stream(@Param() { id }: IdParam): Observable<MessageEvent> {
    const beats = interval(20_000).pipe(map(() => ({ type: 'beat', data: '' })));
    return merge(beats, this.events.of(id).pipe(map((event) => ({ type: event.kind, data: { ...event } }))));
  }
}
