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
await open('cut');
await page.getByRole('button', { name: 'lower arm' }).first().click();
await take('cut');
await open('joints');
await page.getByRole('button', { name: 'elbow A' }).click();
await page.waitForTimeout(3000);
await page.getByRole('slider').focus();
for (let i = 0; i < 16; i++) await page.keyboard.press('PageUp');
await take('joints');
await open('stack');
await page.getByRole('complementary').getByRole('button', { name: 'hand A' }).click();
await take('stack');
await open('handoff');
await page.waitForTimeout(4000);
await take('handoff');
await page.getByRole('button', { name: 'Night' }).click();
await page.goto(`${address}/characters/${juniper}/joints`);
await page.waitForTimeout(2500);
await page.getByRole('button', { name: 'wrist A' }).click();
await page.waitForTimeout(2500);
await take('night');
await browser.close();
