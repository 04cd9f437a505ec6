import { Controller, Delete, Get, Param, Post, Res } from '@nestjs/common';
import { ApiOperation, ApiTags } from '@nestjs/swagger';
import type { Response } from 'express';
import { IdParam } from '../http/dto.js';
import { JobService } from '../jobs/job.service.js';
import { JointsService } from '../joints/joints.service.js';
import { HandOffService } from './handoff.service.js';

@ApiTags('hand-off')
@Controller()
export class HandOffController {
  constructor(
    private readonly handOffs: HandOffService,
    private readonly jobs: JobService,
    private readonly joints: JointsService,
  ) {}

  @Get('views/:id/checks')
  @ApiOperation({ summary: 'All checks of a view as it is now, with the proof of each joint' })
  checks(@Param() { id }: IdParam) {
    return this.joints.prove(id);
  }

  @Get('characters/:id/handoffs')
  @ApiOperation({ summary: 'The versions handed off so far, and the newest job' })
  list(@Param() { id }: IdParam) {
    return this.handOffs.list(id);
  }

  @Post('characters/:id/handoffs')
  @ApiOperation({ summary: 'Make a package: answers with the job' })
  start(@Param() { id }: IdParam) {
    return this.handOffs.start(id);
  }

  @Get('jobs/:id')
  @ApiOperation({ summary: 'How far a job is' })
  job(@Param() { id }: IdParam) {
    return this.jobs.get(id);
  }

  @Delete('jobs/:id')
  @ApiOperation({ summary: 'Stop a job' })
  cancel(@Param() { id }: IdParam) {
    return this.jobs.cancel(id);
  }

  @Get('handoffs/:id/package.zip')
  @ApiOperation({ summary: 'A package' })
  async download(@Param() { id }: IdParam, @Res() res: Response): Promise<void> {
    const { name, bytes } = await this.handOffs.open(id);
    res.setHeader('Content-Type', 'application/zip');
    res.setHeader('Content-Disposition', `attachment; filename="${name}.zip"`);
    res.end(bytes);
  }
}
