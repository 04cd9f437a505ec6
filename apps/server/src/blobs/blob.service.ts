import { pipeline } from 'node:stream/promises';
import { LimberError } from '@limber-sheaf/core';
import { Inject, Injectable } from '@nestjs/common';
import type { Response } from 'express';
import { LRUCache } from 'lru-cache';
import { QueryTypes } from 'sequelize';
import { Sequelize } from 'sequelize-typescript';
import { Blob } from '../data/models.js';

/** Bytes that are read from the database at once: what the main thread copies without being missed. */
const CHUNK = 1024 * 1024;

/** Immutable bytes, named by their SHA-256. Threads keep them; this hands them out. */
@Injectable()
export class BlobService {
  /** Small pictures, which a bench asks for by the dozen. */
  private readonly near = new LRUCache<string, { bytes: Buffer; mediaType: string }>({
    maxSize: 64 * CHUNK,
    sizeCalculation: ({ bytes }) => bytes.length || 1,
  });

  constructor(@Inject(Sequelize) private readonly sequelize: Sequelize) {}

  /** Bytes of at most a chunk, or null for more. @throws LimberError `not-found` */
  async small(sha256: string): Promise<{ bytes: Buffer; mediaType: string } | null> {
    const kept = this.near.get(sha256);
    if (kept) return kept;
    const { size, mediaType } = await this.describe(sha256);
    if (size > CHUNK) return null;
    const blob = await Blob.findByPk(sha256);
    if (!blob) throw gone();
    const made = { bytes: blob.bytes, mediaType };
    this.near.set(sha256, made);
    return made;
  }

  /** The bytes, chunk by chunk. */
  async *chunks(sha256: string): AsyncGenerator<Buffer> {
    for (let from = 1; ; from += CHUNK) {
      const [row] = await this.sequelize.query<{ part: Buffer }>(
        'SELECT substring(bytes FROM $2 FOR $3) AS part FROM blob WHERE sha256 = $1',
        { bind: [sha256, from, CHUNK], type: QueryTypes.SELECT },
      );
      if (!row) throw gone();
      if (row.part.length > 0) yield row.part;
      if (row.part.length < CHUNK) return;
    }
  }

  /** Answers a request with the bytes. @throws LimberError `not-found` */
  async send(sha256: string, res: Response): Promise<void> {
    const small = await this.small(sha256);
    if (small) {
      res.setHeader('Content-Type', small.mediaType);
      return void res.end(small.bytes);
    }
    const { size, mediaType } = await this.describe(sha256);
    res.setHeader('Content-Type', mediaType);
    res.setHeader('Content-Length', size);
    try {
      await pipeline(this.chunks(sha256), res);
    } catch (error) {
      // Whoever asked has gone; there is nobody to tell.
      if ((error as NodeJS.ErrnoException).code !== 'ERR_STREAM_PREMATURE_CLOSE') throw error;
    }
  }

  private async describe(sha256: string): Promise<{ size: number; mediaType: string }> {
    const [row] = await this.sequelize.query<{ size: number; mediaType: string }>(
      'SELECT octet_length(bytes) AS size, media_type AS "mediaType" FROM blob WHERE sha256 = $1',
      { bind: [sha256], type: QueryTypes.SELECT },
    );
    if (!row) throw gone();
    return row;
  }
}

function gone(): LimberError {
  return new LimberError('not-found', 'That picture is not kept here.');
}
