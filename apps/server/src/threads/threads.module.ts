import { Module } from '@nestjs/common';
import { Threads } from './threads.js';

@Module({ providers: [Threads], exports: [Threads] })
export class ThreadsModule {}
