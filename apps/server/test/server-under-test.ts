import { spawn, type ChildProcess } from 'node:child_process';
import { createServer } from 'node:net';
import { join } from 'node:path';
import type { CharacterDoc, DerivedRefs, MaskRuns } from '@limber-sheaf/core';
import { encodePng, readZip, writeZip, type Rig } from '@limber-sheaf/formats';

/** The built server, run for real on a database of its own. */
export interface Running {
  /** Null for the one that is shared. */
  child: ChildProcess | null;
  address: string;
}

export interface Answer<T = Record<string, unknown>> {
  status: number;
  body: T;
}

/** What an edit, or a look at a character, is answered with. */
export interface State {
  doc: CharacterDoc;
  sheets: Record<string, DerivedRefs>;
  revision: number;
  undo: string | null;
  redo: string | null;
  summary?: string;
  notes?: string[];
  code?: string;
  sentence?: string;
}

/** A free loopback port. */
export function freePort(): Promise<number> {
  return new Promise((done, fail) => {
    const probe = createServer().on('error', fail);
    probe.listen(0, '127.0.0.1', () => {
      const address = probe.address();
      probe.close(() => done(typeof address === 'object' && address ? address.port : 0));
    });
  });
}

/** The server that all files of tests of this worker share (`servers.ts`), or one of its own where nothing was started. */
export function startServer(): Promise<Running> {
  const address = process.env.API_ADDRESSES?.split(' ')[Number(process.env.JEST_WORKER_ID ?? 1) - 1];
  return address ? Promise.resolve({ child: null, address }) : startOwnServer();
}

/** Starts the built server on the database that ./test made, or another, and waits until it answers. */
export async function startOwnServer(more: NodeJS.ProcessEnv = {}): Promise<Running> {
  const port = await freePort();
  const child = spawn(process.execPath, [join(__dirname, '../dist/main.js')], {
    env: { ...process.env, PORT: String(port), NODE_ENV: 'production', LOG_LEVEL: 'error', ...more },
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
  });
  await new Promise<void>((done, fail) => {
    child.once('message', () => done());
    child.once('exit', (code) => fail(new Error(`the server ended with ${code}`)));
  });
  return { child, address: `http://127.0.0.1:${port}` };
}

/** Ends the server: with SIGKILL, as a power cut would, or in order. One that is shared goes on. */
export async function end({ child }: Running, signal: 'SIGTERM' | 'SIGKILL' = 'SIGTERM'): Promise<void> {
  if (!child || child.exitCode !== null || child.signalCode !== null) return;
  const gone = new Promise((done) => child.once('exit', done));
  child.kill(signal);
  await gone;
}

/** One request, as the bench makes it. */
export async function call<T = Record<string, never>>(
  server: Running,
  method: string,
  path: string,
  body?: object,
  actor = 'tester',
): Promise<Answer<T>> {
  const form = body instanceof FormData;
  const answer = await fetch(`${server.address}/api${path}`, {
    method,
    headers: { 'x-actor': actor, ...(body && !form ? { 'content-type': 'application/json' } : {}) },
    body: form ? body : body && JSON.stringify(body),
  });
  return { status: answer.status, body: (await answer.json()) as T };
}

/** The server with a production of its own in it, there for all tests of a file, and what asks it for a state. */
export function inProduction(name: string) {
  const server: Running = { child: null, address: '' };
  let production = '';
  beforeAll(async () => {
    Object.assign(server, await startServer());
    production = (await call<{ id: string }>(server, 'POST', '/productions', { name })).body.id;
  });
  afterAll(() => end(server));
  const ask = async (method: string, path: string, body?: object) =>
    (await call<State>(server, method, path, body)).body;
  return { server, ask, production: () => production };
}

/** A drawn limb on bare paper: 200 × 300 px, 80 px wide, with an outline of 6 px. */
export function limbPng(): Uint8Array {
  const width = 200;
  const height = 300;
  const data = new Uint8Array(width * height * 4);
  for (let y = 20; y < 280; y++) {
    for (let x = 60; x < 140; x++)
      data.set(x < 66 || x >= 134 || y < 26 || y >= 274 ? [43, 35, 51, 255] : [228, 169, 58, 255], (y * width + x) * 4);
  }
  return encodePng({ width, height, data });
}

