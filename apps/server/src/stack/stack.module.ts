import { Module } from '@nestjs/common';
import { EditsModule } from '../edits/edits.module.js';
import { HandlesController } from './handles.controller.js';
import { OrderByPoseController } from './order-by-pose.controller.js';
import { StackController } from './stack.controller.js';

@Module({ imports: [EditsModule], controllers: [StackController, HandlesController, OrderByPoseController] })
export class StackModule {}
