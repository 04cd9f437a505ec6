import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import type { Sweep, ViewProof } from '@limber-sheaf/core';
import { Client } from 'pg';
import { call, inProduction } from './server-under-test';
import { jointOf, twoArms } from './two-arms';

const { server, ask, production } = inProduction('Ebb');
const arms = () => twoArms(ask, production());

test('sweeps are kept under what they were measured of, and a joint that changed is measured anew', async () => {
  const { view } = await arms();
  const { doc } = await ask('POST', `/views/${view}/joints/fit-all`);
  const sweeps = async () =>
    (await call<{ jointId: string; key: string; sweep: Sweep | null }[]>(server, 'GET', `/views/${view}/joints/sweeps`))
      .body;
  const before = await sweeps();
  expect(before.map(({ jointId }) => jointId).sort()).toEqual(doc.joints.map(({ id }) => id).sort());
  for (const { jointId, sweep } of before) {
    const joint = doc.joints.find(({ id }) => id === jointId);
    expect(sweep?.cleanRange).toEqual([joint?.rangeLow, joint?.rangeHigh]);
    const angles = sweep?.bends.map(({ angle }) => angle) ?? [];
    expect(angles).toContain(0);
    expect(angles).toEqual([...angles].sort((a, b) => a - b));
  }
  expect(await sweeps()).toEqual(before);

  const wrist = jointOf(doc, 'hand', 'A');
  await ask('PATCH', `/joints/${wrist.id}`, { rounded: false });
  const after = await sweeps();
  const changed = after.filter(({ key }, at) => key !== before[at].key);
  // The lower arm that it hangs from shows at its elbow too.
  expect(changed.map(({ jointId }) => jointId)).toContain(wrist.id);
  expect(changed.length).toBeLessThan(before.length);
  const butt = after.find(({ jointId }) => jointId === wrist.id)?.sweep;
  const most = (butt?.cleanRange?.[1] ?? 0) - (butt?.cleanRange?.[0] ?? 0);
  expect(most).toBeLessThan(wrist.rangeHigh - wrist.rangeLow);
  expect(Math.max(...(butt?.bends.map(({ daylight }) => daylight) ?? []))).toBeGreaterThan(0);

  await ask('PATCH', `/joints/${wrist.id}`, { kind: 'slide' });
  expect((await sweeps()).map(({ jointId }) => jointId)).not.toContain(wrist.id);
  expect((await call<{ code: string }>(server, 'GET', '/views/none/joints/sweeps')).status).toBeGreaterThanOrEqual(400);
});

test('a thread keeps a round’s document for the next batch of it, and lets it go when it is told to forget', async () => {
  const { view } = await arms();
  const { doc } = await ask('POST', `/views/${view}/joints/fit-all`);
  const measured = spawnSync(process.execPath, ['--expose-gc', join(__dirname, 'round.mjs')], {
    encoding: 'utf8',
    input: JSON.stringify(doc),
    env: process.env,
  });
  expect(JSON.parse(measured.stdout)).toEqual({ before: true, after: false });
});

test('what is measured gives way to a hand again and again, and comes to the same in the end', async () => {
  const [busy, other] = [await arms(), await arms()];
  const jointed = async () => {
    await ask('POST', `/views/${busy.view}/joints/fit-all`);
    const { body } = await call<ViewProof>(server, 'GET', `/views/${busy.view}/checks`);
    return { checks: body.checks, joints: body.joints.map(({ cleanRange }) => String(cleanRange)).sort() };
  };
  // Somebody edits another character meanwhile, without a pause.
  let measuring = true;
  const hurry = async () => {
    while (measuring) {
      await ask('POST', `/views/${other.view}/joints/fit-all`);
      await ask('POST', `/characters/${other.id}/undo`);
    }
  };
  const hurried = hurry();
  const beside = await jointed().finally(() => (measuring = false));
  await hurried;
  // The same joints under other names, in another order: nothing of them is known.
  await ask('POST', `/characters/${busy.id}/undo`);
  const alone = await jointed();
  expect(alone.joints).toHaveLength(4);
  expect(beside).toEqual(alone);
});

test('a joint at the limb’s other end is found again by the paint about it, and not measured anew', async () => {
  const { view } = await arms();
  const { doc } = await ask('POST', `/views/${view}/joints/fit-all`);
  const [elbow, wrist] = ['lower', 'hand'].map((part) => jointOf(doc, part, 'A'));
  const sweepOf = async ({ id }: { id: string }) => {
    const path = `/views/${view}/joints/sweeps`;
    const { body } = await call<{ jointId: string; key: string; sweep: Sweep | null }[]>(server, 'GET', path);
    return body.find(({ jointId }) => jointId === id);
  };
  const before = await sweepOf(wrist);
  // What is known is marked, so that it can be told from what is measured again.
  const client = new Client({ connectionString: process.env.DATABASE_URL });
  await client.connect();
  await client.query(`UPDATE derived SET value = value || '{"cleanRange": [-1, 1]}' WHERE value ? 'cleanRange'`);
  await client.end();
  await ask('PATCH', `/joints/${elbow.id}`, { radius: elbow.radius - 1 });
  const after = await sweepOf(wrist);
  expect(after?.key).not.toBe(before?.key);
  expect(after?.sweep?.cleanRange).toEqual([-1, 1]);
  expect((await sweepOf(elbow))?.sweep?.cleanRange).not.toEqual([-1, 1]);
});
