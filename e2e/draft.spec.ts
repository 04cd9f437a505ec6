import { expect, test } from './bench';
import { bringSomebodyIn } from './somebody';

test('a raw design is drafted in one go; its doubts are stepped through and answered; undo takes all of it back', async ({
  bench,
  page,
}) => {
  await bringSomebodyIn(page, bench.address, 'stoker');
  const ledger = page.getByRole('complementary', { name: 'Ledger' });
  await ledger.getByRole('button', { name: 'First draft' }).click();
  const doubts = ledger.getByRole('region', { name: 'Doubts' });
  await expect(doubts).toContainText('Not found');
  await expect(ledger.getByText(/of \d+ planned parts cut/)).toBeVisible();
  // Nobody has touched it, and it breathes.
  await page.keyboard.press('9');
  await ledger.getByRole('button', { name: 'Breathe' }).click();
  await expect(page.getByText(/^\d+ of 72/)).toBeVisible();
  await page.keyboard.press('2');

  const count = async () => Number(/of (\d+)/.exec((await doubts.getByRole('heading').textContent()) ?? '')?.[1]);
  // All of the face that was not found is one question.
  const face = (await doubts.getByText(/^Not found: .*; .*\. Cut them/).textContent()) ?? '';
  await doubts.getByRole('button', { name: 'There are none' }).click();
  await expect(doubts).not.toContainText(face);
  // A doubt about a joint or a check leads to the station that mends it.
  await doubts.getByRole('button', { name: 'Doubt before' }).click();
  await expect(page).not.toHaveURL(/\/cut/);
  // It is there wherever one is, and after a reload.
  await page.reload();
  await expect(doubts).toContainText('Doubt 1 of');

  // Where nothing tells how a limb lies, both ways are shown, and one is chosen.
  const behind = doubts.getByRole('button', { name: /^Behind/ });
  for (let n = await count(); n > 0 && !(await behind.isVisible()); n--)
    await doubts.getByRole('button', { name: 'Next doubt' }).click();
  const asked = (await doubts.getByText(/ in front of .*, or behind it\?$/).textContent()) ?? '';
  await behind.click();
  await expect(doubts).not.toContainText(asked);

  // A cut that nothing in the design shows is moved by its picture, and asked about until it is right.
  const more = doubts.getByRole('button', { name: /^More / }).first();
  for (let n = await count(); n > 0 && !(await more.isVisible()); n--)
    await doubts.getByRole('button', { name: 'Next doubt' }).click();
  const cut = (await doubts.getByText(/^Nothing in the design tells /).textContent()) ?? '';
  await more.click();
  await expect(page.getByRole('button', { name: 'Undo', exact: true })).toHaveAttribute('title', /Move the cut/);
  await expect(doubts).toContainText(cut);
  await doubts.getByRole('button', { name: /right$/ }).click();
  await expect(doubts).not.toContainText(cut);

  for (let n = 0; n < 5; n++) await page.keyboard.press('Control+z');
  await expect(doubts).toBeHidden();
  await page.keyboard.press('2');
  await expect(ledger.getByRole('button', { name: 'First draft' })).toBeVisible();
});
