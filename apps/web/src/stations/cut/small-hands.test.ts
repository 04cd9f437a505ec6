import { pickPiece, useBench } from '../../bench/store';
import type { BenchValue } from '../../bench/context';
import type { TableEvent } from '../../bench/station';
import { character, named } from '../../testing/character';
import { setCut, useCut } from './cut-store';
import { keepWays } from './hugging';
import { nibBack, sendNib, useNib } from './nib-hand';
import { PEN_IDLE, type PenState } from '../../bench/pen';
import { NO_PEN, usePenStore } from './pen-store';
import { clickShape, giveAcross, giveInHand, hoverShape, nextUnnamed, unnameInHand } from './proposal-hand';
import { proposalStore } from './proposals';
import { said } from '../../testing/toasts';
import { answered, tableEvent } from '../../testing/table';

jest.mock('../../bench/worker', () => ({ keyOf: () => 1 }));
const given: unknown[] = [];
const hugs: number[][] = [];
let shape: number | null = 0;
let asked = 0;
let answerHover: (() => void) | null = null;
let answerLater: ((done: (at: number) => void) => void) | null = null;
jest.mock('./worker', () => ({
  proposalWorker: () => ({
    shapeAt: () => {
      asked++;
      if (answerLater) return new Promise((done) => answerLater?.(done));
      return answerHover ? new Promise((done) => (answerHover = () => done(shape))) : Promise.resolve(shape);
    },
    giveShapes: (all: number[], part: number | null) => {
      given.push([...all, part]);
      return Promise.resolve(picture);
    },
    extentOf: (at: number) => Promise.resolve({ image: `extent ${at}`, x: 0, y: 0 }),
  }),
  cutWorker: () => ({
    hug: (_: number, __: string, from: { x: number; y: number }, to: { x: number; y: number }) => {
      hugs.push([from.x, to.x]);
      return Promise.resolve([from.x, from.y, to.x, to.y]);
    },
  }),
}));
Object.assign(globalThis, {
  sessionStorage: { getItem: () => null, setItem: () => undefined, removeItem: () => undefined },
});

const picture = {
  shapes: [
    { part: 0, area: 40, at: { x: 1, y: 1 } },
    { part: null, area: 9, at: { x: 3, y: 1 } },
  ],
} as never;
const parts = [named('head'), named('torso')] as never;
const doc = character({ pieces: ['torso'] });
const edits: unknown[][] = [];
const bench = {
  doc,
  view: doc.views[0],
  edit: (...all: unknown[]) => {
    edits.push(all);
    return Promise.resolve({ doc: character({ pieces: ['torso', 'head'] }), revision: 2 });
  },
} as unknown as BenchValue;

beforeEach(() => {
  edits.length = given.length = asked = 0;
  shape = 0;
  answerHover = answerLater = null;
  pickPiece(null, null);
  usePenStore.setState(NO_PEN);
  proposalStore.setState({ picture, parts, over: null, steps: [], undone: [], working: false });
});

