import { expect, test } from './bench';

test('names are typed in one table and taken as one edit, or not at all; a version says what a rig would lose', async ({
  bench,
  page,
}) => {
  const id = await bench.open('Juniper Vane', 'names');
  const groups = async () => (await bench.doc(id)).parts.map(({ group, part }) => `${group} ${part ?? ''}`);
  const before = await groups();
  const rename = page.getByRole('button', { name: /^Rename/ });

  await test.step('two names that would meet stand in the way', async () => {
    await page.getByLabel('New name of satchel', { exact: true }).fill('scarf');
    await expect(page.getByText(/stands in the way/)).toBeVisible();
    await expect(rename).toBeDisabled();
  });

  await test.step('a text is replaced in all of them, and taken as one edit', async () => {
    await page.getByLabel('New name of satchel', { exact: true }).fill('post bag');
    await page.getByLabel('Find').fill('upper');
    await page.getByLabel('replace by').fill('top');
    await page.getByRole('button', { name: 'Type it' }).click();
    await expect(page.getByText(/a rig that goes by them will lose them/)).toBeVisible();
    await page.getByRole('button', { name: 'Rename 5 parts' }).click();
    await expect.poll(groups).toContain('arm top');
    expect(await groups()).toContain('post bag ');
  });

  await test.step('undo takes all of it back', async () => {
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect.poll(groups).toEqual(before);
  });

  await test.step('the versions tell what differed, and the sheet is pulled together', async () => {
    await page.keyboard.press('0');
    await page.getByRole('button', { name: 'What differs in version 3' }).click();
    await expect(page.getByText('bag is named satchel now.')).toBeVisible();
    const sheet = page.getByRole('region', { name: 'Parts sheet' });
    const hand = sheet.getByRole('button', { name: 'hand A', exact: true });
    await expect(hand).toBeVisible();
    const apart = await hand.boundingBox();
    await page.getByRole('slider', { name: 'Pulled apart' }).focus();
    await page.keyboard.press('Home');
    await expect.poll(async () => (await hand.boundingBox())?.y).not.toBe(apart?.y);
    await hand.click();
    await expect(page.getByRole('contentinfo').getByRole('button', { name: /hand/ }).first()).toBeVisible();
  });
});
