import { pickJoint, setBend, useBench } from '../../bench/store';
import type { BenchValue } from '../../bench/context';
import type { TableEvent } from '../../bench/station';
import { character } from '../../testing/character';
import { JOINT_ACTIONS } from './joint-actions';
import { jointHand } from './joint-hand';
import { useJoints } from './joint-store';
import { NO_PLACING, placeHand, usePlacing } from './place-hand';
import { said } from '../../testing/toasts';
import { answered, tableEvent } from '../../testing/table';

let under: (x: number, y: number) => string | null = () => null;
jest.mock('../../bench/worker', () => ({
  keyOf: () => 1,
  handWorker: () => ({
    pieceUnder: ([{ x, y }]: { x: number; y: number }[]) => Promise.resolve(under(x, y)),
  }),
}));
/** What lies under a drawn disc: the pieces, and where it settles. */
let settled: { pieceIds: string[]; settled: object | null } = { pieceIds: [], settled: null };
let fit: object = { ok: false };
jest.mock('./worker', () => ({
  jointWorker: () => ({
    settleDrawn: () => Promise.resolve(settled),
    previewFit: () => Promise.resolve(fit),
  }),
}));

const hangs = { 'arm A upper': 'torso', 'arm A lower': 'arm A upper', 'arm A hand': 'arm A lower' };
const pieces = ['torso', 'arm A upper', 'arm A lower', 'arm A hand'];
const elbow = { x: 50, y: 100, radius: 8 };
const free = { rangeLow: -170, rangeHigh: 170 };
const doc = character({
  pieces,
  hangs,
  joints: { 'arm A upper': { x: 50, y: 20, ...free }, 'arm A lower': { ...elbow, ...free } },
});
Object.assign(globalThis, { cancelAnimationFrame: () => undefined });
const edits: unknown[][] = [];
let refused = false;
const bench = {
  doc,
  sheets: {},
  view: doc.views[0],
  edit: (...asked: unknown[]) => {
    edits.push(asked);
    const wrist = { x: 50, y: 180, radius: 4 };
    const joints = { 'arm A upper': {}, 'arm A lower': elbow, 'arm A hand': wrist };
    return Promise.resolve(refused ? null : { doc: character({ pieces, hangs, joints }), sheets: {}, revision: 2 });
  },
} as unknown as BenchValue;
const table = {
  pieceUnder: (x: number, y: number) => Promise.resolve(under(x, y)),
  placeOf: (_: string, x: number, y: number) => ({ x, y }),
};
const point = (kind: TableEvent['kind'], x: number, y: number, more: Partial<TableEvent> = {}) =>
  jointHand.send(tableEvent(kind, x, y, more), bench, table);
const dragTo = (x: number, y: number, free = false) => point('move', x, y, { pressed: true, dragged: true, free });
const action = (id: string) => JOINT_ACTIONS.find((one) => one.id === id);

beforeEach(() => {
  edits.length = 0;
  refused = false;
  under = (_, y) =>
    y < 0 ? null : y < 20 ? 'torso' : y < 100 ? 'arm A upper' : y < 180 ? 'arm A lower' : 'arm A hand';
  settled = { pieceIds: [], settled: null };
  usePlacing.setState(NO_PLACING);
  useJoints.setState({ placing: null, sweeps: {} });
  useBench.setState({ pickedJoint: null, pickedPiece: null, bends: {}, viewport: { scale: 1, x: 0, y: 0 } });
});

describe('bending', () => {
  test('a limb follows the hand about its own joint', async () => {
    point('press', 50, 150);
    await answered();
    dragTo(100, 100);
    expect(useBench.getState()).toMatchObject({ pickedJoint: 'joint arm A lower' });
    expect(useBench.getState().bends['joint arm A lower']).toBeCloseTo(-90);
    point('release', 100, 100, { dragged: true });
    dragTo(0, 100);
    expect(useBench.getState().bends['joint arm A lower']).toBeCloseTo(-90);
  });

  test('what hangs from a limb without a joint of its own turns with the nearest joint above it', async () => {
    point('press', 50, 200);
    await answered();
    dragTo(50, 210);
    expect(useBench.getState().pickedJoint).toBe('joint arm A lower');
  });

  test('with a joint picked, all that hangs from it turns about that one', async () => {
    pickJoint('joint arm A upper');
    point('press', 50, 150);
    await answered();
    dragTo(180, 20);
    expect(useBench.getState().bends).toEqual({ 'joint arm A upper': expect.closeTo(-90) as number });
  });

  test('goes on from where the limb stands', async () => {
    setBend('joint arm A lower', -30);
    point('press', 50, 150);
    await answered();
    dragTo(50, 160);
    expect(useBench.getState().bends['joint arm A lower']).toBeCloseTo(-30);
  });

  test('on nothing, or lost half way, bends nothing', async () => {
    point('press', 50, -10);
    await answered();
    dragTo(90, -10);
    point('press', 50, 150);
    point('lost', 0, 0);
    await answered();
    dragTo(100, 100);
    expect(useBench.getState().bends).toEqual({});
  });

  test('a click picks the piece and the joint that turns it', async () => {
    point('press', 50, 200);
    point('release', 50, 200);
    await answered();
    expect(useBench.getState()).toMatchObject({ pickedPiece: 'arm A hand', pickedJoint: 'joint arm A lower' });
    point('release', 50, -10);
    await answered();
    expect(useBench.getState().pickedPiece).toBeNull();
  });
});

