import { readFile } from 'node:fs/promises';
import { compareBitmaps, composite } from '@limber-sheaf/core';
import { decodePng, isDrawn, readOpenRaster, readZip, rigFaults, type Rig } from '@limber-sheaf/formats';
import { expect, test } from './bench';

const CANVAS = { width: 2000, height: 3000 };
/** Round arm A of the pilot, loosely outside where the paper is bare, along the coat's side within. */
const ARM = [
  800, 1100, 700, 1160, 620, 1260, 560, 1400, 480, 1580, 400, 1780, 360, 1880, 366, 2100, 380, 2230, 520, 2240, 600,
  2170, 630, 2060, 612, 1920, 700, 1640, 790, 1400, 850, 1240, 850, 1140,
];

test('from a raw design to a package whose layers are the design', async ({ bench, page }) => {
  const id = await bench.open('Juniper Vane, raw', 'cut');

  await test.step('trace the arm', async () => {
    await page.getByRole('button', { name: 'upper arm A' }).click();
    await page.keyboard.press('t');
    await expect(page.getByRole('button', { name: 'Trace T' })).toHaveAttribute('aria-pressed', 'true');
    await bench.draw(CANVAS, ARM);
    await expect(page.getByRole('contentinfo').getByRole('button', { name: 'upper arm A' })).toBeVisible();
  });

  await test.step('cut it across the elbow', async () => {
    await page.keyboard.press('c');
    await bench.click(CANVAS, [460, 1510, 770, 1660]);
    await expect(page.getByRole('button', { name: /Cut off lower arm A/ })).toBeVisible();
    await page.keyboard.press('Enter');
    await expect(page.getByRole('contentinfo').getByRole('button', { name: 'lower arm A' })).toBeVisible();
    const doc = await bench.doc(id);
    expect(doc.pieces).toHaveLength(2);
    const lower = doc.pieces.find((p) => p.partId === doc.parts.find((q) => q.part === 'lower')?.id);
    expect(lower?.face.y).toBeGreaterThan(1450);
  });

  await test.step('fit and round the elbow', async () => {
    await page.keyboard.press('3');
    await page.getByRole('button', { name: 'Fit and round' }).click();
    await expect(page.getByRole('heading', { name: /elbow A/i })).toBeVisible();
    await expect(page.getByText('Clean range')).toBeVisible();
    // Traced by eye on a small screen: the disc has no daylight all the same.
    await expect(
      page
        .getByRole('row', { name: /elbow A from -10° to 130°/ })
        .getByRole('cell')
        .last(),
    ).toHaveText(/^(0 px|line)$/);
  });

  await test.step('bend it on the art', async () => {
    const slider = page.getByRole('slider', { name: /Bend of elbow A/ });
    await slider.focus();
    for (let i = 0; i < 6; i++) await slider.press('PageUp');
    await expect(page.getByRole('button', { name: 'Back to rest' })).toBeVisible();
    await page.getByRole('button', { name: 'Back to rest' }).click();
    await expect(slider).toHaveAttribute('aria-valuenow', '0');
  });

  await test.step('make the package and prove it', async () => {
    await page.keyboard.press('0');
    await expect(page.getByRole('button', { name: /^holds Rest match/ })).toBeVisible();
    await page.getByRole('button', { name: 'Make the package' }).click();
    const link = page.getByRole('link', { name: 'Download version 1' });
    // Where it does not come, what the ledger says instead is the answer.
    const ledger = page.getByRole('complementary', { name: 'Ledger' });
    await expect.poll(() => ledger.innerText()).toContain('v001');
    const download = await Promise.all([page.waitForEvent('download'), link.click()]).then(([d]) => d);
    expect(download.suggestedFilename()).toMatch(/^juniper-vane-raw_v001_\d{4}-\d\d-\d\d\.zip$/);
    const files = new Map(
      readZip(new Uint8Array(await readFile(await download.path()))).map((f) => [
        f.path.replace(/^[^/]+\//, ''),
        f.bytes,
      ]),
    );
    const file = (path: string) => files.get(path) ?? new Uint8Array();
    const rig = JSON.parse(new TextDecoder().decode(file('rig.json'))) as Rig;
    expect(rigFaults(rig)).toEqual([]);
    const [view] = rig.views;
    expect(view.drawOrder).toEqual(['uncut', 'arm_A_upper', 'arm_A_lower']);
    const design = decodePng(file(view.design.image));
    const pieces = view.pieces.filter(isDrawn).map((piece) => ({
      ...decodePng(file(piece.image)),
      x: piece.bounds.x,
      y: piece.bounds.y,
    }));
    expect(compareBitmaps(composite(2000, 3000, pieces), design)).toMatchObject({ differing: 0 });
    const layers = readOpenRaster(file('juniper-vane-raw_front.ora')).layers.map((layer) => ({
      ...decodePng(layer.png),
      x: layer.x,
      y: layer.y,
    }));
    expect(compareBitmaps(composite(2000, 3000, layers), design)).toMatchObject({ differing: 0, largest: 0 });
  });
});
