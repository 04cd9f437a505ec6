import { expect, test } from './bench';

test('the views stand side by side; what disagrees is found, mended or said to be fine so', async ({ bench, page }) => {
  const id = await bench.open('Juniper Vane, turnaround', 'turns');
  const ledger = page.getByRole('complementary', { name: 'Ledger' });
  await expect(ledger.getByText(/^Satchel is 2\.\d % too large in side\.$/)).toBeVisible();
  await expect(ledger.getByText(/^Hand A is missing in side\./)).toBeVisible();

  await test.step('the scarf gets its colour back', async () => {
    const scarf = ledger.getByText(/^Scarf has another colour in side/);
    await expect(scarf).toBeVisible();
    await ledger.getByRole('button', { name: 'Take that colour' }).first().click();
    await expect(scarf).toBeHidden();
  });

  await test.step('the far hand does not show, and the satchel swings out', async () => {
    await ledger.getByRole('button', { name: 'Does not show here' }).click();
    await expect(ledger.getByText('hand A in side: does not show')).toBeVisible();
    await ledger.getByRole('button', { name: 'Fine so…' }).first().click();
    await ledger.getByRole('textbox', { name: 'Why it is fine so' }).fill('it swings out');
    await page.keyboard.press('Enter');
    await expect(ledger.getByText('it swings out')).toBeVisible();
  });

  await test.step('a height line is moved by keys, and let go', async () => {
    const chin = page.getByRole('slider', { name: 'chin in side' });
    await chin.focus();
    await page.keyboard.press('Shift+ArrowDown');
    await expect(ledger.getByRole('button', { name: 'Let go of chin in side' })).toBeVisible();
    await ledger.getByRole('button', { name: 'Let go of chin in side' }).click();
    await expect(ledger.getByRole('button', { name: 'Let go of chin in side' })).toBeHidden();
  });

  await test.step('she is turned round by keys', async () => {
    await page.keyboard.press('t');
    await expect(page.getByRole('img', { name: 'Front, view 1 of 4' })).toBeVisible();
    await page.keyboard.press('.');
    await expect(page.getByRole('img', { name: 'Three-quarter, view 2 of 4' })).toBeVisible();
    await page.keyboard.press('d');
    await expect(page.getByRole('group', { name: 'Drift of all parts' })).toBeVisible();
  });

  await test.step('a finding is a door to its piece, in its own view', async () => {
    await page.getByRole('button', { name: 'cap in side: made' }).click();
    await page.getByRole('button', { name: 'cap in side: made' }).click();
    await expect(page).toHaveURL(/\/cut\?view=side$/);
    await expect(page.getByRole('contentinfo').getByRole('button', { name: 'cap', exact: true })).toHaveAttribute(
      'aria-pressed',
      'true',
    );
  });
  const doc = await bench.doc(id);
  expect(doc.exceptions.map(({ what }: { what: string }) => what).sort()).toEqual(['size', 'unseen', 'unseen']);
});
