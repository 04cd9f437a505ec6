import { Module } from '@nestjs/common';
import { EditsModule } from '../edits/edits.module.js';
import { JobService } from './job.service.js';
import { JobsController } from './jobs.controller.js';

@Module({ imports: [EditsModule], controllers: [JobsController], providers: [JobService], exports: [JobService] })
export class JobsModule {}
