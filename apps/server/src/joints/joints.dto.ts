import { Type } from 'class-transformer';
import { IsBoolean, IsIn, IsNumber, IsOptional, IsUUID, Max, Min, ValidateNested } from 'class-validator';
import { EditBody } from '../http/dto.js';

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
  @IsOptional() @IsNumber() x?: number;
  @IsOptional() @IsNumber() y?: number;
  @IsOptional() @IsNumber() @Min(1) @Max(4000) radius?: number;
  /** Degrees. */
  @IsOptional() @IsNumber() rangeLow?: number;
  @IsOptional() @IsNumber() rangeHigh?: number;
  @IsOptional() @IsIn(['back', 'front', 'both', 'none']) outlineOn?: 'back' | 'front' | 'both' | 'none';
  /** Whose end is rounded; the other one's is kept as drawn. */
  @IsOptional() @IsIn(['both', 'child', 'parent']) discOn?: 'both' | 'child' | 'parent';
  @IsOptional() @IsNumber() @Min(0) @Max(400) lineWidth?: number;
  @IsOptional() @IsNumber() @Min(0) @Max(1) looseness?: number;
  @IsOptional() @IsBoolean() rounded?: boolean;
}

export class InFrontBody extends EditBody {
  @IsIn(['child', 'parent']) inFront: 'child' | 'parent';
}
