import { pickPiece, useBench } from '../../bench/store';
import type { BenchValue } from '../../bench/context';
import type { TableEvent } from '../../bench/station';
import { character, named } from '../../testing/character';
import { cutHand } from './cut-hand';
import { setCut, useCut, type CutTool } from './cut-store';
import { penHand } from './pen-hand';
import { NO_PEN, usePenStore } from './pen-store';
import { proposalStore } from './proposals';
import { said } from '../../testing/toasts';
import { answered, tableEvent } from '../../testing/table';

jest.mock('../../bench/worker', () => ({ keyOf: () => 1 }));

let cross: object = {};
let settled: object = {};
const hugged: number[][] = [];
jest.mock('./worker', () => ({
  cutWorker: () => ({
    previewCross: () => Promise.resolve(cross),
    settleLoop: () => Promise.resolve(settled),
    hug: (_: number, __: string, from: { x: number; y: number }, to: { x: number; y: number }) => {
      hugged.push([from.x, from.y, to.x, to.y]);
      return Promise.resolve([from.x, from.y, (from.x + to.x) / 2, 7]);
    },
  }),
}));

const doc = character({ pieces: ['torso', 'arm A upper'], hangs: { 'arm A upper': 'torso' } });
const edits: unknown[][] = [];
let refused = false;
const bench = {
  doc,
  sheets: {},
  view: doc.views[0],
  revision: 1,
  edit: (...asked: unknown[]) => {
    edits.push(asked);
    const made = character({ pieces: ['torso', 'arm A upper', 'arm A lower', 'head'] });
    return Promise.resolve(refused ? null : { doc: made, sheets: {}, revision: 2 });
  },
} as unknown as BenchValue;
let beneath: string | null = 'arm A upper';
const table = { pieceUnder: () => Promise.resolve(beneath), placeOf: (_: string, x: number, y: number) => ({ x, y }) };

const point = (kind: TableEvent['kind'], x: number, y: number, more: Partial<TableEvent> = {}) =>
  cutHand.send(tableEvent(kind, x, y, more), bench, table);
const click = (x: number, y: number) => {
  point('press', x, y);
  point('release', x, y);
};
const take = (tool: CutTool | null) => useCut.setState({ tool });
const sides = { ok: true, centres: { left: { x: 60, y: 200 }, right: { x: 90, y: 100 } } };

beforeEach(() => {
  edits.length = hugged.length = 0;
  refused = false;
  beneath = 'arm A upper';
  cross = sides;
  settled = { ok: true, mask: 'a mask' };
  usePenStore.setState(NO_PEN);
  proposalStore.setState({ picture: null });
  useBench.setState({ viewport: { scale: 1, x: 0, y: 0 } });
  pickPiece(null, null);
  setCut({ copy: false, hug: false });
});

describe('a cross-cut', () => {
  const draw = async () => {
    take('cross');
    click(20, 150);
    click(120, 160);
    await answered();
  };

  test('is proposed first: the far half, under the name that comes next on the limb', async () => {
    await draw();
    expect(edits).toEqual([]);
    expect(usePenStore.getState().proposal).toEqual({
      line: [20, 150, 120, 160],
      pieceId: 'arm A upper',
      take: 'left',
      tokens: named('arm A lower'),
    });
  });

  test('goes to the picked part where that is not cut yet', async () => {
    pickPiece(null, named('head'));
    await draw();
    expect(usePenStore.getState().proposal?.tokens).toEqual(named('head'));
  });

  test('gives the picked part the paint that it names: of a hand with its sleeve, the near half is the lower arm', async () => {
    const hand = character({ pieces: ['torso', 'arm A hand'], hangs: { 'arm A hand': 'torso' } });
    const at = { ...bench, doc: hand, view: hand.views[0] };
    beneath = 'arm A hand';
    take('cross');
    const draw = async (part: string) => {
      pickPiece(null, named(part));
      const hold = { pieceUnder: () => Promise.resolve(beneath) };
      for (const [x, y] of [
        [20, 150],
        [120, 160],
      ]) {
        penHand(at, hold).send({ kind: 'press', x, y });
        penHand(at, hold).send({ kind: 'release' });
      }
      await answered();
      return usePenStore.getState().proposal?.take;
    };
    expect(await draw('arm A lower')).toBe('right');
    expect(await draw('arm A upper')).toBe('right');
    expect(await draw('tail')).toBe('left');
  });

  test('of nothing but what is uncut says so to the server', async () => {
    beneath = null;
    await draw();
    expect(usePenStore.getState().proposal?.pieceId).toBeNull();
    await penHand(bench, table).take();
    expect(edits[0][2]).toMatchObject({ pieceId: undefined, take: 'left' });
  });

  test('a click on the other half names that one, a second click takes it', async () => {
    await draw();
    point('release', 60, 100);
    expect(usePenStore.getState().proposal?.take).toBe('left');
    await answered();
    expect(edits).toHaveLength(1);
    usePenStore.setState({ proposal: { line: [20, 150, 120, 160], pieceId: null, take: 'left', tokens: null } });
    point('release', 60, 200);
    expect(usePenStore.getState().proposal?.take).toBe('right');
  });

  test('taken, it picks the new piece and lays the pen down; refused, the proposal stays', async () => {
    await draw();
    refused = true;
    await penHand(bench, table).take();
    expect(usePenStore.getState()).toMatchObject({ busy: false, proposal: { take: 'left' } });
    refused = false;
    await penHand(bench, table).take();
    expect(edits[1]).toEqual([
      'cut.cross',
      'v',
      { pieceId: 'arm A upper', line: [20, 150, 120, 160], take: 'left', tokens: named('arm A lower') },
    ]);
    expect(usePenStore.getState().proposal).toBeNull();
    expect(useBench.getState().pickedPiece).toBe('arm A lower');
  });

  test('that makes no two sides is told, and nothing is proposed', async () => {
    cross = { ok: false, sentence: 'The line does not cross the arm.' };
    await draw();
    expect(said).toEqual(['The line does not cross the arm.']);
    expect(usePenStore.getState().proposal).toBeNull();
  });

  test('while it is drawn, what would be refused is known already', async () => {
    cross = { ok: false, sentence: 'The line does not cross the arm.' };
    take('cross');
    click(20, 150);
    point('move', 60, 155);
    await answered();
    expect(usePenStore.getState().refusal).toBe('The line does not cross the arm.');
    cross = sides;
    point('move', 120, 160);
    await answered();
    expect(usePenStore.getState()).toMatchObject({ refusal: null, preview: sides });
  });

  test('without a name left is not taken without a word', async () => {
    await draw();
    usePenStore.setState(({ proposal }) => ({ proposal: proposal && { ...proposal, tokens: null } }));
    await penHand(bench, table).take();
    expect(said).toEqual(['Every part of the list is cut already.']);
    expect(edits).toEqual([]);
  });
});

