import { Module } from '@nestjs/common';
import { CutModule } from '../cut/cut.module.js';
import { EditsModule } from '../edits/edits.module.js';
import { ThreadsModule } from '../threads/threads.module.js';
import { CastController } from './cast.controller.js';
import { CastService } from './cast.service.js';

@Module({ imports: [EditsModule, CutModule, ThreadsModule], controllers: [CastController], providers: [CastService] })
export class CastModule {}
