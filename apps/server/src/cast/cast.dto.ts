import { IsBoolean, IsUUID } from 'class-validator';
import { EditBody, IsText, MayBeLeftOut, Trimmed } from '../http/dto.js';

export class NameBody {
  @Trimmed() @IsText(1, 80) name: string;
}

export class ChangeCharacterBody extends EditBody {
  @MayBeLeftOut() @Trimmed() @IsText(1, 80) name?: string;
  @MayBeLeftOut() @IsBoolean() deleted?: boolean;
}

export class DuplicateBody {
  @MayBeLeftOut() @Trimmed() @IsText(1, 80) name?: string;
}

export class ProductionParam {
  @IsUUID() id: string;
}
