// Starts PostgreSQL, the server and the demo; Ctrl-C stops them in order.
import { parseArgs } from 'node:util';
import { existsSync, mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { seedDemo } from '../demo/seed.js';
import { ensureDatabase, freshDatabase, projectRoot, startPostgres } from './postgres.js';
import { startServer, stopServer } from './serve.js';

const USAGE = `Usage: ./start [--port N] [--data DIR] [--no-demo]
  --port N     where to serve (default 4410)
  --data DIR   where the database keeps its files (default data/ in this folder)
  --no-demo    do not fill an empty database with the demo`;

const options = {
  port: { type: 'string' },
  data: { type: 'string' },
  'no-demo': { type: 'boolean' },
  help: { type: 'boolean', short: 'h' },
};
let values;
try {
  ({ values } = parseArgs({ options }));
} catch (error) {
  console.error(`${error.message}\n${USAGE}`);
  process.exit(2);
}
const port = Number(values.port ?? 4410);
if (values.help || !Number.isInteger(port) || port < 1 || port > 65535) {
  console.log(USAGE);
  process.exit(values.help ? 0 : 2);
}

const DATABASE = 'limber_sheaf';
/** How often it is looked whether the database is still there. */
const LOOK_MS = 1000;

let postgres = null;
let server = null;
let ending = false;

async function end(code) {
  if (ending) return;
  ending = true;
  if (server) await stopServer(server.child);
  try {
    postgres?.stop();
  } catch (error) {
    console.error(error.message);
  }
  process.exit(code);
}

for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void end(0));

try {
  const data = values.data ?? join(projectRoot, 'data');
  mkdirSync(data, { recursive: true });
  postgres = await startPostgres(data);
  // While the demo goes in there is nothing else in the database: what an interrupted start left is thrown away.
  const half = join(data, 'demo-is-going-in');
  if (existsSync(half)) await freshDatabase(postgres, DATABASE);
  const databaseUrl = await ensureDatabase(postgres, DATABASE);
  server = await startServer({ databaseUrl, port });
  server.child.once('exit', () => void end(1));
  setInterval(() => {
    if (ending || postgres.isUp()) return;
    console.error('The database has ended; it is started again.');
    try {
      postgres.start();
    } catch (error) {
      console.error(error.message);
    }
  }, LOOK_MS);
  if (!values['no-demo']) {
    const begin = () => writeFileSync(half, '');
    if (await seedDemo(server.address, begin)) console.log('The demo production is in.');
  }
  rmSync(half, { force: true });
  console.log(`Limber Sheaf is at ${server.address}  (Ctrl-C stops it)`);
} catch (error) {
  console.error(error.message);
  await end(1);
}
