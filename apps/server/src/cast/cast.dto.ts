import { Transform } from 'class-transformer';
import { IsBoolean, IsOptional, IsString, IsUUID, MaxLength, MinLength } from 'class-validator';
import { EditBody } from '../http/dto.js';

const trimmed = Transform(({ value }: { value: unknown }) =>
  typeof value === 'string' ? value.trim().replace(/\s+/g, ' ') : value,
);

export class NameBody {
  @trimmed @IsString() @MinLength(1) @MaxLength(80) name: string;
}

export class ChangeCharacterBody extends EditBody {
  @IsOptional() @trimmed @IsString() @MinLength(1) @MaxLength(80) name?: string;
  @IsOptional() @IsBoolean() deleted?: boolean;
}

export class DuplicateBody {
  @IsOptional() @trimmed @IsString() @MinLength(1) @MaxLength(80) name?: string;
}

export class ProductionParam {
  @IsUUID() id: string;
}
