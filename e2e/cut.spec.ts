import { writeOpenRaster, encodePng } from '@limber-sheaf/formats';
import sharp from 'sharp';
import { expect, test } from './bench';
import { SOMEBODY_CANVAS, bringSomebodyIn } from './somebody';

const CANVAS = { width: 2000, height: 3000 };

test('a raw design is proposed, accepted, put right and swept up: every pixel is in a part', async ({
  bench,
  page,
}) => {
  const id = await bench.open('Juniper Vane, raw', 'cut');
  await page.getByRole('button', { name: 'Propose P' }).click();
  const accept = page.getByRole('button', { name: 'Accept all' });
  await expect(accept).toBeVisible();
  await accept.click();
  await expect.poll(async () => (await bench.doc(id)).pieces.length).toBeGreaterThan(18);
  await expect(page.getByText(/of 25 planned parts cut/)).toBeVisible();
  // What no part was proposed for goes to the pieces it lies in.
  await page
    .getByRole('button', { name: /Sweep up/ })
    .first()
    .click();
  await expect(page.getByText('100.0%')).toBeVisible();
  const { checks } = await bench.api<{ checks: { id: string; ok: boolean; figure: number }[] }>(
    `/views/${(await bench.doc(id)).views[0].id}/checks`,
  );
  expect(checks.find((c) => c.id === 'rest-match')).toMatchObject({ ok: true, figure: 0 });
  // All of it is two steps back.
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await bench.doc(id)).pieces.length).toBe(0);
});

test('a patch is soaked up for the picked part; peek, X-ray and a mirrored cut are a key away', async ({
  bench,
  page,
}) => {
  const id = await bench.open('Brindle', 'cut');
  const ledger = page.getByRole('complementary', { name: 'Ledger' });
  await ledger.getByRole('button', { name: 'foot A' }).click();
  await expect(page.getByRole('button', { name: 'Soak S' })).toHaveAttribute('aria-pressed', 'true');
  await bench.settled();
  await bench.click(CANVAS, [840, 2740]);
  const foot = async () => {
    const doc = await bench.doc(id);
    const part = doc.parts.find((p) => p.group === 'leg' && p.part === 'foot' && p.side === 'A');
    return doc.pieces.find((p) => p.partId === part?.id);
  };
  await expect.poll(async () => (await foot())?.face.area ?? 0).toBeGreaterThan(20_000);
  await page.keyboard.press('Escape');
  await page.keyboard.press('x');
  await expect(page.getByRole('button', { name: 'X-ray X' })).toHaveAttribute('aria-pressed', 'true');
  await page.keyboard.press('x');
  await page.keyboard.press('Control+z');
  await expect.poll(foot).toBeUndefined();
});

test('the nib adds to the picked part, with Alt it takes away, and each stroke is one undo', async ({
  bench,
  page,
}) => {
  const id = await bench.open('Brindle', 'cut');
  const before = await bench.doc(id);
  const area = async () => {
    const known = new Set(before.pieces.map((piece) => piece.id));
    return (await bench.doc(id)).pieces.find((piece) => !known.has(piece.id))?.face.area ?? 0;
  };
  await page.getByRole('complementary', { name: 'Ledger' }).getByRole('button', { name: 'foot A' }).click();
  await page.keyboard.press('n');
  await expect(page.getByRole('button', { name: 'Nib N' })).toHaveAttribute('aria-pressed', 'true');
  await expect(page.getByText(/Draw over what .*foot.* gets/)).toBeVisible();
  await bench.draw(CANVAS, [800, 2740, 880, 2740]);
  await expect.poll(area).toBeGreaterThan(1500);
  const drawn = await area();
  await bench.settled();
  await page.keyboard.down('Alt');
  await bench.draw(CANVAS, [840, 2720, 840, 2760]);
  await page.keyboard.up('Alt');
  await expect.poll(area).toBeLessThan(drawn - 300);
  await page.keyboard.press('Control+z');
  await expect.poll(area).toBe(drawn);
  await page.keyboard.press('Control+z');
  await expect.poll(area).toBe(0);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: 'Nib N' })).not.toHaveAttribute('aria-pressed', 'true');
});

test('quick clicks are points of a loop, a point is dragged before it closes, and Shift picks several pieces', async ({
  bench,
  page,
}) => {
  const id = await bench.open('Brindle', 'cut');
  const before = new Set((await bench.doc(id)).pieces.map((piece) => piece.id));
  const foot = async () => (await bench.doc(id)).pieces.find((piece) => !before.has(piece.id))?.face;
  await page.getByRole('complementary', { name: 'Ledger' }).getByRole('button', { name: 'foot A' }).click();
  await page.keyboard.press('t');
  await bench.click(CANVAS, [800, 2690, 870, 2690, 870, 2780, 800, 2780]);
  await bench.draw(CANVAS, [800, 2780, 850, 2780]);
  await page.keyboard.press('Enter');
  await expect.poll(async () => (await foot())?.area).toBeGreaterThan(0);
  // The square of 70 × 90 px has lost its corner.
  expect(((await foot())?.area ?? 0) / 1000).toBeCloseTo(4, 0);
  // The piece that was just cut, and on the art the one beside it.
  await page.keyboard.press('Escape');
  await page.keyboard.down('Shift');
  await bench.click(CANVAS, [1000, 1700]);
  await page.keyboard.up('Shift');
  await expect(page.getByText('2 pieces picked')).toBeVisible();
  await page.getByRole('button', { name: /^Merge into/ }).click();
  await expect.poll(foot).toBeUndefined();
  await page.keyboard.press('Control+z');
  await expect.poll(foot).toBeDefined();
  await page.keyboard.press('Control+z');
  await expect.poll(foot).toBeUndefined();
});

