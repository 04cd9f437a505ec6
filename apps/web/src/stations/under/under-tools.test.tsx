/** @jest-environment jsdom */
import { act, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { Graft } from '@limber-sheaf/core';
import type { TableEvent } from '../../bench/station';
import { pickPiece, useBench } from '../../bench/store';
import { character, named } from '../../testing/character';
import { onBench } from '../../testing/on-bench';
import { answer } from '../../testing/server';
import { said } from '../../testing/toasts';
import { carryHand, contourBack, endContour } from './carry-hand';
import { GraftStrip } from './GraftStrip';
import { GraftTone } from './GraftTone';
import { HidingStrip } from './HidingStrip';
import { OpenPlaces } from './OpenPlaces';
import { PickedBeneath } from './PickedBeneath';
import { UNDER_ACTIONS } from './under-actions';
import { NO_CONTOUR, useUnderStore } from './under-store';
import { UnderStrip } from './UnderStrip';

const outline = [0, 0, 10, 0, 10, 10];
let ownLine = { width: 7.6, colour: [30, 20, 40] };
jest.mock('../../api/client');
jest.mock('../../bench/worker', () => ({
  keyOf: () => 1,
  proxy: (tell: unknown) => tell,
  handWorker: () => ({ colourAt: () => Promise.resolve([1, 2, 3]), lineOf: () => Promise.resolve(ownLine) }),
}));
jest.mock('./worker', () => ({ underWorker: () => ({ outlineOf: () => Promise.resolve(outline) }) }));

const doc = character({
  pieces: ['torso', 'leg A upper', 'leg B upper', 'arm A upper'],
  hangs: { 'leg A upper': 'torso', 'leg B upper': 'torso', 'arm A upper': 'torso' },
  joints: {
    'leg A upper': { x: 80, y: 100, radius: 10, fillColour: [40, 60, 120] },
    'leg B upper': { x: 120, y: 100, radius: 10 },
  },
});
const at = (kind: TableEvent['kind'], x = 0, y = 0, more: Partial<TableEvent> = {}): TableEvent => ({
  kind,
  x,
  y,
  free: false,
  more: false,
  pressure: 1,
  dragged: false,
  pressed: kind === 'move',
  ...more,
});
const run = (id: string, bench: ReturnType<typeof onBench>['bench']) =>
  act(() => UNDER_ACTIONS.find((one) => one.id === id)?.run(bench));

beforeEach(() => act(() => useUnderStore.setState({ ...NO_CONTOUR, open: null, beneath: null })));

describe('a contour carried on by hand', () => {
  const draw = (bench: ReturnType<typeof onBench>['bench'], spots: [number, number][]) =>
    act(() => {
      const [[x, y], ...others] = spots;
      const send = (event: TableEvent) => carryHand.send(event, bench, {} as never);
      send(at('press', x, y));
      for (const [px, py] of others) send(at('move', px, py));
      send(at('release'));
    });
  test('is drawn freehand, and comes to those that are there', async () => {
    const with1 = { ...doc, pieces: doc.pieces.map((one) => ({ ...one })) };
    const drawn = { kind: 'curve' as const, points: [1, 1, 2, 2, 3, 3, 4, 4] };
    with1.pieces[0].carried = [drawn];
    const { bench, edits } = onBench(<p />, with1);
    act(() => pickPiece('torso', named('torso')));
    run('carry', bench);
    expect(carryHand.points()).toBe(true);
    draw(bench, [
      [10, 10],
      [60, 20],
      [110, 80],
      [120, 160],
    ]);
    await act(async () => undefined);
    expect(edits).toHaveLength(1);
    expect(edits[0]).toMatchObject(['under.contours', 'torso', { saw: { torso: 1 } }]);
    const { carried } = edits[0][2] as { carried: { kind: string; points: number[] }[] };
    expect(carried[0]).toEqual(drawn);
    expect(carried[1]).toMatchObject({ kind: 'line' });
    expect(carried[1].points.slice(0, 2)).toEqual([10, 10]);
  });
  test('point by point it is ended by a key, and Escape takes back, then drops the tool', async () => {
    const { bench, edits } = onBench(<p />, doc);
    act(() => pickPiece('torso', named('torso')));
    run('carry', bench);
    const click = (x: number, y: number) =>
      act(() => {
        carryHand.send(at('press', x, y), bench, {} as never);
        carryHand.send(at('release', x, y), bench, {} as never);
      });
    click(10, 10);
    click(100, 10);
    click(100, 200);
    click(150, 250);
    act(() => contourBack(bench));
    act(() => endContour(bench));
    await act(async () => undefined);
    expect(edits[0][2]).toMatchObject({ carried: [{ kind: 'line', points: [10, 10, 100, 10, 100, 200] }] });
    act(() => contourBack(bench));
    expect(useUnderStore.getState().carrying).toBe(false);
  });
  test('needs a piece', () => {
    const { bench } = onBench(<p />, doc);
    run('carry', bench);
    act(() => void carryHand.send(at('press', 1, 1), bench, {} as never));
    expect(said.at(-1)).toMatch(/Pick a piece first/);
  });
  test('what meets no end is told, let go, or all of it proposed again', async () => {
    const piece = {
      ...doc.pieces[0],
      carried: [1, 2].map((n) => ({ kind: 'line' as const, points: [n, n, 5, 5, 9, 9] })),
    };
    const { edits } = onBench(<PickedBeneath />, { ...doc, pieces: [piece, ...doc.pieces.slice(1)] });
    const picture = { bare: null, paint: null, painted: null, outlines: [], curves: [], ways: null, dropped: [0] };
    act(() => {
      pickPiece('torso', named('torso'));
      useUnderStore.setState({ beneath: { pieceId: 'torso', picture } });
    });
    expect(screen.getByText('1 of 2 meets no end')).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: 'Let go what meets none' }));
    await userEvent.click(screen.getByRole('button', { name: 'Propose contours again' }));
    expect(edits.map(([, , body]) => (body as { carried: unknown[] }).carried)).toEqual([[piece.carried[1]], []]);
  });
});

