import { Module } from '@nestjs/common';
import { BlobsModule } from '../blobs/blobs.module.js';
import { DerivedModule } from '../derived/derived.module.js';
import { JobsModule } from '../jobs/jobs.module.js';
import { ThreadsModule } from '../threads/threads.module.js';
import { HandOffController } from './handoff.controller.js';
import { HandOffService } from './handoff.service.js';

@Module({
  imports: [BlobsModule, DerivedModule, JobsModule, ThreadsModule],
  controllers: [HandOffController],
  providers: [HandOffService],
})
export class HandOffModule {}
