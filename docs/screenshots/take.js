// Takes the pictures in this folder from a running demo: `node docs/screenshots/take.js [address]`.
import { chromium } from '@playwright/test';

const address = process.argv[2] ?? 'http://127.0.0.1:4410';
const here = new URL('.', import.meta.url).pathname;
const args = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
];
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args });
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
const [production] = await (await fetch(`${address}/api/productions`)).json();
const cards = await (await fetch(`${address}/api/productions/${production.id}/characters`)).json();
const juniper = cards.find((card) => card.name === 'Juniper Vane').id;

const take = async (name) => {
  await page.waitForTimeout(2500);
  await page.mouse.move(640, 795);
  await page.screenshot({ path: `${here}${name}.png` });
};
const open = async (station) => {
  await page.goto(`${address}/characters/${juniper}/${station}`);
  await page.waitForTimeout(2500);
};

await page.goto(`${address}/productions/${production.id}`);
await take('cast');
await open('plan');
await take('plan');
await open('cut');
await page.getByRole('contentinfo').getByRole('button', { name: 'torso' }).click();
await take('cut');
await page.goto(`${address}/characters/${cards.find((card) => card.name === 'Juniper Vane, raw').id}/cut`);
await page.waitForTimeout(2500);
await page.keyboard.press('p');
await page.getByRole('button', { name: 'Accept all' }).waitFor();
await take('proposal');

await open('joints');
await page.getByRole('button', { name: 'elbow A', exact: true }).click();
await page.waitForTimeout(3000);
await page.getByRole('slider').focus();
for (let i = 0; i < 16; i++) await page.keyboard.press('PageUp');
await take('joints');
await open('under');
await page.getByText('27 of 27 pieces').waitFor({ timeout: 60_000 });
await page.getByRole('contentinfo').getByRole('button', { name: 'torso' }).click();
await page.getByRole('button', { name: 'Clear' }).click();
const bare = page.getByRole('row', { name: /^torso/ });
await bare.waitFor({ timeout: 60_000 });
await bare.getByRole('button').click();
await page.waitForTimeout(6000);
await take('under');
await page.keyboard.press('Control+z');
await page.waitForTimeout(2500);
await open('stack');
await page.getByRole('treeitem').getByRole('button', { name: 'hand A', exact: true }).click();
await page.keyboard.down('Shift');
for (const name of ['lower arm A', 'upper arm A'])
  await page.getByRole('contentinfo').getByRole('button', { name }).click();
await page.keyboard.up('Shift');
await take('stack');
await page.getByRole('region', { name: 'Order by pose' }).getByRole('button').first().click();
const shoulder = page.getByRole('slider', { name: 'Bend of shoulder A, degrees' });
await shoulder.focus();
for (let n = 0; n < 9; n++) await page.keyboard.press('PageUp');
await take('order-by-pose');
await open('names');
await page.getByLabel('New name of satchel', { exact: true }).fill('post bag');
await page.getByLabel('Find').fill('upper');
await page.getByLabel('replace by').fill('top');
await page.getByRole('button', { name: 'Type it' }).click();
await take('names');
await page.getByRole('button', { name: 'Leave' }).click();
await open('swaps');
await page.getByRole('button', { name: 'open, happy' }).click();
await page.keyboard.press('m');
await page.waitForTimeout(1500);
await take('swaps');
await page.keyboard.press('m');
await page.keyboard.press('r');
await page.getByRole('button', { name: 'tongue, happy, not drawn' }).click();
await page.getByRole('button', { name: /Make it of/ }).click();
const making = page.getByRole('group', { name: 'Making' });
await making.getByRole('button', { name: 'Part' }).click();
await making.getByRole('checkbox', { name: 'Tongue' }).check();
await take('making');
await making.getByRole('button', { name: 'Leave' }).click();
await page.getByRole('button', { name: 'arm_A_hand', exact: true }).first().click();
await page.getByRole('button', { name: 'grip, neutral' }).click();
await page.keyboard.press('g');
await take('hands');
await page.keyboard.press('g');
await page.getByRole('button', { name: 'mouth', exact: true }).first().click();
await page.keyboard.press('r');
await page.keyboard.press('l');
await page.getByLabel('The line').fill('[happy] Low water at nine, all mail aboard.');
await page.getByRole('button', { name: 'Say it' }).click();
await page.waitForTimeout(1900);
await take('say-a-line');
const turned = cards.find((card) => card.name === 'Juniper Vane, turnaround').id;
await page.goto(`${address}/characters/${turned}/turns`);
await page.getByText(/^Satchel is/).waitFor({ timeout: 60_000 });
await take('turns');
await page.goto(`${address}/characters/${turned}/trial?view=three-quarter`);
await page.getByRole('button', { name: /^Walk/ }).click();
await page
  .getByText(/px of .* at worst/)
  .first()
  .waitFor({ timeout: 60_000 });
await page.keyboard.press('t');
await page.keyboard.press('a');
await page.waitForTimeout(800);
await take('trial');
await open('handoff');
await page.getByText('All 10 checks hold').waitFor({ timeout: 60_000 });
await page.waitForTimeout(3000);
await take('handoff');
await page.getByRole('button', { name: 'Compare version 3 with another' }).click();
await page.getByLabel('Earlier version').selectOption('1');
await page.getByRole('button', { name: /bag is named satchel/ }).click();
await page.waitForTimeout(1500);
await take('changes');
// Late, since it changes the demo.
await page.goto(`${address}/characters/${cards.find((card) => card.name === 'Juniper Vane, raw').id}/cut`);
await page.getByRole('button', { name: 'First draft' }).click();
await page.getByRole('region', { name: 'Doubts' }).waitFor({ timeout: 120_000 });
for (let i = 0; i < 8; i++) await page.getByRole('button', { name: 'Next doubt' }).click();
await take('draft');
await page.getByRole('button', { name: 'Night' }).click();
await page.goto(`${address}/characters/${juniper}/joints`);
await page.waitForTimeout(2500);
await page.getByRole('button', { name: 'wrist A', exact: true }).click();
await page.waitForTimeout(2500);
await take('night');
await browser.close();
