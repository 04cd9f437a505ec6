import { Module } from '@nestjs/common';
import { EditsModule } from '../edits/edits.module.js';
import { ThreadsModule } from '../threads/threads.module.js';
import { BringInController } from './bring-in.controller.js';
import { BringInService } from './bring-in.service.js';
import { CutController } from './cut.controller.js';
import { CutService } from './cut.service.js';
import { PieceService } from './piece.service.js';

@Module({
  imports: [EditsModule, ThreadsModule],
  controllers: [CutController, BringInController],
  providers: [CutService, PieceService, BringInService],
  exports: [BringInService, CutService],
})
export class CutModule {}
