import { expect, test } from './bench';

const CANVAS = { width: 2000, height: 3000 };

test('a joint that falls short says what would mend it, and one click mends it', async ({ bench, page }) => {
  const id = await bench.open('Juniper Vane', 'joints');
  const knee = async () => {
    const { joints, pieces, parts } = await bench.doc(id);
    const part = parts.find((p) => p.group === 'leg' && p.side === 'A' && p.part === 'lower')?.id;
    return joints.find((j) => pieces.find((p) => p.id === j.childId)?.partId === part);
  };
  await page.getByRole('button', { name: 'knee A', exact: true }).click();
  const mends = page.getByRole('list', { name: 'What would mend it' });
  await expect(mends).toBeVisible({ timeout: 45_000 });
  await mends.getByRole('button', { name: /Leave folds out/ }).click();
  await expect.poll(async () => (await knee())?.foldsOut).toBe(true);
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await knee())?.foldsOut).toBe(false);
});

test('arrow keys nudge the pivot as one edit; nine angles make a picture to save', async ({ bench, page }) => {
  const id = await bench.open('Juniper Vane', 'joints');
  await page.getByRole('button', { name: 'wrist A', exact: true }).click();
  const wrist = async () => {
    const { joints, pieces, parts } = await bench.doc(id);
    const part = parts.find((p) => p.group === 'arm' && p.side === 'A' && p.part === 'hand')?.id;
    return joints.find((j) => pieces.find((p) => p.id === j.childId)?.partId === part);
  };
  const before = await wrist();
  for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Shift+ArrowUp');
  await expect.poll(async () => (await wrist())?.x).toBeCloseTo((before?.x ?? 0) + 3, 0);
  expect((await wrist())?.version).toBe((before?.version ?? 0) + 1);
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await wrist())?.x).toBe(before?.x);
  await page.getByRole('button', { name: 'Nine angles' }).click();
  const save = page.getByRole('button', { name: 'Save picture' });
  await expect(save).toBeEnabled({ timeout: 20_000 });
  const download = await Promise.all([page.waitForEvent('download'), save.click()]).then(([d]) => d);
  expect(download.suggestedFilename()).toBe('juniper-vane_wrist-a-at-nine-angles.png');
});

test('one stroke down the otter’s tail makes its joints', async ({ bench, page }) => {
  const id = await bench.open('Brindle', 'joints');
  await page.keyboard.press('k');
  await page.waitForTimeout(400);
  await bench.draw(CANVAS, [1320, 2160, 1440, 2280, 1540, 2420, 1600, 2560, 1640, 2700, 1660, 2760], 8);
  const tails = async () => {
    const { joints, pieces, parts } = await bench.doc(id);
    const group = (pieceId: string) => parts.find((p) => p.id === pieces.find((q) => q.id === pieceId)?.partId)?.group;
    return joints.filter((j) => group(j.childId) === 'tail' && group(j.parentId) === 'tail').length;
  };
  await expect.poll(tails, { timeout: 20_000 }).toBe(2);
  await page.keyboard.press('Control+z');
  await expect.poll(tails).toBe(0);
});
