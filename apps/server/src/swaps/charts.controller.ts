import { Body, Controller, Delete, Get, HttpCode, Param, Patch, Post } from '@nestjs/common';
import type { KeptChart } from '@limber-sheaf/core';
import { ApiOperation, ApiTags } from '@nestjs/swagger';
import { IdParam } from '../http/dto.js';
import { KeptService } from '../kept/kept.service.js';
import { ChangeKeptChartBody, KeepChartBody } from './swaps.dto.js';

@ApiTags('charts')
@Controller()
export class ChartsController {
  constructor(private readonly kept: KeptService) {}

  @Get('productions/:id/charts')
  @ApiOperation({ summary: 'The charts that a production keeps' })
  list(@Param() { id }: IdParam) {
    return this.kept.list<KeptChart>(id, 'chart');
  }

  @Post('productions/:id/charts')
  @HttpCode(200)
  @ApiOperation({ summary: 'Keep a chart for a production, under a name: sets of its kind start with it' })
  keep(@Param() { id }: IdParam, @Body() { name, chart }: KeepChartBody) {
    return this.kept.keep<KeptChart>(id, 'chart', name, chart);
  }

  @Patch('charts/:id')
  @ApiOperation({ summary: 'Give a kept chart another name' })
  change(@Param() { id }: IdParam, @Body() { name }: ChangeKeptChartBody) {
    return this.kept.change<KeptChart>(id, 'chart', { name });
  }

  @Delete('charts/:id')
  @ApiOperation({ summary: 'Let a kept chart go; sets that started with it keep theirs' })
  drop(@Param() { id }: IdParam) {
    return this.kept.drop<KeptChart>(id, 'chart');
  }
}
