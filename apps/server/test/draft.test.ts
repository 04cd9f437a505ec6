import { drawOrder, planFrom, type Doubt } from '@limber-sheaf/core';
import sharp from 'sharp';
import { askOf, refusedOf, type Asked } from './drawn-head';
import { call, design, end, startServer, type Running, type State } from './server-under-test';

let server: Running;
let production: string;

beforeAll(async () => {
  server = await startServer();
  production = (await call<{ id: string }>(server, 'POST', '/productions', { name: 'Draft' })).body.id;
});
afterAll(() => end(server));

const ask = (...asked: Asked) => askOf(server, ...asked);
const refused = (...asked: Asked) => refusedOf(server, ...asked);
const doubtsOf = async (view: string) => (await call<Doubt[]>(server, 'GET', `/views/${view}/doubts`)).body;

/** Somebody in plain colours on a plain backdrop, without a cap, a bag or a scarf. */
const SOMEBODY = `<svg xmlns="http://www.w3.org/2000/svg" width="300" height="460">
  <rect width="300" height="460" fill="#ffffff"/>
  <g stroke="#221a18" stroke-width="4" stroke-linejoin="round">
    <rect x="138" y="112" width="24" height="30" fill="#e8b48c"/>
    <path d="M112 140h76l8 122h-92z" fill="#3d7a5a"/>
    <path d="M110 146l-26 70-6 66h24l8-60 12-54z" fill="#c9543e"/>
    <path d="M190 146l26 70 6 66h-24l-8-60-12-54z" fill="#c9543e"/>
    <circle cx="90" cy="294" r="14" fill="#e8b48c"/><circle cx="210" cy="294" r="14" fill="#e8b48c"/>
    <path d="M108 262h38l-4 150h-28z" fill="#33436b"/><path d="M154 262h38l-6 150h-28z" fill="#33436b"/>
    <rect x="100" y="410" width="44" height="22" rx="8" fill="#4a2f22"/><rect x="156" y="410" width="44" height="22" rx="8" fill="#4a2f22"/>
    <ellipse cx="150" cy="72" rx="42" ry="48" fill="#e8b48c"/>
  </g>
  <circle cx="134" cy="70" r="6" fill="#221a18"/><circle cx="166" cy="70" r="6" fill="#221a18"/>
  <path d="M136 98q14 8 28 0" stroke="#7a2d2d" stroke-width="4" fill="none"/>
  <circle cx="24" cy="30" r="2.5" fill="#6a6a6a"/>
</svg>`;

async function bringIn(svg: string): Promise<{ id: string; view: string; state: State }> {
  const png = new Uint8Array(await sharp(Buffer.from(svg)).png().toBuffer());
  const made = await call<State>(server, 'POST', `/productions/${production}/characters`, design('Somebody', png));
  const { doc } = made.body;
  return { id: doc.character.id, view: doc.views[0].id, state: made.body };
}

/** Something on four legs, seen from the side. */
const BEAST = `<svg xmlns="http://www.w3.org/2000/svg" width="420" height="320">
  <g stroke="#2b2220" stroke-width="4" stroke-linejoin="round" fill="#9a7b52">
    <rect x="300" y="170" width="26" height="130"/><rect x="110" y="170" width="26" height="130"/>
    <path d="M96 150q-60 6-70 70q40-30 76-30z"/>
    <ellipse cx="215" cy="160" rx="130" ry="62"/>
    <rect x="264" y="180" width="28" height="122"/><rect x="140" y="180" width="28" height="122"/>
    <path d="M300 140l40-70l34 20l-30 80z"/><ellipse cx="366" cy="72" rx="38" ry="28"/>
  </g>
</svg>`;

test('where nobody has chosen a breakdown, a beast is drafted by that of a beast; a chosen one is kept', async () => {
  const beast = await bringIn(BEAST);
  const drafted = await ask('POST', `/views/${beast.view}/draft`, {});
  expect(drafted.notes).toContain('The breakdown was chosen by what is seen: on four legs.');
  expect(drafted.doc.character.plan?.template).toBe('four-legged');
  expect(drafted.doc.parts.map(({ group }) => group)).toEqual(expect.arrayContaining(['body', 'foreleg', 'hindleg']));
  const undone = await ask('POST', `/characters/${beast.id}/undo`);
  expect(undone.doc.character.plan).toBeNull();

  const other = await bringIn(BEAST);
  await ask('PUT', `/characters/${other.id}/plan`, { plan: planFrom('tailed'), word: 'Plan' });
  const kept = await ask('POST', `/views/${other.view}/draft`, {});
  expect(kept.doc.character.plan?.template).toBe('tailed');
});

