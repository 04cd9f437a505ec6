import { Module } from '@nestjs/common';
import { CutModule } from '../cut/cut.module.js';
import { EditsModule } from '../edits/edits.module.js';
import { CastController } from './cast.controller.js';
import { CastService } from './cast.service.js';

@Module({ imports: [EditsModule, CutModule], controllers: [CastController], providers: [CastService] })
export class CastModule {}
