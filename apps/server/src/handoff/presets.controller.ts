import { USUAL_OPTIONS, withDefaults, type PackageOptions } from '@limber-sheaf/core';
import { Body, Controller, Delete, Get, HttpCode, Param, Patch, Post } from '@nestjs/common';
import { ApiOperation, ApiTags } from '@nestjs/swagger';
import { IdParam } from '../http/dto.js';
import { KeptService } from '../kept/kept.service.js';
import { ChangePresetBody, KeepPresetBody } from './handoff.dto.js';

@ApiTags('presets')
@Controller()
export class PresetsController {
  constructor(private readonly kept: KeptService) {}

  @Get('productions/:id/presets')
  @ApiOperation({ summary: 'The ways to make a package that a production keeps' })
  list(@Param() { id }: IdParam) {
    return this.kept.list<PackageOptions>(id, 'package');
  }

  @Post('productions/:id/presets')
  @HttpCode(200)
  @ApiOperation({ summary: 'Keep a way to make a package for a production, under a name' })
  keep(@Param() { id }: IdParam, @Body() { name, options }: KeepPresetBody) {
    return this.kept.keep<PackageOptions>(id, 'package', name, withDefaults(USUAL_OPTIONS, options));
  }

  @Patch('presets/:id')
  @ApiOperation({ summary: 'Give a kept way to make a package another name, or other options under its name' })
  change(@Param() { id }: IdParam, @Body() { name, options }: ChangePresetBody) {
    const value = options && withDefaults(USUAL_OPTIONS, options);
    return this.kept.change<PackageOptions>(id, 'package', { name, value });
  }

  @Delete('presets/:id')
  @ApiOperation({ summary: 'Let a kept way to make a package go' })
  drop(@Param() { id }: IdParam) {
    return this.kept.drop<PackageOptions>(id, 'package');
  }
}
