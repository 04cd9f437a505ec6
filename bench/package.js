// A package of 60 pieces at 4000 × 4000: time and the server's largest memory, by format.
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { performance } from 'node:perf_hooks';
import { readZip } from '@limber-sheaf/formats';
import { client } from '../demo/seed.js';
import { freePort, freshDatabase, projectRoot, startPostgres } from '../scripts/postgres.js';
import { startServer, stopServer } from '../scripts/serve.js';
import { SIDE, bringSixtyPatches } from './sixty-patches.js';

const FORMATS = ['ora', 'psd', 'svg', 'glb', 'atlas', 'sheet'];

/** MB that a process holds now. */
function resident(pid) {
  const [, kb] = /^VmRSS:\s+(\d+)/m.exec(readFileSync(`/proc/${pid}/status`, 'utf8')) ?? [];
  return Number(kb) / 1024;
}

/** Makes a package; how long that took, the largest memory meanwhile, and where it is. */
async function packageOf(ask, pid, id, formats) {
  const start = performance.now();
  let [most, step] = [0, ''];
  const steps = [];
  let job = await ask('POST', `/characters/${id}/handoffs`, { formats });
  while (job.state === 'waiting' || job.state === 'running') {
    await new Promise((done) => setTimeout(done, 40));
    const now = resident(pid);
    most = Math.max(most, now);
    const last = steps.at(-1);
    if (last) last.most = Math.max(last.most, now);
    job = await ask('GET', `/jobs/${job.id}`);
    if (job.doing !== step) steps.push({ step: (step = job.doing), at: performance.now() - start, most: now });
  }
  if (job.state !== 'done') throw new Error(job.sentence);
  return { ms: performance.now() - start, most, steps, id: job.result.handOffId };
}

/** ms that another program takes to write the same pieces as a PSD; null where it is not there. */
function peer(files) {
  const folder = mkdtempSync(join(tmpdir(), 'peer-'));
  try {
    const layers = files
      .filter(({ path }) => /patch.*\.png$/.test(path))
      .map(({ bytes }, at) => {
        const path = join(folder, `${at}.png`);
        writeFileSync(path, bytes);
        return path;
      });
    const start = performance.now();
    execFileSync('/usr/bin/convert', ['-size', `${SIDE}x${SIDE}`, 'xc:none', ...layers, join(folder, 'peer.psd')]);
    return performance.now() - start;
  } catch {
    return null;
  } finally {
    rmSync(folder, { recursive: true });
  }
}

/** Prints what a large package takes. */
export async function largePackage() {
  const postgres = await startPostgres(join(projectRoot, 'data', 'bench'));
  const databaseUrl = await freshDatabase(postgres, 'bench_package');
  const { child, address } = await startServer({ databaseUrl, port: await freePort() });
  try {
    const ask = client(address);
    const production = await ask('POST', '/productions', { name: 'Large' });
    const id = await bringSixtyPatches(ask, production.id);
    const { doc } = await ask('GET', `/characters/${id}`);
    await ask('GET', `/views/${doc.views[0].id}/checks`);
    const row = (name, { ms, most }) =>
      console.log(
        `${name.padEnd(30)} ${(ms / 1000).toFixed(1).padStart(6)} s   ${most.toFixed(0).padStart(5)} MB at most`,
      );
    console.log(`before, with all checks made: ${resident(child.pid).toFixed(0)} MB`);
    row('images alone', await packageOf(ask, child.pid, id, []));
    for (const format of FORMATS) row(format, await packageOf(ask, child.pid, id, [format]));
    const all = await packageOf(ask, child.pid, id, FORMATS);
    row('every format', all);
    for (const { step, at, most } of all.steps)
      console.log(`  ${step} from ${(at / 1000).toFixed(1)} s, ${most.toFixed(0)} MB`);
    const zip = await (await fetch(`${address}/api/handoffs/${all.id}/package.zip`)).arrayBuffer();
    const ms = peer(readZip(new Uint8Array(zip)));
    if (ms) console.log(`another program writes the same layers as a PSD in ${(ms / 1000).toFixed(1)} s`);
  } finally {
    await stopServer(child);
    postgres.stop();
  }
}