describe('the nib', () => {
  const point = (kind: TableEvent['kind'], x: number, y: number, more: Partial<TableEvent> = {}) =>
    sendNib(tableEvent(kind, x, y, more), bench);
  const stroke = async (free = false) => {
    useCut.setState(({ settings }) => ({ tool: 'nib', settings: { ...settings, nib: 20 } }));
    point('press', 10, 10, { free });
    point('move', 30, 10, { pressed: true, free });
    point('release', 30, 10, { free });
    await answered();
  };

  test('adds to the picked piece, or makes the part that is picked', async () => {
    pickPiece('torso', named('torso'));
    await stroke();
    pickPiece(null, named('head'));
    setCut({ hardness: 0.5 });
    await stroke();
    const line = [10, 10, 10, 30, 10, 10];
    expect(edits).toEqual([
      ['cut.nib', 'v', { pieceId: 'torso', stroke: line, hardness: 1, away: false }],
      ['cut.nib', 'v', { tokens: named('head'), stroke: line, hardness: 0.5, away: false }],
    ]);
    expect(useBench.getState().pickedPiece).toBe('head');
    expect(usePenStore.getState().busy).toBe(false);
  });

  test('takes away from the picked piece alone; without one that is told', async () => {
    await stroke(true);
    expect(said).toEqual(['Pick a piece first: the nib takes away from it.']);
    pickPiece('torso', named('torso'));
    await stroke(true);
    expect(edits).toEqual([['cut.nib', 'v', expect.objectContaining({ pieceId: 'torso', away: true })]]);
  });

  test('shows where it is and how wide, and nothing where it is lost', () => {
    point('move', 5, 6, { pressure: 1, free: true });
    expect(useNib.getState().at).toEqual({ x: 5, y: 6, radius: 10, away: true });
    point('lost', 0, 0);
    expect(useNib.getState().at).toBeNull();
  });

  test('stepped back, it drops the stroke, then is laid down', async () => {
    useCut.setState({ tool: 'nib' });
    point('press', 10, 10);
    nibBack(bench);
    point('release', 30, 10);
    await answered();
    expect([edits, useCut.getState().tool]).toEqual([[], 'nib']);
    nibBack(bench);
    expect(useCut.getState().tool).toBeNull();
  });
});

describe('a shape of a proposal', () => {
  test('clicked without a part picked, it picks the part it was guessed to be', async () => {
    await clickShape({ x: 1, y: 1 });
    expect(useBench.getState()).toMatchObject({ pickedPart: named('head'), pickedPiece: null });
    pickPiece(null, null);
    shape = 1;
    await clickShape({ x: 1, y: 1 });
    expect(said).toEqual(['Pick the part this shape belongs to in the ledger, then click it again.']);
    expect(given).toEqual([]);
  });

  test('goes to the picked part; what has it already keeps it', async () => {
    pickPiece(null, named('torso'));
    await clickShape({ x: 1, y: 1 });
    expect(given).toEqual([[0, 1]]);
    pickPiece(null, named('head'));
    await clickShape({ x: 1, y: 1 });
    expect(given).toEqual([[0, 1]]);
    expect(proposalStore.getState().at).toBe(0);
  });

  test('dragged across with others goes to the picked part with them, as one step', async () => {
    pickPiece(null, named('torso'));
    await hoverShape({ x: 1, y: 1 }, true);
    await hoverShape({ x: 2, y: 1 }, true);
    shape = 1;
    await hoverShape({ x: 3, y: 1 }, true);
    await giveAcross();
    expect(given).toEqual([[0, 1, 1]]);
    expect(proposalStore.getState()).toMatchObject({ across: [], steps: [{ shapes: [0, 1] }] });
    pickPiece(null, null);
    await hoverShape({ x: 3, y: 1 }, true);
    await giveAcross();
    expect(said).toEqual(['No part is picked.']);
    expect(given).toHaveLength(1);
  });

  test('dragged across by a hand that is quicker than the answers is not lost, and none is left behind', async () => {
    pickPiece(null, named('torso'));
    const answers: ((at: number) => void)[] = [];
    answerLater = (done) => answers.push(done);
    void hoverShape({ x: 1, y: 1 }, true);
    void hoverShape({ x: 2, y: 1 }, true);
    const released = giveAcross();
    expect(given).toEqual([]);
    for (const at of [0, 1]) {
      answers[at](at);
      await answered();
    }
    await released;
    expect(given).toEqual([[0, 1, 1]]);
    expect(proposalStore.getState().across).toEqual([]);
    // A click, pressed and let go before an answer, leaves none in hand either.
    void hoverShape({ x: 2, y: 1 }, true);
    const clicked = clickShape({ x: 2, y: 1 });
    for (const at of [2, 3]) {
      await answered();
      answers[at](1);
    }
    await clicked;
    expect(given).toEqual([
      [0, 1, 1],
      [1, 1],
    ]);
    expect(proposalStore.getState().across).toEqual([]);
  });

  test('dropped while an answer is out, nothing of it comes back', async () => {
    answerHover = () => undefined;
    const first = hoverShape({ x: 1, y: 1 }, true);
    proposalStore.setState({ picture: null });
    answerHover();
    await first;
    expect(proposalStore.getState()).toMatchObject({ across: [], over: null });
  });

  test('without a part is stepped to, named by Enter, and left uncut by Delete', async () => {
    expect(giveInHand()).toBe(false);
    await nextUnnamed();
    expect(proposalStore.getState()).toMatchObject({ at: 1, over: 1, extent: { image: 'extent 1' } });
    expect(useBench.getState().lookAt).toMatchObject({ kind: 'rect' });
    expect(giveInHand()).toBe(false);
    pickPiece(null, named('torso'));
    expect(giveInHand()).toBe(true);
    await unnameInHand();
    expect(given).toEqual([
      [1, 1],
      [1, null],
    ]);
    proposalStore.setState({ picture: { shapes: [{ part: 0 }] } as never });
    await nextUnnamed();
    expect(said).toEqual(['Every shape has a part.']);
  });

  test('where there is none, a click does nothing', async () => {
    shape = null;
    pickPiece(null, named('torso'));
    await clickShape({ x: 1, y: 1 });
    expect(given).toEqual([]);
  });

  test('under the pointer is named; one place is asked about at a time', async () => {
    answerHover = () => undefined;
    const first = hoverShape({ x: 1, y: 1 }, false);
    await hoverShape({ x: 2, y: 2 }, false);
    expect(asked).toBe(1);
    answerHover();
    await first;
    expect(proposalStore.getState().over).toBe(0);
  });
});

