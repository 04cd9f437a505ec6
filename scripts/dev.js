// Starts everything and keeps it in step with the sources: the compiler watches core, formats and server, the server is
// started again when one of them was built, and Vite serves the web with its own reloading.
import { spawn } from 'node:child_process';
import { watch } from 'node:fs';
import { join } from 'node:path';
import { seedDemo } from '../demo/seed.js';
import { ensureDatabase, freePort, projectRoot, startPostgres } from './postgres.js';
import { startServer, stopServer } from './serve.js';

/** ms after the last file was written before the server is started again. */
const SETTLE_MS = 300;
const BUILT = ['packages/core/dist', 'packages/formats/dist', 'apps/server/dist'];

const postgres = await startPostgres(join(projectRoot, 'data'));
const databaseUrl = await ensureDatabase(postgres, 'limber_sheaf');
const port = await freePort();
let server = await startServer({ databaseUrl, port, web: false });
await seedDemo(server.address);

const run = (args, cwd = projectRoot, env = {}) =>
  spawn('npx', args, { cwd, stdio: 'inherit', env: { ...process.env, ...env } });
const compiler = run([
  'tsc',
  '-b',
  '--watch',
  '--preserveWatchOutput',
  'packages/core',
  'packages/formats',
  'apps/server',
]);
const vite = run(['vite', '--host', '127.0.0.1', '--port', '4411'], join(projectRoot, 'apps/web'), {
  API_ADDRESS: server.address,
});

let timer = null;
let starting = Promise.resolve();
async function again() {
  await stopServer(server.child);
  server = await startServer({ databaseUrl, port, web: false });
  console.log('The server is up again.');
}
for (const folder of BUILT)
  watch(join(projectRoot, folder), { recursive: true }, () => {
    clearTimeout(timer);
    timer = setTimeout(() => {
      starting = starting.then(again).catch((error) => console.error(error.message));
    }, SETTLE_MS);
  });
console.log('Working on Limber Sheaf at http://127.0.0.1:4411  (Ctrl-C stops it)');

for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'])
  process.on(signal, async () => {
    compiler.kill();
    vite.kill();
    await stopServer(server.child);
    postgres.stop();
    process.exit(0);
  });
