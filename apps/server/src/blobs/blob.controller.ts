import { Controller, Get, Param, Query, Res } from '@nestjs/common';
import { ApiOperation, ApiTags } from '@nestjs/swagger';
import { IsInt, IsOptional, Matches, Max, Min } from 'class-validator';
import { Type } from 'class-transformer';
import type { Response } from 'express';
import sharp from 'sharp';
import { BlobService } from './blob.service.js';

class BlobParams {
  @Matches(/^[0-9a-f]{64}$/) sha256: string;
}

class BlobQuery {
  /** px; the picture is made no wider than this. */
  @IsOptional() @Type(() => Number) @IsInt() @Min(16) @Max(2048) width?: number;
}

@ApiTags('blobs')
@Controller('blobs')
export class BlobController {
  constructor(private readonly blobs: BlobService) {}

  @Get(':sha256')
  @ApiOperation({ summary: 'A picture or package by its SHA-256; never changes' })
  async get(@Param() { sha256 }: BlobParams, @Query() { width }: BlobQuery, @Res() res: Response): Promise<void> {
    const { bytes, mediaType } = await this.blobs.open(sha256);
    res.setHeader('Cache-Control', 'public, max-age=31536000, immutable');
    res.setHeader('Content-Type', mediaType);
    res.end(
      width && mediaType === 'image/png'
        ? await sharp(bytes).resize({ width, withoutEnlargement: true }).png().toBuffer()
        : bytes,
    );
  }
}
