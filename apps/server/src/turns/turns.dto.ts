import { EXCEPTION_KINDS, HEIGHT_NAME, MOST_FIGURES, type ExceptionKind } from '@limber-sheaf/core';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  ArrayUnique,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsNumber,
  IsOptional,
  IsString,
  IsUUID,
  Length,
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator';
import { EditBody, IsViewKey, MayBeLeftOut } from '../http/dto.js';

/** The tallest canvas, px. */
const MOST = 16_384;
/** The longest reason, characters. */
const REASON = 200;

export class HeightBody extends EditBody {
  /** A known height's key, or a name of one's own. */
  @IsString() @Length(HEIGHT_NAME.least, HEIGHT_NAME.most) key: string;
  /** px from the top; where joints and pieces say, for null. */
  @IsOptional() @IsNumber() @Min(0) @Max(MOST) y: number | null = null;
}

export class ExceptionBody extends EditBody {
  @IsUUID() partId: string;
  @IsIn(EXCEPTION_KINDS) what: ExceptionKind;
  /** Why it is fine so, which may be empty; null takes the word back. */
  @IsOptional() @IsString() @MaxLength(REASON) because: string | null = null;
}

export class FollowBody extends EditBody {
  /** The view that is followed. */
  @IsUUID() fromId: string;
}

export class ViewNameBody extends EditBody {
  @IsViewKey() key: string;
}

export class CarryBody extends FollowBody {
  /** Is the draw order taken over, and are joints? Both where not given. */
  @MayBeLeftOut() @IsBoolean() order?: boolean;
  @MayBeLeftOut() @IsBoolean() joints?: boolean;
  /** The one part whose joint is taken. */
  @IsOptional() @IsUUID() only: string | null = null;
}

/** A figure of a sheet, px of its canvas, and the name of the view that it becomes. */
class SheetFigure {
  @IsInt() @Min(0) @Max(MOST) x: number;
  @IsInt() @Min(0) @Max(MOST) y: number;
  @IsInt() @Min(1) @Max(MOST) width: number;
  @IsInt() @Min(1) @Max(MOST) height: number;
  @IsViewKey() key: string;
}

export class SheetBody extends EditBody {
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(MOST_FIGURES)
  @ValidateNested({ each: true })
  @Type(() => SheetFigure)
  figures: SheetFigure[];
}

export class MirrorBody extends EditBody {
  @IsViewKey() key: string;
  /** Pieces that do not show from the other side. */
  @IsArray() @ArrayMaxSize(500) @ArrayUnique() @IsUUID(undefined, { each: true }) without: string[];
}

export class TakePartsBody extends EditBody {
  /** A view of another character of the production. */
  @IsUUID() fromViewId: string;
  /** Parts of that character. */
  @IsArray() @ArrayMinSize(1) @ArrayMaxSize(200) @ArrayUnique() @IsUUID(undefined, { each: true }) partIds: string[];
  /** Onto the other side? */
  @IsBoolean() mirrored: boolean;
}
