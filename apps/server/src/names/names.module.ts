import { Module } from '@nestjs/common';
import { EditsModule } from '../edits/edits.module.js';
import { KeptModule } from '../kept/kept.module.js';
import { NamesController } from './names.controller.js';
import { NamesService } from './names.service.js';
import { SchemesController } from './schemes.controller.js';

@Module({
  imports: [EditsModule, KeptModule],
  controllers: [NamesController, SchemesController],
  providers: [NamesService],
})
export class NamesModule {}
