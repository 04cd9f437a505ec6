import { Body, Controller, Get, HttpCode, Param, Patch, Post } from '@nestjs/common';
import { ApiOperation, ApiTags } from '@nestjs/swagger';
import { Who, type Caller } from '../http/caller.js';
import { IdParam } from '../http/dto.js';
import { RenamingsBody, SchemeBody } from './names.dto.js';
import { NamesService } from './names.service.js';

@ApiTags('names')
@Controller('characters/:id')
export class NamesController {
  constructor(private readonly names: NamesService) {}

  @Patch('scheme')
  @ApiOperation({ summary: 'Set how names are made: order, separator, letter case, sides' })
  scheme(@Param() { id }: IdParam, @Body() { saw, ...scheme }: SchemeBody, @Who() caller: Caller) {
    return this.names.setScheme(id, { ...caller, saw }, scheme);
  }

  @Post('names')
  @HttpCode(200)
  @ApiOperation({ summary: 'Name many parts anew, all of them or none' })
  rename(@Param() { id }: IdParam, @Body() { saw, renamings }: RenamingsBody, @Who() caller: Caller) {
    return this.names.rename(id, { ...caller, saw }, renamings);
  }

  @Get('names/handed-off')
  @ApiOperation({ summary: 'The names that have left, each with the version since which it has stood' })
  handedOff(@Param() { id }: IdParam) {
    return this.names.handedOff(id);
  }
}
