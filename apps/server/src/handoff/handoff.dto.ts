import { PACKAGE_FORMATS, PACKAGE_SCALES, type PackageFormat } from '@limber-sheaf/core';
import {
  ArrayMaxSize,
  ArrayUnique,
  IsArray,
  IsBoolean,
  IsIn,
  IsNumber,
  IsString,
  Max,
  MaxLength,
  Min,
} from 'class-validator';
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
