import { Body, Controller, Delete, Get, HttpCode, Param, Patch, Post } from '@nestjs/common';
import type { NamingScheme } from '@limber-sheaf/core';
import { ApiOperation, ApiTags } from '@nestjs/swagger';
import { IdParam } from '../http/dto.js';
import { KeptService } from '../kept/kept.service.js';
import { ChangeSchemeBody, KeepSchemeBody } from './names.dto.js';

@ApiTags('schemes')
@Controller()
export class SchemesController {
  constructor(private readonly kept: KeptService) {}

  @Get('productions/:id/schemes')
  @ApiOperation({ summary: 'The naming schemes that a production keeps' })
  list(@Param() { id }: IdParam) {
    return this.kept.list<NamingScheme>(id, 'scheme');
  }

  @Post('productions/:id/schemes')
  @HttpCode(200)
  @ApiOperation({ summary: 'Keep a naming scheme for a production, under a name' })
  keep(@Param() { id }: IdParam, @Body() { name, scheme }: KeepSchemeBody) {
    return this.kept.keep<NamingScheme>(id, 'scheme', name, scheme);
  }

  @Patch('schemes/:id')
  @ApiOperation({ summary: 'Give a kept scheme another name, or another scheme under its name' })
  change(@Param() { id }: IdParam, @Body() { name, scheme }: ChangeSchemeBody) {
    return this.kept.change<NamingScheme>(id, 'scheme', { name, value: scheme });
  }

  @Delete('schemes/:id')
  @ApiOperation({ summary: 'Let a kept scheme go; characters that took it over keep it' })
  drop(@Param() { id }: IdParam) {
    return this.kept.drop<NamingScheme>(id, 'scheme');
  }
}
