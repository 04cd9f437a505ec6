import { Module } from '@nestjs/common';
import { DerivedModule } from '../derived/derived.module.js';
import { HousekeepingService } from './housekeeping.service.js';

@Module({ imports: [DerivedModule], providers: [HousekeepingService], exports: [HousekeepingService] })
export class HousekeepingModule {}
