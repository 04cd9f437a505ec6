import { encodePng } from '@limber-sheaf/formats';
import { expect, test } from './bench';

/** A small drawn limb on bare paper. */
function limbPng(): Buffer {
  const width = 200;
  const height = 300;
  const data = new Uint8Array(width * height * 4);
  for (let y = 20; y < 280; y++)
    for (let x = 60; x < 140; x++)
      data.set(x < 66 || x >= 134 ? [43, 35, 51, 255] : [228, 169, 58, 255], (y * width + x) * 4);
  return Buffer.from(encodePng({ width, height, data }));
}

test('a character is brought in, renamed, copied, deleted and brought back', async ({ bench, page }) => {
  await page.goto(bench.address);
  await expect(page.getByRole('heading', { name: 'Juniper Vane', exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'New character' }).click();
  await page
    .getByLabel('Design')
    .setInputFiles({ name: 'old_post-mast.png', mimeType: 'image/png', buffer: limbPng() });
  await expect(page.getByLabel('Name')).toHaveValue('Old post mast');
  await page.getByLabel('Name').fill('Mast');
  await page.getByRole('button', { name: 'Bring in' }).click();
  await expect(page.getByRole('heading', { name: 'Plan' })).toBeVisible();
  await page.keyboard.press('2');
  await expect(page.getByText('0.0%').last()).toBeVisible();

  await page.getByRole('link', { name: 'Low Tide Post' }).click();
  await page.getByRole('button', { name: 'More for Mast' }).click();
  await page.getByRole('menuitem', { name: 'Rename' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Mizzen');
  await page.getByLabel('Name', { exact: true }).press('Enter');
  await expect(page.getByRole('heading', { name: 'Mizzen' })).toBeVisible();

  await page.getByRole('button', { name: 'More for Mizzen' }).click();
  await page.getByRole('menuitem', { name: 'Duplicate' }).click();
  await expect(page.getByRole('heading', { name: 'Mizzen copy' })).toBeVisible();

  await page.getByRole('button', { name: 'More for Mizzen copy' }).click();
  await page.getByRole('menuitem', { name: 'Delete' }).click();
  await expect(page.getByRole('heading', { name: 'Mizzen copy' })).toBeHidden();
  await page.reload();
  await page.getByRole('button', { name: 'Bring back' }).click();
  await expect(page.getByRole('heading', { name: 'Mizzen copy' })).toBeVisible();
});

test('a file that is no picture is refused in a sentence, and nothing is made', async ({ bench, page }) => {
  await page.goto(bench.address);
  const cards = page.getByRole('listitem');
  await expect(page.getByRole('heading', { name: 'Juniper Vane', exact: true })).toBeVisible();
  const before = await cards.count();
  await page.getByRole('button', { name: 'New character' }).click();
  await page
    .getByLabel('Design')
    .setInputFiles({ name: 'notes.png', mimeType: 'image/png', buffer: Buffer.from('low water at nine') });
  await page.getByRole('button', { name: 'Bring in' }).click();
  await expect(page.getByRole('alert')).toContainText('not a picture that can be read');
  await page.getByRole('button', { name: 'Cancel' }).click();
  expect(await cards.count()).toBe(before);
});
