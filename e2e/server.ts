import { join } from 'node:path';
import { seedDemo } from '../demo/seed.js';
import { freePort, freshDatabase, projectRoot, startPostgres } from '../scripts/postgres.js';
import { startServer, stopServer } from '../scripts/serve.js';
import { LANES } from './lanes';

/** Starts the real server with the demo in it, one with a database of its own for each lane; answers with what stops them. */
export default async function setup(): Promise<() => Promise<void>> {
  const postgres = await startPostgres(process.env.TEST_DATA ?? join(projectRoot, 'data', 'test'));
  const seeded = 'e2e';
  const first = await startServer({ databaseUrl: await freshDatabase(postgres, seeded), port: await freePort() });
  await seedDemo(first.address);
  await stopServer(first.child);
  const servers: Awaited<ReturnType<typeof startServer>>[] = [];
  for (let lane = 0; lane < LANES; lane++) {
    const databaseUrl = await freshDatabase(postgres, `${seeded}_${lane}`, seeded);
    servers.push(await startServer({ databaseUrl, port: await freePort() }));
  }
  process.env.BENCH_ADDRESSES = servers.map(({ address }) => address).join(' ');
  return async () => {
    await Promise.all(servers.map(({ child }) => stopServer(child)));
    postgres.stop();
  };
}