test('a raw design is cut, jointed and painted beneath as one edit, and the cast says what is left to decide', async () => {
  const { id, view, state: raw } = await bringIn(SOMEBODY);
  expect(await doubtsOf(view)).toEqual([]);
  const drafted = await ask('POST', `/views/${view}/draft`, {});
  expect(drafted.summary).toMatch(/^First draft: \d+ parts, \d+ joints?, \d+ painted beneath$/);
  expect(drafted.notes).toContain('The backdrop was removed.');
  expect(drafted.notes).toContainEqual(expect.stringMatching(/^\d+ px of specks and haze about it were swept away\.$/));
  const named = drafted.doc.parts.map(({ group, side, part }) => [group, side, part].filter(Boolean).join(' '));
  expect(named).toEqual(
    expect.arrayContaining(['head', 'torso', 'arm A lower', 'arm B lower', 'leg A lower', 'leg B lower']),
  );
  expect(drafted.doc.joints.length).toBeGreaterThan(3);
  expect(drafted.doc.joints.every(({ rounded }) => rounded)).toBe(true);
  const { body: checked } = await call<{ checks: { id: string; ok: boolean }[] }>(
    server,
    'GET',
    `/views/${view}/checks`,
  );
  expect(checked.checks.find((check) => check.id === 'rest-match')?.ok).toBe(true);

  const doubts = await doubtsOf(view);
  const ears = doubts.find(({ sentence }) =>
    /^Not found: .*ear A; .* Cut them, or say that there are none\.$/.test(sentence),
  );
  expect(ears?.answers).toEqual(['none']);
  const cards = async () =>
    (await call<{ id: string; doubts: number | null }[]>(server, 'GET', `/productions/${production}/characters`)).body;
  const before = (await cards()).find((card) => card.id === id)?.doubts ?? 0;
  expect(before).toBeGreaterThan(0);

  // An answer changes the plan, and nothing else of the cut is asked anew.
  const settled = await ask('POST', `/views/${view}/doubts/settle`, { key: ears?.key, answer: 'none' });
  expect(settled.summary).toMatch(/^Not there: .*ear A; /);
  const aboutTheCut = (all: Doubt[]) => all.flatMap(({ key, about }) => (about === 'cut' ? [key] : []));
  expect(aboutTheCut(await doubtsOf(view))).toEqual(aboutTheCut(doubts).filter((key) => key !== ears?.key));
  expect((await cards()).find((card) => card.id === id)?.doubts).toBe(before - 1);
  expect(await refused('POST', `/views/${view}/doubts/settle`, { key: ears?.key, answer: 'none' })).toMatch(
    /^404 That is no doubt any more/,
  );
  expect(await refused('POST', `/views/${view}/doubts/settle`, { key: 'cap', answer: 'perhaps' })).toMatch(/^400/);
  const border = doubts.find(({ answers }) => answers.includes('right'));
  expect(await refused('POST', `/views/${view}/doubts/settle`, { key: border?.key, answer: 'none' })).toMatch(
    /^422 That is no answer/,
  );
  // Where nothing tells how a limb lies, the answer lays it.
  const lies = doubts.find(({ sentence }) => /upper arm B lie in front of torso, or behind it\?$/.test(sentence));
  const inFront = ({ doc }: State) => {
    const order = drawOrder(doc, view).map((piece) => doc.parts.find(({ id }) => id === piece.partId));
    return (
      order.findIndex((one) => one?.group === 'arm' && one.side === 'B') >
      order.findIndex((one) => one?.group === 'torso')
    );
  };
  expect(inFront(drafted)).toBe(false);
  expect(inFront(await ask('POST', `/views/${view}/doubts/settle`, { key: lies?.key, answer: 'in-front' }))).toBe(true);
  await ask('POST', `/characters/${id}/undo`);
  // A cut is moved on as often as it must be: it is asked about until it is right.
  const cut = doubts.find(({ between }) => between);
  const areaOf = ({ doc }: State, pieceId?: string) => doc.pieces.find((piece) => piece.id === pieceId)?.face.area ?? 0;
  const { first, second } = cut?.between ?? {};
  const move = () => ask('POST', `/views/${view}/doubts/settle`, { key: cut?.key, answer: 'more' });
  const once = await move();
  expect(once.summary).toMatch(/^Move the cuts? between /);
  const twice = await move();
  expect(areaOf(drafted, first)).toBeLessThan(areaOf(once, first));
  expect(areaOf(once, first)).toBeLessThan(areaOf(twice, first));
  expect(areaOf(twice, second)).toBeLessThan(areaOf(once, second));
  const painted = ({ doc }: State) => doc.pieces.reduce((sum, { face }) => sum + face.area, 0);
  expect(painted(twice)).toBe(painted(drafted));
  const jointed = ({ doc }: State) => doc.joints.map((joint) => joint.id).sort();
  expect(jointed(twice)).toEqual(jointed(drafted));
  expect(aboutTheCut(await doubtsOf(view))).toEqual(aboutTheCut(doubts).filter((key) => key !== ears?.key));
  expect(await refused('POST', `/views/${view}/doubts/settle`, { key: lies?.key, answer: 'less' })).toMatch(
    /^422 That is no answer/,
  );
  await ask('POST', `/characters/${id}/undo`);
  expect(areaOf(await ask('POST', `/characters/${id}/undo`), first)).toBe(areaOf(drafted, first));
  for (const as of ['beard//', 'nobody', undefined])
    expect(await refused('POST', `/views/${view}/doubts/settle`, { key: border?.key, answer: 'other', as })).toMatch(
      /^422 That is no answer/,
    );
  expect(await refused('POST', `/views/${view}/draft`, {})).toMatch(/^422 This view is cut already/);

  // Two steps back, and it is as it was brought in.
  await ask('POST', `/characters/${id}/undo`);
  const back = await ask('POST', `/characters/${id}/undo`);
  expect(back.doc.pieces).toEqual([]);
  expect(back.doc.views[0]).toMatchObject({ designBlob: raw.doc.views[0].designBlob, drafted: null });
  expect((await ask('POST', `/characters/${id}/redo`)).doc.pieces).toHaveLength(drafted.doc.pieces.length);
});

