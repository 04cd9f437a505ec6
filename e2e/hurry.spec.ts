import { expect, test } from './bench';
import { bringSomebodyIn } from './somebody';

const STATIONS = ['plan', 'cut', 'joints', 'under', 'stack', 'names', 'swaps', 'turns', 'trial', 'handoff'];
/** Clicks, drags and keys at each station; more are given to look longer. */
const DEEDS = Number(process.env.DEEDS ?? 10);
const KEYS = [
  ...'abcdefghijklmnopqrstuvwxyz0123456789,.[]?',
  'Enter',
  'Escape',
  'Delete',
  'ArrowLeft',
  'ArrowUp',
  'Tab',
];
const CHORDS = ['Control+z', 'Control+Shift+z', 'Shift+ArrowDown', 'Space'];
/** The same seed does the same: another one is given to look for what this one does not find. */
const SEED = Number(process.env.SEED ?? 7);

test('a hundred clicks, drags and keys in a hurry, over all stations, leave no error behind', async ({
  bench,
  page,
}) => {
  const faults: string[] = [];
  let where = '';
  page.on('pageerror', ({ message }) => faults.push(`${where}: ${message}`));
  page.on(
    'response',
    (answer) => answer.status() >= 500 && faults.push(`${where}: ${answer.status()} ${answer.url()}`),
  );
  page.on('dialog', (dialog) => void dialog.dismiss());
  const id = await bringSomebodyIn(page, bench.address, `in a hurry ${SEED}`);
  await page.getByRole('button', { name: 'First draft' }).click();
  await expect(page.getByRole('region', { name: 'Doubts' })).toBeVisible();

  let state = SEED;
  const random = () => (state = (state * 1664525 + 1013904223) >>> 0) / 2 ** 32;
  const from = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)];
  const place = (): [number, number] => [170 + random() * 780, 110 + random() * 540];
  for (const station of STATIONS) {
    where = station;
    for (let deed = 0; deed < DEEDS; deed++) {
      // A wrong click may have led away: to another station, or to the cast.
      if (deed === 0 || !page.url().includes(id)) await page.goto(`${bench.address}/characters/${id}/${station}`);
      const what = random();
      if (what < 0.4) await page.keyboard.press(from([...KEYS, ...CHORDS]));
      else if (what < 0.65) await page.mouse.click(...place());
      else if (what < 0.8) {
        await page.mouse.move(...place());
        await page.mouse.down();
        await page.mouse.move(...place(), { steps: 4 });
        await page.mouse.up();
      } else {
        const buttons = page.locator('button:visible:enabled, select:visible, input[type=checkbox]:visible');
        const at = Math.floor(random() * (await buttons.count()));
        // Without waiting until it stands still, as a hand that is too quick; what has gone meanwhile is not clicked.
        const press = (button: HTMLElement | SVGElement) =>
          button.dispatchEvent(new MouseEvent('click', { bubbles: true }));
        await buttons
          .nth(at)
          .evaluate(press, undefined, { timeout: 300 })
          .catch(() => undefined);
      }
    }
    await expect(page.locator('body')).not.toHaveText('');
    await expect(page.getByText(/could not be drawn|Something went wrong/)).toHaveCount(0);
  }
  expect(faults).toEqual([]);
});
