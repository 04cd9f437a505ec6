import { Module } from '@nestjs/common';
import { DerivedModule } from '../derived/derived.module.js';
import { EditsModule } from '../edits/edits.module.js';
import { ThreadsModule } from '../threads/threads.module.js';
import { TrialController } from './trial.controller.js';
import { TrialService } from './trial.service.js';

@Module({
  imports: [DerivedModule, EditsModule, ThreadsModule],
  controllers: [TrialController],
  providers: [TrialService],
})
export class TrialModule {}
