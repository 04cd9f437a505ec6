import { VIEW_KEY } from '@limber-sheaf/core';
import { applyDecorators } from '@nestjs/common';
import { Transform } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
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
  MinLength,
  Validate,
  ValidateIf,
  ValidatorConstraint,
  type ValidatorConstraintInterface,
} from 'class-validator';

export class IdParam {
  @IsUUID() id: string;
}

/** May be left out, but not null. */
export const MayBeLeftOut = () => ValidateIf((_object, value) => value !== undefined);

/** Text that every system can store: no control characters, no halves of characters. */
export function IsText(least: number, most: number): PropertyDecorator {
  return applyDecorators(
    IsString(),
    MinLength(least),
    MaxLength(most),
    // eslint-disable-next-line no-control-regex
    Matches(/^(?:[^\u0000-\u001f\u007f\ud800-\udfff]|[\ud800-\udbff][\udc00-\udfff])*$/, {
      message: '$property has characters that cannot be kept',
    }),
  );
}

/** What a view is named by, in files too: front, three-quarter, side, back, or a word of one's own. */
export const IsViewKey = () =>
  Matches(VIEW_KEY, { message: 'A view is named with small letters, digits and hyphens, a letter first.' });

/** Three channels, 0 to 255. */
export function IsColour(): PropertyDecorator {
  return applyDecorators(
    IsArray(),
    ArrayMinSize(3),
    ArrayMaxSize(3),
    IsInt({ each: true }),
    Min(0, { each: true }),
    Max(255, { each: true }),
  );
}

/** Text as people type it: without spaces round it, and one at a time within. */
export const Trimmed = () =>
  Transform(({ value }: { value: unknown }) => (typeof value === 'string' ? value.trim().replace(/\s+/g, ' ') : value));

/** Rows that one edit may say it saw. */
const MOST_SEEN = 1000;

@ValidatorConstraint({ name: 'saw' })
class SawRule implements ValidatorConstraintInterface {
  validate(value: unknown): boolean {
    if (typeof value !== 'object' || value === null || Array.isArray(value)) return false;
    const versions = Object.values(value);
    return versions.length <= MOST_SEEN && versions.every((version) => Number.isInteger(version));
  }

  defaultMessage(): string {
    return `$property must give the versions of at most ${MOST_SEEN} rows`;
  }
}

/** A view has no more pieces than this that one edit is about. */
export const MOST_PIECES = 500;

/** Which versions of which rows an edit was made on. */
export const Saw = () => applyDecorators(MayBeLeftOut(), Validate(SawRule));

/** What every edit may say. */
export class EditBody {
  @Saw() saw?: Record<string, number>;
}

/** What a part's name is made of. */
export class Tokens {
  @IsText(1, 60) group: string;
  @IsOptional() @IsIn(['A', 'B', null]) side: 'A' | 'B' | null = null;
  @IsOptional() @IsText(0, 60) part: string | null = null;
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

/** A spot on the canvas, px. */
export class PlaceBody {
  @IsNumber() @Min(-16384) @Max(32768) x: number;
  @IsNumber() @Min(-16384) @Max(32768) y: number;
}

/** The widest nib, px. */
const WIDEST = 2000;

@ValidatorConstraint({ name: 'stroke' })
export class StrokeRule implements ValidatorConstraintInterface {
  validate(value: unknown): boolean {
    return (
      Array.isArray(value) &&
      value.length % 3 === 0 &&
      value.every((v: unknown, i) => {
        if (typeof v !== 'number' || !Number.isFinite(v)) return false;
        return i % 3 === 2 ? v >= 0.5 && v <= WIDEST / 2 : Math.abs(v) < 100_000;
      })
    );
  }

  defaultMessage(): string {
    return `$property must be x, y and radius by threes, px; a nib is 1 to ${WIDEST} px wide`;
  }
}
