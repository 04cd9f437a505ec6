import { PACKAGE_FORMATS, PACKAGE_SCALES, type PackageFormat } from '@limber-sheaf/core';
import {
  ArrayMaxSize,
  ArrayMinSize,
  ArrayUnique,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsNumber,
  IsString,
  IsUUID,
  Max,
  MaxLength,
  Min,
} from 'class-validator';
import { Transform } from 'class-transformer';
import { MayBeLeftOut } from '../http/dto.js';

export class PackageBody {
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
  /** What the version is about. */
  @MayBeLeftOut() @IsString() @MaxLength(500) note?: string;
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
