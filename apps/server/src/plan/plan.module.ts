import { Module } from '@nestjs/common';
import { EditsModule } from '../edits/edits.module.js';
import { ThreadsModule } from '../threads/threads.module.js';
import { PlanController } from './plan.controller.js';
import { PlanService } from './plan.service.js';

@Module({ imports: [EditsModule, ThreadsModule], controllers: [PlanController], providers: [PlanService] })
export class PlanModule {}
