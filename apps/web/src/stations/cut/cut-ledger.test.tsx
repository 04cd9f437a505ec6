/** @jest-environment jsdom */
import { planFrom, type BroughtLayer } from '@limber-sheaf/core';
import { act, cleanup, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { pickPiece, useBench } from '../../bench/store';
import { character, named } from '../../testing/character';
import { onBench } from '../../testing/on-bench';
import { useCut } from './cut-store';
import { CutLedger } from './CutLedger';
import { NO_PEN, usePenStore } from './pen-store';
import { SortingTable } from './SortingTable';
import { said } from '../../testing/toasts';

/** What the worker finds out about the design and the pieces. */
const found = {
  backdrop: null as { colour: string; share: number } | null,
  specks: { specks: [] as object[], haze: 0 },
  odd: null as object | null,
  guessed: null as string | null,
  offcuts: { offcuts: [] as object[], untakenArea: 0 },
  shape: { islands: 0, islandArea: 0, holes: 0 },
  mirror: { ok: false, sentence: 'The other side looks different.' } as object,
};
jest.mock('../../bench/worker', () => ({ keyOf: () => 1 }));
jest.mock('./worker', () => ({
  cutWorker: () => ({
    backdrop: () => Promise.resolve(found.backdrop),
    specks: () => Promise.resolve(found.specks),
    oddFigure: () => Promise.resolve(found.odd),
    guessPlan: () => Promise.resolve(found.guessed),
    offcuts: () => Promise.resolve(found.offcuts),
    shapeOf: () => Promise.resolve(found.shape),
    previewMirror: () => Promise.resolve(found.mirror),
    previewMatte: () => Promise.resolve({ recovered: 1204, holes: [{ index: 0, area: 33, place: { x: 4.4, y: 5 } }] }),
  }),
}));

const doc = character({ pieces: ['torso', 'arm A upper'] });
const offcut = (area: number, pieceId: string | null) => ({
  area,
  pieceId,
  place: { x: 10, y: 20 },
  bounds: { x: 8, y: 18, width: 4, height: 5 },
});
const pick = (name: string) => act(() => pickPiece(doc.pieces.some((p) => p.id === name) ? name : null, named(name)));

beforeEach(() => {
  Object.assign(found, {
    backdrop: null,
    specks: { specks: [], haze: 0 },
    odd: null,
    guessed: null,
    offcuts: { offcuts: [], untakenArea: 0 },
    shape: { islands: 0, islandArea: 0, holes: 0 },
    mirror: { ok: false, sentence: 'The other side looks different.' },
  });
  useCut.setState({ tool: null });
  usePenStore.setState(NO_PEN);
});

test('the share that is cut is never rounded up, and offcuts are counted with their area', async () => {
  found.offcuts = { offcuts: [offcut(1204, 'torso')], untakenArea: 1204 };
  onBench(<CutLedger />, doc);
  expect(screen.getByText('2.0%')).toBeTruthy();
  expect(await screen.findByText('offcut, 1,204 px')).toBeTruthy();
});

test('an offcut is shown by a click, and given to the part that it lies beside', async () => {
  found.offcuts = { offcuts: [offcut(204, 'torso'), { ...offcut(9, null), place: { x: 0, y: 0 } }], untakenArea: 213 };
  const { edits } = onBench(<CutLedger />, doc, { answers: { summary: 'Sweep up 2 offcuts' } });
  await userEvent.click(await screen.findByRole('button', { name: '204 px' }));
  expect(useBench.getState().lookAt).toEqual({ kind: 'rect', x: -32, y: -22, width: 84, height: 85 });
  expect(screen.getByText('touches none')).toBeTruthy();
  await userEvent.click(screen.getByTitle('Give it to the part it lies beside'));
  await userEvent.click(screen.getByRole('button', { name: 'Sweep up all' }));
  expect(edits).toEqual([
    ['cut.sweepUp', 'v', { place: { x: 10, y: 20 } }],
    ['cut.sweepUp', 'v', {}],
  ]);
  expect(said).toEqual(['Sweep up 2 offcuts']);
});

test('a part that is not cut yet is picked with the soak in hand; one that is keeps the tool', async () => {
  onBench(<CutLedger />, doc);
  await userEvent.click(screen.getByRole('button', { name: 'torso' }));
  expect([useBench.getState().pickedPiece, useCut.getState().tool]).toEqual(['torso', null]);
  await userEvent.click(screen.getByRole('button', { name: 'upper arm B' }));
  expect([useBench.getState().pickedPiece, useCut.getState().tool]).toEqual([null, 'soak']);
  expect(screen.getByText(/Its name will be/)).toBeTruthy();
});

test('another part is named freely, and what is no name is told', async () => {
  onBench(<CutLedger />, doc);
  const field = screen.getByLabelText('Another part');
  await userEvent.type(field, '!!{Enter}');
  expect(said).toEqual(['That is no name for a part.']);
  await userEvent.clear(field);
  await userEvent.type(field, 'left mitten{Enter}');
  expect(useBench.getState().pickedPart).toMatchObject({ group: 'left mitten' });
  expect(useCut.getState().tool).toBe('trace');
});

describe('the picked piece', () => {
  test('is renamed with the version that was seen, and takes all that is left', async () => {
    const { edits } = onBench(<CutLedger />, doc);
    pick('torso');
    const field = screen.getByLabelText('Name of the picked part');
    await userEvent.clear(field);
    await userEvent.type(field, '??{Enter}');
    expect(said).toEqual(['That is no name for a part.']);
    await userEvent.clear(field);
    await userEvent.type(field, 'chest{Enter}');
    await userEvent.click(screen.getByRole('button', { name: 'Give it all that is uncut' }));
    expect(edits).toEqual([
      ['cut.rename', 'part torso', { tokens: named('chest'), saw: { 'part torso': 1 } }],
      ['cut.takeRest', 'v', { pieceId: 'torso' }],
    ]);
  });

  test('gives its pixels back', async () => {
    const { edits } = onBench(<CutLedger />, doc);
    pick('torso');
    await userEvent.click(screen.getByRole('button', { name: 'Delete' }));
    expect(edits).toEqual([['cut.remove', 'v', { pieceIds: ['torso'] }]]);
    expect(useBench.getState()).toMatchObject({ pickedPiece: null, pickedPart: null });
  });

  test('is grown, shrunk, filled, split and merged', async () => {
    found.shape = { islands: 2, islandArea: 40, holes: 7 };
    const { edits } = onBench(<CutLedger />, doc, { answers: { notes: ['Two pixels stay with the arm.'] } });
    pick('torso');
    const by = screen.getByLabelText('Pixels to grow or shrink by');
    await userEvent.clear(by);
    await userEvent.type(by, '3{Enter}');
    await userEvent.click(screen.getByRole('button', { name: 'Grow' }));
    await userEvent.click(screen.getByRole('button', { name: 'Shrink' }));
    await userEvent.click(await screen.findByRole('button', { name: 'Fill holes' }));
    await userEvent.click(screen.getByRole('button', { name: 'Split off 2 islands' }));
    await userEvent.click(screen.getByLabelText('Unmix edges'));
    await userEvent.selectOptions(screen.getByLabelText('Merge this piece into'), 'arm A upper');
    const saw = { torso: 1 };
    expect(edits).toEqual([
      ['cut.reshape', 'torso', { saw, by: 3 }],
      ['cut.reshape', 'torso', { saw, by: -3 }],
      ['cut.reshape', 'torso', { saw, fillHoles: true }],
      ['cut.islands', 'torso', { saw, tokens: { ...named('torso'), index: 2 } }],
      ['cut.change', 'torso', { saw, unmix: !doc.pieces[0].unmix }],
      ['cut.merge', 'arm A upper', { goneIds: ['torso'] }],
    ]);
    expect(said).toContain('Two pixels stay with the arm.');
    await waitFor(() => expect(useBench.getState().pickedPiece).toBe('arm A upper'));
  });

  test('is found on the other side, as a proposal; where it is not, that is said', async () => {
    onBench(<CutLedger />, doc);
    pick('arm A upper');
    await userEvent.click(screen.getByRole('button', { name: 'Mirror' }));
    expect(said).toEqual(['The other side looks different.']);
    found.mirror = { ok: true };
    await userEvent.click(screen.getByRole('button', { name: 'Mirror' }));
    await waitFor(() =>
      expect(usePenStore.getState().shape).toMatchObject({ word: 'Mirror', tokens: named('arm B upper') }),
    );
  });

  test('of the middle, or whose other side is cut, is not mirrored', () => {
    const { turnTo } = onBench(<CutLedger />, doc);
    pick('torso');
    expect(screen.queryByRole('button', { name: 'Mirror' })).toBeNull();
    turnTo(character({ pieces: ['torso', 'arm A upper', 'arm B upper'] }));
    pick('arm A upper');
    expect(screen.queryByRole('button', { name: 'Mirror' })).toBeNull();
  });
});

describe('several picked pieces', () => {
  const three = character({ pieces: ['torso', 'arm A upper', 'arm A lower'] });
  const shift = async (name: string) => {
    const user = userEvent.setup();
    await user.keyboard('{Shift>}');
    await user.click(screen.getByRole('button', { name }));
    await user.keyboard('{/Shift}');
  };

  test('are picked with Shift, let go the same way, and the last one gets paint', async () => {
    onBench(<CutLedger />, three);
    await userEvent.click(screen.getByRole('button', { name: 'torso' }));
    await shift('upper arm A');
    await shift('lower arm A');
    expect(screen.getByText('3 pieces picked')).toBeTruthy();
    expect(screen.getByText('300 px')).toBeTruthy();
    expect(useBench.getState()).toMatchObject({
      pickedPiece: 'arm A lower',
      alsoPicked: ['torso', 'arm A upper'],
      pickedPart: named('arm A lower'),
    });
    await shift('lower arm A');
    expect(useBench.getState()).toMatchObject({ pickedPiece: 'arm A upper', alsoPicked: ['torso'] });
    await userEvent.click(screen.getByRole('button', { name: 'Let upper arm A go' }));
    expect(screen.getByLabelText('Name of the picked part')).toBeTruthy();
  });

  test('a part that is not cut yet is picked alone', async () => {
    onBench(<CutLedger />, three);
    await userEvent.click(screen.getByRole('button', { name: 'torso' }));
    await shift('upper arm B');
    expect(useBench.getState()).toMatchObject({ pickedPiece: null, alsoPicked: [], pickedPart: named('arm B upper') });
  });

  test('become one, or the design’s again, as one edit', async () => {
    const { edits } = onBench(<CutLedger />, three);
    const both = () =>
      act(() => useBench.setState({ pickedPiece: 'torso', pickedPart: named('torso'), alsoPicked: ['arm A lower'] }));
    both();
    await userEvent.click(screen.getByRole('button', { name: 'Merge into torso' }));
    expect(useBench.getState()).toMatchObject({ pickedPiece: 'torso', alsoPicked: [] });
    both();
    await userEvent.click(screen.getByRole('button', { name: 'Delete all' }));
    expect(edits).toEqual([
      ['cut.merge', 'torso', { goneIds: ['arm A lower'], saw: { torso: 1, 'arm A lower': 1 } }],
      ['cut.remove', 'v', { pieceIds: ['torso', 'arm A lower'] }],
    ]);
    expect(useBench.getState().pickedPiece).toBeNull();
  });
});

describe('what a raw design needs first', () => {
  const raw = character({});

  test('a backdrop is removed, with enclosed places opened by choice', async () => {
    found.backdrop = { colour: '#ffffff', share: 0.7 };
    const { edits } = onBench(<CutLedger />, raw);
    expect(await screen.findByText('#ffffff')).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: 'Remove the backdrop' }));
    const dialog = within(await screen.findByRole('dialog'));
    expect(await dialog.findByText('1,204 border pixels get their own colour back.')).toBeTruthy();
    await userEvent.click(dialog.getByLabelText('33 px at 4, 5'));
    await waitFor(() =>
      expect(dialog.getByRole<HTMLButtonElement>('button', { name: 'Remove the backdrop' }).disabled).toBe(false),
    );
    await userEvent.click(dialog.getByRole('button', { name: 'Remove the backdrop' }));
    expect(edits).toEqual([['bringIn.matte', 'v', { tolerance: 4, openHoles: [0] }]]);
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
  });

  test('that a figure stands on its head is said before it is cut, with the place', async () => {
    found.odd = { kind: 'upside-down', sentence: 'The figure seems to stand on its head.', place: { x: 70, y: 80 } };
    onBench(<CutLedger />, raw);
    await userEvent.click(await screen.findByRole('button', { name: 'The figure seems to stand on its head.' }));
    expect(useBench.getState().lookAt).toMatchObject({ x: 70 - 600, y: 80 - 600 });
  });

  test('what does not look like a person is offered its breakdown, until one was chosen', async () => {
    found.guessed = 'four-legged';
    const unplanned = { ...raw, character: { ...raw.character, plan: null } };
    const { edits } = onBench(<CutLedger />, unplanned);
    await userEvent.click(await screen.findByRole('button', { name: 'Take that breakdown' }));
    expect(edits).toEqual([
      ['plan.setPlan', 'c', expect.objectContaining({ word: 'Plan on four legs', plan: planFrom('four-legged') })],
    ]);
    cleanup();
    onBench(<CutLedger />, { ...raw, character: { ...raw.character, plan: planFrom('people-rich') } });
    await waitFor(() => expect(screen.getByText('of the design is cut')).toBeTruthy());
    expect(screen.queryByRole('button', { name: 'Take that breakdown' })).toBeNull();
  });

  test('specks are shown and swept away; one speck is one', async () => {
    found.specks = { specks: [{ area: 3, x: 50, y: 60 }], haze: 0 };
    const { edits } = onBench(<CutLedger />, raw);
    await userEvent.click(await screen.findByRole('button', { name: '1 speck' }));
    expect(useBench.getState().lookAt).toMatchObject({ x: -10, y: 0, width: 120 });
    expect(screen.getByText(/lies apart from the figure/)).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: 'Sweep them away' }));
    expect(edits).toEqual([['bringIn.specks', 'v', { largest: 64 }]]);
  });

  test('a palette is taken', async () => {
    const { edits, turnTo } = onBench(<CutLedger />, raw);
    await userEvent.click(screen.getByRole('button', { name: 'Take a palette' }));
    expect(edits).toEqual([['bringIn.palette', 'c', { viewId: 'v' }]]);
    const palette = [{ hex: '#336699', name: 'woad', share: 0.42, lab: [0, 0, 0] }];
    turnTo({ ...raw, character: { ...raw.character, palette: palette } });
    expect(screen.getByText('42%')).toBeTruthy();
    expect(screen.getByRole('button', { name: 'Take it again' })).toBeTruthy();
  });
});

