import AxeBuilder from '@axe-core/playwright';
import { expect, test, type BenchPage } from './bench';

const STATIONS = ['plan', 'cut', 'joints', 'under', 'stack', 'names', 'swaps', 'turns', 'trial', 'handoff'];

/** What keeps people from using what is on the page, by the rules of WCAG: one line each. */
async function barriers({ page }: BenchPage): Promise<string[]> {
  // Nothing here is in a frame: what is found need not be gathered on a page of its own.
  const { violations } = await new AxeBuilder({ page })
    .setLegacyMode(true)
    .options({ resultTypes: ['violations'] })
    .analyze();
  return violations.flatMap(({ id, impact, nodes }) =>
    nodes.map(({ html }) => `${impact} ${id}: ${html.slice(0, 120)}`),
  );
}

test('no view keeps anybody out: names, roles, headings and contrast, by day and by night', async ({ bench, page }) => {
  await page.goto(bench.address);
  await expect(page.getByRole('heading', { name: 'Cast', level: 1 })).toBeVisible();
  expect(await barriers(bench)).toEqual([]);
  const found: Record<string, string[]> = {};
  await bench.open('Juniper Vane', STATIONS[0]);
  for (const [at, station] of STATIONS.entries()) {
    await page.keyboard.press(String((at + 1) % 10));
    await expect(page).toHaveURL(new RegExp(`/${station}`));
    await bench.settled();
    await expect(page).toHaveTitle(/^Juniper Vane, .+ – Limber Sheaf$/);
    found[station] = await barriers(bench);
  }
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog')).toBeVisible();
  found['list of keys'] = await barriers(bench);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Night', exact: true }).click();
  await bench.open('Juniper Vane, raw', 'cut');
  found['raw design by night'] = await barriers(bench);
  await bench.open('Brindle', 'under');
  found['bare places by night'] = await barriers(bench);
  expect(Object.entries(found).filter(([, lines]) => lines.length > 0)).toEqual([]);
});
