import { Module } from '@nestjs/common';
import { DerivedModule } from '../derived/derived.module.js';
import { EditsModule } from '../edits/edits.module.js';
import { ThreadsModule } from '../threads/threads.module.js';
import { KeptModule } from '../kept/kept.module.js';
import { ChartsController } from './charts.controller.js';
import { LooksController } from './looks.controller.js';
import { MakingController } from './making.controller.js';
import { MakingService } from './making.service.js';
import { SwapsController } from './swaps.controller.js';
import { SwapsService } from './swaps.service.js';

@Module({
  imports: [DerivedModule, EditsModule, KeptModule, ThreadsModule],
  controllers: [SwapsController, MakingController, LooksController, ChartsController],
  providers: [SwapsService, MakingService],
})
export class SwapsModule {}