/** A mask from lengths of runs, out and in by turns, as the core writes them. */
export function runsOf(lengths: readonly number[]): MaskRuns['runs'] {
  const digits = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789+/';
  let text = '';
  for (let length of lengths) {
    do {
      text += digits[(length & 31) | (length > 31 ? 32 : 0)];
      length >>>= 5;
    } while (length > 0);
  }
  return text;
}

/** A multipart body with a name and a design. */
export function design(name: string, bytes: Uint8Array): FormData {
  const form = new FormData();
  form.append('name', name);
  form.append('design', new Blob([new Uint8Array(bytes).buffer], { type: 'image/png' }), 'design.png');
  return form;
}

/** A loop round the whole of the drawn limb's canvas. */
export const ALL = [0, 0, 200, 0, 200, 300, 0, 300];

const arm = (part: string) => ({ group: 'arm', side: 'A', part });

/** The drawn limb brought in and cut across: upper arm, lower arm. */
export async function cutLimb(server: Running, production: string, actor?: string) {
  const path = `/productions/${production}/characters`;
  const { doc } = (await call<State>(server, 'POST', path, design('Mast', limbPng()), actor)).body;
  const view = doc.views[0].id;
  const whole = { tokens: arm('upper'), loop: ALL };
  const upper = (await call<State>(server, 'POST', `/views/${view}/cut/trace`, whole, actor)).body.doc.pieces[0].id;
  const order = { pieceId: upper, line: [50, 150, 150, 150], take: 'right', tokens: arm('lower') };
  const cut = await call<State>(server, 'POST', `/views/${view}/cut/cross`, order, actor);
  const lower = cut.body.doc.pieces.find((p) => p.id !== upper)?.id as string;
  return { id: doc.character.id as string, view: view as string, upper: upper as string, lower };
}

/** The drawn limb, cut across and jointed. */
export async function jointedLimb(server: Running, production: string) {
  const limb = await cutLimb(server, production);
  const joint = { pieceId: limb.upper, otherId: limb.lower, round: true };
  const { body: state } = await call<State>(server, 'POST', `/views/${limb.view}/joints`, joint);
  return { ...limb, joint: state.doc.joints[0].id as string, state };
}

export interface JobState {
  id: string;
  state: string;
  sentence: string | null;
  result: { handOffId: string; number: number; name: string } | null;
}

/** Waits until a job has ended. */
export async function finished(server: Running, id: string): Promise<JobState> {
  for (let i = 0; i < 3000; i++) {
    const { body } = await call<JobState>(server, 'GET', `/jobs/${id}`);
    if (!['waiting', 'running'].includes(body.state)) return body;
    await new Promise((done) => setTimeout(done, 100));
  }
  throw new Error('the job does not end');
}

/** Makes a package, as it is wished for (with an OpenRaster file, which many tests look at), and unpacks it. */
export async function packageOf(
  server: Running,
  characterId: string,
  wish: object = { formats: ['ora'] },
): Promise<{ rig: Rig; files: Map<string, Uint8Array>; name: string }> {
  const made = await call<JobState>(server, 'POST', `/characters/${characterId}/handoffs`, wish);
  const job = await finished(server, made.body.id);
  if (!job.result) throw new Error(job.sentence ?? 'no result');
  const answer = await fetch(`${server.address}/api/handoffs/${job.result.handOffId}/package.zip`);
  const zip = new Uint8Array(await answer.arrayBuffer());
  const { name } = job.result;
  const files = new Map(readZip(zip).map((file) => [file.path.slice(name.length + 1), file.bytes]));
  return { rig: JSON.parse(new TextDecoder().decode(files.get('rig.json'))) as Rig, files, name };
}

/** A package as the zip that it came in. */
export function zipOfPackage({ files, name }: { files: Map<string, Uint8Array>; name: string }): Uint8Array {
  return writeZip([...files].map(([path, bytes]) => ({ path: `${name}/${path}`, bytes })));
}
