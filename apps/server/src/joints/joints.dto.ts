import { JOINT_FIELDS, JOINT_FIELD_NAMES, MOST_RADIUS, type JointChange, type JointField } from '@limber-sheaf/core';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsNumber,
  IsUUID,
  Max,
  Min,
  ValidateNested,
} from 'class-validator';
import { ApiProperty, type ApiPropertyOptions } from '@nestjs/swagger';
import { EditBody, IsColour, MayBeLeftOut } from '../http/dto.js';

export class DiscBody {
  @IsNumber() @Min(0) @Max(16384) x: number;
  @IsNumber() @Min(0) @Max(16384) y: number;
  @IsNumber() @Min(1) @Max(MOST_RADIUS) radius: number;
}

export class PlaceJointBody extends EditBody {
  /** The two pieces, in any order: which one turns follows from the family. */
  @IsUUID() pieceId: string;
  @IsUUID() otherId: string;
  /** A disc placed by hand; fitted to the contour where not given. */
  @MayBeLeftOut() @ValidateNested() @Type(() => DiscBody) disc?: DiscBody;
  /** Round both ends at once. */
  @MayBeLeftOut() @IsBoolean() round?: boolean;
}

/** Every field of a joint that may be changed, as the core describes it. */
export class ChangeJointBody extends EditBody {}

/** What may be changed of a joint, as it comes in. */
export type ChangeJoint = EditBody & JointChange;

for (const name of JOINT_FIELD_NAMES) {
  const { is, word }: JointField = JOINT_FIELDS[name];
  const rules: PropertyDecorator[] = [MayBeLeftOut()];
  if (is.kind === 'number') rules.push(IsNumber(), Min(is.least), Max(is.most));
  else if (is.kind === 'choice') rules.push(IsIn([...is.of]));
  else if (is.kind === 'flag') rules.push(IsBoolean());
  else rules.push(IsColour());
  for (const rule of [...rules, ApiProperty(described(is, word))]) rule(ChangeJointBody.prototype, name);
}

function described(is: JointField['is'], word: string): ApiPropertyOptions {
  const more = { description: word, required: false };
  switch (is.kind) {
    case 'number':
      return { ...more, type: Number, minimum: is.least, maximum: is.most };
    case 'choice':
      return { ...more, enum: [...is.of] };
    case 'flag':
      return { ...more, type: Boolean };
    case 'colour':
      return { ...more, type: [Number], minItems: 3, maxItems: 3 };
  }
}

export class CopyJointBody extends EditBody {
  /** The joint that gets it; the same limb on the other side where not given. */
  @MayBeLeftOut() @IsUUID() ontoId?: string;
  /** Keep the two in step from now on. */
  @IsBoolean() link: boolean;
}

export class ChainBody extends EditBody {
  /** From the root outwards. */
  @IsArray() @ArrayMinSize(2) @ArrayMaxSize(40) @IsUUID(undefined, { each: true }) pieceIds: string[];
}

export class InFrontBody extends EditBody {
  @IsIn(['child', 'parent']) inFront: 'child' | 'parent';
}
