import type { CharacterDoc, NameTokens, ViewRow } from '@limber-sheaf/core';
import type { BenchValue } from '../../bench/context';
import {
  dropIfChanged,
  giveShapes,
  propose,
  proposalStore,
  proposedParts,
  restoreProposal,
  splitShape,
  stepProposal,
  unnamedShapes,
} from './proposals';
import { said } from '../../testing/toasts';

/** The worker's side: a picture that tells which corrections made it. */
let made: string[] = [];
const worker = {
  propose: () => {
    made = [];
    return Promise.resolve({ shapes: [{}, {}], made: [] as string[] });
  },
  giveShapes: (shapes: number[], part: number | null) => {
    made = [...made, `${shapes.join(' and ')} to ${part}`];
    return Promise.resolve({ shapes: [{}, {}], made });
  },
  splitShape: (line: number[]) => {
    if (line[0] < 0) return Promise.resolve({ ok: false, sentence: 'The line crosses no shape.' });
    made = [...made, `split at ${line[0]}`];
    return Promise.resolve({ shapes: [{}, {}, {}], made });
  },
  dropProposal: () => Promise.resolve(),
};
jest.mock('./worker', () => ({ proposalWorker: () => worker }));
jest.mock('../../bench/worker', () => ({ keyOf: () => 1 }));

const kept = new Map<string, string>();
global.sessionStorage = {
  getItem: (key: string) => kept.get(key) ?? null,
  setItem: (key: string, value: string) => void kept.set(key, value),
  removeItem: (key: string) => void kept.delete(key),
} as unknown as Storage;

function bench(faces: string[] = [], designBlob = 'design'): BenchValue {
  const view = { id: 'v', designBlob } as ViewRow;
  const pieces = faces.map((blob, n) => ({ id: `p${n}`, viewId: 'v', partId: 'x', face: { blob, x: 0, y: 0 } }));
  const doc = {
    character: { plan: null },
    parts: [],
    pieces,
    joints: [],
    handles: [],
    orderChanges: [],
    swapSets: [],
    drawings: [],
    drawingViews: [],
    looks: [],
    cycles: [],
    exceptions: [],
    poses: [],
    views: [view],
  } as unknown as CharacterDoc;
  return { doc, view } as BenchValue;
}

const HEAD: NameTokens = { group: 'head', side: null, part: null, index: null };
const corrections = () => (proposalStore.getState().picture as unknown as { made: string[] } | null)?.made;
/** Waits until the proposal on the table is whole again. */
async function settled(): Promise<void> {
  for (let n = 0; n < 20; n++) await Promise.resolve();
  expect(proposalStore.getState().working).toBe(false);
}

beforeEach(async () => {
  kept.clear();
  await propose(bench());
});

test('a proposal has steps of its own: taken back and brought back, and none beyond them', async () => {
  await giveShapes([0], HEAD);
  await splitShape([40, 0, 40, 9]);
  const both = corrections();
  expect(both).toHaveLength(2);
  expect(stepProposal('undo', bench())).toBe(true);
  await settled();
  expect(corrections()).toEqual(both?.slice(0, 1));
  expect(stepProposal('redo', bench())).toBe(true);
  await settled();
  expect(corrections()).toEqual(both);
  stepProposal('undo', bench());
  await settled();
  stepProposal('undo', bench());
  await settled();
  expect(corrections()).toEqual([]);
  // The bench decides what an undo means now; the proposal has none left.
  expect(stepProposal('undo', bench())).toBe(false);
});

test('parts are sure by all their shapes, the larger ones the more; those without a part come largest first', () => {
  const shape = (part: number | null, area: number, confidence: number) => ({
    part,
    area,
    confidence,
    at: { x: 0, y: 0 },
  });
  const shapes = [
    shape(0, 90, 0.9),
    shape(0, 10, 0.1),
    shape(1, 5, 0.9),
    shape(1, 95, 0.3),
    shape(null, 4, 0),
    shape(null, 7, 0),
  ];
  expect(proposedParts({ shapes })).toEqual({ sure: [0], unsure: [1] });
  expect(unnamedShapes({ shapes })).toEqual([5, 4]);
});

test('a new correction gives up what was taken back', async () => {
  await giveShapes([0], HEAD);
  stepProposal('undo', bench());
  await settled();
  await giveShapes([1], null);
  expect(stepProposal('redo', bench())).toBe(false);
  expect(corrections()).toEqual(['1 to null']);
});

test('a correction that is refused says why and is no step', async () => {
  await splitShape([-1, 0, 0, 0]);
  expect(said).toEqual(['The line crosses no shape.']);
  expect(proposalStore.getState().steps).toEqual([]);
});

test('a proposal outlives a reload with its corrections, as long as the design is the same', async () => {
  await giveShapes([0], HEAD);
  const before = corrections();
  proposalStore.setState({ picture: null, steps: [] });
  restoreProposal(bench());
  await settled();
  expect(corrections()).toEqual(before);

  proposalStore.setState({ picture: null, steps: [] });
  restoreProposal(bench([], 'another design'));
  await settled();
  expect(proposalStore.getState().picture).toBeNull();
  expect(kept.size).toBe(0);
});

test('what is cut beneath a proposal puts it away, and says so; anything else leaves it', () => {
  dropIfChanged(bench());
  expect(corrections()).toEqual([]);
  dropIfChanged(bench(['a face']));
  expect(proposalStore.getState().picture).toBeNull();
  expect(said[0]).toMatch(/changed beneath the proposal/);
  expect(kept.size).toBe(0);
});
