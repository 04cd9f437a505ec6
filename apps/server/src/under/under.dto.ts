import { FILL_MODES, type FillMode } from '@limber-sheaf/core';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsNumber,
  IsUUID,
  Max,
  Min,
  Validate,
  ValidateNested,
} from 'class-validator';
import { EditBody, IsColour, MayBeLeftOut, PointsRule, StrokeRule, Tokens } from '../http/dto.js';

/** The farthest that is painted beyond what comes into view, px. */
const MOST_MARGIN = 400;
/** Numbers of a stroke, at most. */
const MOST_NUMBERS = 20_000;

export class PaintAllBody extends EditBody {
  /** px that are painted beyond what comes into view; 12, or a tenth of the limb's width, where not given. */
  @MayBeLeftOut() @IsNumber() @Min(0) @Max(MOST_MARGIN) margin?: number;
}

export class LineBody {
  /** px; 0 for none. */
  @IsNumber() @Min(0) @Max(64) width: number;
  /** Three channels, 0 to 255. */
  @IsColour()
  colour: [number, number, number];
}

export class PaintPieceBody extends PaintAllBody {
  /** How the piece's paint is carried on; chosen by the paint where not given. */
  @MayBeLeftOut() @IsIn([...FILL_MODES]) mode?: FillMode;
  /** The outline that it gets; the figure's own where not given. */
  @MayBeLeftOut() @ValidateNested() @Type(() => LineBody) line?: LineBody;
  /** Takes away first what was painted beneath before. */
  @MayBeLeftOut() @IsBoolean() anew?: boolean;
  /** The revision of the caller's last edit, which it takes the place of: the same paint by other numbers. */
  @MayBeLeftOut() @IsInt() @Min(1) @Max(2_000_000_000) replaces?: number;
}

export class BrushBody extends EditBody {
  /** x, y and radius, px, by threes, as the piece lies at rest. */
  @IsArray() @ArrayMinSize(3) @ArrayMaxSize(MOST_NUMBERS) @Validate(StrokeRule) stroke: number[];
  /** Three channels, 0 to 255. */
  @IsColour()
  colour: [number, number, number];
  /** 0 to 1: the share of the radius over which the edge fades. */
  @IsNumber() @Min(0) @Max(1) softness: number;
  /** Takes hidden paint away. */
  @MayBeLeftOut() @IsBoolean() erase?: boolean;
}

export class FillBody extends EditBody {
  /** A place in the area, px, as the piece lies at rest. */
  @IsNumber() @Min(0) @Max(16_384) x: number;
  @IsNumber() @Min(0) @Max(16_384) y: number;
  /** Three channels, 0 to 255. */
  @IsColour()
  colour: [number, number, number];
}

export class Contour {
  /** The four points of a cubic curve, or a line of any number of points. */
  @IsIn(['curve', 'line']) kind: 'curve' | 'line';
  /** x, y pairs, px, as the piece lies at rest. */
  @IsArray() @ArrayMinSize(6) @ArrayMaxSize(2000) @Validate(PointsRule) points: number[];
}

export class ContoursBody extends EditBody {
  /** All of the piece's contours that are carried on by hand; none has them proposed again. */
  @IsArray() @ArrayMaxSize(40) @ValidateNested({ each: true }) @Type(() => Contour) carried: Contour[];
}

export class HiddenBody extends EditBody {
  /** What its name is made of. */
  @ValidateNested() @Type(() => Tokens) tokens: Tokens;
  /** Its contour, x, y pairs, px; closes by itself. */
  @IsArray() @ArrayMinSize(6) @ArrayMaxSize(2000) @Validate(PointsRule) loop: number[];
  /** Three channels, 0 to 255. */
  @IsColour()
  colour: [number, number, number];
  /** 0 to 1: how much darker it is at its deepest; flat where not given. */
  @MayBeLeftOut() @IsNumber() @Min(0) @Max(1) shade?: number;
}

export class ShadowBody extends EditBody {
  /** A loose mark round the shadow, x, y pairs, px; closes by itself. */
  @IsArray() @ArrayMinSize(6) @ArrayMaxSize(2000) @Validate(PointsRule) loop: number[];
}

export class GraftLookBody {
  /** Where the corners of its picture lie, from the top left clockwise: x, y pairs, px. */
  @IsArray() @ArrayMinSize(8) @ArrayMaxSize(8) @Validate(PointsRule) corners: number[];
  @IsNumber() @Min(-100) @Max(100) light: number;
  @IsNumber() @Min(-100) @Max(100) warmth: number;
  @IsNumber() @Min(-100) @Max(100) colour: number;
  @IsNumber() @Min(0) @Max(200) soft: number;
}

export class GraftBody extends EditBody {
  /** The piece that it is taken from, of any character; the graft that is there where not given. */
  @MayBeLeftOut() @IsUUID() fromId?: string;
  /** How it is laid; to fill the piece where not given. */
  @MayBeLeftOut() @ValidateNested() @Type(() => GraftLookBody) look?: GraftLookBody;
}

export class NothingAtBody extends EditBody {
  /** A place in the hole, px. */
  @IsNumber() @Min(0) @Max(16_384) x: number;
  @IsNumber() @Min(0) @Max(16_384) y: number;
}

export class EndsHereBody extends EditBody {
  /** Does nothing of the piece go on beneath what hides it? */
  @IsBoolean() endsHere: boolean;
}
