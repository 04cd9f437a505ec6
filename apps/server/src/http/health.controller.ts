import { monitorEventLoopDelay } from 'node:perf_hooks';
import { Controller, Get, Inject, ServiceUnavailableException } from '@nestjs/common';
import { ApiOperation, ApiTags } from '@nestjs/swagger';
import { SkipThrottle } from '@nestjs/throttler';
import { Sequelize } from 'sequelize-typescript';
import { VERSION } from '../config.js';

const RESOLUTION_MS = 5;
const loop = monitorEventLoopDelay({ resolution: RESOLUTION_MS });
loop.enable();

@ApiTags('health')
@SkipThrottle()
@Controller('health')
export class HealthController {
  constructor(@Inject(Sequelize) private readonly sequelize: Sequelize) {}

  @Get()
  @ApiOperation({
    summary: 'Is the server up, and its database? With the longest its main thread was held since last asked, ms',
  })
  async check() {
    try {
      await this.sequelize.query('SELECT 1');
    } catch (error) {
      const reason = error instanceof Error ? error.message : String(error);
      throw new ServiceUnavailableException({ sentence: `The database does not answer: ${reason}.` });
    }
    const longestHold = Math.max(0, Math.round(loop.max / 1e6) - RESOLUTION_MS);
    loop.reset();
    const memory = Math.round(process.memoryUsage.rss() / 1024 / 1024);
    return { status: 'ok', version: VERSION, longestHold, memory };
  }
}
