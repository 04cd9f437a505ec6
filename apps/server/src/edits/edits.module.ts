import { Module } from '@nestjs/common';
import { DerivedModule } from '../derived/derived.module.js';
import { ThreadsModule } from '../threads/threads.module.js';
import { EditService } from './edit.service.js';
import { EventsController } from './events.controller.js';
import { EventService } from './events.service.js';
import { HistoryController } from './history.controller.js';
import { JournalService } from './journal.service.js';

@Module({
  imports: [DerivedModule, ThreadsModule],
  controllers: [EventsController, HistoryController],
  providers: [EditService, JournalService, EventService],
  exports: [EditService, JournalService, EventService],
})
export class EditsModule {}