describe('a hidden piece', () => {
  test('in a mouth its inside, teeth and tongue have their shape from the mouth’s outline', async () => {
    const { bench } = onBench(<HidingStrip />, doc);
    act(() => pickPiece('torso', named('torso')));
    run('hidden', bench);
    await userEvent.selectOptions(screen.getByLabelText('Shape'), 'inside of the picked mouth');
    expect(useUnderStore.getState().hiding).toMatchObject({ name: 'mouth inside', loop: outline, shade: 0.6 });
    await userEvent.selectOptions(screen.getByLabelText('Shape'), 'teeth of the picked mouth');
    const { hiding } = useUnderStore.getState();
    expect(hiding).toMatchObject({ name: 'teeth', shade: 0 });
    expect(Math.max(...(hiding?.loop ?? []))).toBeLessThanOrEqual(10);
  });
  test('is begun from the joints of what is picked, in their colour, under a name', async () => {
    const { bench, edits } = onBench(<HidingStrip />, doc);
    act(() => useBench.setState({ pickedPiece: 'leg A upper', alsoPicked: ['leg B upper'] }));
    run('hidden', bench);
    await act(async () => undefined);
    const name = screen.getByLabelText('Name');
    await userEvent.clear(name);
    await userEvent.type(name, 'hip{Enter}');
    expect(edits[0]).toMatchObject(['under.hidden', 'v', { tokens: named('hip'), colour: [40, 60, 120] }]);
    const { loop } = edits[0][2] as { loop: number[] };
    const xs = loop.filter((_, i) => i % 2 === 0);
    expect([Math.min(...xs), Math.max(...xs)].map(Math.round)).toEqual([70, 130]);
    expect(useUnderStore.getState().hiding).toBeNull();
  });
  test('as the picked piece it takes that outline; drawn it takes what was drawn; without a shape it waits', async () => {
    const { bench, edits } = onBench(<HidingStrip />, doc);
    act(() => pickPiece('arm A upper', named('arm A upper')));
    run('hidden', bench);
    expect(screen.getByRole('button', { name: 'Begin it' })).toHaveProperty('disabled', true);
    await userEvent.selectOptions(screen.getByLabelText('Shape'), 'as the picked piece');
    expect(useUnderStore.getState().hiding?.loop).toEqual(outline);
    expect(carryHand.points()).toBe(true);
    act(() => {
      for (const [kind, x, y] of [
        ['press', 0, 0],
        ['move', 90, 0],
        ['move', 90, 90],
        ['move', 0, 90],
        ['release', 0, 90],
      ] as const)
        carryHand.send(at(kind, x, y), bench, {} as never);
    });
    await act(async () => undefined);
    expect(useUnderStore.getState().hiding?.loop?.slice(0, 2)).toEqual([0, 0]);
    expect(edits).toEqual([]);
    await userEvent.click(screen.getByRole('button', { name: 'Leave it' }));
    expect(useUnderStore.getState().hiding).toBeNull();
  });
});

test('a shadow is marked by a loop on the picked piece', async () => {
  const { bench, edits } = onBench(<p />, doc);
  act(() => pickPiece('torso', named('torso')));
  run('shadow', bench);
  act(() => {
    for (const [kind, x, y] of [
      ['press', 0, 0],
      ['move', 90, 0],
      ['move', 90, 90],
      ['release', 90, 90],
    ] as const)
      carryHand.send(at(kind, x, y), bench, {} as never);
  });
  await act(async () => undefined);
  expect(edits[0].slice(0, 3)).toMatchObject([
    'under.shadow',
    'torso',
    { loop: [0, 0, 90, 0, 90, 90], saw: { torso: 1 } },
  ]);
  expect(useUnderStore.getState().lifting).toBe(false);
});

