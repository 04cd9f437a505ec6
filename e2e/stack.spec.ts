import { expect, test } from './bench';

test('the family is dragged in the tree, the art shows what follows, and a handle begins in one step', async ({
  bench,
  page,
}) => {
  const id = await bench.open('Juniper Vane', 'stack');
  const row = (name: string) => page.getByRole('treeitem').getByRole('button', { name, exact: true });
  const parentOf = async (group: string) => {
    const doc = await bench.doc(id);
    const part = doc.parts.find((one) => one.group === group);
    return doc.parts.find((one) => one.id === part?.parentId)?.group ?? null;
  };
  await expect(page.getByText('all in one family')).toBeVisible();
  await row('scarf').scrollIntoViewIfNeeded();
  const [from, onto] = [await row('scarf').boundingBox(), await row('head').boundingBox()];
  if (!from || !onto) throw new Error('no rows');
  await page.mouse.move(from.x + 20, from.y + 10);
  await page.mouse.down();
  await page.mouse.move(from.x + 26, from.y + 16, { steps: 3 });
  await page.mouse.move(onto.x + 20, onto.y + onto.height / 2, { steps: 8 });
  await page.mouse.up();
  await expect.poll(() => parentOf('scarf')).toBe('head');
  await page.keyboard.press('Control+z');
  await expect.poll(() => parentOf('scarf')).toBe('neck');

  await row('brows').click();
  await row('mouth').click({ modifiers: ['Shift'] });
  await page.keyboard.press('e');
  await page.getByLabel('Name', { exact: true }).fill('face');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('treeitem').filter({ hasText: 'face' })).toBeVisible();
  expect(await parentOf('brows')).toBe('face');
  expect(await parentOf('face')).toBe('head');
  await page.keyboard.press('Control+z');
  await expect.poll(() => parentOf('brows')).toBe('head');
});

test('an arm is bent, its card dragged, and from there on it lies elsewhere; the package says so', async ({
  bench,
  page,
}) => {
  const id = await bench.open('Juniper Vane', 'stack');
  await page.getByRole('treeitem').getByRole('button', { name: 'hand B', exact: true }).click();
  const bend = page.getByRole('slider', { name: /^Bend of wrist B/ });
  await bend.focus();
  await page.keyboard.press('PageUp');
  await page.keyboard.press('PageUp');
  await expect(page.getByText(/A card dragged now lies there from this angle of wrist B on/)).toBeVisible();
  await page.keyboard.press('Alt+ArrowRight');
  const changes = async () => (await bench.doc(id)).orderChanges;
  await expect.poll(async () => (await changes()).length).toBe(2);
  const list = page.getByRole('region', { name: 'Order by pose' });
  await expect(list).toContainText(/hand B in front of/);
  await expect(list).toContainText(/jump/);
  // At rest the cards lie as they lay.
  await page.getByRole('button', { name: /^Back to rest/ }).click();
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await changes()).length).toBe(1);
});

test('a part wiggles while the key is held, and comes to rest when it is let go', async ({ bench, page }) => {
  await bench.open('Juniper Vane', 'stack');
  await page.getByRole('treeitem').getByRole('button', { name: 'upper arm A', exact: true }).click();
  const wiggle = page.getByRole('button', { name: /^Wiggle/ });
  await page.keyboard.down('v');
  await expect(wiggle).toHaveAttribute('aria-pressed', 'true');
  const bend = page.getByRole('slider', { name: /^Bend of shoulder A/ });
  await expect.poll(async () => Number(await bend.getAttribute('aria-valuenow'))).not.toBe(0);
  await page.keyboard.up('v');
  await expect(wiggle).not.toHaveAttribute('aria-pressed', 'true');
  await expect(bend).toHaveAttribute('aria-valuenow', '0');
});

test('what the otter leaves behind is found and mended in one click', async ({ bench, page }) => {
  await bench.open('Brindle', 'stack');
  const left = page.getByRole('region', { name: 'Left behind' });
  await expect(left).toContainText('hand A stays behind when lower arm A moves');
  await left.getByRole('button', { name: 'Hang it from lower arm A' }).click();
  await expect(left).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(left).toBeVisible();
});
