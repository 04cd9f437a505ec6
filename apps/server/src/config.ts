import { readFileSync } from 'node:fs';

/** The product's version: that of its package, and nowhere else. */
export const { version: VERSION } = JSON.parse(
  readFileSync(new URL('../../../package.json', import.meta.url), 'utf8'),
) as { version: string };

/** What the server takes from its environment. */
export interface Config {
  databaseUrl: string;
  host: string;
  port: number;
  /** The built web application, or null to serve the API alone. */
  webDir: string | null;
  logLevel: string;
  /** The user that it works as where it is started by root; null to stay as it is. */
  user: string | null;
}

/** Reads the environment. @throws Error where the database is not named */
export function readConfig(env: NodeJS.ProcessEnv = process.env): Config {
  if (!env.DATABASE_URL) throw new Error('DATABASE_URL is not set. Use ./start, which sets it.');
  return {
    databaseUrl: env.DATABASE_URL,
    host: hostFrom(env.LIMBER_HOST),
    port: Number(env.PORT ?? 4410),
    webDir: env.WEB_DIR ?? null,
    logLevel: env.LOG_LEVEL ?? 'warn',
    user: env.LIMBER_USER || null,
  };
}

const LOOPBACK = new Set(['127.0.0.1', '::1', 'localhost']);

/** The address to listen on: this machine alone, unless it was opened on purpose. @throws Error */
function hostFrom(host = '127.0.0.1'): string {
  if (LOOPBACK.has(host) || process.env.LIMBER_OPEN === 'yes') return host;
  throw new Error(
    `LIMBER_HOST is ${host}: that would open the bench to the network, where nobody is asked for a name. Set LIMBER_OPEN=yes as well if you mean it.`,
  );
}
