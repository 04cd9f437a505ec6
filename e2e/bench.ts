import { expect, test as base, type Page } from '@playwright/test';
import { startLane } from './server';
import type { CharacterDoc, DerivedRefs, JointRow } from '@limber-sheaf/core';

/** The bench as a user has it in hand: canvas places instead of screen places. */
export class BenchPage {
  constructor(
    readonly page: Page,
    readonly address: string,
  ) {}

  async api<T>(path: string): Promise<T> {
    return (await (await fetch(`${this.address}/api${path}`)).json()) as T;
  }

  /** The character's id by its name. */
  async characterId(name: string): Promise<string> {
    const [production] = await this.api<{ id: string }[]>('/productions');
    const cards = await this.api<{ id: string; name: string; deleted: boolean }[]>(
      `/productions/${production.id}/characters`,
    );
    const card = cards.find((c) => c.name === name && !c.deleted);
    if (!card) throw new Error(`no character ${name}`);
    return card.id;
  }

  async doc(id: string): Promise<CharacterDoc> {
    return (await this.api<{ doc: CharacterDoc }>(`/characters/${id}`)).doc;
  }

  /** What follows from the character's rows, by piece. */
  async sheets(id: string): Promise<DerivedRefs[]> {
    return Object.values((await this.api<{ sheets: Record<string, DerivedRefs> }>(`/characters/${id}`)).sheets);
  }

  /** The joint that a part of side A turns about, as it is now. */
  async jointOf(id: string, group: string, part: string): Promise<JointRow | undefined> {
    const { joints, pieces, parts } = await this.doc(id);
    const row = parts.find((p) => p.group === group && p.side === 'A' && p.part === part)?.id;
    return joints.find((j) => pieces.find((p) => p.id === j.childId)?.partId === row);
  }

  async open(name: string, station: string): Promise<string> {
    const id = await this.characterId(name);
    await this.page.goto(`${this.address}/characters/${id}/${station}`);
    await this.page.getByRole('complementary', { name: 'Ledger' }).waitFor();
    await this.settled();
    return id;
  }

  /** Waits until every picture is on the light table and what was done last is drawn. */
  async settled(): Promise<void> {
    await expect(this.page.getByTestId('light-table')).toHaveAttribute('aria-busy', 'false');
    await this.page.evaluate(
      () => new Promise((drawn) => requestAnimationFrame(() => requestAnimationFrame(() => drawn(null)))),
    );
  }

  /** Where a place of the canvas is on the screen, with the whole character in view. */
  private async screen(canvas: { width: number; height: number }): Promise<(x: number, y: number) => [number, number]> {
    await this.page.keyboard.press('h');
    await this.settled();
    const box = await this.page.getByRole('main', { name: 'Light table' }).boundingBox();
    if (!box) throw new Error('no light table');
    // Cut keeps room for a tool's numbers under its actions, Trial for its frames.
    const url = this.page.url();
    const top = url.includes('/cut') ? 92 : url.includes('/trial') ? 150 : 52;
    const margin = 16;
    const scale = Math.min((box.width - 2 * margin) / canvas.width, (box.height - top - margin) / canvas.height, 3);
    const left = (box.width - canvas.width * scale) / 2;
    const over = top + (box.height - top - margin - canvas.height * scale) / 2;
    return (x, y) => [box.x + left + x * scale, box.y + over + y * scale];
  }

  /** Draws freehand along places of the canvas, x, y pairs. */
  async draw(canvas: { width: number; height: number }, points: readonly number[], steps = 3): Promise<void> {
    const at = await this.screen(canvas);
    await this.page.mouse.move(...at(points[0], points[1]));
    await this.page.mouse.down();
    for (let i = 2; i < points.length; i += 2) await this.page.mouse.move(...at(points[i], points[i + 1]), { steps });
    await this.page.mouse.up();
  }

  /** Clicks places of the canvas one after the other. */
  async click(canvas: { width: number; height: number }, points: readonly number[]): Promise<void> {
    const at = await this.screen(canvas);
    for (let i = 0; i < points.length; i += 2) {
      await this.page.mouse.move(...at(points[i], points[i + 1]), { steps: 4 });
      await this.page.mouse.down();
      await this.page.mouse.up();
      await this.settled();
    }
  }
}

export const test = base.extend<{ bench: BenchPage }, { address: string }>({
  // A lane's server lasts as long as its worker, and a journey that failed ends both: its second try begins with the demo as
  // it was. BENCH_ADDRESS names a bench that runs already, for a look at one journey.
  address: [
    // Playwright wants to read in the pattern which fixtures it is made of: none.
    // eslint-disable-next-line no-empty-pattern
    async ({}, use, { parallelIndex }) => {
      const given = process.env.BENCH_ADDRESS;
      const lane = given ? null : await startLane(parallelIndex);
      await use(given ?? lane?.address ?? '');
      await lane?.stop();
    },
    { scope: 'worker', timeout: 400_000 },
  ],
  bench: async ({ page, address }, use) => {
    const problems: string[] = [];
    page.on('pageerror', (error) => problems.push(error.message));
    await use(new BenchPage(page, address));
    if (problems.length > 0) throw new Error(`The page failed: ${problems.join('; ')}`);
  },
});

export { expect };
