import { Module, type DynamicModule } from '@nestjs/common';
import { APP_FILTER, APP_GUARD } from '@nestjs/core';
import { TerminusModule } from '@nestjs/terminus';
import { ThrottlerGuard, ThrottlerModule } from '@nestjs/throttler';
import { LoggerModule } from 'nestjs-pino';
import { Sequelize } from 'sequelize-typescript';
import { BlobController } from './blobs/blob.controller.js';
import { BlobService } from './blobs/blob.service.js';
import { BringInController } from './bring-in/bring-in.controller.js';
import { BringInService } from './bring-in/bring-in.service.js';
import { CastController } from './cast/cast.controller.js';
import { CastService } from './cast/cast.service.js';
import type { Config } from './config.js';
import { CutController } from './cut/cut.controller.js';
import { CutService } from './cut/cut.service.js';
import { PieceService } from './cut/piece.service.js';
import { EditService } from './edits/edit.service.js';
import { EventsController } from './edits/events.controller.js';
import { EventService } from './edits/events.service.js';
import { HandOffController } from './handoff/handoff.controller.js';
import { HandOffService } from './handoff/handoff.service.js';
import { HealthController } from './http/health.controller.js';
import { LimberErrorFilter } from './http/limber-error.filter.js';
import { CONFIG } from './http/tokens.js';
import { JobService } from './jobs/job.service.js';
import { JointsController } from './joints/joints.controller.js';
import { JointsService } from './joints/joints.service.js';
import { PlanController } from './plan/plan.controller.js';
import { PlanService } from './plan/plan.service.js';
import { StackController } from './stack/stack.controller.js';
import { ArtService } from './work/art.js';
import { WorkPool } from './work/pool.js';

@Module({})
export class AppModule {
  /** The whole server around an open database. */
  static with(config: Config, sequelize: Sequelize): DynamicModule {
    return {
      module: AppModule,
      imports: [
        LoggerModule.forRoot({ pinoHttp: { level: config.logLevel }, forRoutes: ['{*path}'] }),
        ThrottlerModule.forRoot([{ ttl: 10_000, limit: 2000 }]),
        TerminusModule.forRoot({ logger: false }),
      ],
      controllers: [
        CastController,
        PlanController,
        BringInController,
        CutController,
        JointsController,
        StackController,
        HandOffController,
        BlobController,
        EventsController,
        HealthController,
      ],
      providers: [
        { provide: CONFIG, useValue: config },
        { provide: Sequelize, useValue: sequelize },
        { provide: APP_FILTER, useClass: LimberErrorFilter },
        { provide: APP_GUARD, useClass: ThrottlerGuard },
        BlobService,
        ArtService,
        WorkPool,
        EventService,
        EditService,
        CastService,
        PlanService,
        BringInService,
        CutService,
        PieceService,
        JointsService,
        JobService,
        HandOffService,
      ],
    };
  }
}
