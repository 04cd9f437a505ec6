// Starts PostgreSQL, the server and the demo; Ctrl-C stops them in order.
import { parseArgs } from 'node:util';
import { join } from 'node:path';
import { seedDemo } from '../demo/seed.js';
import { ensureDatabase, projectRoot, startPostgres } from './postgres.js';
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
  postgres = await startPostgres(values.data ?? join(projectRoot, 'data'));
  const databaseUrl = await ensureDatabase(postgres, 'limber_sheaf');
  server = await startServer({ databaseUrl, port });
  server.child.once('exit', () => void end(1));
  if (!values['no-demo'] && (await seedDemo(server.address))) console.log('The demo production is in.');
  console.log(`Limber Sheaf is at ${server.address}  (Ctrl-C stops it)`);
} catch (error) {
  console.error(error.message);
  await end(1);
}
