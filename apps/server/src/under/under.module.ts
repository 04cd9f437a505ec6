import { Module } from '@nestjs/common';
import { DerivedModule } from '../derived/derived.module.js';
import { EditsModule } from '../edits/edits.module.js';
import { ThreadsModule } from '../threads/threads.module.js';
import { UnderController } from './under.controller.js';
import { UnderService } from './under.service.js';

@Module({
  imports: [DerivedModule, EditsModule, ThreadsModule],
  controllers: [UnderController],
  providers: [UnderService],
  exports: [UnderService],
})
export class UnderModule {}
