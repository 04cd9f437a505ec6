import { Module } from '@nestjs/common';
import { DerivedModule } from '../derived/derived.module.js';
import { EditsModule } from '../edits/edits.module.js';
import { HandlesController } from './handles.controller.js';
import { OrderByPoseController } from './order-by-pose.controller.js';
import { StackController } from './stack.controller.js';

@Module({
  imports: [DerivedModule, EditsModule],
  controllers: [StackController, HandlesController, OrderByPoseController],
})
export class StackModule {}
