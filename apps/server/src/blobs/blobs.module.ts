import { Module } from '@nestjs/common';
import { ThreadsModule } from '../threads/threads.module.js';
import { BlobController } from './blob.controller.js';
import { BlobService } from './blob.service.js';
import { SmallerPictures } from './smaller-pictures.js';

@Module({
  imports: [ThreadsModule],
  controllers: [BlobController],
  providers: [BlobService, SmallerPictures],
  exports: [BlobService],
})
export class BlobsModule {}
