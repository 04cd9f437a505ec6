import { Body, Controller, HttpCode, Param, Patch, Post, Put } from '@nestjs/common';
import { ApiOperation, ApiTags } from '@nestjs/swagger';
import { Who, type Caller } from '../http/caller.js';
import { IdParam } from '../http/dto.js';
import { EnlargeBody, PlanBody, SidesBody } from './plan.dto.js';
import { PlanService } from './plan.service.js';

@ApiTags('plan')
@Controller()
export class PlanController {
  constructor(private readonly plans: PlanService) {}

  @Put('characters/:id/plan')
  @ApiOperation({ summary: 'Set what is to move, the closest shot, the views and the swap sets' })
  setPlan(@Param() { id }: IdParam, @Body() { saw, plan, word }: PlanBody, @Who() caller: Caller) {
    return this.plans.setPlan(id, { ...caller, saw }, plan, word);
  }

  @Patch('characters/:id/sides')
  @ApiOperation({ summary: 'Set how the two sides are told apart in names' })
  setSides(@Param() { id }: IdParam, @Body() { saw, sides }: SidesBody, @Who() caller: Caller) {
    return this.plans.setSides(id, { ...caller, saw }, sides);
  }

  @Post('views/:id/enlarge')
  @HttpCode(200)
  @ApiOperation({ summary: 'Enlarge a canvas, while nothing has been handed off' })
  enlarge(@Param() { id }: IdParam, @Body() { saw, ...by }: EnlargeBody, @Who() caller: Caller) {
    return this.plans.enlarge(id, { ...caller, saw }, by);
  }
}
