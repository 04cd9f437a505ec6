import type { OutlineOn } from '@limber-sheaf/core';
import { applyDecorators } from '@nestjs/common';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsNumber,
  IsOptional,
  IsUUID,
  Max,
  Min,
  ValidateNested,
} from 'class-validator';
import { EditBody } from '../http/dto.js';

/** Three channels, 0 to 255. */
function IsColour(): PropertyDecorator {
  return applyDecorators(
    IsArray(),
    ArrayMinSize(3),
    ArrayMaxSize(3),
    IsInt({ each: true }),
    Min(0, { each: true }),
    Max(255, { each: true }),
  );
}

export class DiscBody {
  @IsNumber() x: number;
  @IsNumber() y: number;
  @IsNumber() @Min(1) @Max(4000) radius: number;
}

export class PlaceJointBody extends EditBody {
  /** The two pieces, in any order: which one turns follows from the family. */
  @IsUUID() pieceId: string;
  @IsUUID() otherId: string;
  /** A disc placed by hand; fitted to the contour where not given. */
  @IsOptional() @ValidateNested() @Type(() => DiscBody) disc?: DiscBody;
  /** Round both ends at once. */
  @IsOptional() @IsBoolean() round?: boolean;
}

export class ChangeJointBody extends EditBody {
  @IsOptional() @IsIn(['hinge', 'one-sided', 'swivel', 'slide']) kind?: 'hinge' | 'one-sided' | 'swivel' | 'slide';
  @IsOptional() @IsNumber() x?: number;
  @IsOptional() @IsNumber() y?: number;
  @IsOptional() @IsNumber() @Min(1) @Max(4000) radius?: number;
  /** Degrees. */
  @IsOptional() @IsNumber() rangeLow?: number;
  @IsOptional() @IsNumber() rangeHigh?: number;
  @IsOptional() @IsIn(['back', 'front', 'both', 'none', 'under']) outlineOn?: OutlineOn;
  /** Whose end is rounded; the other one's is kept as drawn. */
  @IsOptional() @IsIn(['both', 'child', 'parent']) discOn?: 'both' | 'child' | 'parent';
  @IsOptional() @IsNumber() @Min(0) @Max(400) lineWidth?: number;
  @IsOptional() @IsNumber() @Min(0) @Max(1) looseness?: number;
  /** px by which a line under all is thicker than it was drawn. */
  @IsOptional() @IsNumber() @Min(-400) @Max(400) lineMore?: number;
  /** sRGB, 0 to 255 each. */
  @IsOptional() @IsColour() lineColour?: [number, number, number];
  @IsOptional() @IsColour() fillColour?: [number, number, number];
  /** px by which the end behind reaches farther than the disc. */
  @IsOptional() @IsNumber() @Min(0) @Max(4000) reach?: number;
  /** The end in front leaves the other's folds out of its copy. */
  @IsOptional() @IsBoolean() foldsOut?: boolean;
  @IsOptional() @IsBoolean() rounded?: boolean;
}

export class CopyJointBody extends EditBody {
  /** The joint that gets it; the same limb on the other side where not given. */
  @IsOptional() @IsUUID() ontoId?: string;
  /** Keep the two in step from now on. */
  @IsBoolean() link: boolean;
}

export class ChainBody extends EditBody {
  /** From the root outwards. */
  @IsArray() @ArrayMinSize(2) @ArrayMaxSize(40) @IsUUID(undefined, { each: true }) pieceIds: string[];
}

export class InFrontBody extends EditBody {
  @IsIn(['child', 'parent']) inFront: 'child' | 'parent';
}
