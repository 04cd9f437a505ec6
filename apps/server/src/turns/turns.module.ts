import { Module } from '@nestjs/common';
import { DerivedModule } from '../derived/derived.module.js';
import { EditsModule } from '../edits/edits.module.js';
import { ThreadsModule } from '../threads/threads.module.js';
import { PartsController } from './parts.controller.js';
import { TurnsController } from './turns.controller.js';
import { TurnsService } from './turns.service.js';
import { ViewsController } from './views.controller.js';

@Module({
  imports: [DerivedModule, EditsModule, ThreadsModule],
  controllers: [TurnsController, PartsController, ViewsController],
  providers: [TurnsService],
  exports: [TurnsService],
})
export class TurnsModule {}