describe('a graft', () => {
  const graft: Graft = {
    source: doc.pieces[1].face,
    before: null,
    corners: [0, 0, 10, 0, 10, 10, 0, 10],
    light: 0,
    warmth: 0,
    colour: 0,
    soft: 0,
  };
  test('is taken from another piece or a file, made larger, pressed flat', async () => {
    const piece = { ...doc.pieces[0], graft };
    const { edits } = onBench(<GraftStrip />, { ...doc, pieces: [piece, ...doc.pieces.slice(1)] });
    expect(screen.getByText(/Pick the piece/)).toBeTruthy();
    act(() => pickPiece('torso', named('torso')));
    await userEvent.selectOptions(screen.getByLabelText('Graft from'), 'upper arm A');
    await userEvent.upload(screen.getByLabelText('Picture to graft'), new File(['x'], 'a.png', { type: 'image/png' }));
    await userEvent.click(screen.getByRole('button', { name: 'Larger' }));
    await userEvent.click(screen.getByRole('button', { name: 'Press flat' }));
    expect(edits.map(([what, id]) => [what, id])).toEqual([
      ['under.graft', 'torso'],
      ['under.graftFile', 'torso'],
      ['under.graft', 'torso'],
      ['under.pressFlat', 'torso'],
    ]);
    expect(edits[0][2]).toMatchObject({ fromId: 'arm A upper' });
    expect((edits[1][2] as FormData).get('design')).toBeInstanceOf(Blob);
    expect((edits[2][2] as { look: Graft }).look.corners[0]).toBeLessThan(0);
  });
  test('may be taken from anyone in the production', async () => {
    answer(
      'cast.cards',
      () =>
        [
          { id: 'c', name: 'Fern' },
          { id: 'moth', name: 'Moth' },
        ] as never,
    );
    answer('cast.state', () => ({ doc: character({ pieces: ['wing A'] }) }));
    const { edits } = onBench(<GraftStrip />, doc);
    act(() => pickPiece('torso', named('torso')));
    await userEvent.selectOptions(await screen.findByLabelText('Whose piece'), 'Moth');
    await screen.findByRole('option', { name: 'wing A' });
    await userEvent.selectOptions(screen.getByLabelText('Graft from'), 'wing A');
    expect(edits[0].slice(0, 2)).toEqual(['under.graft', 'torso']);
    expect(edits[0][2]).toMatchObject({ fromId: 'wing A' });
  });
  test('its tone is set in the ledger', async () => {
    const piece = { ...doc.pieces[0], graft };
    const { edits } = onBench(<GraftTone piece={piece} graft={graft} />, doc);
    const light = await screen.findByRole('slider', { name: 'Graft, light' });
    light.focus();
    await userEvent.keyboard('{ArrowLeft}');
    expect(edits[0]).toMatchObject(['under.graft', 'torso', { look: { light: -1, corners: graft.corners } }]);
  });
});

test('a hole that opens is shown at its angle, and answered: nothing, or whose it is', async () => {
  const open = [
    {
      area: 975,
      turns: [{ jointId: 'joint leg A upper', angle: 12 }],
      place: { x: 40, y: 50 },
      loop: [30, 40, 50, 40, 50, 60, 30, 60],
    },
  ];
  const { edits } = onBench(<OpenPlaces />, doc);
  act(() => useUnderStore.setState({ open }));
  expect(screen.getByText('1 place opens: whose?')).toBeTruthy();
  await userEvent.click(screen.getByRole('button', { name: /975 px hip A at 12°/ }));
  expect(useBench.getState().bends).toEqual({ 'joint leg A upper': 12 });
  await userEvent.click(screen.getByRole('button', { name: 'Nothing there' }));
  await userEvent.selectOptions(screen.getByLabelText('It belongs to'), 'torso');
  expect(edits).toEqual([
    ['under.nothingAt', 'v', { x: 40, y: 50, saw: { v: 1 } }],
    ['under.contours', 'torso', { carried: [{ kind: 'line', points: open[0].loop }], saw: { torso: 1 } }],
  ]);
});

test('the brush takes a colour of the palette, or the figure’s own line with its width', async () => {
  const palette = [{ hex: '#28406f', name: 'deep blue', share: 0.4 }];
  act(() => useUnderStore.setState({ brushing: true, grafting: false, hiding: null }));
  onBench(<UnderStrip />, { ...doc, character: { ...doc.character, palette } });
  await userEvent.click(screen.getByRole('button', { name: 'deep blue' }));
  expect(useUnderStore.getState().brush.colour).toEqual([40, 64, 111]);
  await userEvent.click(screen.getByRole('button', { name: 'Line' }));
  expect(useUnderStore.getState().brush).toMatchObject({ size: 8, colour: [30, 20, 40] });
  ownLine = { width: 0, colour: [0, 0, 0] };
  await userEvent.click(screen.getByRole('button', { name: 'Line' }));
  expect(useUnderStore.getState().brush.size).toBe(8);
  expect(said.at(-1)).toMatch(/no outline of its own/);
});
