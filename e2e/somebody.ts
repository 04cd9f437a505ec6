import { expect, type Page } from '@playwright/test';
import sharp from 'sharp';

/** Somebody in plain colours, drawn small. */
const SOMEBODY = `<svg xmlns="http://www.w3.org/2000/svg" width="300" height="460">
  <g stroke="#221a18" stroke-width="4" stroke-linejoin="round">
    <rect x="138" y="112" width="24" height="30" fill="#e8b48c"/>
    <path d="M112 140h76l8 122h-92z" fill="#3d7a5a"/>
    <path d="M110 146l-26 70-6 66h24l8-60 12-54z" fill="#c9543e"/>
    <path d="M190 146l26 70 6 66h-24l-8-60-12-54z" fill="#c9543e"/>
    <circle cx="90" cy="294" r="14" fill="#e8b48c"/><circle cx="210" cy="294" r="14" fill="#e8b48c"/>
    <path d="M108 262h38l-4 150h-28z" fill="#33436b"/><path d="M154 262h38l-6 150h-28z" fill="#33436b"/>
    <rect x="100" y="410" width="44" height="22" rx="8" fill="#4a2f22"/>
    <rect x="156" y="410" width="44" height="22" rx="8" fill="#4a2f22"/>
    <ellipse cx="150" cy="72" rx="42" ry="48" fill="#e8b48c"/>
  </g>
</svg>`;

export const SOMEBODY_CANVAS = { width: 300, height: 460 };

/** Brings somebody small in under a name, as a user would, and opens Cut; answers with the character's id. */
export async function bringSomebodyIn(page: Page, address: string, name: string): Promise<string> {
  const buffer = await sharp(Buffer.from(SOMEBODY)).png().toBuffer();
  await page.goto(address);
  await page.getByRole('button', { name: 'New character' }).click();
  await page.getByLabel('Design').setInputFiles({ name: `${name}.png`, mimeType: 'image/png', buffer });
  await page.getByRole('button', { name: 'Bring in' }).click();
  await expect(page.getByRole('heading', { name: 'Plan' })).toBeVisible();
  await page.keyboard.press('2');
  await expect(page).toHaveURL(/\/cut/);
  return /characters\/([\w-]+)/.exec(page.url())?.[1] ?? '';
}
