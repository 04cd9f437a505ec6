import type { DrawingPicture, MakeStep } from '@limber-sheaf/core';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsNumber,
  IsOptional,
  IsUUID,
  Max,
  Min,
  Validate,
  ValidateNested,
} from 'class-validator';
import { EditBody, IsColour, MayBeLeftOut, PointsRule, StrokeRule } from '../http/dto.js';
import { CellBody, InViewBody } from './swaps.dto.js';

/** Numbers of a line, and of a stroke, at most. */
const MOST_OF_LINE = 200;
const MOST_OF_STROKE = 20_000;
/** px that a half is moved, or that darkness reaches, at most. */
const FARTHEST = 4000;

class InsideFields {
  /** Three channels, 0 to 255. */
  @IsColour() colour: [number, number, number];
  @IsBoolean() teeth: boolean;
  @IsBoolean() tongue: boolean;
}

class StepBody {
  @IsIn(['bend', 'part', 'darken']) do: MakeStep['do'];
  /** Bend: where each handle takes hold and where it is dragged to; x, y, x, y, px, one after the other. */
  @MayBeLeftOut() @IsArray() @ArrayMaxSize(64) @Validate(PointsRule) handles?: number[];
  /** Bend: places that stay, x, y pairs, px. */
  @MayBeLeftOut() @IsArray() @ArrayMaxSize(32) @Validate(PointsRule) held?: number[];
  /** Part and darken: along what, x, y pairs, px. */
  @MayBeLeftOut() @IsArray() @ArrayMaxSize(MOST_OF_LINE) @Validate(PointsRule) line?: number[];
  /** Part: px by which each half moves. */
  @MayBeLeftOut() @IsNumber() @Min(0) @Max(FARTHEST) up?: number;
  @MayBeLeftOut() @IsNumber() @Min(0) @Max(FARTHEST) down?: number;
  /** Part: what fills it; what lies beneath where not given. */
  @MayBeLeftOut() @ValidateNested() @Type(() => InsideFields) inside?: InsideFields;
  /** Darken: px. */
  @MayBeLeftOut() @IsNumber() @Min(0) @Max(FARTHEST) reach?: number;
  /** Darken: a share, 0 to 1. */
  @MayBeLeftOut() @IsNumber() @Min(0) @Max(1) by?: number;
}

export class MakeBody extends CellBody {
  /** None for a copy. */
  @IsArray() @ArrayMaxSize(64) @ValidateNested({ each: true }) @Type(() => StepBody) steps: StepBody[];
}

const PICTURES: readonly DrawingPicture[] = ['picture', 'over'];

export class PaintDrawingBody extends InViewBody {
  /** x, y and radius, px, by threes. */
  @IsArray() @ArrayMinSize(3) @ArrayMaxSize(MOST_OF_STROKE) @Validate(StrokeRule) stroke: number[];
  /** Three channels, 0 to 255. */
  @IsColour() colour: [number, number, number];
  /** 0 to 1: the share of the radius over which the edge fades. */
  @IsNumber() @Min(0) @Max(1) softness: number;
  @IsBoolean() erase: boolean;
  /** Which of its pictures is painted on. */
  @IsIn(PICTURES) on: DrawingPicture;
}

export class SetRulesBody extends EditBody {
  /** The set whose drawings choose this one's; null for none. */
  @IsOptional() @IsUUID() linkedTo?: string | null;
  /** The part in front of whose piece second pictures are drawn; null for the set's own. */
  @IsOptional() @IsUUID() overPartId?: string | null;
}

export class FromViewBody extends InViewBody {
  /** The view whose picture is taken over. */
  @IsUUID() fromViewId: string;
}

export class TakeAllOverBody extends EditBody {
  /** The view whose drawings are taken over. */
  @IsUUID() fromViewId: string;
}
