import { Injectable } from '@nestjs/common';
import { Subject, type Observable } from 'rxjs';
import { filter } from 'rxjs/operators';

/** Something that open benches want to hear of. */
export interface BenchEvent {
  characterId: string;
  kind: 'revision' | 'job';
  /** The new revision, or the job's id. */
  value: number | string;
  actor?: string;
}

/** Tells open benches what changed. */
@Injectable()
export class EventService {
  private readonly subject = new Subject<BenchEvent>();

  send(event: BenchEvent): void {
    this.subject.next(event);
  }

  of(characterId: string): Observable<BenchEvent> {
    return this.subject.pipe(filter((event) => event.characterId === characterId));
  }
}
