// Takes an empty database through earlier versions (the arguments), and leaves in each a character as that version kept it:
// two pieces of a limb, their rounded joint, and a journal with an edit done, one undone and one given up. The last digit of
// the first group of its ids is the place of its version among the arguments.
import { createHash } from 'node:crypto';
import { DEFAULT_SCHEME } from '@limber-sheaf/core';
import { encodePng } from '@limber-sheaf/formats';
import { migrate, openDatabase } from '../dist/data/database.js';

const sequelize = openDatabase(process.env.SCHEMA_DATABASE_URL);
await migrate(sequelize, 'none');
const INK = [43, 35, 51, 255];
const FILL = [228, 169, 58, 255];

/** Rows `from` to `to` of a limb, 40 px wide with a line of 4 px, as a picture of them alone. */
async function limb(from, to) {
  const data = new Uint8Array(40 * (to - from) * 4);
  for (let i = 0; i < data.length / 4; i++) data.set(i % 40 < 4 || i % 40 >= 36 ? INK : FILL, i * 4);
  const bytes = Buffer.from(encodePng({ width: 40, height: to - from, data }));
  const blob = createHash('sha256').update(bytes).digest('hex');
  await sequelize.query(`INSERT INTO blob VALUES ($1, $2, 'image/png') ON CONFLICT DO NOTHING`, {
    bind: [blob, bytes],
  });
  return { blob, x: 30, y: from, width: 40, height: to - from, area: 40 * (to - from) };
}

async function insert(table, row) {
  const fields = Object.keys(row);
  const columns = fields.map((field) => `"${field.replace(/[A-Z]/g, (letter) => `_${letter.toLowerCase()}`)}"`);
  const values = Object.values(row).map((value) =>
    typeof value === 'object' && value ? JSON.stringify(value) : value,
  );
  await sequelize.query(
    `INSERT INTO "${table}" (${columns.join(', ')}) VALUES (${fields.map((_, i) => `$${i + 1}`).join(', ')})`,
    { bind: values },
  );
}

