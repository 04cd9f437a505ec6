import { Module } from '@nestjs/common';
import { ThreadsModule } from '../threads/threads.module.js';
import { DerivedService } from './derived.service.js';
import { ProofService } from './proof.service.js';
import { SheetsService } from './sheets.service.js';

@Module({
  imports: [ThreadsModule],
  providers: [DerivedService, SheetsService, ProofService],
  exports: [DerivedService, SheetsService, ProofService],
})
export class DerivedModule {}
