import { DOUBT_ANSWERS, type DoubtAnswer } from '@limber-sheaf/core';
import { IsIn, IsOptional } from 'class-validator';
import { EditBody, IsText } from '../http/dto.js';

export class SettleBody extends EditBody {
  /** Names the doubt, as the list of them does. */
  @IsText(1, 2000) key: string;
  @IsIn(DOUBT_ANSWERS) answer: DoubtAnswer;
  /** The address of the part that it is instead, for `other`. */
  @IsOptional() @IsText(1, 200) as?: string;
}
