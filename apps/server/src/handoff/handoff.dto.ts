import {
  FINISH_BLENDS,
  FINISH_NAMES,
  MOST_ROOM,
  PACKAGE_FORMATS,
  PACKAGE_SCALES,
  type FinishBlend,
  type FinishName,
  type PackageFormat,
  type Rgb,
} from '@limber-sheaf/core';
import {
  ArrayMaxSize,
  ArrayMinSize,
  ArrayUnique,
  IsArray,
  IsBoolean,
  IsDefined,
  IsIn,
  IsInt,
  IsNumber,
  IsOptional,
  IsString,
  IsUUID,
  Matches,
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator';
import { Transform, Type } from 'class-transformer';
import { IsColour, IsText, MayBeLeftOut, Trimmed } from '../http/dto.js';

export class FinishFields {
  @IsIn([...FINISH_NAMES]) name: FinishName;
  @IsIn([...FINISH_BLENDS]) blend: FinishBlend;
  @IsNumber() @Min(0) @Max(1) strength: number;
  @IsIn(['figure', 'piece']) scope: 'figure' | 'piece';
  /** Of a tint. */
  @IsOptional() @IsColour() colour: Rgb | null = null;
  /** The blob of a texture that was brought in. */
  @IsOptional() @Matches(/^[0-9a-f]{64}$/) texture: string | null = null;
}

/** How a package is made; what is not given is as usual. */
export class OptionFields {
  /** What it holds beside the manifest and the pieces' images; all of them where not given. */
  @MayBeLeftOut()
  @IsArray()
  @ArrayUnique()
  @ArrayMaxSize(PACKAGE_FORMATS.length)
  @IsIn([...PACKAGE_FORMATS], { each: true })
  formats?: PackageFormat[];
  /** Of the canvas. */
  @MayBeLeftOut() @IsNumber() @Min(PACKAGE_SCALES.low) @Max(PACKAGE_SCALES.high) scale?: number;
  /** Layered files carry a hidden mark at each pivot. */
  @MayBeLeftOut() @IsBoolean() pivotMarks?: boolean;
  /** Layered files carry a hidden layer as large as the canvas. */
  @MayBeLeftOut() @IsBoolean() registerFrame?: boolean;
  /** Lifted shadows leave as pieces. */
  @MayBeLeftOut() @IsBoolean() shadows?: boolean;
  /** Layered files have a limb's pieces in groups. */
  @MayBeLeftOut() @IsBoolean() groups?: boolean;
  /** Line and shade that came as sheets of their own leave so. */
  @MayBeLeftOut() @IsBoolean() apart?: boolean;
  /** px of the canvas that are added on every side of it. */
  @MayBeLeftOut() @IsInt() @Min(0) @Max(MOST_ROOM) room?: number;
  /** Baked into every image but the designs. */
  @IsOptional() @ValidateNested() @Type(() => FinishFields) finish?: FinishFields | null;
}

export class PackageBody extends OptionFields {
  /** What the version is about. */
  @MayBeLeftOut() @IsString() @MaxLength(500) note?: string;
  /** The views that it holds; all of them where not given. */
  @MayBeLeftOut()
  @IsArray()
  @ArrayUnique()
  @ArrayMinSize(1)
  @ArrayMaxSize(100)
  @IsUUID(undefined, { each: true })
  viewIds?: string[];
}

export class KeepPresetBody {
  @Trimmed() @IsText(1, 60) name: string;
  @IsDefined() @ValidateNested() @Type(() => OptionFields) options: OptionFields;
}

export class ChangePresetBody {
  @MayBeLeftOut() @Trimmed() @IsText(1, 60) name?: string;
  @MayBeLeftOut() @ValidateNested() @Type(() => OptionFields) options?: OptionFields;
}

/** Two versions by their numbers. */
export class CompareBody {
  @IsInt() @Min(1) @Max(100_000) from: number;
  @IsInt() @Min(1) @Max(100_000) to: number;
}

/** A value of a form that lists several, with commas between them. */
const Listed = () =>
  Transform(({ value }: { value: unknown }) => (typeof value === 'string' && value !== '' ? value.split(',') : []));

/** Beside the files that come back (multipart). */
export class TakeBackBody {
  /** The pieces to be taken, with commas between them. */
  @Listed()
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(500)
  @ArrayUnique()
  @IsUUID(undefined, { each: true })
  take: string[];
  /** May the design change with them? */
  @IsIn(['yes', 'no']) renew: 'yes' | 'no';
}
