// Times of the running service on the pilot, against the real database: edits, checks, the package; and a crowd.
import { join } from 'node:path';
import { performance } from 'node:perf_hooks';
import pg from 'pg';
import { client, seedDemo } from '../demo/seed.js';
import { freePort, freshDatabase, projectRoot, startPostgres } from '../scripts/postgres.js';
import { startServer, stopServer } from '../scripts/serve.js';

/** Milliseconds that the work took, and what it gave. */
async function timed(work) {
  const start = performance.now();
  const value = await work();
  return [performance.now() - start, value];
}

const quantile = (list, share) =>
  [...list].sort((a, b) => a - b)[Math.min(list.length - 1, Math.floor(list.length * share))];
const median = (list) => quantile(list, 0.5);

async function openPilot(ask) {
  const [production] = await ask('GET', '/productions');
  const cards = await ask('GET', `/productions/${production.id}/characters`);
  const [{ id }, other] = [...cards].sort((a, b) => b.pieces - a.pieces);
  return { id, other: other.id, production: production.id, ...(await ask('GET', `/characters/${id}`)) };
}

/** The joint of a part, the piece of a part. */
function finders({ doc }) {
  const part = (group, name, side) =>
    doc.parts.find((p) => p.group === group && p.part === name && p.side === side)?.id;
  const piece = (...tokens) => doc.pieces.find((p) => p.partId === part(...tokens));
  return { piece, jointOf: (...tokens) => doc.joints.find((j) => j.childId === piece(...tokens)?.id) };
}

/** A small square of the pilot's upper arm, px. */
const SQUARE = [600, 1300, 640, 1300, 640, 1340, 600, 1340];

async function stepTimes(ask, pilot, row, peerMs) {
  const { id, doc } = pilot;
  const view = doc.views[0].id;
  const { piece, jointOf } = finders(pilot);
  const elbow = jointOf('arm', 'lower', 'A');
  const upper = piece('arm', 'upper', 'A').id;
  const checks = () => ask('GET', `/views/${view}/checks`);
  const peer = 'a bare copy';
  await checks();
  const [still] = await timed(checks);
  row('checks, nothing changed', still, peer, peerMs);
  const edits = [];
  const checked = [];
  for (let n = 1; n <= 12; n++) {
    const radius = elbow.radius - n * 0.3;
    edits.push((await timed(() => ask('PATCH', `/joints/${elbow.id}`, { radius })))[0]);
    checked.push((await timed(checks))[0]);
  }

  row('one edit of a joint', median(edits), peer, peerMs);
  row('checks, one joint changed', median(checked), peer, peerMs);
  const loop = { pieceId: upper, loop: SQUARE };
  row('give a square back', (await timed(() => ask('POST', `/views/${view}/cut/give-back`, loop)))[0], peer, peerMs);
  row('trace it again', (await timed(() => ask('POST', `/views/${view}/cut/trace`, loop)))[0], peer, peerMs);
  row('undo', (await timed(() => ask('POST', `/characters/${id}/undo`)))[0], peer, peerMs);
  for (let n = 0; n < 13; n++) await ask('POST', `/characters/${id}/undo`);
}

async function packageTime(ask, { id }, row, peerMs) {
  const [ms] = await timed(async () => {
    let job = await ask('POST', `/characters/${id}/handoffs`);
    while (['waiting', 'running'].includes(job.state)) {
      await new Promise((done) => setTimeout(done, 50));
      job = await ask('GET', `/jobs/${job.id}`);
    }
    if (job.state !== 'done') throw new Error(job.sentence);
  });
  row('the package', ms, 'a bare copy', peerMs);
}

/** Many at once: each on a copy of its own edits a joint, undoes, and looks at the state, without a pause. */
async function crowd(address, pilot, people, seconds) {
  const first = client(address, 'crowd');
  const copies = [];
  for (let n = 0; n < people; n++) copies.push((await first('POST', `/characters/${pilot.id}/duplicate`)).doc);
  const edits = [];
  const looks = [];
  let refused = 0;
  const until = performance.now() + seconds * 1000;
  await Promise.all(
    copies.map(async (doc, n) => {
      const ask = client(address, `person ${n}`);
      const joints = doc.joints.filter((joint) => joint.kind === 'hinge');
      for (let k = n; performance.now() < until; k++) {
        const joint = joints[k % joints.length];
        const change = { rangeHigh: joint.rangeHigh + (k % 2 ? 5 : -5), radius: joint.radius - ((k * 7) % 10) / 10 };
        try {
          edits.push((await timed(() => ask('PATCH', `/joints/${joint.id}`, change)))[0]);
          looks.push((await timed(() => ask('GET', `/characters/${doc.character.id}`)))[0]);
          if (k % 3 === 0) edits.push((await timed(() => ask('POST', `/characters/${doc.character.id}/undo`)))[0]);
        } catch {
          refused++;
        }
      }
    }),
  );
  const said = (list) => `p50 ${median(list).toFixed(0)} ms, p95 ${quantile(list, 0.95).toFixed(0)} ms`;
  console.log(
    `crowd of ${people} for ${seconds} s: ${edits.length} edits, ${said(edits)}; looks, ${said(looks)}; ${refused} refused`,
  );
}

/** Starts the service on a fresh database with the demo, and times it. */
export async function service(row, { people = 20, seconds = 0 }) {
  const canvas = new Uint8Array(24_000_000);
  const from = new Uint8Array(24_000_000).fill(7);
  const copies = [];
  for (let n = 0; n < 15; n++) copies.push((await timed(() => canvas.set(from)))[0]);
  const peerMs = median(copies);
  const postgres = await startPostgres(join(projectRoot, 'data', 'bench'));
  const databaseUrl = await freshDatabase(postgres, 'bench');
  const port = await freePort();
  let server = await startServer({ databaseUrl, port, web: false });
  try {
    await seedDemo(server.address);
    const ask = client(server.address, 'bench');
    const pilot = await openPilot(ask);
    // Cold: nothing that was worked out is kept, neither in the database nor in the threads.
    await stopServer(server.child);
    const database = new pg.Client({ connectionString: databaseUrl });
    await database.connect();
    await database.query(`DELETE FROM derived WHERE NOT (value ? 'overlap')`);
    await database.end();
    server = await startServer({ databaseUrl, port, web: false });
    await openPilot(ask);
    // Asking resets it: the server's own start does not count.
    await ask('GET', '/health');
    const view = pilot.doc.views[0].id;
    // A server that has just started has yet to compile its loops; one that has checked somebody else has not.
    const other = await ask('GET', `/characters/${pilot.other}`);
    const first = await timed(() => ask('GET', `/views/${other.doc.views[0].id}/checks`));
    row('checks of the otter, first after a start', first[0], 'a bare copy', peerMs);
    row('checks, cold', (await timed(() => ask('GET', `/views/${view}/checks`)))[0], 'a bare copy', peerMs);
    await stepTimes(ask, pilot, row, peerMs);
    await packageTime(ask, pilot, row, peerMs);
    if (seconds > 0) await crowd(server.address, pilot, people, seconds);
    const { longestHold, memory } = await ask('GET', '/health');
    console.log(`main thread held ${longestHold} ms at the longest; ${JSON.stringify(memory)}`);
  } finally {
    await stopServer(server.child);
    postgres.stop();
  }
}
