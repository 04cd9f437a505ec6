import { Type } from 'class-transformer';
import { ArrayMaxSize, IsArray, IsDefined, IsNumber, IsUUID, Max, Min, ValidateNested } from 'class-validator';
import { EditBody, IsText, PlaceBody, Trimmed } from '../http/dto.js';

/** Parts and drawings that a pose names, at most. */
const MOST_NAMED = 500;

class TurnedPart {
  @IsUUID() partId: string;
  /** Degrees from rest. */
  @IsNumber() @Min(-360) @Max(360) angle: number;
}

export class PoseBody extends EditBody {
  @Trimmed() @IsText(1, 60) name: string;
  @IsArray()
  @ArrayMaxSize(MOST_NAMED)
  @ValidateNested({ each: true })
  @Type(() => TurnedPart)
  turned: TurnedPart[];
  /** px by which the whole character is moved. */
  @IsDefined() @ValidateNested() @Type(() => PlaceBody) root: PlaceBody;
  @IsArray() @ArrayMaxSize(MOST_NAMED) @IsUUID(undefined, { each: true }) drawingIds: string[];
}

export class PoseNameBody extends EditBody {
  @Trimmed() @IsText(1, 60) name: string;
}
