import sharp from 'sharp';
import { expect, test } from './bench';

/** Somebody in plain colours, drawn small. */
const SOMEBODY = `<svg xmlns="http://www.w3.org/2000/svg" width="300" height="460">
  <g stroke="#221a18" stroke-width="4" stroke-linejoin="round">
    <rect x="138" y="112" width="24" height="30" fill="#e8b48c"/>
    <path d="M112 140h76l8 122h-92z" fill="#3d7a5a"/>
    <path d="M110 146l-26 70-6 66h24l8-60 12-54z" fill="#c9543e"/>
    <path d="M190 146l26 70 6 66h-24l-8-60-12-54z" fill="#c9543e"/>
    <circle cx="90" cy="294" r="14" fill="#e8b48c"/><circle cx="210" cy="294" r="14" fill="#e8b48c"/>
    <path d="M108 262h38l-4 150h-28z" fill="#33436b"/><path d="M154 262h38l-6 150h-28z" fill="#33436b"/>
    <rect x="100" y="410" width="44" height="22" rx="8" fill="#4a2f22"/>
    <rect x="156" y="410" width="44" height="22" rx="8" fill="#4a2f22"/>
    <ellipse cx="150" cy="72" rx="42" ry="48" fill="#e8b48c"/>
  </g>
</svg>`;

test('a raw design is drafted in one go; its doubts are stepped through and answered; undo takes all of it back', async ({
  bench,
  page,
}) => {
  const buffer = await sharp(Buffer.from(SOMEBODY)).png().toBuffer();
  await page.goto(bench.address);
  await page.getByRole('button', { name: 'New character' }).click();
  await page.getByLabel('Design').setInputFiles({ name: 'stoker.png', mimeType: 'image/png', buffer });
  await page.getByRole('button', { name: 'Bring in' }).click();
  await expect(page.getByRole('heading', { name: 'Plan' })).toBeVisible();
  await page.keyboard.press('2');
  const ledger = page.getByRole('complementary', { name: 'Ledger' });
  await ledger.getByRole('button', { name: 'First draft' }).click();
  const doubts = ledger.getByRole('region', { name: 'Doubts' });
  await expect(doubts).toContainText('Not found', { timeout: 40_000 });
  await expect(ledger.getByText(/of \d+ planned parts cut/)).toBeVisible();

  const count = async () => Number(/of (\d+)/.exec((await doubts.getByRole('heading').textContent()) ?? '')?.[1]);
  const before = await count();
  await doubts.getByRole('button', { name: 'There is none' }).click();
  await expect.poll(count, { timeout: 20_000 }).toBeLessThanOrEqual(before);
  // A doubt about a joint or a check leads to the station that mends it.
  await doubts.getByRole('button', { name: 'Doubt before' }).click();
  await expect(page).not.toHaveURL(/\/cut/);
  // It is there wherever one is, and after a reload.
  await page.reload();
  await expect(doubts).toContainText('Doubt 1 of', { timeout: 20_000 });

  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(doubts).toBeHidden();
  await page.keyboard.press('2');
  await expect(ledger.getByRole('button', { name: 'First draft' })).toBeVisible();
});
