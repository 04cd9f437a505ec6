import { readFileSync } from 'node:fs';
import sharp from 'sharp';
import { expect, test } from './bench';

test('a mouth gets the drawing it lacks from a file, speaks a line, and all of it is taken back', async ({
  bench,
  page,
}) => {
  const id = await bench.open('Juniper Vane', 'swaps');
  await expect(page.getByText('7 sets · 47 of 48 drawings')).toBeVisible();

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
  await expect(page.getByText('7 sets · 48 of 48 drawings')).toBeVisible();
  const { drawings, drawingViews } = await bench.doc(id);
  const made = drawings.find(({ shape, mood }) => shape === 'tongue' && mood === 'happy');
  expect(drawingViews.find(({ drawingId }) => drawingId === made?.id)?.picture?.width).toBeGreaterThan(100);

  // She says a line, and comes to rest.
  await page.keyboard.press('l');
  await page.getByLabel('The line').fill('[happy] Low water at nine, all mail aboard.');
  await page.getByLabel('The line').press('Enter');
  await expect(page.getByText(/^\d+ frames · \d+ blink/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Stop' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Say it' })).toBeVisible();
  await expect(page.getByRole('heading', { name: 'mouth_rest', exact: true })).toBeVisible();

  // Undo takes the bring-in back; the bench is as it was.
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('7 sets · 47 of 48 drawings')).toBeVisible();
});

test('a drawing is made of another by parting its lips, painted on, and a set begins at a piece that has none', async ({
  bench,
  page,
}) => {
  const id = await bench.open('Juniper Vane', 'swaps');
  await page.getByRole('button', { name: 'tongue, happy, not drawn' }).click();
  await page.getByRole('button', { name: 'Make it of rest' }).click();
  const strip = page.getByRole('group', { name: 'Making' });
  await strip.getByRole('button', { name: 'Open' }).click();
  await strip.getByRole('button', { name: 'Part' }).click();
  await strip.getByRole('checkbox', { name: 'Tongue' }).check();
  await strip.getByRole('button', { name: 'Take it' }).click();
  await expect(page.getByRole('heading', { name: 'mouth_tongue_happy' })).toBeVisible();
  await expect(page.getByText('rest, 2 steps')).toBeVisible();
  const row = async () => {
    const { drawings, drawingViews } = await bench.doc(id);
    const made = drawings.find(({ shape, mood }) => shape === 'tongue' && mood === 'happy');
    return drawingViews.find(({ drawingId }) => drawingId === made?.id);
  };
  expect((await row())?.steps.map((step) => step.do)).toEqual(['bend', 'part']);

  // The nib paints on it; what is painted is flat.
  await page.keyboard.press('n');
  await page.getByRole('group', { name: 'Painting' }).waitFor();
  const box = await page.getByTestId('light-table').boundingBox();
  const [x, y] = [(box?.x ?? 0) + (box?.width ?? 0) / 2, (box?.y ?? 0) + (box?.height ?? 0) * 0.8];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + 60, y + 20, { steps: 4 });
  await page.mouse.up();
  await expect.poll(async () => (await row())?.madeOf).toBeNull();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('group', { name: 'Painting' })).toBeHidden();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('rest, 2 steps')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('7 sets · 47 of 48 drawings')).toBeVisible();

  await page
    .getByRole('button', { name: /^scarf/ })
    .first()
    .click();
  await page.getByRole('button', { name: /Start a set here/ }).click();
  await expect(page.getByText('8 sets · 48 of 50 drawings')).toBeVisible();
  await expect(page.getByRole('button', { name: 'off, neutral, not drawn' })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('7 sets · 47 of 48 drawings')).toBeVisible();
});

test('a hand that grips a letter shows its fingers over it, and a look takes the cap off', async ({ bench, page }) => {
  await bench.open('Juniper Vane', 'swaps');
  await page.getByRole('button', { name: 'arm_A_hand', exact: true }).first().click();
  await page.getByRole('button', { name: 'grip, neutral' }).click();
  await expect(page.getByRole('heading', { name: 'arm_A_hand_grip' })).toBeVisible();
  await expect(page.getByText('Over lies before')).toBeVisible();
  // What she holds is a piece of its own, with its own drawings: blank but for the grip.
  await page
    .getByRole('button', { name: 'letter', exact: true })
    .and(page.getByTitle('Opens its own drawings'))
    .click();
  await expect(page.getByRole('heading', { name: 'letter_grip' })).toBeVisible();
  await page.getByRole('button', { name: 'off duty', exact: true }).click();
  await page.getByRole('button', { name: 'cap', exact: true }).first().click();
  await expect(page.getByRole('heading', { name: 'cap_off' })).toBeVisible();
  await page.keyboard.press('r');
  await expect(page.getByRole('heading', { name: 'cap_on', exact: true })).toBeVisible();
});