describe('a traced loop', () => {
  const corners = [10, 10, 60, 10, 60, 60];
  const loop = async () => {
    take('trace');
    for (let i = 0; i < corners.length; i += 2) click(corners[i], corners[i + 1]);
    point('double', 10, 10);
    await answered();
  };

  test('goes to the picked piece, or to the part that comes next', async () => {
    pickPiece('torso', named('torso'));
    await loop();
    expect(edits[0]).toEqual(['cut.trace', 'v', { pieceId: 'torso', loop: corners }]);
    pickPiece(null, named('head'));
    await loop();
    expect(edits[1]).toEqual(['cut.trace', 'v', { tokens: named('head'), loop: corners }]);
    expect(useBench.getState().pickedPiece).toBe('head');
  });

  test('with hugging on follows the edge between its points, and back to the first', async () => {
    setCut({ hug: true });
    pickPiece('torso', named('torso'));
    await loop();
    expect(hugged.slice(-3)).toEqual([
      [10, 10, 60, 10],
      [60, 10, 60, 60],
      [60, 60, 10, 10],
    ]);
    expect(edits[0][2]).toEqual({ pieceId: 'torso', loop: [10, 10, 35, 7, 60, 10, 60, 7, 60, 60, 35, 7].slice(0, 12) });
  });

  test('as a copy needs a piece to carry it', async () => {
    setCut({ copy: true });
    pickPiece(null, named('head'));
    await loop();
    expect(said).toEqual(['Copies need a piece that is cut already.']);
    pickPiece('torso', named('torso'));
    await loop();
    expect(edits).toEqual([['cut.copy', 'v', { pieceId: 'torso', mask: 'a mask' }]]);
    settled = { ok: false, sentence: 'The loop encloses nothing.' };
    await loop();
    expect(said.at(-1)).toBe('The loop encloses nothing.');
  });

  test('that was lost half way takes nothing', async () => {
    take('trace');
    point('press', 0, 0);
    point('move', 40, 0, { pressed: true, dragged: true });
    point('move', 40, 40, { pressed: true, dragged: true });
    point('lost', 0, 0);
    await answered();
    expect(edits).toEqual([]);
    expect(usePenStore.getState().pen.kind).toBe('idle');
  });
});

test('what is drawn round with “give back” goes back, from the picked piece alone', async () => {
  take('give');
  pickPiece('torso', named('torso'));
  point('press', 0, 0);
  for (const [x, y] of [
    [40, 0],
    [40, 40],
    [0, 40],
  ])
    point('move', x, y, { pressed: true, dragged: true });
  point('release', 0, 40, { dragged: true });
  await answered();
  expect(edits).toEqual([['cut.giveBack', 'v', { pieceId: 'torso', loop: [0, 0, 40, 0, 40, 40, 0, 40] }]]);
  expect(usePenStore.getState()).toMatchObject({ busy: false, pen: { kind: 'idle' } });
});

test('without a tool the pointer is left to the light table', () => {
  take(null);
  expect([point('press', 5, 5), point('move', 6, 6), point('release', 6, 6)]).toEqual([false, false, false]);
  expect(cutHand.points()).toBe(false);
  take('trace');
  expect(cutHand.points()).toBe(true);
});

test('“back” drops a tool that has nothing drawn', () => {
  const tools: CutTool[] = ['cross', 'trace', 'give', 'soak'];
  for (const tool of tools) {
    take(tool);
    penHand(bench, table).send({ kind: 'back' });
    expect([tool, useCut.getState().tool]).toEqual([tool, null]);
  }
});
