import { EASES, MOST_FRAMES, MOTION_KEYS, MOTION_LIMITS, type Ease, type MotionKey } from '@limber-sheaf/core';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  IsBoolean,
  IsArray,
  IsDefined,
  IsIn,
  IsInt,
  IsNumber,
  IsUUID,
  Matches,
  Max,
  Min,
  ValidateNested,
} from 'class-validator';
import { EditBody, IsText, MayBeLeftOut, PlaceBody, Trimmed } from '../http/dto.js';

/** Scenes of a line, at most. */
const MOST_SCENES = 2000;
const MOTION = new RegExp(`^(${MOTION_KEYS.join('|')}|own [0-9a-f-]{36})$`);
/** Parts and drawings that a pose names, at most. */
const MOST_NAMED = 500;

class TurnedPart {
  @IsUUID() partId: string;
  /** Degrees from rest. */
  @IsNumber() @Min(-360) @Max(360) angle: number;
}

class LookingPupil {
  @IsUUID() partId: string;
  /** px from where it rests. */
  @IsNumber() @Min(-4000) @Max(4000) x: number;
  @IsNumber() @Min(-4000) @Max(4000) y: number;
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
  /** Pupils that look elsewhere than at rest. */
  @MayBeLeftOut()
  @IsArray()
  @ArrayMaxSize(MOST_NAMED)
  @ValidateNested({ each: true })
  @Type(() => LookingPupil)
  pupils?: LookingPupil[];
  @IsArray() @ArrayMaxSize(MOST_NAMED) @IsUUID(undefined, { each: true }) drawingIds: string[];
}

export class PosesFromBody extends EditBody {
  @IsUUID() characterId: string;
}

export class PoseNameBody extends EditBody {
  @Trimmed() @IsText(1, 60) name: string;
}

class MotionStepBody {
  /** The pose from which it goes; none stands as at rest. */
  @MayBeLeftOut() @IsUUID() poseId?: string;
  /** How long it takes to the next, s. */
  @IsNumber() @Min(MOTION_LIMITS.least) @Max(MOTION_LIMITS.seconds) seconds: number;
  @IsIn([...EASES]) ease: Ease;
}

export class OwnMotionBody extends EditBody {
  @Trimmed() @IsText(1, 60) name: string;
  @IsArray()
  @ArrayMaxSize(MOTION_LIMITS.poses)
  @ValidateNested({ each: true })
  @Type(() => MotionStepBody)
  steps: MotionStepBody[];
}

class SoftLineBody {
  /** x, y pairs, px. */
  @IsArray() @ArrayMaxSize(24) @IsNumber({}, { each: true }) points: number[];
  /** 0 to 1, by point. */
  @IsArray() @ArrayMaxSize(12) @IsNumber({}, { each: true }) stiffness: number[];
  /** Does the tip lie beneath where it folds over itself? */
  @MayBeLeftOut() @IsBoolean() tipBeneath?: boolean;
}

export class SoftBody extends EditBody {
  /** One is proposed where none is given. */
  @MayBeLeftOut() @ValidateNested() @Type(() => SoftLineBody) line?: SoftLineBody;
}

class SaidScene {
  @IsArray() @ArrayMaxSize(40) @IsUUID(undefined, { each: true }) drawingIds: string[];
  @IsInt() @Min(1) @Max(MOST_FRAMES) frames: number;
}

export class MotionBody {
  /** One that is made from the joints, or one of the artist's own: `own` and its id. */
  @Matches(MOTION) motion: MotionKey;
  @IsIn([12, 24, 30]) fps: 12 | 24 | 30;
  /** 1 for as usual. */
  @IsNumber() @Min(0.2) @Max(1.5) amount: number;
  /** Does what hangs loosely follow late? Yes where not given. */
  @MayBeLeftOut() @IsBoolean() late?: boolean;
  /** A line that is said, scene by scene. */
  @MayBeLeftOut()
  @IsArray()
  @ArrayMaxSize(MOST_SCENES)
  @ValidateNested({ each: true })
  @Type(() => SaidScene)
  says?: SaidScene[];
}

export class TrialPictureBody extends MotionBody {
  /** px that the figure's canvas is high. */
  @IsInt() @Min(120) @Max(1440) tall: number;
  @IsIn(['gif', 'webp', 'stills']) as: 'gif' | 'webp' | 'stills';
  /** Drawings that show in place of their sets' default ones. */
  @MayBeLeftOut() @IsArray() @ArrayMaxSize(MOST_NAMED) @IsUUID(undefined, { each: true }) wears?: string[];
}
