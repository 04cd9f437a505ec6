import { expect, test } from './bench';

const CANVAS = { width: 2000, height: 3000 };

test('undo and redo say what they do, and outlive a reload', async ({ bench, page }) => {
  const id = await bench.open('Juniper Vane', 'joints');
  await page.getByRole('button', { name: 'elbow A' }).click();
  const field = page.getByLabel('Range to');
  await field.fill('120');
  await field.press('Enter');
  await expect(page.getByText('-10° to 120°')).toBeVisible();
  await page.reload();
  await expect(page.getByRole('button', { name: 'Undo' })).toHaveAttribute('title', 'Undo: Set range of elbow A');
  await page.keyboard.press('Control+z');
  await expect(page.getByText('Undid: Set range of elbow A')).toBeVisible();
  expect((await bench.doc(id)).joints.map((j) => j.rangeHigh)).toContain(130);
  await page.keyboard.press('Control+Shift+z');
  await expect(page.getByText('Redid: Set range of elbow A')).toBeVisible();
  expect((await bench.doc(id)).joints.map((j) => j.rangeHigh)).toContain(120);
});

test('a limb is bent by dragging it, and a butt joint shows its daylight', async ({ bench, page }) => {
  await bench.open('Juniper Vane', 'joints');
  await bench.settled();
  // Drag the lower arm outwards: it turns about the elbow.
  await bench.draw(CANVAS, [540, 1780, 500, 1800, 420, 1800, 330, 1760], 6);
  const slider = page.getByRole('slider', { name: /Bend of elbow A/ });
  await expect(slider).toBeVisible();
  expect(Number(await slider.getAttribute('aria-valuenow'))).toBeGreaterThan(15);
  await page.getByRole('button', { name: 'Compare butt joint' }).click();
  await expect(page.getByText(/Daylight at elbow A from/)).toBeVisible();
});

test('the order changes by key and by dragging a card; a parent is set in Stack', async ({ bench, page }) => {
  const id = await bench.open('Juniper Vane', 'stack');
  const names = async () => {
    const doc = await bench.doc(id);
    const name = (id: string) => {
      const part = doc.parts.find((p) => p.id === id);
      return [part?.group, part?.side, part?.part].filter(Boolean).join('_');
    };
    return [...doc.pieces].sort((a, b) => a.depth - b.depth).map((p) => name(p.partId));
  };
  const before = await names();
  await page.getByRole('contentinfo').getByRole('button', { name: 'upper arm A' }).click();
  await page.keyboard.press('Alt+ArrowRight');
  await expect.poll(names).not.toEqual(before);
  await page.keyboard.press('Control+z');
  await expect.poll(names).toEqual(before);

  const card = await page.getByRole('contentinfo').getByRole('button', { name: 'upper arm A' }).boundingBox();
  const last = await page.getByRole('contentinfo').getByRole('button', { name: 'lower arm A' }).boundingBox();
  if (!card || !last) throw new Error('no cards');
  await page.mouse.move(card.x + 40, card.y + 40);
  await page.mouse.down();
  await page.mouse.move(last.x + 60, last.y + 42, { steps: 12 });
  await page.mouse.up();
  await expect.poll(async () => (await names()).indexOf('arm_A_upper')).toBe(before.indexOf('arm_A_lower'));
  await page.keyboard.press('Control+z');
  await expect.poll(names).toEqual(before);

  await page.getByRole('treeitem').getByRole('button', { name: 'hand A', exact: true }).click();
  await page.getByLabel('hand A moves with').selectOption({ label: 'nothing' });
  await expect(page.getByText(/1 moves with nothing/)).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('all in one family')).toBeVisible();
});

test('wrong moves in Cut are told in a sentence and change nothing', async ({ bench, page }) => {
  const id = await bench.open('Juniper Vane', 'cut');
  const before = await bench.doc(id);
  await page.keyboard.press('c');
  await bench.click(CANVAS, [100, 300, 300, 500]);
  await expect(page.getByText('The line does not cross the piece')).toBeVisible();
  await page.getByRole('complementary', { name: 'Ledger' }).getByRole('button', { name: /^neck/ }).first().click();
  await page.keyboard.press('t');
  await bench.draw(CANVAS, [60, 60, 260, 60, 260, 260, 60, 260]);
  await expect(page.getByText('There is no paint of the design in there.')).toBeVisible();
  await page.getByLabel('Another part').fill('///');
  await page.getByRole('button', { name: 'Pick', exact: true }).click();
  await expect(page.getByText('That is no name for a part.')).toBeVisible();
  expect(await bench.doc(id)).toEqual(before);
});

test('everything fits a narrow window, by day and by night', async ({ bench, page }) => {
  await page.setViewportSize({ width: 900, height: 640 });
  for (const station of ['plan', 'cut', 'joints', 'under', 'stack', 'handoff']) {
    await bench.open('Juniper Vane', station);
    const wide = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
    expect(wide).toBeLessThanOrEqual(0);
  }
  await page.getByRole('button', { name: 'Night' }).click();
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'night');
  await page.reload();
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'night');
});

test('space moves the paper and nothing on it; the brad’s head moves the joint, and undo brings it back', async ({
  bench,
  page,
}) => {
  const id = await bench.open('Juniper Vane', 'joints');
  const elbow = () => bench.jointOf(id, 'arm', 'lower');
  const before = await elbow();
  if (!before) throw new Error('no elbow');
  await page.getByRole('button', { name: 'elbow A' }).click();
  await bench.settled();
  const head = [before.x, before.y];
  await page.keyboard.down('Space');
  await bench.draw(CANVAS, [...head, before.x + 200, before.y]);
  await page.keyboard.up('Space');
  expect(await elbow()).toEqual(before);
  // Along the limb it settles into the contour; with Alt it stays where the hand puts it.
  await bench.draw(CANVAS, [...head, before.x - 16, before.y + 40, before.x - 20, before.y + 80]);
  await expect.poll(async () => Math.round((await elbow())?.y ?? 0)).toBeGreaterThan(before.y + 55);
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await elbow())?.x).toBe(before.x);
  await bench.settled();
  await page.keyboard.down('Alt');
  await bench.draw(CANVAS, [...head, before.x + 40, before.y, before.x + 80, before.y]);
  await page.keyboard.up('Alt');
  await expect.poll(async () => Math.round((await elbow())?.x ?? 0)).toBeGreaterThan(before.x + 60);
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await elbow())?.x).toBe(before.x);
});
