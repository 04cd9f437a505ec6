/** @jest-environment jsdom */
import { act, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { ApiError } from '../../api/client';
import { character } from '../../testing/character';
import { onBench } from '../../testing/on-bench';
import { answer, asked, resetServer } from '../../testing/server';
import { said } from '../../testing/toasts';
import { lookAtBack } from './bring-back';
import { HandOffFront } from './HandOffFront';
import { PackageChoices } from './PackageChoices';
import { usePackage } from './package-store';

jest.mock('../../api/client');
jest.mock('./PartsSheet', () => ({ PartsSheet: () => <p>the parts sheet</p> }));

const doc = character({ pieces: ['torso', 'head'] });
const place = { x: 10, y: 20, width: 30, height: 60 };
const pictures = { place, before: 'b'.repeat(64), after: 'a'.repeat(64) };
const repainted = {
  hidden: 40,
  fixed: 0,
  moved: 0,
  weight: 'check' as const,
  words: 'has another shape.',
  ...pictures,
};
const found = {
  pieces: [
    { ...repainted, pieceId: 'torso', name: 'torso', cameAs: 'coat', shown: 1204 },
    { ...repainted, pieceId: 'head', name: 'head', cameAs: null, shown: 0 },
  ],
  same: 1,
  missing: ['hand'],
  notes: ['moustache is no piece of this view.'],
};
const files = [new File(['x'], 'mast.ora')];
const usual = usePackage.getState();

beforeEach(() => {
  resetServer();
  act(() => usePackage.setState(usual));
});

test('art that came back is held against its pieces, and taken as it is chosen, with the design or without', async () => {
  answer('bringBack.look', () => found);
  const { edits } = onBench(<HandOffFront />, doc, { station: 'handoff' });
  await act(() => lookAtBack(doc.views[0].id, files));
  expect(screen.getByText('2 pieces repainted, 1 as it left')).toBeTruthy();
  expect(screen.getByText('came as coat, 1,204 px show at rest, 40 px hidden')).toBeTruthy();
  expect(screen.getAllByText('look at it')).toHaveLength(2);
  expect(screen.getByText('Did not come back: hand.')).toBeTruthy();
  expect(screen.getByText('moustache is no piece of this view.')).toBeTruthy();
  await userEvent.click(screen.getByLabelText('Take head'));
  expect(screen.getByText(/only hidden paint is taken/)).toBeTruthy();
  await userEvent.click(screen.getByLabelText('The design changes with it'));
  await userEvent.click(screen.getByRole('button', { name: 'Take 1 piece' }));
  const [[operation, id, form]] = edits as [string, string, FormData][];
  expect([operation, id, form.get('take'), form.get('renew')]).toEqual([
    'bringBack.take',
    doc.views[0].id,
    'torso',
    'yes',
  ]);
  expect(await screen.findByText('the parts sheet')).toBeTruthy();
});

test('where nothing that is taken shows at rest, the design is not asked about; nothing chosen, nothing is taken', async () => {
  answer('bringBack.look', () => found);
  onBench(<HandOffFront />, doc, { station: 'handoff' });
  await act(() => lookAtBack(doc.views[0].id, files));
  await userEvent.click(screen.getByLabelText('Take torso'));
  expect(screen.queryByLabelText('The design changes with it')).toBeNull();
  await userEvent.click(screen.getByRole('button', { name: 'None' }));
  expect(screen.getByRole('button', { name: 'Take 0 pieces' })).toHaveProperty('disabled', true);
  await userEvent.click(screen.getByRole('button', { name: 'Leave it' }));
  expect(screen.getByText('the parts sheet')).toBeTruthy();
});

test('files that cannot be read are told in a sentence, and the parts sheet is there again', async () => {
  answer('bringBack.look', () => {
    throw new ApiError(422, 'not-there', 'Nothing in that file bears the name of a piece.');
  });
  onBench(<HandOffFront />, doc, { station: 'handoff' });
  await act(() => lookAtBack(doc.views[0].id, files));
  expect(said.at(-1)).toMatch(/bears the name/);
  expect(screen.getByText('the parts sheet')).toBeTruthy();
});

test('two versions stand in one place, and what differs is picked from a list', async () => {
  const version = (number: number) => ({ number, revision: number, checks: [], changes: [] });
  answer('handOff.list', () => ({ versions: [3, 2, 1].map(version), job: null }) as never);
  const change = { weight: 'breaks', kind: 'pivot', view: 'front', piece: 'head', before: null, after: null, place };
  answer('handOff.compare', ({ from, to }) => ({
    views: [{ key: 'front', width: 100, height: 200, before: 'b'.repeat(64), after: null }],
    entries: from === to ? [] : [{ ...change, sentence: `The pivot moved from ${from} to ${to}.` } as never],
  }));
  onBench(<HandOffFront />, doc, { station: 'handoff' });
  act(() => usePackage.setState({ compared: { from: 2, to: 3 } }));
  const line = await screen.findByRole('button', { name: /The pivot moved from 2 to 3/ });
  expect(within(line).getByText('breaks a rig')).toBeTruthy();
  await userEvent.click(line);
  expect(line.getAttribute('aria-pressed')).toBe('true');
  expect(screen.getByText('no front view')).toBeTruthy();
  await userEvent.selectOptions(screen.getByLabelText('Earlier version'), '3');
  expect(await screen.findByText('A version does not differ from itself.')).toBeTruthy();
  await userEvent.click(screen.getByRole('button', { name: 'Back to the parts sheet' }));
  expect(screen.getByText('the parts sheet')).toBeTruthy();
});

test('a way to make a package is taken from those that are kept, and kept under a name', async () => {
  answer('presets.list', () => [] as never);
  answer('presets.keep', ({ name, options }) => [{ id: 'p', name, value: options }] as never);
  onBench(<PackageChoices />, doc, { station: 'handoff' });
  await userEvent.click(screen.getByRole('button', { name: /What the package holds/ }));
  const preset = screen.getByLabelText('Preset');
  await userEvent.selectOptions(preset, 'To paint over');
  expect(usePackage.getState().options).toMatchObject({ formats: ['ora', 'psd'], registerFrame: true });
  await userEvent.selectOptions(screen.getByLabelText('Finish'), 'cloth');
  expect(preset).toHaveProperty('value', '');
  await userEvent.click(screen.getByRole('button', { name: /Keep it for the production/ }));
  await userEvent.type(screen.getByLabelText('Name of the preset'), 'For the barge{Enter}');
  await waitFor(() => expect(screen.getByRole('option', { name: 'For the barge' })).toBeTruthy());
  expect(asked.at(-1)).toMatchObject({ operation: 'presets.keep', body: { name: 'For the barge' } });
  expect(screen.getByRole('button', { name: 'Let it go' })).toBeTruthy();
});
