import { expect, test } from './bench';

const CANVAS = { width: 2000, height: 3000 };

test('what comes into view bare is looked at, painted all at once, taken back, and brushed beneath by hand', async ({
  bench,
  page,
}) => {
  const id = await bench.open('Juniper Vane', 'under');
  const beneath = async () => (await bench.doc(id)).pieces.filter((piece) => piece.beneath !== null).length;
  // The demo's pilot is painted beneath: taken away, her coat is bare again.
  await expect(page.getByText('27 of 27 pieces have paint wherever they come into view')).toBeVisible();
  const painted = await beneath();
  expect(painted).toBeGreaterThan(5);
  await page
    .getByRole('button', { name: /^torso/ })
    .last()
    .click();
  await page.getByRole('button', { name: 'Clear' }).click();
  await expect.poll(beneath).toBe(painted - 1);
  const row = page.getByRole('row', { name: /^torso/ });
  await expect(row).toBeVisible();
  await row.getByRole('button').click();
  await expect(page.getByRole('button', { name: 'Back to rest' })).toBeVisible();
  await page.keyboard.press('a');
  await expect.poll(beneath).toBe(painted);
  await expect(row).toBeHidden();
  await page.keyboard.press('Control+z');
  await expect.poll(beneath).toBe(painted - 1);

  // By hand, beneath the arm: one gesture, one edit; a stroke over what shows is refused in words.
  await page.keyboard.press('n');
  await bench.draw(CANVAS, [700, 1300, 690, 1380, 680, 1440]);
  await expect.poll(beneath).toBe(painted);
  await bench.draw(CANVAS, [900, 1800, 910, 1820, 920, 1830]);
  await expect(page.getByText(/Nothing lies in front of this piece there/)).toBeVisible();
  await page.keyboard.press('Escape');
  await page.reload();
  await expect.poll(beneath).toBe(painted);
});

test('a contour beneath is drawn by hand and proposed again; a hip beneath the coat is begun from its joints', async ({
  bench,
  page,
}) => {
  const id = await bench.open('Juniper Vane', 'under');
  await expect(page.getByText(/pieces have paint wherever they come into view$/)).toBeVisible();
  const card = (name: RegExp) => page.getByRole('contentinfo').getByRole('button', { name });
  const carried = async () => (await bench.doc(id)).pieces.flatMap((piece) => piece.carried).length;
  await card(/^torso/).click();
  await page.keyboard.press('c');
  await bench.draw(CANVAS, [880, 1080, 840, 1300, 780, 1500, 740, 1620]);
  await expect.poll(carried).toBe(1);
  await expect(page.getByText('Contours by hand')).toBeVisible();
  await page.getByRole('button', { name: 'Propose contours again' }).click();
  await expect.poll(carried).toBe(0);
  await page.keyboard.press('Escape');

  const names = async () => (await bench.doc(id)).parts.map(({ group }) => group);
  await card(/^upper leg A/).click({ position: { x: 8, y: 40 } });
  await card(/^upper leg B/).click({ position: { x: 8, y: 40 }, modifiers: ['Shift'] });
  await page.keyboard.press('b');
  await page.getByLabel('Name', { exact: true }).fill('hip');
  await page.getByRole('button', { name: 'Begin it' }).click();
  await expect.poll(names).toContain('hip');
  await expect(card(/^hip/)).toHaveAttribute('aria-pressed', 'true');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(names).not.toContain('hip');
});
