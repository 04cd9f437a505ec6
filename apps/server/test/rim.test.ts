import { compareBitmaps, composite } from '@limber-sheaf/core';
import { decodePng, isDrawn } from '@limber-sheaf/formats';
import { askOf, maskOf, paint, refusedOf, type Asked } from './drawn-head';
import { call, design, end, packageOf, startServer, type Running } from './server-under-test';

let server: Running;
let production: string;

beforeAll(async () => {
  server = await startServer();
  production = (await call<{ id: string }>(server, 'POST', '/productions', { name: 'Rims' })).body.id;
});
afterAll(() => end(server));

const ask = (...asked: Asked) => askOf(server, ...asked);
const refused = (...asked: Asked) => refusedOf(server, ...asked);

const [SKIN, INK, WHITE, BLUE] = [
  [232, 178, 140, 255],
  [40, 30, 36, 255],
  [252, 250, 244, 255],
  [50, 90, 160, 255],
];
const inEye = (x: number, y: number, rx: number, ry: number) => ((x - 120) / rx) ** 2 + ((y - 110) / ry) ** 2 <= 1;
const isEye = (x: number, y: number) => inEye(x, y, 46, 26);
const isPupil = (x: number, y: number) => Math.hypot(x - 120, y - 110) <= 12;
const isHead = (x: number, y: number) => Math.hypot(x - 120, y - 120) <= 110;

/** One large eye with an outline in a head; the pupil is a piece of its own that hangs from the eye. */
async function eyed() {
  const face = paint(240, 240, (x, y) =>
    !isHead(x, y) ? null : isPupil(x, y) ? BLUE : inEye(x, y, 40, 20) ? WHITE : isEye(x, y) ? INK : SKIN,
  );
  const { doc } = await ask('POST', `/productions/${production}/characters`, design('Plover', face));
  const view = doc.views[0].id as string;
  const take = (group: string, isIn: (x: number, y: number) => boolean) =>
    ask('POST', `/views/${view}/cut/take`, { targets: [{ tokens: { group }, mask: maskOf(isIn) }] });
  await take('head', isHead);
  await take('eye', isEye);
  const { doc: cut } = await take('pupil', isPupil);
  const part = (group: string) => cut.parts.find((row) => row.group === group)?.id as string;
  await ask('PATCH', `/parts/${part('pupil')}/parent`, { parentId: part('eye') });
  const pieceOf = (group: string) => cut.pieces.find(({ partId }) => partId === part(group))?.id as string;
  return { id: doc.character.id as string, view, eye: pieceOf('eye'), pupil: pieceOf('pupil') };
}

test('the rim hides a pupil that goes too far, is the design’s own paint at rest, and leaves as such', async () => {
  const { id, view, eye, pupil } = await eyed();
  expect(await refused('POST', `/pieces/${eye}/rim`, {})).toMatch(/^422 eye is no pupil that lies on an eye/);
  const made = await ask('POST', `/pieces/${pupil}/rim`, {});
  expect(made.summary).toBe('Make the rim for pupil');
  expect(await refused('POST', `/pieces/${pupil}/rim`, {})).toMatch(/^422 eye has a rim already/);
  const { body } = await call<{ checks: { id: string; ok: boolean; figure: number }[] }>(
    server,
    'GET',
    `/views/${view}/checks`,
  );
  const figure = (check: string) => body.checks.find((one) => one.id === check)?.figure;
  expect([figure('rest-match'), figure('offcuts')]).toEqual([0, 0]);
  const { rig, files } = await packageOf(server, id, { formats: ['ora', 'svg', 'psd'] });
  const [rigView] = rig.views;
  const pieces = rigView.pieces.filter(isDrawn);
  expect(pieces.map(({ name, kind }) => [name, kind])).toEqual([
    ['head', 'face'],
    ['eye', 'face'],
    ['pupil', 'face'],
    ['eye_rim', 'rim'],
  ]);
  expect(pieces[3].parent).toBe('eye');
  const imageOf = (name: string, [dx, dy] = [0, 0]) => {
    const piece = pieces.find((one) => one.name === name) ?? pieces[0];
    return { ...decodePng(files.get(piece.image) ?? new Uint8Array()), x: piece.bounds.x + dx, y: piece.bounds.y + dy };
  };
  const drawn = (offset: [number, number]) =>
    composite(240, 240, [imageOf('head'), imageOf('eye'), imageOf('pupil', offset), imageOf('eye_rim')]);
  const whole = decodePng(files.get('front/design.png') ?? new Uint8Array());
  expect(compareBitmaps(drawn([0, 0]), whole).differing).toBe(0);
  // Moved by as much as it is wide past the white's corner: none of it lies on the outline, nor on the skin.
  const blue = (offset: [number, number]) => {
    const { data } = drawn(offset);
    let outside = 0;
    for (let y = 0; y < 240; y++)
      for (let x = 0; x < 240; x++)
        if (data[(y * 240 + x) * 4 + 2] > 140 && data[(y * 240 + x) * 4] < 90 && !inEye(x, y, 40.8, 20.8)) outside++;
    return outside;
  };
  expect([blue([38, 0]), blue([-34, 8]), blue([10, 22])]).toEqual([0, 0, 0]);
  // The pupil may go as far as the white is open, not onto its outline.
  const travel = pieces[2].travel ?? [];
  const reach = Math.max(...travel.map(([x]) => x));
  expect(reach).toBeGreaterThan(20);
  expect(reach).toBeLessThan(29);
});

test('where pupils are pieces of their own, lids go in front of them and of their rim, and the eye stays as it is', async () => {
  const lidsOf = async (ofView: string, ofEye: string) => {
    const { doc } = await ask('POST', `/pieces/${ofEye}/swap-set`, { kind: 'lids' });
    const made = await ask('POST', `/swap-sets/${doc.swapSets[0].id}/lids`, { viewId: ofView });
    const shut = made.doc.drawings.find(({ shape }) => shape === 'shut');
    return { made, row: made.doc.drawingViews.find(({ drawingId }) => drawingId === shut?.id) };
  };
  const { id, view, eye, pupil } = await eyed();
  await ask('POST', `/pieces/${pupil}/rim`, {});
  const { made, row } = await lidsOf(view, eye);
  // The rim has taken the eye's outline, and the lids have it all the same.
  const rimless = await eyed();
  expect(row?.over).toEqual((await lidsOf(rimless.view, rimless.eye)).row?.over);
  const face = made.doc.pieces.find((piece) => piece.id === eye)?.face;
  expect(row?.picture).toEqual(face);
  const { rig, files } = await packageOf(server, id, { formats: [] });
  const [rigView] = rig.views;
  expect(rigView.drawOrder).toEqual(['head', 'eye', 'pupil', 'eye_rim', 'eye_over']);
  const drawing = rigView.swapSets[0].drawings.find(({ shape }) => shape === 'shut');
  const over = drawing?.over;
  // Shut, neither white nor pupil is left.
  const images = rigView.pieces.filter(isDrawn).map(({ image, bounds }) => ({
    ...decodePng(files.get(image) ?? new Uint8Array()),
    ...{ x: bounds.x, y: bounds.y },
  }));
  const lids = { ...decodePng(files.get(over?.image ?? '') ?? new Uint8Array()), x: 0, y: 0, ...over?.bounds };
  const { data } = composite(240, 240, [...images, lids]);
  let left = 0;
  for (let y = 0; y < 240; y++)
    for (let x = 0; x < 240; x++) if (inEye(x, y, 38, 18) && data[(y * 240 + x) * 4 + 2] > 200) left++;
  expect(left).toBe(0);
});
