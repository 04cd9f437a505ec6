import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
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
import { EditBody, IsViewKey, Tokens } from '../http/dto.js';

export class ViewBody {
  /** Names the view in files: front, three-quarter, side, back, or a word of one's own. */
  @IsViewKey() key: string;
}

class SortedLayerBody {
  @IsIn(['fill', 'line', 'shade', 'guide', 'leave out']) role: 'fill' | 'line' | 'shade' | 'guide' | 'leave out';
  @IsOptional() @ValidateNested() @Type(() => Tokens) tokens: Tokens | null = null;
}

export class SortBody extends EditBody {
  /** One a layer of the file, back to front. */
  @IsArray() @ArrayMaxSize(600) @ValidateNested({ each: true }) @Type(() => SortedLayerBody) layers: SortedLayerBody[];
  /** Keeps line and shade as sheets of their own. */
  @IsBoolean() keepApart: boolean;
}

export class MatteBody extends EditBody {
  /** OKLab × 100. */
  @IsNumber() @Min(0.5) @Max(30) tolerance: number;
  /** Which enclosed places are opened, by index. */
  @IsArray() @ArrayMaxSize(500) @IsInt({ each: true }) @Min(0, { each: true }) openHoles: number[];
}

export class SpecksBody extends EditBody {
  /** px: the largest group that counts as a speck. */
  @IsInt() @Min(1) @Max(5000) largest: number;
}

export class PaletteBody extends EditBody {
  @IsUUID() viewId: string;
}
