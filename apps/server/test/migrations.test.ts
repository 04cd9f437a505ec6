import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { call, end, startOwnServer, type Running, type State } from './server-under-test';

/** Runs a script on the database for schemas; what it printed. */
function script(name: string, ...args: string[]): string {
  const run = spawnSync(process.execPath, [join(__dirname, name), ...args], { encoding: 'utf8' });
  expect(run.stderr).toBe('');
  return run.stdout;
}

test('the schema comes up, goes down, comes up the same, and two servers may bring it up at once', () => {
  const { first, down, again } = JSON.parse(script('schema-round-trip.mjs')) as Record<string, unknown[]>;
  expect(first.length).toBeGreaterThan(50);
  expect(down).toEqual([]);
  expect(again).toEqual(first);
});

const VERSIONS = [
  '0001-foundation',
  '0002-plan-and-cut',
  '0003-joints',
  '0004-line-under',
  '0005-derived',
  '0006-wanted',
  '0007-under',
  '0008-stack',
];

describe('a database that came through all versions', () => {
  let server: Running;
  beforeAll(async () => {
    script('older-database.mjs', ...VERSIONS);
    server = await startOwnServer({ DATABASE_URL: process.env.SCHEMA_DATABASE_URL });
  });
  afterAll(() => end(server));

  test.each(VERSIONS)('a character kept by %s opens as it was, with its journal, and is clean', async (version) => {
    const character = `0000000${VERSIONS.indexOf(version)}-0000-4000-8000-000000000002`;
    const { body: opened } = await call<State>(server, 'GET', `/characters/${character}`);
    expect(opened.doc.character.name).toBe('Mast');
    expect(opened.doc.pieces).toHaveLength(2);
    expect(opened.doc.joints[0]).toMatchObject({
      radius: 20,
      rangeHigh: 60,
      reach: version >= '0003' ? 3 : 0,
      foldsOut: false,
      twinId: null,
      lineMore: 0,
      wantedHigh: 0,
      taper: 0,
    });
    expect(opened.doc.pieces[0]).toMatchObject({
      beneath: null,
      endsHere: false,
      carried: [],
      graft: null,
      shadowOf: null,
    });
    expect([opened.doc.handles, opened.doc.orderChanges]).toEqual([[], []]);
    // What that version had worked out and kept is not what is shown.
    const [upper] = opened.doc.pieces;
    expect(opened.sheets[upper.id].overlap?.blob).not.toBe(upper.face.blob);
    const { body: checked } = await call<{ checks: { id: string; ok: boolean; figure: number }[] }>(
      server,
      'GET',
      `/views/${opened.doc.views[0].id}/checks`,
    );
    expect(checked.checks.find((check) => check.id === 'rest-match')).toMatchObject({ ok: true, figure: 0 });

    // Whoever undid the wider range may bring it back; whoever did may undo further; what was given up is gone.
    expect(opened).toMatchObject({ undo: 'range of lower arm A', redo: 'range of lower arm A, wider' });
    const { body: redone } = await call<State>(server, 'POST', `/characters/${character}/redo`);
    // Rows of the journal are whole, though that version knew less of a joint.
    expect(redone.doc.joints[0]).toMatchObject({ rangeHigh: 90, lineMore: 0, wantedHigh: 0, taper: 0 });
    await call(server, 'POST', `/characters/${character}/undo`);
    const { body: undone } = await call<State>(server, 'POST', `/characters/${character}/undo`);
    expect(undone.doc.joints[0].rangeHigh).toBe(30);
    expect(undone.revision).toBe(opened.revision + 3);
  });
});
