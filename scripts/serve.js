// Starts the built server as a child process, and waits until it answers.
import { spawn, spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { projectRoot } from './postgres.js';

const MAIN = join(projectRoot, 'apps/server/dist/main.js');
/** What is loaded ahead of programs that have just started, or are soon over; its address. */
export const COMPILE_LATER = pathToFileURL(join(projectRoot, 'scripts/compile-later.js')).href;

const USER = 'limber-sheaf';

/** The user that the server works as where it is started by root, made where it is not there; null where it could read nothing here. */
function ownUser() {
  if (process.getuid?.() !== 0) return null;
  const asks = (command, args) => spawnSync(command, args, { stdio: 'ignore' }).status === 0;
  if (!asks('id', ['-u', USER]))
    asks('useradd', ['--system', '--no-create-home', '--shell', '/usr/sbin/nologin', USER]);
  if (asks('runuser', ['-u', USER, '--', 'test', '-r', MAIN])) return USER;
  console.error(`The server works as root: its own user cannot read ${projectRoot}.`);
  return null;
}

/**
 * @param {{ databaseUrl: string, port: number, web?: boolean, logLevel?: string }} options
 * @returns the child process and the address it answers at
 */
export async function startServer({ databaseUrl, port, web = true, logLevel = 'warn' }) {
  // To read the maps of all sources takes a second or two at each start: for who works on them.
  const child = spawn(process.execPath, ['--import', COMPILE_LATER, ...(web ? [] : ['--enable-source-maps']), MAIN], {
    env: {
      ...process.env,
      DATABASE_URL: databaseUrl,
      PORT: String(port),
      LIMBER_USER: ownUser() ?? '',
      LOG_LEVEL: logLevel,
      NODE_ENV: 'production',
      // Pictures come and go in many threads: with an arena for each, the memory of most would lie idle.
      MALLOC_ARENA_MAX: '2',
      // And what is larger than this, bytes, goes back as soon as it is done with, as all pictures are.
      MALLOC_MMAP_THRESHOLD_: '262144',
      ...(web ? { WEB_DIR: join(projectRoot, 'apps/web/dist') } : {}),
    },
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
    // Ctrl-C reaches the whole group; the parent stops the child itself, in order.
    detached: true,
  });
  await new Promise((done, fail) => {
    child.once('message', done);
    child.once('error', fail);
    child.once('exit', (code) => fail(new Error(`The server ended with code ${code} before it was up.`)));
  });
  return { child, address: `http://127.0.0.1:${port}` };
}

/** Asks the server to end, and waits until it has. */
export function stopServer(child) {
  if (child.exitCode !== null || child.signalCode !== null) return Promise.resolve();
  return new Promise((done) => {
    const force = setTimeout(() => child.kill('SIGKILL'), 30_000);
    child.once('exit', () => {
      clearTimeout(force);
      done();
    });
    child.kill('SIGTERM');
  });
}
