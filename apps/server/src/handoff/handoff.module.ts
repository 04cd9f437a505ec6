import { Module } from '@nestjs/common';
import { BlobsModule } from '../blobs/blobs.module.js';
import { DerivedModule } from '../derived/derived.module.js';
import { EditsModule } from '../edits/edits.module.js';
import { JobsModule } from '../jobs/jobs.module.js';
import { KeptModule } from '../kept/kept.module.js';
import { ThreadsModule } from '../threads/threads.module.js';
import { TurnsModule } from '../turns/turns.module.js';
import { BringBackController } from './bring-back.controller.js';
import { BringBackService } from './bring-back.service.js';
import { HandOffController } from './handoff.controller.js';
import { HandOffService } from './handoff.service.js';
import { PresetsController } from './presets.controller.js';

@Module({
  imports: [BlobsModule, DerivedModule, EditsModule, JobsModule, KeptModule, ThreadsModule, TurnsModule],
  controllers: [HandOffController, BringBackController, PresetsController],
  providers: [HandOffService, BringBackService],
})
export class HandOffModule {}
