import { join } from 'node:path';
import { seedDemo } from '../demo/seed.js';
import { freePort, freshDatabase, projectRoot, startPostgres } from '../scripts/postgres.js';
import { startServer, stopServer } from '../scripts/serve.js';

/** The database with the demo in it, which every lane's own is a copy of. */
const SEEDED = 'e2e';

const database = () => startPostgres(process.env.TEST_DATA ?? join(projectRoot, 'data', 'test'));

/** Puts the demo into the database that the lanes begin with, unless a bench runs already; answers with what stops the database. */
export default async function setup(): Promise<() => void> {
  if (process.env.BENCH_ADDRESS) return () => {};
  const postgres = await database();
  const { child, address } = await startServer({
    databaseUrl: await freshDatabase(postgres, SEEDED),
    port: await freePort(),
  });
  await seedDemo(address);
  await stopServer(child);
  return () => postgres.stop();
}

/** Starts the real server for one lane, on a database of its own with the demo as it was at first. */
export async function startLane(lane: number): Promise<{ address: string; stop: () => Promise<void> }> {
  const databaseUrl = await freshDatabase(await database(), `${SEEDED}_${lane}`, SEEDED);
  const { child, address } = await startServer({ databaseUrl, port: await freePort() });
  return { address, stop: () => stopServer(child) };
}
