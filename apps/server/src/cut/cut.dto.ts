import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsDefined,
  IsIn,
  IsInt,
  IsNumber,
  IsString,
  IsUUID,
  Matches,
  Max,
  MaxLength,
  Min,
  Validate,
  ValidateNested,
} from 'class-validator';
import { EditBody, MOST_PIECES, MayBeLeftOut, PlaceBody, PointsRule, StrokeRule, Tokens } from '../http/dto.js';

/** A line or loop has at most half as many points: a minute's drawing with a quick pen. */
const MOST_NUMBERS = 20_000;

export class TakeRestBody extends EditBody {
  /** The piece that gets the pixels; or `tokens` for a new one. */
  @MayBeLeftOut() @IsUUID() pieceId?: string;
  @MayBeLeftOut() @ValidateNested() @Type(() => Tokens) tokens?: Tokens;
}

export class TraceBody extends TakeRestBody {
  /** x, y pairs, px; closes by itself. */
  @IsArray() @ArrayMinSize(6) @ArrayMaxSize(MOST_NUMBERS) @Validate(PointsRule) loop: number[];
}

export class GiveBackBody extends EditBody {
  /** The piece that gives; every piece where not given. */
  @MayBeLeftOut() @IsUUID() pieceId?: string;
  @IsArray() @ArrayMinSize(6) @ArrayMaxSize(MOST_NUMBERS) @Validate(PointsRule) loop: number[];
}

export class NibBody extends TakeRestBody {
  /** x, y and radius, px, by threes. */
  @IsArray() @ArrayMinSize(3) @ArrayMaxSize(MOST_NUMBERS) @Validate(StrokeRule) stroke: number[];
  /** Takes away from the piece, and gives the pixels back to the design. */
  @MayBeLeftOut() @IsBoolean() away?: boolean;
  /** The share of the nib's radius that takes all it goes over; its rim takes only what is of the same paint. */
  @MayBeLeftOut() @IsNumber() @Min(0.1) @Max(1) hardness?: number;
}

export class CrossCutBody extends EditBody {
  /** The piece to cut; what is still uncut where not given. */
  @MayBeLeftOut() @IsUUID() pieceId?: string;
  /** x, y pairs, px. */
  @IsArray() @ArrayMinSize(4) @ArrayMaxSize(MOST_NUMBERS) @Validate(PointsRule) line: number[];
  /** Which side becomes the new piece, walking along the line. */
  @IsIn(['left', 'right']) take: 'left' | 'right';
  @IsDefined() @ValidateNested() @Type(() => Tokens) tokens: Tokens;
}

export class SweepUpBody extends EditBody {
  /** A pixel of the offcut, px; all offcuts where not given. */
  @MayBeLeftOut() @ValidateNested() @Type(() => PlaceBody) place?: PlaceBody;
}

/** Pixels of the canvas: a rectangle, and within it the lengths of runs out and in by turns. */
class Shape {
  @IsInt() @Min(0) @Max(16384) x: number;
  @IsInt() @Min(0) @Max(16384) y: number;
  @IsInt() @Min(1) @Max(16384) width: number;
  @IsInt() @Min(1) @Max(16384) height: number;
  /** Five bits a character, as the core writes them; unpacked in a thread. */
  @IsString() @MaxLength(2_000_000) @Matches(/^[A-Za-z0-9+/]*$/) runs: string;
}

class TakeTarget {
  /** The piece that gets the pixels; or `tokens` for a new one. */
  @MayBeLeftOut() @IsUUID() pieceId?: string;
  @MayBeLeftOut() @ValidateNested() @Type(() => Tokens) tokens?: Tokens;
  @IsDefined() @ValidateNested() @Type(() => Shape) mask: Shape;
}

export class TakeBody extends EditBody {
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(200)
  @ValidateNested({ each: true })
  @Type(() => TakeTarget)
  targets: TakeTarget[];
  /** How the pixels were found: names the edit. */
  @MayBeLeftOut() @IsIn(['Soak up', 'Trace', 'Mirror', 'Accept', 'Take']) word: string = 'Take';
}

/** The numbers by which the edit before is made anew: what it took is given back first. */
export class ReplaceBody extends TakeBody {
  /** The revision that the take made which this one stands for; refused where anything else happened since. */
  @IsInt() @Min(1) @Max(2_000_000_000) replaces: number;
}

export class CopyBody extends EditBody {
  @IsUUID() pieceId: string;
  @IsDefined() @ValidateNested() @Type(() => Shape) mask: Shape;
}

export class ReshapeBody extends EditBody {
  /** px: grows where positive, shrinks where negative. */
  @MayBeLeftOut() @IsInt() @Min(-64) @Max(64) by?: number;
  @MayBeLeftOut() @IsBoolean() fillHoles?: boolean;
}

export class ChangePieceBody extends EditBody {
  /** px. */
  @MayBeLeftOut() @IsInt() @Min(0) @Max(400) margin?: number;
  @MayBeLeftOut() @IsBoolean() unmix?: boolean;
  @MayBeLeftOut() @IsBoolean() dropCopies?: boolean;
}

export class NamedBody extends EditBody {
  @IsDefined() @ValidateNested() @Type(() => Tokens) tokens: Tokens;
}

export class MergeBody extends EditBody {
  /** The pieces that go. */
  @IsArray() @ArrayMinSize(1) @ArrayMaxSize(MOST_PIECES) @IsUUID(undefined, { each: true }) goneIds: string[];
}

export class RemoveBody extends EditBody {
  @IsArray() @ArrayMinSize(1) @ArrayMaxSize(MOST_PIECES) @IsUUID(undefined, { each: true }) pieceIds: string[];
}
