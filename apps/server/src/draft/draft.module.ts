import { Module } from '@nestjs/common';
import { CutModule } from '../cut/cut.module.js';
import { DerivedModule } from '../derived/derived.module.js';
import { EditsModule } from '../edits/edits.module.js';
import { JointsModule } from '../joints/joints.module.js';
import { ThreadsModule } from '../threads/threads.module.js';
import { UnderModule } from '../under/under.module.js';
import { DraftController } from './draft.controller.js';
import { DraftService } from './draft.service.js';

@Module({
  imports: [CutModule, DerivedModule, EditsModule, JointsModule, ThreadsModule, UnderModule],
  controllers: [DraftController],
  providers: [DraftService],
})
export class DraftModule {}
