import { decodePng, encodePng, readOpenRaster, readZip, writeZip } from '@limber-sheaf/formats';
import { expect, test } from './bench';

/** The layered file of a package, with the cap's colours turned, as somebody might have repainted it elsewhere. */
async function repainted(address: string, handOffId: string): Promise<Buffer> {
  const answer = await fetch(`${address}/api/handoffs/${handOffId}/package.zip`);
  const files = readZip(new Uint8Array(await answer.arrayBuffer()));
  const ora = files.find(({ path }) => path.endsWith('_front.ora'))?.bytes ?? new Uint8Array();
  const cap = readOpenRaster(ora).layers.find(({ name }) => name === 'cap_on');
  const entries = readZip(ora).map(({ path, bytes }) => {
    if (!cap || Buffer.compare(bytes, cap.png) !== 0) return { path, bytes };
    const picture = decodePng(bytes);
    for (let i = 0; i < picture.data.length; i += 4)
      picture.data.set([picture.data[i + 2], picture.data[i], picture.data[i + 1]], i);
    return { path, bytes: encodePng(picture) };
  });
  return Buffer.from(writeZip(entries));
}

test('a cap that was repainted elsewhere comes back, and the design with it; two versions stand side by side', async ({
  bench,
  page,
}) => {
  const id = await bench.open('Juniper Vane', 'handoff');
  const { versions } = await bench.api<{ versions: { id: string }[] }>(`/characters/${id}/handoffs`);
  const buffer = await repainted(bench.address, versions[0].id);
  const before = (await bench.doc(id)).views[0].designBlob;

  await page.getByLabel('Repainted art').setInputFiles({ name: 'pilot.ora', mimeType: 'image/openraster', buffer });
  await expect(page.getByText('1 piece repainted, 25 as they left')).toBeVisible();
  await page.getByRole('slider', { name: /Edge between/ }).press('Home');
  await page.getByLabel('The design changes with it').check();
  await page.getByRole('button', { name: 'Take 1 piece' }).click();
  await expect(page.getByRole('region', { name: 'Parts sheet' })).toBeVisible();
  expect((await bench.doc(id)).views[0].designBlob).not.toBe(before);
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await bench.doc(id)).views[0].designBlob).toBe(before);

  await page.getByRole('button', { name: 'Compare version 3 with another' }).click();
  await expect(page.getByRole('button', { name: /breaks a rig bag is named satchel now/ })).toBeVisible();
  await page.getByLabel('Earlier version').selectOption('v001');
  await expect(
    page.getByRole('list', { name: 'Differences' }).getByRole('button', { name: /safe/ }).first(),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Back to the parts sheet' }).click();
  await expect(page.getByRole('region', { name: 'Parts sheet' })).toBeVisible();
});
