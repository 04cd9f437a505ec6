import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsDefined,
  IsIn,
  IsInt,
  IsNumber,
  IsOptional,
  IsString,
  Max,
  MaxLength,
  Min,
  MinLength,
  ValidateNested,
} from 'class-validator';
import { EditBody, IsText, MayBeLeftOut, Tokens } from '../http/dto.js';

class PlannedPartBody extends Tokens {
  @IsText(0, 40) heading: string;
  @IsArray() @ArrayMaxSize(12) @IsString({ each: true }) @MaxLength(130, { each: true }) parents: string[];
  @IsOptional() @IsIn(['hinge', 'one-sided', 'swivel', 'slide', null]) joint:
    'hinge' | 'one-sided' | 'swivel' | 'slide' | null = null;
  @IsArray()
  @ArrayMinSize(2)
  @ArrayMaxSize(2)
  @IsNumber({}, { each: true })
  @Min(-180, { each: true })
  @Max(180, { each: true })
  range: [number, number];
  @IsBoolean() hidden: boolean;
}

class ShotBody {
  @IsText(0, 130) part: string;
  /** Per cent of the frame's height. */
  @IsNumber() @Min(1) @Max(400) share: number;
  @IsInt() @Min(16) @Max(16384) frame: number;
}

class SetBody {
  @IsText(1, 60) name: string;
  @IsIn(['mouth', 'lids', 'brows', 'hand', 'head', 'prop', 'outfit', 'other'])
  kind: 'mouth' | 'lids' | 'brows' | 'hand' | 'head' | 'prop' | 'outfit' | 'other';
  @IsInt() @Min(1) @Max(200) drawings: number;
}

class PlanDto {
  @IsText(0, 60) template: string;
  @IsArray() @ArrayMaxSize(200) @ValidateNested({ each: true }) @Type(() => PlannedPartBody) parts: PlannedPartBody[];
  @IsDefined() @ValidateNested() @Type(() => ShotBody) shot: ShotBody;
  @IsArray()
  @ArrayMaxSize(24)
  @IsString({ each: true })
  @MinLength(1, { each: true })
  @MaxLength(40, { each: true })
  views: string[];
  @IsArray() @ArrayMaxSize(60) @ValidateNested({ each: true }) @Type(() => SetBody) sets: SetBody[];
}

export class PlanBody extends EditBody {
  @IsDefined() @ValidateNested() @Type(() => PlanDto) plan: PlanDto;
  /** What was changed, in the user's words: names the edit. */
  @MayBeLeftOut() @IsText(0, 120) word?: string;
}

export class SidesBody extends EditBody {
  @IsIn(['letters', 'near-far', 'left-right']) sides: 'letters' | 'near-far' | 'left-right';
}

export class EnlargeBody extends EditBody {
  @IsInt() @Min(0) @Max(8192) left: number;
  @IsInt() @Min(0) @Max(8192) top: number;
  @IsInt() @Min(0) @Max(8192) right: number;
  @IsInt() @Min(0) @Max(8192) bottom: number;
}
