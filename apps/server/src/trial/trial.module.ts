import { Module } from '@nestjs/common';
import { EditsModule } from '../edits/edits.module.js';
import { TrialController } from './trial.controller.js';

@Module({ imports: [EditsModule], controllers: [TrialController] })
export class TrialModule {}
