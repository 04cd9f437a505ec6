import { Body, Controller, Delete, Get, HttpCode, Param, Patch, Post } from '@nestjs/common';
import { ApiOperation, ApiTags } from '@nestjs/swagger';
import { Who, type Caller } from '../http/caller.js';
import { EditBody, IdParam } from '../http/dto.js';
import {
  type ChangeJoint,
  ChainBody,
  ChangeJointBody,
  CopyJointBody,
  InFrontBody,
  PlaceJointBody,
} from './joints.dto.js';
import { JointsService } from './joints.service.js';

@ApiTags('joints')
@Controller()
export class JointsController {
  constructor(private readonly joints: JointsService) {}

  @Get('views/:id/joints/sweeps')
  @ApiOperation({ summary: 'The sweeps of a view’s joints that turn, each under the key of what it was measured of' })
  sweeps(@Param() { id }: IdParam, @Who() caller: Caller) {
    return this.joints.sweeps(id, caller);
  }

  @Post('views/:id/joints')
  @ApiOperation({ summary: 'Place a joint between two pieces that touch' })
  place(@Param() { id }: IdParam, @Body() { saw, ...args }: PlaceJointBody, @Who() caller: Caller) {
    return this.joints.place(id, { ...caller, saw }, args);
  }

  @Post('views/:id/joints/fit-all')
  @HttpCode(200)
  @ApiOperation({ summary: 'Fit and round every joint that is missing; tells what it left and why' })
  fitAll(@Param() { id }: IdParam, @Body() { saw }: EditBody, @Who() caller: Caller) {
    return this.joints.fitAll(id, { ...caller, saw });
  }

  @Patch('joints/:id')
  @ApiOperation({ summary: 'Change a joint: disc, range, outline, looseness, rounding' })
  change(@Param() { id }: IdParam, @Body() body: ChangeJointBody, @Who() caller: Caller) {
    const { saw, ...change }: ChangeJoint = body;
    return this.joints.change(id, { ...caller, saw }, change);
  }

  @Post('joints/:id/fit')
  @HttpCode(200)
  @ApiOperation({ summary: 'Fit the disc to the contour again' })
  fit(@Param() { id }: IdParam, @Body() { saw }: EditBody, @Who() caller: Caller) {
    return this.joints.refit(id, { ...caller, saw });
  }

  @Post('joints/:id/in-front')
  @HttpCode(200)
  @ApiOperation({ summary: 'Which of the two is drawn in front' })
  inFront(@Param() { id }: IdParam, @Body() { saw, inFront }: InFrontBody, @Who() caller: Caller) {
    return this.joints.inFront(id, { ...caller, saw }, inFront);
  }

  @Post('views/:id/joints/chain')
  @HttpCode(200)
  @ApiOperation({ summary: 'Fit and round a joint between each of some pieces and the next' })
  chain(@Param() { id }: IdParam, @Body() { saw, pieceIds }: ChainBody, @Who() caller: Caller) {
    return this.joints.chain(id, { ...caller, saw }, pieceIds);
  }

  @Post('joints/:id/copy')
  @HttpCode(200)
  @ApiOperation({
    summary: 'Give another joint, or the other side of the limb, what this one has; linked if asked for',
  })
  copy(@Param() { id }: IdParam, @Body() { saw, ontoId, link }: CopyJointBody, @Who() caller: Caller) {
    return this.joints.copy(id, { ...caller, saw }, { ontoId, link });
  }

  @Delete('joints/:id/link')
  @ApiOperation({ summary: 'End the link with another joint' })
  unlink(@Param() { id }: IdParam, @Who() caller: Caller) {
    return this.joints.unlink(id, caller);
  }

  @Delete('joints/:id')
  @ApiOperation({ summary: 'Delete a joint' })
  remove(@Param() { id }: IdParam, @Who() caller: Caller) {
    return this.joints.remove(id, caller);
  }
}
