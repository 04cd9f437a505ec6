import type { CharacterDoc, ViewRow } from '@limber-sheaf/core';
import type { BenchValue } from '../../bench/context';
import { useBench } from '../../bench/store';
import { setCut, useCut } from './cut-store';
import { usePenStore } from './pen-store';
import { adjustSoak, hoverSoak, takeSoak } from './soak-hand';
import { said } from '../../testing/toasts';

jest.mock('../../bench/worker', () => ({ keyOf: ({ doc }: { doc: { revision: number } }) => doc.revision }));

/** The worker's answers, each given when the test lets it: what was asked of which state. */
let asked: { state: number; x: number; gap: number }[] = [];
let answer: (found: unknown) => void;
let refuses = '';
jest.mock('./worker', () => ({
  cutWorker: () => ({
    previewSoak: (state: number, _view: string, seed: { x: number }, settings: { gap: number }) => {
      asked.push({ state, x: seed.x, gap: settings.gap });
      const found = refuses ? { ok: false, sentence: refuses } : { ok: true, mask: `mask of gap ${settings.gap}` };
      return new Promise((done) => {
        answer = () => done(found);
      });
    },
  }),
}));

/** The server's side: the revision that it is at, and the edits it was asked for. */
let revision = 1;
let edits: [string, string, unknown][] = [];
const edit = (name: string, id: string, body: unknown) => {
  edits.push([name, id, body]);
  revision++;
  return Promise.resolve({ revision });
};
jest.mock('./take-shape', () => ({
  takeShape: () => Promise.resolve({ state: { revision: ++mockAt.revision }, tokens: null }),
}));
const mockAt = {
  get revision() {
    return revision;
  },
  set revision(to: number) {
    revision = to;
  },
};

const bench = (): BenchValue =>
  ({ doc: { revision } as unknown as CharacterDoc, sheets: {}, view: { id: 'v' } as ViewRow, revision, edit }) as never;
/** Lets what waits go on. */
const turn = async () => {
  for (let n = 0; n < 12; n++) await Promise.resolve();
};
const FOOT = { group: 'leg', side: 'A', part: 'foot', index: null } as const;

async function soakedUp(): Promise<void> {
  useBench.setState({ pickedPart: FOOT, pickedPiece: null });
  const taking = takeSoak(bench(), { x: 5, y: 5 });
  await turn();
  answer(null);
  await taking;
}

beforeEach(() => {
  asked = [];
  edits = [];
  refuses = '';
  revision = 1;
  usePenStore.setState({ lastSoak: null, shape: null, refusal: null, busy: false });
  useCut.setState({ tool: 'soak' });
  setCut({ gap: 6, copy: false });
});

test('a changed number takes the last soak anew, from the state before it, and replaces that edit alone', async () => {
  await soakedUp();
  const adjusting = adjustSoak(bench(), { gap: 9 });
  expect(usePenStore.getState().busy).toBe(true);
  await turn();
  answer(null);
  await adjusting;
  expect(asked.at(-1)).toEqual({ state: 1, x: 5, gap: 9 });
  expect(edits).toEqual([
    ['cut.retake', 'v', { targets: [{ tokens: FOOT, mask: 'mask of gap 9' }], word: 'Soak up', replaces: 2 }],
  ]);
  expect(usePenStore.getState().busy).toBe(false);
});

test('while the hand moves on, numbers in between are left out and the newest counts', async () => {
  await soakedUp();
  const adjusting = adjustSoak(bench(), { gap: 7 });
  await turn();
  for (const gap of [8, 9, 10, 11]) void adjustSoak(bench(), { gap });
  answer(null);
  await turn();
  answer(null);
  await adjusting;
  expect(asked.slice(1).map(({ gap }) => gap)).toEqual([7, 11]);
  // The second replaces what the first had made of it.
  expect(edits.map(([, , body]) => (body as { replaces: number }).replaces)).toEqual([2, 3]);
});

test('once anything else has happened, a changed number changes no edit', async () => {
  await soakedUp();
  revision++;
  await adjustSoak(bench(), { gap: 12 });
  expect(edits).toEqual([]);
  expect(useCut.getState().settings.gap).toBe(12);
});

test('a copy, which adds to what was copied before, is not taken anew', async () => {
  setCut({ copy: true });
  await soakedUp();
  await adjustSoak(bench(), { gap: 12 });
  expect(edits).toEqual([]);
});

test('where nothing can be soaked up the reason is said, and nothing is taken', async () => {
  refuses = 'There is no paint to soak up here.';
  await soakedUp();
  expect(said).toEqual([refuses]);
  expect(usePenStore.getState().lastSoak).toBeNull();
});

test('the pointer’s newest place is shown, and those it has left are never asked for', async () => {
  const hovering = hoverSoak(bench(), { x: 1, y: 0 });
  for (const x of [2, 3, 4]) void hoverSoak(bench(), { x, y: 0 });
  await turn();
  answer(null);
  await turn();
  answer(null);
  await hovering;
  expect(asked.map(({ x }) => x)).toEqual([1, 4]);
  expect(usePenStore.getState().shape).toMatchObject({ word: 'Soak up' });
});
