import { Body, Controller, Delete, HttpCode, Param, Patch, Post } from '@nestjs/common';
import { ApiOperation, ApiTags } from '@nestjs/swagger';
import { Actor } from '../http/actor.js';
import { EditBody, IdParam } from '../http/dto.js';
import { ChangeJointBody, InFrontBody, PlaceJointBody } from './joints.dto.js';
import { JointsService } from './joints.service.js';

@ApiTags('joints')
@Controller()
export class JointsController {
  constructor(private readonly joints: JointsService) {}

  @Post('views/:id/joints')
  @ApiOperation({ summary: 'Place a joint between two pieces that touch' })
  place(@Param() { id }: IdParam, @Body() { saw, ...args }: PlaceJointBody, @Actor() actor: string) {
    return this.joints.place(id, { actor, saw }, args);
  }

  @Post('views/:id/joints/fit-all')
  @HttpCode(200)
  @ApiOperation({ summary: 'Fit and round every joint that is missing; tells what it left and why' })
  fitAll(@Param() { id }: IdParam, @Body() { saw }: EditBody, @Actor() actor: string) {
    return this.joints.fitAll(id, { actor, saw });
  }

  @Patch('joints/:id')
  @ApiOperation({ summary: 'Change a joint: disc, range, outline, looseness, rounding' })
  change(@Param() { id }: IdParam, @Body() { saw, ...change }: ChangeJointBody, @Actor() actor: string) {
    return this.joints.change(id, { actor, saw }, change);
  }

  @Post('joints/:id/fit')
  @HttpCode(200)
  @ApiOperation({ summary: 'Fit the disc to the contour again' })
  fit(@Param() { id }: IdParam, @Body() { saw }: EditBody, @Actor() actor: string) {
    return this.joints.refit(id, { actor, saw });
  }

  @Post('joints/:id/in-front')
  @HttpCode(200)
  @ApiOperation({ summary: 'Which of the two is drawn in front' })
  inFront(@Param() { id }: IdParam, @Body() { saw, inFront }: InFrontBody, @Actor() actor: string) {
    return this.joints.inFront(id, { actor, saw }, inFront);
  }

  @Delete('joints/:id')
  @ApiOperation({ summary: 'Delete a joint' })
  remove(@Param() { id }: IdParam, @Actor() actor: string) {
    return this.joints.remove(id, { actor });
  }
}
