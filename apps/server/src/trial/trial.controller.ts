import { randomUUID } from 'node:crypto';
import {
  dropMotion,
  dropPose,
  keepMotion,
  keepPose,
  labelFor,
  makeRigid,
  motionById,
  partOf,
  pieceById,
  poseById,
  renamePose,
} from '@limber-sheaf/core';
import { Body, Controller, Delete, HttpCode, Param, Patch, Post, Put } from '@nestjs/common';
import { ApiOperation, ApiTags } from '@nestjs/swagger';
import { characterOf } from '../data/document-store.js';
import { EditService } from '../edits/edit.service.js';
import { Who, type Caller } from '../http/caller.js';
import { IdParam } from '../http/dto.js';
import {
  MotionBody,
  OwnMotionBody,
  PoseBody,
  PoseNameBody,
  PosesFromBody,
  SoftBody,
  TrialPictureBody,
} from './trial.dto.js';
import { TrialService } from './trial.service.js';

@ApiTags('trial')
@Controller()
export class TrialController {
  constructor(
    private readonly edits: EditService,
    private readonly trial: TrialService,
  ) {}

  @Post('characters/:id/poses')
  @HttpCode(200)
  @ApiOperation({ summary: 'Keep a pose under a name, by parts, so that it holds in every view' })
  keep(@Param() { id }: IdParam, @Body() body: PoseBody, @Who() caller: Caller) {
    const { saw, name, turned, root, pupils = [], drawingIds } = body;
    const freshId = randomUUID();
    const angles = Object.fromEntries(turned.map(({ partId, angle }) => [partId, angle]));
    const gaze = Object.fromEntries(pupils.map(({ partId, x, y }) => [partId, { x, y }]));
    return this.edits.run(id, { ...caller, saw }, (doc) => ({
      kind: 'pose',
      summary: `Keep the pose ${name}`,
      diff: keepPose(doc, { name, angles, root, gaze, drawingIds }, freshId),
    }));
  }

  @Post('characters/:id/poses/from')
  @HttpCode(200)
  @ApiOperation({ summary: 'Take the poses of another character, by the same parts' })
  take(@Param() { id }: IdParam, @Body() { saw, characterId }: PosesFromBody, @Who() caller: Caller) {
    return this.trial.takePoses(id, { ...caller, saw }, characterId);
  }

  @Patch('poses/:id')
  @ApiOperation({ summary: 'Give a pose another name' })
  async rename(@Param() { id }: IdParam, @Body() { saw, name }: PoseNameBody, @Who() caller: Caller) {
    return this.edits.run(await characterOf('pose', id), { ...caller, saw }, (doc) => ({
      kind: 'pose',
      summary: `Call the pose ${poseById(doc, id).name} ${name}`,
      diff: renamePose(doc, id, name),
    }));
  }

  @Delete('poses/:id')
  @ApiOperation({ summary: 'Let a pose go' })
  async remove(@Param() { id }: IdParam, @Who() caller: Caller) {
    return this.edits.run(await characterOf('pose', id), caller, (doc) => ({
      kind: 'pose',
      summary: `Let the pose ${poseById(doc, id).name} go`,
      diff: dropPose(doc, id),
    }));
  }

  @Post('characters/:id/motions')
  @HttpCode(200)
  @ApiOperation({ summary: 'Keep a motion through poses under a name; from the last it goes back to the first' })
  keepMotion(@Param() { id }: IdParam, @Body() { saw, name, steps }: OwnMotionBody, @Who() caller: Caller) {
    const freshId = randomUUID();
    const taken = steps.map(({ poseId = null, ...step }) => ({ poseId, ...step }));
    return this.edits.run(id, { ...caller, saw }, (doc) => ({
      kind: 'motion',
      summary: `Keep the motion ${name}`,
      diff: keepMotion(doc, { name, steps: taken }, freshId),
    }));
  }

  @Delete('motions/:id')
  @ApiOperation({ summary: 'Let a motion go; its poses stay' })
  async removeMotion(@Param() { id }: IdParam, @Who() caller: Caller) {
    return this.edits.run(await characterOf('motion', id), caller, (doc) => ({
      kind: 'motion',
      summary: `Let the motion ${motionById(doc, id).name} go`,
      diff: dropMotion(doc, id),
    }));
  }

  @Put('pieces/:id/soft')
  @ApiOperation({ summary: 'Let a piece bend along a line: the one that is given, or one that is proposed' })
  soft(@Param() { id }: IdParam, @Body() { saw, line }: SoftBody, @Who() caller: Caller) {
    return this.trial.bendAlong(id, { ...caller, saw }, line ?? null);
  }

  @Delete('pieces/:id/soft')
  @ApiOperation({ summary: 'Make a piece rigid again' })
  async rigid(@Param() { id }: IdParam, @Who() caller: Caller) {
    return this.edits.run(await characterOf('piece', id), caller, (doc) => ({
      kind: 'soft',
      summary: `Make ${labelFor(partOf(doc, pieceById(doc, id)))} rigid`,
      diff: makeRigid(doc, id),
    }));
  }

  @Post('views/:id/motion-faults')
  @HttpCode(200)
  @ApiOperation({
    summary: 'What the pictures of a motion tell: unpainted places that are seen, soft pieces that fold',
  })
  faults(@Param() { id }: IdParam, @Body() { late = true, says = [], ...motion }: MotionBody, @Who() caller: Caller) {
    return this.trial.faults(id, { ...motion, late, says }, caller);
  }

  @Post('views/:id/trial-picture')
  @HttpCode(200)
  @ApiOperation({ summary: 'Make a picture of a motion: one that moves, or stills side by side' })
  show(
    @Param() { id }: IdParam,
    @Body() { wears = [], late = true, says = [], ...wish }: TrialPictureBody,
    @Who() caller: Caller,
  ) {
    return this.trial.show(id, { ...wish, wears, late, says }, caller);
  }
}
