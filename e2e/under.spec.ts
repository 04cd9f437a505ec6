import { expect, test } from './bench';

const CANVAS = { width: 2000, height: 3000 };

test('what comes into view bare is looked at, painted all at once, taken back, and brushed beneath by hand', async ({
  bench,
  page,
}) => {
  const id = await bench.open('Juniper Vane', 'under');
  const beneath = async () => (await bench.doc(id)).pieces.filter((piece) => piece.beneath !== null).length;
  // The demo's pilot is painted beneath: taken away, her coat is bare again.
  await expect(page.getByText('24 of 24 pieces have paint wherever they come into view')).toBeVisible({
    timeout: 60_000,
  });
  const painted = await beneath();
  expect(painted).toBeGreaterThan(5);
  await page
    .getByRole('button', { name: /^torso/ })
    .last()
    .click();
  await page.getByRole('button', { name: 'Clear' }).click();
  await expect.poll(beneath).toBe(painted - 1);
  const row = page.getByRole('row', { name: /^torso/ });
  await expect(row).toBeVisible({ timeout: 60_000 });
  await row.getByRole('button').click();
  await expect(page.getByRole('button', { name: 'Back to rest' })).toBeVisible();
  await page.keyboard.press('a');
  await expect.poll(beneath, { timeout: 60_000 }).toBe(painted);
  await expect(row).toBeHidden({ timeout: 60_000 });
  await page.keyboard.press('Control+z');
  await expect.poll(beneath, { timeout: 30_000 }).toBe(painted - 1);

  // By hand, beneath the arm: one gesture, one edit; a stroke over what shows is refused in words.
  await page.keyboard.press('n');
  await bench.draw(CANVAS, [700, 1300, 690, 1380, 680, 1440]);
  await expect.poll(beneath, { timeout: 30_000 }).toBe(painted);
  await bench.draw(CANVAS, [900, 1800, 910, 1820, 920, 1830]);
  await expect(page.getByText(/Nothing lies in front of this piece there/)).toBeVisible();
  await page.keyboard.press('Escape');
  await page.reload();
  await expect.poll(beneath).toBe(painted);
});
