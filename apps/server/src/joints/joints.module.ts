import { Module } from '@nestjs/common';
import { DerivedModule } from '../derived/derived.module.js';
import { EditsModule } from '../edits/edits.module.js';
import { ThreadsModule } from '../threads/threads.module.js';
import { JointsController } from './joints.controller.js';
import { JointsService } from './joints.service.js';

@Module({
  imports: [DerivedModule, EditsModule, ThreadsModule],
  controllers: [JointsController],
  providers: [JointsService],
  exports: [JointsService],
})
export class JointsModule {}
