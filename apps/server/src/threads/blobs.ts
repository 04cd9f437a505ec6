import { createHash } from 'node:crypto';
import { LimberError } from '@limber-sheaf/core';
import { Pool } from 'pg';

/** A thread has a connection of its own, so that pictures never pass through the server's main thread. */
const database = new Pool({ connectionString: process.env.DATABASE_URL, max: 1, idleTimeoutMillis: 30_000 });
// A database that went away is asked again at the next query.
database.on('error', () => undefined);

/** The bytes of a blob. @throws LimberError `not-found` */
export async function readBlob(sha256: string): Promise<Buffer> {
  const { rows } = await database.query<{ bytes: Buffer }>('SELECT bytes FROM blob WHERE sha256 = $1', [sha256]);
  if (rows.length === 0) throw new LimberError('not-found', 'That picture is not kept here.');
  return rows[0].bytes;
}

/** Keeps bytes under their SHA-256; what is there already costs nothing, and is kept for longer. */
export async function keepBlob(bytes: Uint8Array, mediaType: string): Promise<string> {
  const sha256 = createHash('sha256').update(bytes).digest('hex');
  const buffer = Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  // One that is kept already may be about to be collected, and is wanted again.
  const { rowCount } = await database.query('UPDATE blob SET created_at = now() WHERE sha256 = $1', [sha256]);
  if (!rowCount)
    await database.query(
      'INSERT INTO blob (sha256, bytes, media_type) VALUES ($1, $2, $3) ON CONFLICT (sha256) DO UPDATE SET created_at = now()',
      [sha256, buffer, mediaType],
    );
  return sha256;
}

/** What has been worked out under some keys; those that are not known are left out. */
export async function findKnown(keys: readonly string[]): Promise<Map<string, unknown>> {
  const { rows } = await database.query<{ key: string; value: unknown }>(
    'SELECT key, value FROM derived WHERE key = ANY($1)',
    [keys],
  );
  return new Map(rows.map(({ key, value }) => [key, value]));
}
