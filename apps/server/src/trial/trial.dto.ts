import { MOTION_KEYS, type MotionKey } from '@limber-sheaf/core';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  IsArray,
  IsDefined,
  IsIn,
  IsInt,
  IsNumber,
  IsUUID,
  Max,
  Min,
  ValidateNested,
} from 'class-validator';
import { EditBody, IsText, MayBeLeftOut, PlaceBody, Trimmed } from '../http/dto.js';

/** Parts and drawings that a pose names, at most. */
const MOST_NAMED = 500;

class TurnedPart {
  @IsUUID() partId: string;
  /** Degrees from rest. */
  @IsNumber() @Min(-360) @Max(360) angle: number;
}

export class PoseBody extends EditBody {
  @Trimmed() @IsText(1, 60) name: string;
  @IsArray()
  @ArrayMaxSize(MOST_NAMED)
  @ValidateNested({ each: true })
  @Type(() => TurnedPart)
  turned: TurnedPart[];
  /** px by which the whole character is moved. */
  @IsDefined() @ValidateNested() @Type(() => PlaceBody) root: PlaceBody;
  @IsArray() @ArrayMaxSize(MOST_NAMED) @IsUUID(undefined, { each: true }) drawingIds: string[];
}

export class PoseNameBody extends EditBody {
  @Trimmed() @IsText(1, 60) name: string;
}

class SoftLineBody {
  /** x, y pairs, px. */
  @IsArray() @ArrayMaxSize(24) @IsNumber({}, { each: true }) points: number[];
  /** 0 to 1, by point. */
  @IsArray() @ArrayMaxSize(12) @IsNumber({}, { each: true }) stiffness: number[];
}

export class SoftBody extends EditBody {
  /** One is proposed where none is given. */
  @MayBeLeftOut() @ValidateNested() @Type(() => SoftLineBody) line?: SoftLineBody;
}

export class MotionBody {
  @IsIn([...MOTION_KEYS]) motion: MotionKey;
  @IsIn([12, 24, 30]) fps: 12 | 24 | 30;
  /** 1 for as usual. */
  @IsNumber() @Min(0.2) @Max(1.5) amount: number;
}

export class TrialPictureBody extends MotionBody {
  /** px that the figure's canvas is high. */
  @IsInt() @Min(120) @Max(1440) tall: number;
  @IsIn(['gif', 'webp', 'stills']) as: 'gif' | 'webp' | 'stills';
  /** Drawings that show in place of their sets' default ones. */
  @MayBeLeftOut() @IsArray() @ArrayMaxSize(MOST_NAMED) @IsUUID(undefined, { each: true }) wears?: string[];
}
