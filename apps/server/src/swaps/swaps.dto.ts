import { CHART_LIMITS, MOST_FRAMES, SWAP_KINDS, type SwapKind } from '@limber-sheaf/core';
import { Type } from 'class-transformer';
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
  IsString,
  IsUUID,
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator';
import { EditBody, IsText, MayBeLeftOut, Trimmed } from '../http/dto.js';

/** The widest canvas, px. */
const MOST = 16_384;
/** Drawings that a look or a cycle names, at most. */
const MOST_NAMED = 200;

export class StartSetBody extends EditBody {
  /** By the piece's part where not given. */
  @MayBeLeftOut() @IsIn([...SWAP_KINDS]) kind?: SwapKind;
}

class ShapeFields {
  @Trimmed() @IsText(1, CHART_LIMITS.word) key: string;
  @Trimmed() @IsText(0, 40) sounds: string;
}

export class ChartBody extends EditBody {
  @MayBeLeftOut()
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(CHART_LIMITS.shapes)
  @ValidateNested({ each: true })
  @Type(() => ShapeFields)
  shapes?: ShapeFields[];
  @MayBeLeftOut()
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(CHART_LIMITS.moods)
  @IsString({ each: true })
  @MaxLength(CHART_LIMITS.word, { each: true })
  moods?: string[];
}

export class RenameInChartBody extends EditBody {
  @IsIn(['shape', 'mood']) what: 'shape' | 'mood';
  @IsText(1, 60) from: string;
  @Trimmed() @IsText(1, CHART_LIMITS.word) to: string;
}

class KeptChartFields {
  @IsIn([...SWAP_KINDS]) kind: SwapKind;
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(CHART_LIMITS.shapes)
  @ValidateNested({ each: true })
  @Type(() => ShapeFields)
  shapes: ShapeFields[];
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(CHART_LIMITS.moods)
  @IsString({ each: true })
  @MaxLength(CHART_LIMITS.word, { each: true })
  moods: string[];
}

export class KeepChartBody {
  @Trimmed() @IsText(1, 60) name: string;
  @IsDefined() @ValidateNested() @Type(() => KeptChartFields) chart: KeptChartFields;
}

export class ChangeKeptChartBody {
  @Trimmed() @IsText(1, 60) name: string;
}

/** Beside the files of drawings (multipart). */
export class BringDrawingsBody {
  @IsUUID() viewId: string;
  /** The cell that the one file is for; by its name where not given. */
  @MayBeLeftOut() @Trimmed() @IsText(1, CHART_LIMITS.word) shape?: string;
  @MayBeLeftOut() @Trimmed() @IsText(1, CHART_LIMITS.word) mood?: string;
}

export class HoldBody {
  @IsUUID() viewId: string;
}

export class InViewBody extends EditBody {
  @IsUUID() viewId: string;
}

export class CellBody extends InViewBody {
  @Trimmed() @IsText(1, CHART_LIMITS.word) shape: string;
  @Trimmed() @IsText(1, CHART_LIMITS.word) mood: string;
}

export class DrawingBody extends EditBody {
  @MayBeLeftOut() @Trimmed() @IsText(1, CHART_LIMITS.word) shape?: string;
  @MayBeLeftOut() @Trimmed() @IsText(1, CHART_LIMITS.word) mood?: string;
  /** Parts that are not drawn while it shows. */
  @MayBeLeftOut() @IsArray() @ArrayMaxSize(500) @ArrayUnique() @IsUUID(undefined, { each: true }) hides?: string[];
}

export class MoveDrawingBody extends InViewBody {
  /** Whole px. */
  @IsInt() @Min(-MOST) @Max(MOST) x: number;
  @IsInt() @Min(-MOST) @Max(MOST) y: number;
}

export class MarksBody extends InViewBody {
  /** x, y, x, y, px; empty for none. */
  @IsArray() @ArrayMaxSize(4) @IsNumber({}, { each: true }) marks: number[];
}

export class SeatAllBody extends EditBody {
  /** May drawings be turned and scaled, so that their paint is resampled? Whole pixels otherwise. */
  @MayBeLeftOut() @IsBoolean() turns?: boolean;
  /** Only this set's drawings; all of the view's where not given. */
  @MayBeLeftOut() @IsUUID() setId?: string;
}

/** Scenes of a moving picture, at most. */
const MOST_SCENES = 2000;
/** Sets that one scene changes, at most. */
const MOST_CHANGED = 40;

class SceneFields {
  @IsArray() @ArrayMaxSize(MOST_CHANGED) @IsUUID(undefined, { each: true }) drawingIds: string[];
  @IsInt() @Min(1) @Max(MOST_FRAMES) frames: number;
}

export class MovingBody {
  @IsIn([12, 24, 30]) fps: 12 | 24 | 30;
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(MOST_SCENES)
  @ValidateNested({ each: true })
  @Type(() => SceneFields)
  scenes: SceneFields[];
}

export class LookBody extends EditBody {
  @Trimmed() @IsText(1, 60) name: string;
  @IsArray() @ArrayMinSize(1) @ArrayMaxSize(MOST_NAMED) @IsUUID(undefined, { each: true }) drawingIds: string[];
}

export class CycleBody extends EditBody {
  @Trimmed() @IsText(1, 60) name: string;
  @IsArray() @ArrayMinSize(2) @ArrayMaxSize(MOST_NAMED) @IsUUID(undefined, { each: true }) drawingIds: string[];
  /** How many frames each is held. */
  @IsArray()
  @ArrayMinSize(2)
  @ArrayMaxSize(MOST_NAMED)
  @IsInt({ each: true })
  @Min(1, { each: true })
  @Max(MOST_FRAMES, { each: true })
  frames: number[];
}
