import { Module } from '@nestjs/common';
import { KeptService } from './kept.service.js';

@Module({ providers: [KeptService], exports: [KeptService] })
export class KeptModule {}
