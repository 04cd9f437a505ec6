import { Module } from '@nestjs/common';
import { DerivedModule } from '../derived/derived.module.js';
import { EditsModule } from '../edits/edits.module.js';
import { ThreadsModule } from '../threads/threads.module.js';
import { LooksController } from './looks.controller.js';
import { SwapsController } from './swaps.controller.js';
import { SwapsService } from './swaps.service.js';

@Module({
  imports: [DerivedModule, EditsModule, ThreadsModule],
  controllers: [SwapsController, LooksController],
  providers: [SwapsService],
})
export class SwapsModule {}
