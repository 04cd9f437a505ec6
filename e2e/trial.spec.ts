import { expect, test } from './bench';

test('the pilot walks and waves; what goes wrong in a frame leads to its joint, and a hand goes where it is dragged', async ({
  bench,
  page,
}) => {
  await bench.open('Juniper Vane, turnaround', 'turns');
  await page.keyboard.press('9');
  await expect(page).toHaveURL(/\/trial/);
  const ledger = page.getByRole('complementary', { name: 'Ledger' });
  await ledger.getByText(/^\d+ motions cannot be tried here/).click();
  await expect(ledger.getByText('A walk is seen from the side or in three-quarter view.')).toBeVisible();

  await test.step('a frame of her wave is kept as a pose, outlives a reload, and is saved as a picture', async () => {
    await ledger.getByRole('button', { name: 'Wave' }).click();
    // Its first frame is at rest: there is nothing to keep of it yet.
    await expect(page.getByText(/^\d+ of 48/)).not.toHaveText(/^1 of/);
    await page.keyboard.press('t');
    const poses = ledger.getByRole('region', { name: 'Poses' });
    await poses.getByRole('textbox', { name: 'Name of the pose' }).fill('greeting');
    await page.keyboard.press('Enter');
    await expect(poses.getByRole('button', { name: 'greeting', exact: true })).toBeVisible();
    const saved = page.waitForEvent('download');
    await ledger.getByRole('combobox', { name: 'Kind of picture' }).selectOption('stills');
    await ledger.getByRole('button', { name: 'Save the motion' }).click();
    expect((await saved).suggestedFilename()).toBe('juniper-vane-turnaround_front_wave.png');
    await page.reload();
    await poses.getByRole('button', { name: 'greeting', exact: true }).click();
    await expect(page.getByRole('button', { name: /^Back to rest/ })).toBeEnabled();
    await poses.getByRole('button', { name: 'Let the pose greeting go' }).click();
    await expect(poses.getByText(/^Drag a limb or a pupil/)).toBeVisible();
    await page.keyboard.press('z');
  });

  await test.step('in three-quarter view she walks, and her far hip is not clean', async () => {
    await page
      .getByRole('group', { name: 'Views', exact: true })
      .getByRole('button', { name: 'Three-quarter' })
      .click();
    await ledger.getByRole('button', { name: /^Walk/ }).click();
    await expect(ledger.getByText(/^Hip A shows [\d,]+ px of /)).toBeVisible();
    await page.keyboard.press('t');
    await expect(page.getByText(/^\d+ of 24/)).toBeVisible();
  });

  await test.step('its worst frame is taken to Joints with the pose in hand', async () => {
    const finding = ledger.getByText(/^Hip A shows/).locator('..');
    await finding.getByRole('button', { name: /^Show frame/ }).click();
    await finding.getByRole('button', { name: 'To Joints' }).click();
    await expect(page).toHaveURL(/\/joints/);
    await expect(page.getByRole('slider', { name: /^Bend of hip A/ })).not.toHaveAttribute('aria-valuenow', '0');
  });

  await test.step('back at Trial she stands at rest, and another motion is stepped through by keys', async () => {
    await page.keyboard.press('9');
    await ledger.getByRole('button', { name: 'Nod' }).click();
    await page.keyboard.press('t');
    const frame = page.getByText(/^\d+ of 36/);
    const before = await frame.textContent();
    await page.keyboard.press('.');
    await expect(frame).not.toHaveText(before ?? '');
    await page.keyboard.press('z');
    await expect(frame).toBeHidden();
  });
});

test('the otter’s tail bends along its line, which is dragged and stepped back; the pilot says a line, and moves from pose to pose', async ({
  bench,
  page,
}) => {
  const id = await bench.open('Brindle', 'trial');
  const ledger = page.getByRole('complementary', { name: 'Ledger' });
  const line = async () => (await bench.doc(id)).pieces.find(({ soft }) => soft)?.soft?.points ?? [];
  const before = await line();
  await ledger.getByRole('button', { name: 'tail', exact: true }).click();
  const points = ledger.getByRole('group', { name: 'Points of tail' });
  await expect(points.getByRole('button')).toHaveCount(before.length / 2);
  const [x, y] = before.slice(6, 8);
  await bench.draw({ width: 2000, height: 3000 }, [x, y, x + 70, y - 50]);
  await expect.poll(async () => (await line()).slice(6, 8)).not.toEqual([x, y]);
  await page.keyboard.press('Control+z');
  await expect.poll(line).toEqual(before);
  await ledger.getByRole('button', { name: 'Wag' }).click();
  await expect(page.getByRole('slider', { name: 'Frame' })).toBeVisible();

  await bench.open('Juniper Vane', 'trial');
  await ledger.getByRole('button', { name: 'Say a line' }).click();
  await ledger.getByRole('textbox', { name: 'The line' }).fill('[happy] All mail aboard.');
  await page.keyboard.press('Enter');
  await expect(ledger.getByText(/frames of \d+ scenes/)).toBeVisible();
  await expect(page.getByRole('slider', { name: 'Frame' })).toBeVisible();

  // A motion of one's own, out of rest into the pose that she keeps and back.
  const own = ledger.getByRole('region', { name: 'Own motions' });
  await own.getByRole('button', { name: 'New motion' }).click();
  await own.getByRole('textbox', { name: 'Seconds from pose 2 to the next' }).fill('1.4');
  await own.getByRole('textbox', { name: 'Name of the motion' }).fill('hello');
  await page.keyboard.press('Enter');
  await expect(own.getByText('2.0 s')).toBeVisible();
  await expect(page.getByText(/of 48$/)).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(own.getByRole('button', { name: 'New motion' })).toBeVisible();
  await expect(own.getByText('hello')).toBeHidden();
});