describe('the sorting table', () => {
  const layer = (name: string, more: Partial<BroughtLayer> = {}): BroughtLayer => ({
    path: ['figure', name],
    visible: true,
    blend: 'normal',
    clippedTo: null,
    sheet: { blob: name, x: 0, y: 0, width: 4, height: 4, area: 16 },
    role: 'fill',
    tokens: named(name),
    because: 'by its name',
    ...more,
  });
  const layers = [
    layer('torso'),
    layer('head'),
    layer('ink', { role: 'line', tokens: null }),
    layer('notes', { role: 'guide', tokens: null }),
  ];

  test('lies front to back, and is taken as it is sorted', async () => {
    let closed = 0;
    const { edits } = onBench(<SortingTable layers={layers} onClose={() => closed++} />, character({}), {
      answers: { notes: ['The ink lies over two parts.'] },
    });
    const names = screen
      .getAllByRole('row')
      .slice(1)
      .map((row) => within(row).getAllByRole('cell')[1].textContent);
    expect(names).toEqual(['notesfigure', 'inkfigure', 'headfigure', 'torsofigure']);
    await userEvent.click(screen.getByRole('button', { name: 'Make 2 parts' }));
    expect(said).toEqual(['figure / ink has no part.']);
    expect(edits).toEqual([]);
    await userEvent.type(screen.getByLabelText('Part of figure / ink'), 'head');
    await userEvent.click(screen.getByLabelText(/Keep line and shade/));
    await userEvent.click(screen.getByRole('button', { name: 'Make 2 parts' }));
    expect(edits).toEqual([
      [
        'bringIn.sort',
        'v',
        {
          layers: [
            { role: 'fill', tokens: named('torso') },
            { role: 'fill', tokens: named('head') },
            { role: 'line', tokens: named('head') },
            { role: 'guide', tokens: undefined },
          ],
          keepApart: true,
        },
      ],
    ]);
    await waitFor(() => expect(closed).toBe(1));
    expect(said.at(-1)).toBe('The ink lies over two parts.');
  });

  test('a layer that is left out needs no part; with none left there is nothing to make', async () => {
    onBench(<SortingTable layers={layers.slice(0, 1)} onClose={() => undefined} />, character({}));
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Make 1 part' }).disabled).toBe(false);
    await userEvent.selectOptions(screen.getByLabelText('What figure / torso is'), 'leave out');
    expect(screen.getByLabelText<HTMLInputElement>('Part of figure / torso').disabled).toBe(true);
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Make 0 parts' }).disabled).toBe(true);
  });
});
