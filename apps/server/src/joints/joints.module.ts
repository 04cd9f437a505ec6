import { Module } from '@nestjs/common';
import { EditsModule } from '../edits/edits.module.js';
import { ThreadsModule } from '../threads/threads.module.js';
import { JointsController } from './joints.controller.js';
import { JointsService } from './joints.service.js';

@Module({
  imports: [EditsModule, ThreadsModule],
  controllers: [JointsController],
  providers: [JointsService],
  exports: [JointsService],
})
export class JointsModule {}
