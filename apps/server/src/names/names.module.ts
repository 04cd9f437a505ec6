import { Module } from '@nestjs/common';
import { EditsModule } from '../edits/edits.module.js';
import { NamesController } from './names.controller.js';
import { NamesService } from './names.service.js';

@Module({ imports: [EditsModule], controllers: [NamesController], providers: [NamesService] })
export class NamesModule {}
