// The page with a character of 60 pieces at 4000 × 4000: bytes of the first load, its memory, frames while zooming.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { performance } from 'node:perf_hooks';
import { chromium } from '@playwright/test';
import { client, seedDemo } from '../demo/seed.js';
import { freePort, freshDatabase, projectRoot, startPostgres } from '../scripts/postgres.js';
import { startServer, stopServer } from '../scripts/serve.js';
import { setSixtyPatchesMoving } from './moving.js';
import { SIDE, bringSixtyPatches } from './sixty-patches.js';

/** ms for which a motion is looked at. */
const MOTION_MS = 5000;

/** MB that a process alone needs, its share of what it shares with others counted in. */
function megabytes(pid) {
  const [, kb] = /^Pss:\s+(\d+)/m.exec(readFileSync(`/proc/${pid}/smaps_rollup`, 'utf8')) ?? [];
  return Number(kb) / 1024;
}

const settled = (page) => page.waitForSelector('[data-testid="light-table"][aria-busy="false"]');

/** Opens an address in a browser of its own, and does `work` there. */
async function inPage(address, work) {
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking', '--disable-component-update'],
  });
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    const session = await browser.newBrowserCDPSession();
    const renderer = async () => {
      const { processInfo } = await session.send('SystemInfo.getProcessInfo');
      return Math.max(...processInfo.filter(({ type }) => type === 'renderer').map(({ id }) => megabytes(id)));
    };
    let bytes = 0;
    const wire = await page.context().newCDPSession(page);
    await wire.send('Network.enable');
    wire.on('Network.loadingFinished', ({ encodedDataLength, requestId }) => {
      if (scripts.has(requestId)) bytes += encodedDataLength;
    });
    const scripts = new Set();
    wire.on('Network.responseReceived', ({ requestId, response, type }) => {
      if ((type === 'Script' || type === 'Stylesheet') && !response.url.includes('worker')) scripts.add(requestId);
    });
    const start = performance.now();
    await page.goto(address);
    await settled(page);
    return await work({ page, renderer, bytes: () => bytes, ms: performance.now() - start });
  } finally {
    await browser.close();
  }
}

/* global window, requestAnimationFrame -- what runs in the page */

/** Begins to note the times between frames. */
const noteFrames = (page) =>
  page.evaluate(() => {
    window.frames60 = [];
    let last = performance.now();
    const tick = (now) => {
      window.frames60.push(now - last);
      last = now;
      requestAnimationFrame(tick);
    };
    requestAnimationFrame(tick);
  });

/** How many frames there were since, and the times between them, ms. */
async function framesNoted(page) {
  const frames = await page.evaluate(() => window.frames60.sort((a, b) => a - b));
  return { count: frames.length, median: frames[frames.length >> 1], p95: frames[Math.floor(frames.length * 0.95)] };
}

/** The times between frames while the wheel turns in and out. */
async function zoom(page) {
  await page.mouse.move(560, 400);
  await noteFrames(page);
  for (let n = 0; n < 80; n++) await page.mouse.wheel(0, n < 40 ? -60 : 60);
  return framesNoted(page);
}

/** The times between frames while a motion that turns every piece plays. */
async function motion(page) {
  await page.keyboard.press('9');
  await page.getByRole('button', { name: 'Through its poses' }).click();
  await settled(page);
  await page.waitForTimeout(MOTION_MS);
  await noteFrames(page);
  await page.waitForTimeout(MOTION_MS);
  return framesNoted(page);
}

/** ms from a move of the pointer to the picture that shows it, median and p95, while a stroke is drawn; and until it is kept. */
async function stroke(page) {
  await page.evaluate(() => {
    window.behind = [];
    const moved = () => {
      const from = performance.now();
      // A message that is sent in a frame comes when the frame is painted.
      requestAnimationFrame(() => {
        const { port1, port2 } = new MessageChannel();
        port1.onmessage = () => window.behind.push(performance.now() - from);
        port2.postMessage(null);
      });
    };
    window.addEventListener('pointermove', moved, { capture: true });
  });
  await page.mouse.move(520, 330);
  await page.mouse.down();
  for (let n = 0; n < 120; n++) await page.mouse.move(520 + n, 330 + 60 * Math.sin(n / 9));
  const release = performance.now();
  const kept = page.waitForResponse((answer) => answer.request().method() === 'POST');
  await page.mouse.up();
  await kept;
  const ms = performance.now() - release;
  const behind = await page.evaluate(() => window.behind.sort((a, b) => a - b));
  return { median: behind[behind.length >> 1], p95: behind[Math.floor(behind.length * 0.95)], kept: ms };
}

/** Opens a crowded character in Cut, and tells what its page takes. */
async function measure(address) {
  await inPage(address, async ({ page: opened, renderer, bytes, ms }) => {
    console.log(`first load of the bench: ${(bytes() / 1000).toFixed(0)} kB of scripts and styles`);
    console.log(`60 pieces at ${SIDE}²: laid out after ${ms.toFixed(0)} ms, ${(await renderer()).toFixed(0)} MB`);
    const still = await zoom(opened);
    console.log(`wheel zoom at rest: ${still.median.toFixed(1)} ms a frame, p95 ${still.p95.toFixed(1)} ms`);
    await opened.locator('[aria-roledescription="sortable"]').nth(8).click();
    await opened.keyboard.press('w');
    await opened.keyboard.press('w');
    await settled(opened);
    const after = await zoom(opened);
    console.log(`again, with a piece picked: ${after.median.toFixed(1)} ms a frame, p95 ${after.p95.toFixed(1)} ms`);
    console.log(`then ${(await renderer()).toFixed(0)} MB`);
    await opened.keyboard.press('4');
    await opened.getByRole('button', { name: /Brush beneath/ }).click();
    await settled(opened);
    const brush = await stroke(opened);
    console.log(
      `brush beneath: ${brush.median.toFixed(1)} ms behind the pointer, p95 ${brush.p95.toFixed(1)} ms; kept ${brush.kept.toFixed(0)} ms after letting go`,
    );
  });
}

/** Starts the service with the demo and a crowded character, and measures the page. */
export async function page() {
  const postgres = await startPostgres(join(projectRoot, 'data', 'bench'));
  const server = await startServer({ databaseUrl: await freshDatabase(postgres, 'bench'), port: await freePort() });
  try {
    await seedDemo(server.address);
    const ask = client(server.address, 'bench');
    const [{ id: productionId }] = await ask('GET', '/productions');
    const id = await bringSixtyPatches(ask, productionId);
    await measure(`${server.address}/characters/${id}/cut`);
    await setSixtyPatchesMoving(ask, id);
    await inPage(`${server.address}/characters/${id}/cut`, async ({ page: opened }) => {
      const { count, median, p95 } = await motion(opened);
      console.log(
        `a motion that turns all of them: ${((1000 * count) / MOTION_MS).toFixed(0)} frames a second, ${median.toFixed(1)} ms each, p95 ${p95.toFixed(1)} ms`,
      );
    });
  } finally {
    await stopServer(server.child);
    postgres.stop();
  }
}