describe('a line that follows the edge', () => {
  const pen = (state: PenState) => {
    usePenStore.setState({ pen: state });
    void keepWays(bench);
    return answered();
  };
  const between = (points: number[], hover: { x: number; y: number } | null = null) =>
    pen({ kind: 'between', points, hover });
  const paths = () => usePenStore.getState().ways.map(({ path }) => path);

  test('has a way between each two points, and looks ahead to the pointer', async () => {
    await between([0, 0, 10, 0, 10, 10], { x: 20, y: 10 });
    expect(paths()).toEqual([
      [0, 0, 10, 0],
      [10, 0, 10, 10],
      [10, 10, 20, 10],
    ]);
  });

  test('stepped back a point, it loses the last way; dropped, all of them', async () => {
    await between([0, 0, 10, 0, 10, 10]);
    await between([0, 0, 10, 0]);
    expect(paths()).toEqual([[0, 0, 10, 0]]);
    await pen(PEN_IDLE);
    expect(paths()).toEqual([]);
  });

  test('follows a point that is moved, on both its sides, and asks for nothing else again', async () => {
    await between([0, 0, 10, 0, 10, 10, 0, 10]);
    hugs.length = 0;
    const from = { x: 10, y: 0 };
    await pen({ kind: 'holding', points: [0, 0, 12, -3, 10, 10, 0, 10], at: 1, from, moved: true });
    expect(paths()).toEqual([
      [0, 0, 12, -3],
      [12, -3, 10, 10],
      [10, 10, 0, 10],
    ]);
    expect(hugs).toHaveLength(2);
  });

  test('under a quick hand asks for what is wanted by then, one way at a time', async () => {
    hugs.length = 0;
    usePenStore.setState({ pen: { kind: 'between', points: [0, 0], hover: { x: 1, y: 0 } } });
    void keepWays(bench);
    for (let x = 2; x < 60; x++) {
      usePenStore.setState({ pen: { kind: 'between', points: [0, 0], hover: { x, y: 0 } } });
      void keepWays(bench);
    }
    await answered();
    expect(paths()).toEqual([[0, 0, 59, 0]]);
    expect(hugs).toHaveLength(2);
  });
});
