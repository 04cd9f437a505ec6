import { expect, test } from './bench';

const CANVAS = { width: 2000, height: 3000 };

test('a joint that falls short says what would mend it, and one click mends it', async ({ bench, page }) => {
  const id = await bench.open('Juniper Vane', 'joints');
  const knee = () => bench.jointOf(id, 'leg', 'lower');
  await page.getByRole('button', { name: 'knee A', exact: true }).click();
  await page.keyboard.press('r');
  await expect.poll(async () => (await knee())?.rounded).toBe(false);
  await expect(page.getByText(/at knee A from .* px at worst/)).toBeVisible();
  const mends = page.getByRole('list', { name: 'What would mend it' });
  await mends.getByRole('button', { name: /Round both ends/ }).click();
  await expect.poll(async () => (await knee())?.rounded).toBe(true);
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await knee())?.rounded).toBe(false);
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await knee())?.rounded).toBe(true);
});

test('a line is put under all of an arm, the two discs are laid over each other, and a new disc settles as it is drawn', async ({
  bench,
  page,
}) => {
  const id = await bench.open('Juniper Vane', 'joints');
  const elbow = () => bench.jointOf(id, 'arm', 'lower');
  const before = await elbow();
  if (!before) throw new Error('no elbow');
  await page.getByRole('button', { name: 'elbow A', exact: true }).click();
  await expect(page.getByText('lie on each other')).toBeVisible();
  const lines = async () => (await bench.sheets(id)).filter((s) => s.line).length;
  const first = await lines();
  await page.getByLabel('Outline on').selectOption({ label: 'line under all' });
  await expect.poll(lines).toBe(first + 2);
  await page.getByLabel('Line thickness').fill('20');
  await page.getByLabel('Line thickness').press('Enter');
  await expect.poll(async () => Math.round((await elbow())?.lineMore ?? 0)).toBe(8);
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect.poll(lines).toBe(first);

  // Drawn anew some way off the middle of the arm, the disc lies in its contour again.
  await page.getByRole('region', { name: 'Picked joint' }).getByRole('button', { name: 'Delete' }).click();
  await expect.poll(elbow).toBeUndefined();
  await page.keyboard.press('j');
  await bench.draw(CANVAS, [before.x - 20, before.y + 20, before.x + 20, before.y + 50, before.x + 40, before.y + 60]);
  await expect.poll(async () => Math.abs(((await elbow())?.radius ?? 0) - before.radius)).toBeLessThan(4);

  // One click on the border between the two pieces is enough.
  await page.getByRole('region', { name: 'Picked joint' }).getByRole('button', { name: 'Delete' }).click();
  await expect.poll(elbow).toBeUndefined();
  await page.keyboard.press('j');
  await bench.click(CANVAS, [before.x, before.y]);
  await expect.poll(async () => (await elbow())?.radius).toBe(before.radius);
});

test('arrow keys nudge the pivot as one edit; nine angles make a picture to save', async ({ bench, page }) => {
  const id = await bench.open('Juniper Vane', 'joints');
  await page.getByRole('button', { name: 'wrist A', exact: true }).click();
  const wrist = () => bench.jointOf(id, 'arm', 'hand');
  const before = await wrist();
  // All on their way at once: a slow machine between two of them would make it a run of its own each.
  const { keyboard } = page;
  const right = [1, 2, 3].flatMap(() => [keyboard.down('ArrowRight'), keyboard.up('ArrowRight')]);
  await Promise.all([...right, keyboard.press('Shift+ArrowUp')]);
  await expect.poll(async () => (await wrist())?.x).toBeCloseTo((before?.x ?? 0) + 3, 0);
  expect((await wrist())?.version).toBe((before?.version ?? 0) + 1);
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await wrist())?.x).toBe(before?.x);
  await page.getByRole('button', { name: 'Nine angles' }).click();
  const save = page.getByRole('button', { name: 'Save picture' });
  await expect(save).toBeEnabled();
  const download = await Promise.all([page.waitForEvent('download'), save.click()]).then(([d]) => d);
  expect(download.suggestedFilename()).toBe('juniper-vane_wrist-a-at-nine-angles.png');
});

test('one stroke down the otter’s arm makes its joints', async ({ bench, page }) => {
  const id = await bench.open('Brindle', 'joints');
  await page.keyboard.press('k');
  await bench.settled();
  await bench.draw(CANVAS, [1320, 1380, 1380, 1560, 1430, 1740, 1470, 1880, 1500, 2000, 1530, 2120], 8);
  const armJoints = async () => {
    const { joints, pieces, parts } = await bench.doc(id);
    const of = (pieceId: string) => parts.find((p) => p.id === pieces.find((q) => q.id === pieceId)?.partId);
    const isArm = (pieceId: string) => of(pieceId)?.group === 'arm' && of(pieceId)?.side === 'B';
    return joints.filter((j) => isArm(j.childId) && isArm(j.parentId)).length;
  };
  await expect.poll(armJoints).toBe(2);
  await page.keyboard.press('Control+z');
  await expect.poll(armJoints).toBe(0);
});
