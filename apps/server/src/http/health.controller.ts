import { Controller, Get, Inject } from '@nestjs/common';
import { ApiOperation, ApiTags } from '@nestjs/swagger';
import { HealthCheck, HealthCheckService } from '@nestjs/terminus';
import { SkipThrottle } from '@nestjs/throttler';
import { Sequelize } from 'sequelize-typescript';

@ApiTags('health')
@SkipThrottle()
@Controller('health')
export class HealthController {
  constructor(
    private readonly health: HealthCheckService,
    @Inject(Sequelize) private readonly sequelize: Sequelize,
  ) {}

  @Get()
  @HealthCheck()
  @ApiOperation({ summary: 'Is the server up, and its database?' })
  check() {
    return this.health.check([
      async () => {
        await this.sequelize.query('SELECT 1');
        return { database: { status: 'up' } };
      },
    ]);
  }
}
