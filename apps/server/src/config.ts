/** What the server takes from its environment. */
export interface Config {
  databaseUrl: string;
  host: string;
  port: number;
  /** The built web application, or null to serve the API alone. */
  webDir: string | null;
  logLevel: string;
}

/** Reads the environment. @throws Error where the database is not named */
export function readConfig(env: NodeJS.ProcessEnv = process.env): Config {
  if (!env.DATABASE_URL) throw new Error('DATABASE_URL is not set. Use ./start, which sets it.');
  return {
    databaseUrl: env.DATABASE_URL,
    host: env.HOST ?? '127.0.0.1',
    port: Number(env.PORT ?? 4410),
    webDir: env.WEB_DIR ?? null,
    logLevel: env.LOG_LEVEL ?? 'warn',
  };
}
