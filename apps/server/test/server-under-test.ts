import { spawn, type ChildProcess } from 'node:child_process';
import { createServer } from 'node:net';
import { join } from 'node:path';
import type { CharacterDoc } from '@limber-sheaf/core';
import { encodePng, readZip, type Rig } from '@limber-sheaf/formats';

/** The built server, run for real on a database of its own. */
export interface Running {
  child: ChildProcess;
  address: string;
}

export interface Answer<T = Record<string, unknown>> {
  status: number;
  body: T;
}

/** What an edit, or a look at a character, is answered with. */
export interface State {
  doc: CharacterDoc;
  revision: number;
  undo: string | null;
  redo: string | null;
  summary?: string;
  notes?: string[];
  code?: string;
  sentence?: string;
}

/** Starts the built server on the database that ./test made, and waits until it answers. */
export async function startServer(): Promise<Running> {
  const port = await new Promise<number>((done, fail) => {
    const probe = createServer().on('error', fail);
    probe.listen(0, '127.0.0.1', () => {
      const address = probe.address();
      probe.close(() => done(typeof address === 'object' && address ? address.port : 0));
    });
  });
  const child = spawn(process.execPath, [join(__dirname, '../dist/main.js')], {
    env: { ...process.env, PORT: String(port), NODE_ENV: 'production', LOG_LEVEL: 'error' },
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
  });
  await new Promise<void>((done, fail) => {
    child.once('message', () => done());
    child.once('exit', (code) => fail(new Error(`the server ended with ${code}`)));
  });
  return { child, address: `http://127.0.0.1:${port}` };
}

/** Ends the server: with SIGKILL, as a power cut would, or in order. */
export async function end({ child }: Running, signal: 'SIGTERM' | 'SIGKILL' = 'SIGTERM'): Promise<void> {
  if (child.exitCode !== null || child.signalCode !== null) return;
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

/** A multipart body with a name and a design. */
export function design(name: string, bytes: Uint8Array): FormData {
  const form = new FormData();
  form.append('name', name);
  form.append('design', new Blob([new Uint8Array(bytes).buffer], { type: 'image/png' }), 'design.png');
  return form;
}

export interface JobState {
  id: string;
  state: string;
  sentence: string | null;
  result: { handOffId: string; number: number; name: string } | null;
}

/** Waits until a job has ended. */
export async function finished(server: Running, id: string): Promise<JobState> {
  for (let i = 0; i < 200; i++) {
    const { body } = await call<JobState>(server, 'GET', `/jobs/${id}`);
    if (!['waiting', 'running'].includes(body.state)) return body;
    await new Promise((done) => setTimeout(done, 100));
  }
  throw new Error('the job does not end');
}

/** Makes a package and unpacks it. */
export async function packageOf(
  server: Running,
  characterId: string,
): Promise<{ rig: Rig; files: Map<string, Uint8Array>; name: string }> {
  const made = await call<JobState>(server, 'POST', `/characters/${characterId}/handoffs`);
  const job = await finished(server, made.body.id);
  if (!job.result) throw new Error(job.sentence ?? 'no result');
  const answer = await fetch(`${server.address}/api/handoffs/${job.result.handOffId}/package.zip`);
  const zip = new Uint8Array(await answer.arrayBuffer());
  const { name } = job.result;
  const files = new Map(readZip(zip).map((file) => [file.path.slice(name.length + 1), file.bytes]));
  return { rig: JSON.parse(new TextDecoder().decode(files.get('rig.json'))) as Rig, files, name };
}
