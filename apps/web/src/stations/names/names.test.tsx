/** @jest-environment jsdom */
import { planFrom } from '@limber-sheaf/core';
import { act, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useBench } from '../../bench/store';
import { character } from '../../testing/character';
import { onBench } from '../../testing/on-bench';
import { answer, resetServer } from '../../testing/server';
import { said } from '../../testing/toasts';
import { useNames } from './names-store';
import { NamesLedger } from './NamesLedger';
import { NamesTable } from './NamesTable';

jest.mock('../../api/client');
jest.mock('../../bench/worker', () => ({
  handWorker: () => ({
    mapNames: () =>
      Promise.resolve([
        { partId: 'part jacket', tokens: { group: 'torso', side: null, part: null, index: null } },
        { partId: 'part gizmo', tokens: null },
      ]),
    nearTwins: () => Promise.resolve([{ pieceId: 'arm B upper', otherId: 'arm A upper', differing: 0.012 }]),
  }),
  keyOf: () => '',
}));

const doc = character({ pieces: ['torso', 'arm A upper', 'arm A lower', 'arm B upper', 'head'] });
const partOf = (piece: string) => doc.pieces.find(({ id }) => id === piece)?.partId ?? '';
const fieldOf = (label: string) => screen.getByLabelText(`New name of ${label}`);
const line = (label: string) => within(screen.getByRole('button', { name: label }).closest('tr') as HTMLElement);

beforeEach(() => {
  resetServer();
  answer('names.handedOff', () => [{ partId: partOf('head'), name: 'head', since: 2 }] as never);
  act(() => useNames.setState({ typed: {}, find: '', by: '' }));
});

test('names are typed as they come to mind, seen as they would be, and taken as one edit', async () => {
  const { edits } = onBench(<NamesTable />, doc);
  expect(screen.getByRole('button', { name: 'Rename' })).toHaveProperty('disabled', true);
  await userEvent.type(fieldOf('upper arm A'), 'sleeve A');
  expect(line('upper arm A').getByText('sleeve_A')).toBeTruthy();
  await userEvent.type(fieldOf('torso'), 'coat');
  await userEvent.click(screen.getByRole('button', { name: 'Rename 2 parts' }));
  const [[what, , body]] = edits as [string, string, { renamings: { partId: string; tokens: object }[] }][];
  expect(what).toBe('names.rename');
  expect(body.renamings).toEqual([
    { partId: partOf('arm A upper'), tokens: { group: 'sleeve', side: 'A', part: null, index: null } },
    { partId: partOf('torso'), tokens: { group: 'coat', side: null, part: null, index: null } },
  ]);
  expect(useNames.getState().typed).toEqual({});
});

test('two names that would meet, and what is no name, stand in the way of all', async () => {
  onBench(<NamesTable />, doc);
  await userEvent.type(fieldOf('torso'), 'head');
  expect(screen.getByText(/stands in the way: nothing is renamed/)).toBeTruthy();
  expect(screen.getByRole('button', { name: 'Rename 1 part' })).toHaveProperty('disabled', true);
  await userEvent.keyboard('{Escape}');
  await userEvent.type(fieldOf('torso'), '///');
  expect(line('torso').getByText(/That is no name/)).toBeTruthy();
  await userEvent.clear(fieldOf('torso'));
  expect(screen.getByRole('button', { name: 'Rename' })).toBeTruthy();
});

test('a name that has left says since when, and that a rig will lose it', async () => {
  onBench(<NamesTable />, doc);
  expect(await screen.findByText('since v002')).toBeTruthy();
  await userEvent.type(fieldOf('head'), 'face');
  expect(screen.getByText(/has been handed off: a rig that goes by it will lose it/)).toBeTruthy();
  expect(line('head').getByText(/In rigs as picture and layer in the front view/)).toBeTruthy();
  await userEvent.click(line('head').getByRole('button', { name: 'Keep head' }));
  expect(screen.queryByText(/has been handed off/)).toBeNull();
});

test('many at once: a text replaced, sides swapped, all of it left again', async () => {
  onBench(<NamesTable />, doc);
  await userEvent.type(screen.getByLabelText('Find'), 'upper');
  await userEvent.type(screen.getByLabelText('replace by'), 'top');
  await userEvent.click(screen.getByRole('button', { name: 'Type it' }));
  expect(screen.getByText('arm_A_top')).toBeTruthy();
  expect(screen.getByText('arm_B_top')).toBeTruthy();
  await userEvent.click(screen.getByRole('button', { name: 'Swap sides' }));
  expect(line('upper arm A').getByText('arm_B_top')).toBeTruthy();
  expect(line('lower arm A').getByText('arm_B_lower')).toBeTruthy();
  await userEvent.click(screen.getByRole('button', { name: 'Leave' }));
  expect(useNames.getState().typed).toEqual({});
  await userEvent.clear(screen.getByLabelText('Find'));
  await userEvent.type(screen.getByLabelText('Find'), 'wing');
  await userEvent.click(screen.getByRole('button', { name: 'Type it' }));
  expect(said).toContain('No name has wing in it.');
});

