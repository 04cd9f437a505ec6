import { Module } from '@nestjs/common';
import { ThreadsModule } from '../threads/threads.module.js';
import { BlobController } from './blob.controller.js';
import { BlobService } from './blob.service.js';

@Module({ imports: [ThreadsModule], controllers: [BlobController], providers: [BlobService], exports: [BlobService] })
export class BlobsModule {}
