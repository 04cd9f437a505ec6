import { readFileSync } from 'node:fs';
import sharp from 'sharp';
import { expect, test } from './bench';

test('a mouth gets the drawing it lacks from a file, speaks a line, and all of it is taken back', async ({
  bench,
  page,
}) => {
  const id = await bench.open('Juniper Vane', 'swaps');
  await expect(page.getByText('3 sets · 30 of 31 drawings')).toBeVisible();

  // A click shows a drawing on her face; the keys go on to the next.
  await page.getByRole('button', { name: 'open, happy' }).click();
  await expect(page.getByRole('heading', { name: 'mouth_open_happy' })).toBeVisible();
  await page.keyboard.press('.');
  await expect(page.getByRole('heading', { name: 'mouth_half_happy' })).toBeVisible();

  // The missing one is brought in by its name alone.
  const drawn = readFileSync('demo/juniper-drawings.svg', 'utf8').replace(
    /<svg[^>]*>/,
    (tag) => `${tag}<style>svg>:not(defs){visibility:hidden}#mouth_tongue{visibility:visible}</style>`,
  );
  const buffer = await sharp(Buffer.from(drawn)).png().toBuffer();
  const files = [{ name: 'Mouth L smiling.png', mimeType: 'image/png', buffer }];
  await page.getByLabel('Drawings to bring in').setInputFiles(files);
  await expect(page.getByText('3 sets · 31 of 31 drawings')).toBeVisible({ timeout: 20_000 });
  const { drawings, drawingViews } = await bench.doc(id);
  const made = drawings.find(({ shape, mood }) => shape === 'tongue' && mood === 'happy');
  expect(drawingViews.find(({ drawingId }) => drawingId === made?.id)?.picture?.width).toBeGreaterThan(100);

  // She says a line, and comes to rest.
  await page.keyboard.press('l');
  await page.getByLabel('The line').fill('[happy] Low water at nine, all mail aboard.');
  await page.getByLabel('The line').press('Enter');
  await expect(page.getByText(/^\d+ frames · \d+ blink/)).toBeVisible({ timeout: 20_000 });
  await expect(page.getByRole('button', { name: 'Stop' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Say it' })).toBeVisible({ timeout: 15_000 });
  await expect(page.getByRole('heading', { name: 'mouth_rest', exact: true })).toBeVisible();

  // Undo takes the bring-in back; the bench is as it was.
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('3 sets · 30 of 31 drawings')).toBeVisible();
});

test('a drawing is bent into another by its handles, and a set begins at a piece that has none', async ({
  bench,
  page,
}) => {
  await bench.open('Juniper Vane', 'swaps');
  await page.keyboard.press('e');
  const strip = page.getByRole('group', { name: 'Making' });
  await strip.getByRole('button', { name: 'Open' }).click();
  await strip.getByRole('button', { name: 'Take it' }).click();
  await expect(page.getByRole('heading', { name: 'mouth_tongue_happy' })).toBeVisible({ timeout: 15_000 });
  await page.keyboard.press('Control+z');
  await expect(page.getByText('3 sets · 30 of 31 drawings')).toBeVisible();

  await page.getByRole('button', { name: /^cap/ }).first().click();
  await page.getByRole('button', { name: /Start a set here/ }).click();
  await expect(page.getByText('4 sets · 31 of 33 drawings')).toBeVisible();
  await expect(page.getByRole('button', { name: 'off, neutral, not drawn' })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('3 sets · 30 of 31 drawings')).toBeVisible();
});