const full = new Uint8Array(100 * 100 * 4);
for (let y = 0; y < 100; y++) for (let x = 30; x < 70; x++) full.set(x < 34 || x >= 66 ? INK : FILL, (y * 100 + x) * 4);
const designBytes = Buffer.from(encodePng({ width: 100, height: 100, data: full }));
const designBlob = createHash('sha256').update(designBytes).digest('hex');
/** Leaves a character as a version kept it. @param at its place among the versions */
async function keepAs(version, at) {
  const since = (name) => version >= name;
  const id = (n) => `0000000${at}-0000-4000-8000-00000000000${n}`;
  const [PRODUCTION, CHARACTER, VIEW, UPPER_PART, LOWER_PART, UPPER, LOWER, JOINT] = [1, 2, 3, 4, 5, 6, 7, 8].map(id);
  await insert('production', { id: PRODUCTION, name: `Old tide ${at}` });
  await sequelize.query(`INSERT INTO blob VALUES ($1, $2, 'image/png') ON CONFLICT DO NOTHING`, {
    bind: [designBlob, designBytes],
  });
  await insert('character', {
    id: CHARACTER,
    productionId: PRODUCTION,
    name: 'Mast',
    code: 'mast',
    scheme: DEFAULT_SCHEME,
    version: 1,
    revision: 7,
  });
  await insert('view', {
    id: VIEW,
    characterId: CHARACTER,
    key: 'front',
    width: 100,
    height: 100,
    designBlob,
    designArea: 4000,
    floorY: 99,
    version: 1,
  });
  const part = { characterId: CHARACTER, group: 'arm', side: 'A', version: 1 };
  await insert('part', { ...part, id: UPPER_PART, part: 'upper' });
  await insert('part', { ...part, id: LOWER_PART, part: 'lower', parentId: UPPER_PART });
  const upperFace = await limb(0, 50);
  const lowerFace = await limb(50, 100);
  // Worked out by that version, kept in the row, and not what today's would be.
  const stale = { overlap: upperFace, under: lowerFace };
  const piece = { viewId: VIEW, version: 1 };
  if (!since('0005')) Object.assign(piece, stale);
  if (since('0002') && !since('0005')) piece.clean = upperFace;
  if (since('0004') && !since('0005')) piece.line = upperFace;
  await insert('piece', { ...piece, id: UPPER, partId: UPPER_PART, depth: 1, face: upperFace });
  await insert('piece', { ...piece, id: LOWER, partId: LOWER_PART, depth: 2, face: lowerFace });
  const joint = {
    id: JOINT,
    viewId: VIEW,
    childId: LOWER,
    parentId: UPPER,
    kind: 'hinge',
    x: 50,
    y: 50,
    radius: 20,
    rangeLow: -10,
    rangeHigh: 60,
    outlineOn: 'back',
    discOn: 'both',
    lineWidth: 4,
    lineColour: INK.slice(0, 3),
    fillColour: FILL.slice(0, 3),
    looseness: 0,
    rounded: true,
    confidence: 1,
    version: 3,
  };
  if (since('0003')) Object.assign(joint, { reach: 3, foldsOut: false, twinId: null });
  if (since('0004')) joint.lineMore = 0;
  if (since('0006')) Object.assign(joint, { wantedLow: 0, wantedHigh: 0, taper: 0 });
  await insert('joint', joint);

  const edit = { characterId: CHARACTER, actor: 'tester', kind: 'joints' };
  const nothing = { added: [], updated: [], removed: [] };
  const row = { table: 'joint', ...joint };
  const changed = (from, to, at) => ({
    ...nothing,
    updated: [
      [
        { ...row, ...from, version: at },
        { ...row, ...to, version: at + 1 },
      ],
    ],
  });
  const piecesThen = [UPPER, LOWER].map((pieceId, k) => ({
    table: 'piece',
    ...piece,
    id: pieceId,
    partId: [UPPER_PART, LOWER_PART][k],
    depth: k + 1,
    face: [upperFace, lowerFace][k],
  }));
  const cut = { ...nothing, added: piecesThen };
  const wider = { from: { rangeHigh: 30 }, to: { rangeHigh: 60 }, at: 2 };
  const widerStill = { from: { rangeHigh: 60 }, to: { rangeHigh: 90 }, at: 3 };
  const of = ({ from, to, at }) => changed(from, to, at);
  const SAID = ['cut lower arm A', 'range of lower arm A', 'range of lower arm A, wider'];
  if (since('0005')) {
    // A journal that is only added to: an undo is a line of its own.
    const line = (revision, summary, diff, more = {}) =>
      insert('edit', { ...edit, summary, way: 'do', revision, diff, ...more });
    await line(4, SAID[0], cut);
    await line(5, SAID[1], of(wider));
    await line(6, SAID[2], of(widerStill));
    const [{ id: undone }] = await sequelize.query('SELECT id FROM edit WHERE revision = 6 AND character_id = $1', {
      type: 'SELECT',
      bind: [CHARACTER],
    });
    await line(7, SAID[2], of({ from: widerStill.to, to: widerStill.from, at: 4 }), { way: 'undo', originId: undone });
  } else {
    await insert('edit', { ...edit, summary: SAID[0], state: 'done', diff: cut });
    await insert('edit', { ...edit, summary: SAID[1], state: 'done', diff: of(wider) });
    await insert('edit', { ...edit, summary: SAID[2], state: 'undone', diff: of(widerStill) });
    const givenUp = changed({ rangeHigh: 60 }, { rangeHigh: 75 }, 3);
    await insert('edit', { ...edit, summary: 'range of lower arm A, given up', state: 'dropped', diff: givenUp });
  }
}

for (const [at, version] of process.argv.slice(2).entries()) {
  await migrate(sequelize, version);
  await keepAs(version, at);
}
await sequelize.close();