test('adjusting what was soaked up changes that soak alone, and one undo takes it all back', async ({
  bench,
  page,
}) => {
  const id = await bench.open('Brindle', 'cut');
  const before = await bench.doc(id);
  await page.getByRole('complementary', { name: 'Ledger' }).getByRole('button', { name: 'foot A' }).click();
  await bench.click(CANVAS, [840, 2740]);
  const soaked = async () => {
    const known = new Set(before.pieces.map((piece) => piece.id));
    return (await bench.doc(id)).pieces.find((piece) => !known.has(piece.id))?.face.area ?? 0;
  };
  await expect.poll(soaked).toBeGreaterThan(20_000);
  const withOutline = await soaked();
  await page.getByRole('checkbox', { name: 'Take outline' }).click();
  await expect.poll(soaked).toBeLessThan(withOutline);
  await page.getByRole('checkbox', { name: 'Take outline' }).click();
  await expect.poll(soaked).toBe(withOutline);
  await page.keyboard.press('Control+z');
  await expect.poll(soaked).toBe(0);
  expect((await bench.doc(id)).pieces.map((piece) => piece.face)).toEqual(before.pieces.map((piece) => piece.face));
});

test('a proposal is corrected and stepped back on its own, and is there again after a reload', async ({
  bench,
  page,
}) => {
  const id = await bringSomebodyIn(page, bench.address, 'trimmer');
  await bench.settled();
  const { revision } = await bench.api<{ revision: number }>(`/characters/${id}`);
  await page.keyboard.press('p');
  const told = page.getByText(/^\d+ parts\./);
  await expect(told).toBeVisible();
  const first = (await told.textContent()) ?? '';
  // Both hands are given to the torso in one stroke: fewer parts are proposed.
  await page.getByRole('complementary', { name: 'Ledger' }).getByRole('button', { name: 'torso' }).click();
  await bench.draw(SOMEBODY_CANVAS, [90, 294, 150, 200, 210, 294], 12);
  await expect(told).not.toHaveText(first);
  const corrected = (await told.textContent()) ?? '';
  await page.keyboard.press('Control+z');
  await expect(told).toHaveText(first);
  await page.keyboard.press('Control+Shift+z');
  await expect(told).toHaveText(corrected);
  await page.reload();
  await expect(told).toHaveText(corrected);
  expect(await bench.api(`/characters/${id}`)).toMatchObject({ revision });
  await page.getByRole('button', { name: 'Drop Esc' }).click();
  await expect(told).toBeHidden();
});

test('a layered file is sorted into pieces at the table', async ({ bench, page }) => {
  const paint = async (shape: string) =>
    new Uint8Array(
      await sharp(Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" width="400" height="600">${shape}</svg>`))
        .png()
        .toBuffer(),
    );
  const whole = (png: Uint8Array) => ({ x: 0, y: 0, png, visible: true });
  const torso = await paint('<rect x="120" y="200" width="160" height="260" fill="#3a5c84"/>');
  const head = await paint('<circle cx="200" cy="140" r="90" fill="#ecb696"/>');
  const merged = await paint(
    '<rect x="120" y="200" width="160" height="260" fill="#3a5c84"/><circle cx="200" cy="140" r="90" fill="#ecb696"/>',
  );
  const thumbnail = encodePng({ width: 1, height: 1, data: new Uint8Array(4) });
  const layers = [
    { name: 'torso', ...whole(torso) },
    { name: 'head', ...whole(head) },
  ];
  const file = Buffer.from(writeOpenRaster({ width: 400, height: 600, layers, merged, thumbnail }));
  await page.goto(bench.address);
  await page.getByRole('button', { name: 'New character' }).click();
  await page.getByLabel('Design').setInputFiles({ name: 'bosun.ora', mimeType: 'image/openraster', buffer: file });
  await page.getByRole('button', { name: 'Bring in' }).click();
  await expect(page.getByRole('heading', { name: 'Plan' })).toBeVisible();
  await page.keyboard.press('2');
  await page.getByRole('button', { name: /Sort/ }).first().click();
  await expect(page.getByRole('dialog')).toContainText('torso');
  await page.getByRole('dialog').getByRole('button', { name: /Make/ }).click();
  await expect(page.getByText('100.0%')).toBeVisible();
});
