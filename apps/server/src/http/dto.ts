import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsNumber,
  IsObject,
  IsOptional,
  IsString,
  IsUUID,
  Max,
  MaxLength,
  Min,
  MinLength,
  Validate,
  ValidateNested,
  ValidatorConstraint,
  type ValidationArguments,
  type ValidatorConstraintInterface,
} from 'class-validator';

export class IdParam {
  @IsUUID() id: string;
}

/** Which versions of which rows an edit was made on. */
export class EditBody {
  @IsOptional() @IsObject() saw?: Record<string, number>;
}

/** What a part's name is made of. */
export class Tokens {
  @IsString() @MinLength(1) @MaxLength(60) group: string;
  @IsOptional() @IsIn(['A', 'B', null]) side: 'A' | 'B' | null = null;
  @IsOptional() @IsString() @MaxLength(60) part: string | null = null;
  @IsOptional() @IsInt() @Min(1) @Max(999) index: number | null = null;
}

@ValidatorConstraint({ name: 'points' })
export class PointsRule implements ValidatorConstraintInterface {
  validate(value: unknown): boolean {
    return (
      Array.isArray(value) &&
      value.length % 2 === 0 &&
      value.every((v) => typeof v === 'number' && Number.isFinite(v) && Math.abs(v) < 100_000)
    );
  }

  defaultMessage(): string {
    return '$property must be x, y pairs in px';
  }
}

export class PlaceBody {
  @IsNumber() x: number;
  @IsNumber() y: number;
}

export class TakeRestBody extends EditBody {
  /** The piece that gets the pixels; or `tokens` for a new one. */
  @IsOptional() @IsUUID() pieceId?: string;
  @IsOptional() @ValidateNested() @Type(() => Tokens) tokens?: Tokens;
}

export class TraceBody extends TakeRestBody {
  /** x, y pairs, px; closes by itself. */
  @IsArray() @ArrayMinSize(6) @ArrayMaxSize(40_000) @Validate(PointsRule) loop: number[];
}

export class GiveBackBody extends EditBody {
  /** The piece that gives; every piece where not given. */
  @IsOptional() @IsUUID() pieceId?: string;
  @IsArray() @ArrayMinSize(6) @ArrayMaxSize(40_000) @Validate(PointsRule) loop: number[];
}

export class CrossCutBody extends EditBody {
  /** The piece to cut; what is still uncut where not given. */
  @IsOptional() @IsUUID() pieceId?: string;
  /** x, y pairs, px. */
  @IsArray() @ArrayMinSize(4) @ArrayMaxSize(20_000) @Validate(PointsRule) line: number[];
  /** Which side becomes the new piece, walking along the line. */
  @IsIn(['left', 'right']) take: 'left' | 'right';
  @ValidateNested() @Type(() => Tokens) tokens: Tokens;
}

export class SweepUpBody extends EditBody {
  /** A pixel of the offcut, px; all offcuts where not given. */
  @IsOptional() @ValidateNested() @Type(() => PlaceBody) place?: PlaceBody;
}

@ValidatorConstraint({ name: 'runs' })
export class RunsRule implements ValidatorConstraintInterface {
  validate(value: unknown, args: ValidationArguments): boolean {
    const { width, height } = args.object as Shape;
    if (!Array.isArray(value) || value.length > 2_000_000) return false;
    let sum = 0;
    for (const run of value) {
      if (!Number.isInteger(run) || run < 0) return false;
      sum += run;
    }
    return sum <= width * height;
  }

  defaultMessage(): string {
    return '$property must be run lengths that fit into the rectangle';
  }
}

/** Pixels of the canvas: a rectangle, and within it the lengths of runs out and in by turns. */
export class Shape {
  @IsInt() @Min(0) @Max(16384) x: number;
  @IsInt() @Min(0) @Max(16384) y: number;
  @IsInt() @Min(1) @Max(16384) width: number;
  @IsInt() @Min(1) @Max(16384) height: number;
  @Validate(RunsRule) runs: number[];
}

export class TakeTarget {
  /** The piece that gets the pixels; or `tokens` for a new one. */
  @IsOptional() @IsUUID() pieceId?: string;
  @IsOptional() @ValidateNested() @Type(() => Tokens) tokens?: Tokens;
  @ValidateNested() @Type(() => Shape) mask: Shape;
}

export class TakeBody extends EditBody {
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(200)
  @ValidateNested({ each: true })
  @Type(() => TakeTarget)
  targets: TakeTarget[];
  /** How the pixels were found: names the edit. */
  @IsOptional() @IsIn(['Soak up', 'Trace', 'Mirror', 'Accept', 'Take']) word: string = 'Take';
}

export class CopyBody extends EditBody {
  @IsUUID() pieceId: string;
  @ValidateNested() @Type(() => Shape) mask: Shape;
}

export class ReshapeBody extends EditBody {
  /** px: grows where positive, shrinks where negative. */
  @IsOptional() @IsInt() @Min(-64) @Max(64) by?: number;
  @IsOptional() @IsBoolean() fillHoles?: boolean;
}

export class ChangePieceBody extends EditBody {
  /** px. */
  @IsOptional() @IsInt() @Min(0) @Max(400) margin?: number;
  @IsOptional() @IsBoolean() unmix?: boolean;
  @IsOptional() @IsBoolean() dropCopies?: boolean;
}

export class NamedBody extends EditBody {
  @ValidateNested() @Type(() => Tokens) tokens: Tokens;
}

export class MergeBody extends EditBody {
  /** The piece that goes. */
  @IsUUID() goneId: string;
}