test('a copy keeps what is left to decide', async () => {
  const { id, view } = await bringIn(SOMEBODY);
  await ask('POST', `/views/${view}/draft`, {});
  const copy = (await call<State>(server, 'POST', `/characters/${id}/duplicate`)).body;
  const [one, other] = [await doubtsOf(view), await doubtsOf(copy.doc.views[0].id)];
  const sentences = (doubts: Doubt[]) => doubts.map(({ sentence }) => sentence).sort();
  expect(sentences(other)).toEqual(sentences(one));
});

test('a figure of one colour is one part, without a joint', async () => {
  const block =
    '<svg xmlns="http://www.w3.org/2000/svg" width="200" height="300"><rect x="60" y="20" width="80" height="260" fill="#3a6"/></svg>';
  const { view } = await bringIn(block);
  const { summary, doc } = await ask('POST', `/views/${view}/draft`, {});
  expect(summary).toMatch(/^First draft: /);
  expect(doc.pieces.length).toBeGreaterThan(0);
  expect((await doubtsOf(view)).length).toBeGreaterThan(0);
});

test('that a figure stands on its head is the first thing to decide, and is drafted no less', async () => {
  const turned = SOMEBODY.replace(
    '<svg xmlns="http://www.w3.org/2000/svg" width="300" height="460">',
    (whole) => `${whole}<g transform="rotate(180 150 230)">`,
  ).replace('</svg>', '</g></svg>');
  const { view } = await bringIn(turned);
  await ask('POST', `/views/${view}/draft`, {});
  const [first] = await doubtsOf(view);
  expect(first.sentence).toMatch(/^The figure seems to stand on its head/);
  await ask('POST', `/views/${view}/doubts/settle`, { key: first.key, answer: 'right' });
  expect((await doubtsOf(view)).map(({ key }) => key)).not.toContain(first.key);
});

test('a design in which nothing can be told stays as it is', async () => {
  const dot =
    '<svg xmlns="http://www.w3.org/2000/svg" width="200" height="200"><circle cx="100" cy="100" r="2"/></svg>';
  const { id, view, state } = await bringIn(dot);
  const answer = await refused('POST', `/views/${view}/draft`, {});
  expect(answer).toMatch(/^422 /);
  const { revision } = (await call<State & { revision: number }>(server, 'GET', `/characters/${id}`)).body;
  expect(revision).toBe((state as State & { revision: number }).revision);
});
