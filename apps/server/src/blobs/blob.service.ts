import { createHash } from 'node:crypto';
import { LimberError } from '@limber-sheaf/core';
import { Injectable } from '@nestjs/common';
import { LRUCache } from 'lru-cache';
import type { Transaction } from 'sequelize';
import { Blob } from '../data/models.js';

/** The SHA-256 of some bytes, in hex. */
export function sha256(bytes: Uint8Array): string {
  return createHash('sha256').update(bytes).digest('hex');
}

/** Immutable bytes, named by their SHA-256. */
@Injectable()
export class BlobService {
  private readonly cache = new LRUCache<string, Buffer>({
    maxSize: 192 * 1024 * 1024,
    sizeCalculation: (b) => b.length || 1,
  });

  /** Keeps bytes; what is there already costs nothing. */
  async put(bytes: Uint8Array, mediaType: string, transaction?: Transaction): Promise<string> {
    const hash = sha256(bytes);
    const buffer = Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength);
    await Blob.bulkCreate([{ sha256: hash, bytes: buffer, mediaType, createdAt: new Date() }], {
      ignoreDuplicates: true,
      transaction,
    });
    return hash;
  }

  /** @throws LimberError `not-found` */
  async get(hash: string, transaction?: Transaction): Promise<Buffer> {
    const cached = this.cache.get(hash);
    if (cached) return cached;
    const blob = await Blob.findByPk(hash, { transaction });
    if (!blob) throw new LimberError('not-found', 'That picture is not kept here.');
    this.cache.set(hash, blob.bytes);
    return blob.bytes;
  }

  /** The bytes with their media type. @throws LimberError `not-found` */
  async open(hash: string): Promise<{ bytes: Buffer; mediaType: string }> {
    const blob = await Blob.findByPk(hash, { attributes: ['mediaType'] });
    if (!blob) throw new LimberError('not-found', 'That picture is not kept here.');
    return { bytes: await this.get(hash), mediaType: blob.mediaType };
  }
}
