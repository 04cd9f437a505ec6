import { Module } from '@nestjs/common';
import { EditsModule } from '../edits/edits.module.js';
import { StackController } from './stack.controller.js';

@Module({ imports: [EditsModule], controllers: [StackController] })
export class StackModule {}
