import { join } from 'node:path';
import { seedDemo } from '../demo/seed.js';
import { freePort, freshDatabase, projectRoot, startPostgres } from '../scripts/postgres.js';
import { startServer, stopServer } from '../scripts/serve.js';

/** Starts the real server on a fresh database with the demo in it; answers with what stops it. */
export default async function setup(): Promise<() => Promise<void>> {
  const postgres = await startPostgres(process.env.TEST_DATA ?? join(projectRoot, 'data', 'test'));
  const databaseUrl = await freshDatabase(postgres, 'e2e');
  const server = await startServer({ databaseUrl, port: await freePort() });
  await seedDemo(server.address);
  process.env.BENCH_ADDRESS = server.address;
  return async () => {
    await stopServer(server.child);
    postgres.stop();
  };
}
