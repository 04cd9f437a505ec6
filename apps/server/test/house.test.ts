import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync, chmodSync, existsSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { freePort } from './server-under-test';

const START = join(__dirname, '../../../scripts/start.js');
let data: string;
let port: number;
let started: ChildProcess | null = null;

beforeAll(async () => {
  data = mkdtempSync(join(tmpdir(), 'limber-house-'));
  chmodSync(data, 0o755);
  port = await freePort();
});
afterAll(async () => {
  await stop('SIGTERM');
  rmSync(data, { recursive: true, force: true });
});

/** Starts everything without the demo; resolves once it says that it is up. */
function start(env: Record<string, string> = {}): Promise<{ ok: boolean; said: string }> {
  const child = spawn(process.execPath, [START, '--port', String(port), '--data', data, '--no-demo'], {
    env: { ...process.env, ...env },
  });
  started = child;
  let said = '';
  return new Promise((done) => {
    const hear = (chunk: Buffer) => {
      said += chunk.toString();
      if (said.includes('Limber Sheaf is at')) done({ ok: true, said });
    };
    child.stdout.on('data', hear);
    child.stderr.on('data', hear);
    child.once('exit', () => done({ ok: false, said }));
  });
}

async function stop(signal: 'SIGTERM' | 'SIGKILL'): Promise<void> {
  const child = started;
  started = null;
  if (!child || child.exitCode !== null || child.signalCode !== null) return;
  const gone = new Promise((done) => child.once('exit', done));
  child.kill(signal);
  await gone;
}

const health = async () => {
  const answer = await fetch(`http://127.0.0.1:${port}/api/health`);
  return { status: answer.status, body: (await answer.json()) as { sentence?: string } };
};
const noteFile = () => join(data, 'postgres', 'postmaster.pid');
const postmaster = () => Number(readFileSync(noteFile(), 'utf8').split('\n')[0]);

/** The processes of a kind whose arguments have a word. */
function pidsOf(word: string): number[] {
  return readdirSync('/proc').flatMap((entry) => {
    if (!/^\d+$/.test(entry)) return [];
    try {
      return readFileSync(`/proc/${entry}/cmdline`, 'utf8').includes(word) ? [Number(entry)] : [];
    } catch {
      return [];
    }
  });
}

/** Asks again and again, until an answer will do. */
async function until<T>(ask: () => Promise<T>, will: (answer: T) => boolean): Promise<T> {
  for (let tries = 0; tries < 3000; tries++) {
    const answer = await ask();
    if (will(answer)) return answer;
    await new Promise((done) => setTimeout(done, 100));
  }
  throw new Error('it never came');
}

test('it comes up, works as a user of its own, and a database that dies is told and brought back', async () => {
  expect((await start()).ok).toBe(true);
  expect((await health()).status).toBe(200);
  if (process.getuid?.() === 0) {
    const server = pidsOf('apps/server/dist/main.js').find((pid) =>
      readFileSync(`/proc/${pid}/environ`, 'utf8').includes(`PORT=${port}`),
    );
    expect(readFileSync(`/proc/${server}/status`, 'utf8')).not.toMatch(/^Uid:\s+0\s/m);
  }
  process.kill(postmaster(), 'SIGKILL');
  const down = await until(health, ({ status }) => status !== 200);
  expect(down.status).toBe(503);
  expect(down.body.sentence).toMatch(/database does not answer/);
  await until(health, ({ status }) => status === 200);
  const made = await fetch(`http://127.0.0.1:${port}/api/productions`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ name: 'After the storm' }),
  });
  expect(made.status).toBe(201);
});

test('a note left by a power cut is not trusted, and nobody else’s process is touched', async () => {
  const pid = postmaster();
  const note = readFileSync(noteFile(), 'utf8');
  await stop('SIGKILL');
  for (const server of pidsOf('apps/server/dist/main.js'))
    if (readFileSync(`/proc/${server}/environ`, 'utf8').includes(`PORT=${port}`)) process.kill(server, 'SIGKILL');
  process.kill(pid, 'SIGKILL');
  await until(
    () => Promise.resolve(spawnSync('kill', ['-0', String(pid)]).status),
    (status) => status !== 0,
  );
  // By now the number belongs to somebody else.
  const stranger = spawn('sleep', ['300']);
  writeFileSync(noteFile(), note.replace(/^\d+/, String(stranger.pid)));
  expect((await start()).ok).toBe(true);
  expect(stranger.exitCode).toBeNull();
  const productions = (await (await fetch(`http://127.0.0.1:${port}/api/productions`)).json()) as { name: string }[];
  expect(productions.map((p) => p.name)).toEqual(['After the storm']);
  stranger.kill();
  await stop('SIGTERM');
  expect(existsSync(noteFile())).toBe(false);
});

test('half a demo from an interrupted start is thrown away; an address in the network is not taken by the way', async () => {
  writeFileSync(join(data, 'demo-is-going-in'), '');
  expect((await start()).ok).toBe(true);
  expect(await (await fetch(`http://127.0.0.1:${port}/api/productions`)).json()).toEqual([]);
  await stop('SIGTERM');
  const { ok, said } = await start({ LIMBER_HOST: '0.0.0.0' });
  expect(ok).toBe(false);
  expect(said).toMatch(/open the bench to the network/);
  // A HOST that some other program left in the environment is not ours.
  expect((await start({ HOST: '0.0.0.0' })).ok).toBe(true);
});
