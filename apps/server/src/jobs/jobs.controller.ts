import { Controller, Delete, Get, Param } from '@nestjs/common';
import { ApiOperation, ApiTags } from '@nestjs/swagger';
import { IdParam } from '../http/dto.js';
import { JobService } from './job.service.js';

@ApiTags('jobs')
@Controller('jobs')
export class JobsController {
  constructor(private readonly jobs: JobService) {}

  @Get(':id')
  @ApiOperation({ summary: 'How far a job is' })
  job(@Param() { id }: IdParam) {
    return this.jobs.get(id);
  }

  @Delete(':id')
  @ApiOperation({ summary: 'Stop a job' })
  cancel(@Param() { id }: IdParam) {
    return this.jobs.cancel(id);
  }
}
