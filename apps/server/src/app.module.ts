import { Global, Module, type DynamicModule } from '@nestjs/common';
import { APP_FILTER, APP_GUARD } from '@nestjs/core';
import { ThrottlerGuard, ThrottlerModule } from '@nestjs/throttler';
import { LoggerModule } from 'nestjs-pino';
import { Sequelize } from 'sequelize-typescript';
import { BlobsModule } from './blobs/blobs.module.js';
import type { Config } from './config.js';
import { HousekeepingModule } from './housekeeping/housekeeping.module.js';
import { HealthController } from './http/health.controller.js';
import { LimberErrorFilter } from './http/limber-error.filter.js';
import { CONFIG } from './http/tokens.js';
import * as stations from './stations.js';

@Global()
@Module({})
export class AppModule {
  /** The whole server around an open database. */
  static with(config: Config, sequelize: Sequelize): DynamicModule {
    return {
      module: AppModule,
      imports: [
        LoggerModule.forRoot({ pinoHttp: { level: config.logLevel }, forRoutes: ['{*path}'] }),
        ThrottlerModule.forRoot([{ ttl: 10_000, limit: 2000 }]),
        BlobsModule,
        HousekeepingModule,
        ...Object.values(stations),
      ],
      controllers: [HealthController],
      providers: [
        { provide: CONFIG, useValue: config },
        { provide: Sequelize, useValue: sequelize },
        { provide: APP_FILTER, useClass: LimberErrorFilter },
        { provide: APP_GUARD, useClass: ThrottlerGuard },
      ],
      exports: [CONFIG, Sequelize],
    };
  }
}
