import { Controller, Get, Param, Query, Res } from '@nestjs/common';
import { ApiOperation, ApiTags } from '@nestjs/swagger';
import { Type } from 'class-transformer';
import { IsInt, IsOptional, Matches, Max, Min } from 'class-validator';
import type { Response } from 'express';
import { BlobService } from './blob.service.js';
import type { Smaller } from './blobs.tasks.js';
import { SmallerPictures } from './smaller-pictures.js';

class BlobParams {
  @Matches(/^[0-9a-f]{64}$/) sha256: string;
}

class BlobQuery {
  /** px; the picture is made no wider than this. */
  @IsOptional() @Type(() => Number) @IsInt() @Min(16) @Max(4096) width?: number;
  /** The picture is made smaller by this, cell by cell of the canvas's grid. */
  @IsOptional() @Type(() => Number) @IsInt() @Min(2) @Max(64) by?: number;
  /** px; where the picture's left edge lies on the canvas. */
  @IsOptional() @Type(() => Number) @IsInt() @Min(-32_768) @Max(32_768) x?: number;
  /** px; where its top edge lies. */
  @IsOptional() @Type(() => Number) @IsInt() @Min(-32_768) @Max(32_768) y?: number;
}

@ApiTags('blobs')
@Controller('blobs')
export class BlobController {
  constructor(
    private readonly blobs: BlobService,
    private readonly smaller: SmallerPictures,
  ) {}

  @Get(':sha256')
  @ApiOperation({ summary: 'A picture or package by its SHA-256; never changes' })
  async get(@Param() { sha256 }: BlobParams, @Query() query: BlobQuery, @Res() res: Response): Promise<void> {
    const wanted = smallerBy(query);
    const smaller = wanted && (await this.smaller.ofPicture(sha256, wanted));
    res.setHeader('Cache-Control', 'public, max-age=31536000, immutable');
    if (!smaller) return this.blobs.send(sha256, res);
    res.setHeader('Content-Type', 'image/png');
    res.end(Buffer.from(smaller.buffer, smaller.byteOffset, smaller.byteLength));
  }
}

function smallerBy({ width, by, x = 0, y = 0 }: BlobQuery): Smaller | null {
  if (by) return { by, x, y };
  return width ? { width } : null;
}