test('how names are made is chosen, with an example of every kind; what is odd is a door', async () => {
  const copy = character({ pieces: ['torso', 'satchel copy'] });
  const { edits } = onBench(<NamesLedger />, copy);
  expect(screen.getByText('arm_A_lower')).toBeTruthy();
  expect(screen.getByText('arm_A_lower_PIVOT')).toBeTruthy();
  await userEvent.selectOptions(screen.getByLabelText('Between the words of a name'), 'hyphen -');
  await userEvent.selectOptions(screen.getByLabelText('Letter case of names'), 'Capital');
  await userEvent.selectOptions(screen.getByLabelText('How sides are named'), 'near, far');
  expect(edits.map(([what]) => what)).toEqual(['names.scheme', 'names.scheme', 'names.scheme']);
  expect(edits[0][2]).toMatchObject({ separator: '-', case: 'lower', piece: ['group', 'side', 'part', 'index'] });
  await userEvent.click(screen.getByRole('button', { name: /is named as a copy/ }));
  expect(useBench.getState().pickedPiece).toBe('satchel copy');
  await userEvent.click(screen.getByRole('button', { name: 'Type 1 mend' }));
  expect(Object.values(useNames.getState().typed).map(({ text }) => text)).toEqual(['satchel']);
});

test('pieces with nearly the same picture stand side by side, and a click picks one', async () => {
  onBench(<NamesLedger />, doc);
  expect(await screen.findByText(/1\.2 % of their pixels differ/)).toBeTruthy();
  await userEvent.click(screen.getByRole('button', { name: 'arm_B_upper' }));
  expect(useBench.getState().pickedPiece).toBe('arm B upper');
});

test('a scheme that others keep is taken over as one edit', async () => {
  const kept = { ...doc.character.scheme, separator: ' ' as const, pivotMark: 'PIN' };
  answer('schemes.list', () => [{ id: 's', name: 'For the barge', value: kept }] as never);
  const { edits } = onBench(<NamesLedger />, doc);
  await screen.findByRole('option', { name: 'For the barge' });
  await userEvent.selectOptions(screen.getByLabelText('Scheme'), 'For the barge');
  expect(edits).toEqual([
    ['names.scheme', doc.character.id, expect.objectContaining({ separator: ' ', pivotMark: 'PIN' })],
  ]);
});

test('names that would be one are numbered from the front back', async () => {
  const { edits } = onBench(<NamesTable />, doc);
  await userEvent.click(screen.getByRole('button', { name: 'Number alike' }));
  expect(said.at(-1)).toMatch(/No two names would be one/);
  for (const label of ['head', 'torso']) await userEvent.type(fieldOf(label), 'patch');
  await userEvent.clear(screen.getByLabelText('from'));
  await userEvent.type(screen.getByLabelText('from'), '4');
  await userEvent.click(screen.getByRole('button', { name: 'Number alike' }));
  await userEvent.click(screen.getByRole('button', { name: 'Rename 2 parts' }));
  const [[, , { renamings }]] = edits as [string, string, { renamings: { tokens: { index: number } }[] }][];
  expect(renamings.map(({ tokens }) => tokens.index)).toEqual([4, 5]);
});

test('names that no plan knows are typed as what they mean; what is not understood is said', async () => {
  const came = character({ pieces: ['jacket', 'gizmo'] });
  const strange = { ...came, character: { ...came.character, plan: planFrom('people-standard') } };
  onBench(
    <>
      <NamesLedger />
      <NamesTable />
    </>,
    strange,
  );
  await userEvent.click(screen.getByRole('button', { name: 'Map to the plan' }));
  expect(line('jacket').getByText('torso')).toBeTruthy();
  expect(said.at(-1)).toMatch(/1 name is typed in the table\. 1 name is not understood/);
});

test('drawings stand in the table by the names that their places on the chart give them', () => {
  const head = character({ pieces: ['head', 'mouth'] });
  const set = {
    table: 'swapSet' as const,
    id: 's',
    version: 1,
    characterId: 'c',
    partId: 'part mouth',
    kind: 'mouth' as const,
    linkedTo: null,
    overPartId: null,
  };
  const drawing = { table: 'drawing' as const, version: 1, setId: 's', isDefault: false, hides: [] };
  const speaking = {
    ...head,
    swapSets: [{ ...set, shapes: [{ key: 'open', sounds: 'ah' }], moods: ['neutral', 'happy'] }],
    drawings: [{ ...drawing, id: 'd', shape: 'open', mood: 'happy' }],
  };
  onBench(<NamesTable />, speaking);
  expect(screen.getByText('mouth_open_happy')).toBeTruthy();
});