describe('placing a joint', () => {
  const begin = () => action('place')?.run(bench);
  const click = async (x: number, y: number) => {
    point('press', x, y);
    point('release', x, y);
    await answered();
  };

  test('takes two clicks, one on each piece, and shows what it made', async () => {
    begin();
    expect(jointHand.points()).toBe(true);
    await click(50, 150);
    expect(useJoints.getState().placing).toEqual({ first: 'arm A lower' });
    await click(50, 150);
    await click(50, 200);
    expect(edits).toEqual([['joints.place', 'v', { pieceId: 'arm A lower', otherId: 'arm A hand', round: true }]]);
    expect(useBench.getState()).toMatchObject({ pickedJoint: 'joint arm A hand', lookAt: { kind: 'rect', x: 28 } });
    expect(useJoints.getState().placing).toBeNull();
  });

  test('or one, beside the border that two pieces share', async () => {
    begin();
    settled = { pieceIds: ['arm A lower', 'arm A hand'], settled: null };
    await click(50, 179);
    expect(edits[0][2]).toMatchObject({ pieceId: 'arm A lower', otherId: 'arm A hand' });
  });

  test('that is refused may be tried again at once', async () => {
    begin();
    refused = true;
    settled = { pieceIds: ['arm A lower', 'arm A hand'], settled: null };
    await click(50, 179);
    expect(useJoints.getState().placing).toEqual({ first: null });
  });

  test('a click on nothing is told', async () => {
    begin();
    await click(50, -10);
    expect(said).toEqual(['There is no piece there.']);
    expect(edits).toEqual([]);
  });

  test('a disc drawn over both settles into the contour as it is drawn; with Alt it stays free', async () => {
    begin();
    settled = { pieceIds: ['arm A lower', 'arm A hand'], settled: { x: 51, y: 181, radius: 11 } };
    point('press', 50, 180);
    dragTo(60, 180);
    await answered();
    expect(usePlacing.getState().disc).toEqual({ x: 51, y: 181, radius: 11 });
    dragTo(64, 180, true);
    expect(usePlacing.getState().disc).toEqual({ x: 50, y: 180, radius: 14 });
    point('release', 64, 180, { dragged: true });
    await answered();
    expect(edits[0][2]).toMatchObject({ disc: { x: 50, y: 180, radius: 14 } });
  });

  test('a disc on one piece is told, and nothing is made', async () => {
    begin();
    settled = { pieceIds: ['arm A lower'], settled: null };
    point('press', 50, 140);
    dragTo(70, 140, true);
    point('release', 70, 140, { dragged: true });
    await answered();
    expect(said).toEqual(['The disc lies on one piece only.']);
    expect(edits).toEqual([]);
  });

  test('the disc that two pieces would get is shown before', async () => {
    fit = { ok: true, x: 1, y: 2, radius: 3 };
    await placeHand(bench).lookAhead('arm A hand', 'arm A lower');
    expect(usePlacing.getState().fit).toEqual(fit);
    fit = { ok: false, sentence: 'They do not touch.' };
    await placeHand(bench).lookAhead('arm A hand', 'torso');
    expect(usePlacing.getState().fit).toBeNull();
  });

  test('begins and ends with the same key; Esc steps back once, then drops it', () => {
    begin();
    begin();
    expect(useJoints.getState().placing).toBeNull();
    begin();
    useJoints.setState({ placing: { first: 'torso', chain: false } });
    action('drop')?.run(bench);
    expect(useJoints.getState().placing).toEqual({ first: null, chain: false });
    action('drop')?.run(bench);
    expect(useJoints.getState().placing).toBeNull();
  });
});

describe('a chain', () => {
  const stroke = async (...ys: number[]) => {
    action('chain')?.run(bench);
    point('press', 50, ys[0]);
    for (const y of ys.slice(1)) dragTo(50, y);
    point('release', 50, ys.at(-1) ?? 0, { dragged: true });
    await answered();
  };

  test('is made of the pieces that a stroke passes, each once, in its order', async () => {
    await stroke(40, 80, 120, 160, 150, 200);
    expect(edits).toEqual([['joints.chain', 'v', { pieceIds: ['arm A upper', 'arm A lower', 'arm A hand'] }]]);
    expect(useBench.getState().pickedJoint).toBe('joint arm A lower');
    expect(useJoints.getState().placing).toBeNull();
  });

  test('over one piece, or refused, stays in the hand', async () => {
    await stroke(40, 60);
    expect(said).toEqual(['The stroke passes one piece at most.']);
    expect(useJoints.getState().placing).not.toBeNull();
    useJoints.setState({ placing: null });
    refused = true;
    await stroke(40, 120);
    expect(useJoints.getState().placing).not.toBeNull();
  });
});

describe('the words of Joints', () => {
  test('rounding goes by the picked joint, with the version that was seen', () => {
    const round = action('round');
    expect(round?.when?.(bench)).toBe(false);
    pickJoint('joint arm A lower');
    expect(typeof round?.word === 'function' && round.word(bench)).toBe('Unround');
    round?.run(bench);
    expect(edits).toEqual([
      ['joints.change', 'joint arm A lower', { rounded: false, saw: { 'joint arm A lower': 1 } }],
    ]);
  });

  test('what is bent goes back to rest, and only then is it offered', () => {
    const rest = action('rest');
    const offered = () => typeof rest?.shown === 'function' && rest.shown(bench);
    expect(offered()).toBe(false);
    setBend('joint arm A lower', 40);
    expect(offered()).toBe(true);
    rest?.run(bench);
    expect(offered()).toBe(false);
  });

  test('a character of one piece has nothing to place', () => {
    const one = { ...bench, doc: character({ pieces: ['torso'] }) };
    expect(action('place')?.when?.(one)).toBe(false);
    expect(action('chain')?.when?.(bench)).toBe(true);
  });
});
