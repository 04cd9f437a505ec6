import { DRAWING_TOKENS, INDEX_DIGITS, type DrawingToken, type NamingScheme, type NameToken } from '@limber-sheaf/core';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  ArrayUnique,
  IsArray,
  IsDefined,
  IsIn,
  IsInt,
  IsUUID,
  Matches,
  Max,
  Min,
  ValidateNested,
} from 'class-validator';
import { EditBody, IsText, MayBeLeftOut, Saw, Tokens, Trimmed } from '../http/dto.js';

const TOKENS: readonly NameToken[] = ['group', 'side', 'part', 'index'];

/** How names are made. */
export class SchemeFields {
  @IsIn(['letters', 'near-far', 'left-right']) sides: NamingScheme['sides'];
  @IsIn(['_', '-', ' ']) separator: NamingScheme['separator'];
  @IsIn(['lower', 'capital', 'camel']) case: NamingScheme['case'];
  /** In which order a name's tokens stand: each of them once. */
  @IsArray()
  @ArrayUnique()
  @ArrayMinSize(TOKENS.length)
  @ArrayMaxSize(TOKENS.length)
  @IsIn([...TOKENS], { each: true })
  piece: NameToken[];
  /** What follows a piece's name on its pivot's mark. */
  @Matches(/^[A-Za-z0-9]{1,24}$/, { message: '$property must be letters and digits, 24 at most' }) pivotMark: string;
  /** In which order a swap drawing's tokens stand: each of them once. */
  @MayBeLeftOut()
  @IsArray()
  @ArrayUnique()
  @ArrayMinSize(DRAWING_TOKENS.length)
  @ArrayMaxSize(DRAWING_TOKENS.length)
  @IsIn([...DRAWING_TOKENS], { each: true })
  drawing?: DrawingToken[];
  /** Digits that the number of a copy has at least. */
  @MayBeLeftOut() @IsInt() @Min(INDEX_DIGITS.least) @Max(INDEX_DIGITS.most) digits?: number;
}

export class SchemeBody extends SchemeFields {
  @Saw() saw?: Record<string, number>;
}

export class KeepSchemeBody {
  @Trimmed() @IsText(1, 60) name: string;
  @IsDefined() @ValidateNested() @Type(() => SchemeFields) scheme: SchemeFields;
}

export class ChangeSchemeBody {
  @MayBeLeftOut() @Trimmed() @IsText(1, 60) name?: string;
  @MayBeLeftOut() @ValidateNested() @Type(() => SchemeFields) scheme?: SchemeFields;
}

export class RenamingBody {
  @IsUUID() partId: string;
  @ValidateNested() @Type(() => Tokens) tokens: Tokens;
}

export class RenamingsBody extends EditBody {
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(500)
  @ValidateNested({ each: true })
  @Type(() => RenamingBody)
  renamings: RenamingBody[];
}
