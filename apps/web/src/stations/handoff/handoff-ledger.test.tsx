/** @jest-environment jsdom */
import { act, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { ApiError } from '../../api/client';
import { defineStation } from '../../bench/station';
import { useBench } from '../../bench/store';
import { character } from '../../testing/character';
import { onBench } from '../../testing/on-bench';
import { answer, asked, resetServer } from '../../testing/server';
import { figureOf } from './check-words';
import { usePackage } from './package-store';
import { sizeInWords } from './package-words';
import { HandOffLedger } from './HandOffLedger';
import { said } from '../../testing/toasts';

jest.mock('../../api/client');
const cut = defineStation({
  key: 'cut',
  number: 2,
  word: 'Cut',
  hotkey: '2',
  hint: '',
  useFigure: () => ({ word: '', share: 0, open: false }),
  checks: {
    'rest-match': { name: 'Rest match', asks: 'put back together, the parts are the design' },
    offcuts: { name: 'Offcuts', asks: 'nothing of the design is left over' },
  },
  load: () => new Promise(() => undefined),
});
const doc = character({ pieces: ['torso', 'head'] });
const holds = { id: 'offcuts', ok: true, figure: 0, unit: 'px', findings: [] } as const;
const fails = {
  id: 'rest-match',
  ok: false,
  figure: 1204,
  unit: 'px',
  findings: [
    { sentence: 'The head lacks 1,204 px.', pieceId: 'head', place: { x: 30, y: 40 } },
    { sentence: 'The elbow opens.', jointId: 'elbow' },
  ],
};
const job = { id: 'job', state: 'running' as const, share: 0.4, doing: 'Writing the PSD' };
const version = {
  id: 'h1',
  number: 3,
  name: 'mast_v003_2026-05-14',
  createdAt: '2026-05-14T09:12:00Z',
  revision: 1,
  checks: [holds, fails],
  note: 'A sleeve',
  bytes: 3_240_000,
  changes: [
    { weight: 'breaks', kind: 'piece-renamed', view: 'front', piece: 'sleeve', sentence: 'arm is named sleeve now.' },
    { weight: 'safe', kind: 'recoloured', view: 'front', piece: 'head', sentence: 'head has other colours.' },
  ],
};

beforeEach(() => {
  resetServer();
});

function proven(checks: object[], revision = 1) {
  answer('handOff.checks', () => ({ revision, checks }) as never);
}
function handedOff(list: object) {
  answer('handOff.list', () => ({ versions: [], job: null, ...list }));
}
const show = () => onBench(<HandOffLedger />, doc, { station: 'handoff', stations: [cut] });

test('checks stand with their figures; how many stand in the way is said on top', async () => {
  proven([holds, fails]);
  handedOff({});
  show();
  expect(screen.getByText('Checking…')).toBeTruthy();
  expect(await screen.findByText('1 of 2 checks stands in the way')).toBeTruthy();
  expect(screen.getByText('1,204 px')).toBeTruthy();
  expect(screen.getByLabelText('holds')).toBeTruthy();
  expect(screen.getByLabelText('does not hold')).toBeTruthy();
  expect(screen.getByText(/may leave with failed checks/)).toBeTruthy();
});

test('a finding is a door: to its piece, its place, and the station that mends it', async () => {
  proven([fails]);
  handedOff({});
  const { address } = show();
  await userEvent.click(await screen.findByRole('button', { name: /Rest match/ }));
  await userEvent.click(screen.getByRole('button', { name: 'The head lacks 1,204 px.' }));
  expect(useBench.getState().pickedPiece).toBe('head');
  expect(address()).toBe('cut');
  await waitFor(() => expect(useBench.getState().lookAt).toMatchObject({ kind: 'rect', x: 30 - 180, width: 360 }));
  await userEvent.click(screen.getByRole('button', { name: 'The elbow opens.' }));
  expect(useBench.getState().pickedJoint).toBe('elbow');
  expect(address()).toBe('joints');
});

test('a check that holds opens nothing', async () => {
  proven([holds, { ...holds, id: 'names' }]);
  handedOff({});
  show();
  expect(await screen.findByText('All 2 checks hold')).toBeTruthy();
  expect(screen.getByRole<HTMLButtonElement>('button', { name: /Offcuts/ }).disabled).toBe(true);
});

test('figures of an older revision say that they are being counted again', async () => {
  proven([holds], 0);
  handedOff({});
  show();
  expect(await screen.findByText('Checking again…')).toBeTruthy();
});

test('a refused check says why', async () => {
  answer('handOff.checks', () => Promise.reject(new ApiError(503, 'busy', 'The server has more to do than it can.')));
  handedOff({});
  show();
  expect(await screen.findByText('The server has more to do than it can.')).toBeTruthy();
});

test('a package is made, tells how far it is, and can be stopped', async () => {
  proven([holds]);
  handedOff({});
  answer('handOff.start', () => {
    handedOff({ job });
    return {};
  });
  answer('jobs.cancel', () => {
    handedOff({ job: { ...job, state: 'cancelled' } });
    return {};
  });
  show();
  await userEvent.click(await screen.findByRole('button', { name: 'Make the package' }));
  expect(await screen.findByText('Writing the PSD…')).toBeTruthy();
  expect(screen.getByText('40 %')).toBeTruthy();
  await userEvent.click(screen.getByRole('button', { name: 'Stop' }));
  expect(await screen.findByText('Stopped. Nothing was kept of it.')).toBeTruthy();
  expect(asked.filter(({ operation }) => operation === 'jobs.cancel').map(({ id }) => id)).toEqual(['job']);
});

test('a package that failed says why, and one that cannot be begun is told', async () => {
  proven([holds]);
  handedOff({ job: { ...job, state: 'failed', sentence: 'The head has no paint.' } });
  answer('handOff.start', () => Promise.reject(new ApiError(409, 'under-way', 'One is being made already.')));
  show();
  expect(await screen.findByText('The head has no paint.')).toBeTruthy();
  await userEvent.click(screen.getByRole('button', { name: 'Make the package' }));
  await waitFor(() => expect(said).toEqual(['One is being made already.']));
});

test('versions can be fetched again, newest on top, and the next has the next number', async () => {
  proven([holds]);
  handedOff({ versions: [version, { ...version, id: 'h0', number: 2, revision: 0 }] });
  show();
  expect(await screen.findByRole('button', { name: 'Make version 4' })).toBeTruthy();
  expect(screen.getByText('v003 · 2026-05-14')).toBeTruthy();
  expect(screen.getByText('1 of 2 checks held · as it is now')).toBeTruthy();
  expect(screen.getByText('1 of 2 checks held')).toBeTruthy();
  expect(screen.getByLabelText<HTMLAnchorElement>('Download version 2').href).toMatch(/h0/);
});

test('without a piece there is nothing to make', async () => {
  proven([]);
  handedOff({});
  onBench(<HandOffLedger />, character({}), { station: 'handoff' });
  const make = await screen.findByRole<HTMLButtonElement>('button', { name: 'Make the package' });
  expect(make.disabled).toBe(true);
  act(() => make.click());
  expect(asked.some(({ operation }) => operation === 'handOff.start')).toBe(false);
});

test('a figure is a count of something, or so many of so many', () => {
  expect(figureOf({ ...fails, id: 'rest-match' } as never)).toBe('1,204 px');
  expect(figureOf({ id: 'pivots', ok: true, figure: 14, of: 18, unit: '', findings: [] } as never)).toBe('14 / 18');
});

test('what a package holds is chosen, and what the version is about is said', async () => {
  proven([holds]);
  handedOff({});
  answer('handOff.start', () => ({}));
  show();
  await userEvent.click(await screen.findByRole('button', { name: /What the package holds/ }));
  expect(screen.getByText('every format')).toBeTruthy();
  for (const format of ['SVG, a group a piece', 'Packed sheet', 'Parts sheet to pin up', 'GLB, the puppet as a tree'])
    await userEvent.click(screen.getByRole('checkbox', { name: format }));
  expect(screen.getByText('OpenRaster, PSD')).toBeTruthy();
  await userEvent.selectOptions(screen.getByLabelText('Scale of the package'), '50 %');
  await userEvent.click(screen.getByRole('checkbox', { name: /Pivot marks/ }));
  await userEvent.click(screen.getByRole('checkbox', { name: 'Lifted shadows' }));
  expect(screen.getByText(/less its shadows/)).toBeTruthy();
  await userEvent.type(screen.getByLabelText('What this version is about'), 'Half size');
  await userEvent.click(screen.getByRole('button', { name: 'Make the package' }));
  const wish = { formats: ['ora', 'psd'], scale: 0.5, pivotMarks: true, registerFrame: false, shadows: false };
  expect(asked.find(({ operation }) => operation === 'handOff.start')?.body).toMatchObject({
    ...wish,
    note: 'Half size',
  });
  await waitFor(() => expect(usePackage.getState().note).toBe(''));
});

test('of a version it is told what differs from the one before, and how much that matters', async () => {
  proven([holds]);
  handedOff({
    versions: [version, { ...version, id: 'h0', number: 2, changes: [] }, { ...version, id: 'h', number: 1 }],
  });
  show();
  await userEvent.click(await screen.findByRole('button', { name: 'What differs in version 3' }));
  expect(screen.getByText('1 breaks a rig, 1 safe')).toBeTruthy();
  expect(screen.getByText('arm is named sleeve now.')).toBeTruthy();
  expect(screen.getByText('nothing differs')).toBeTruthy();
  expect(screen.getAllByText('A sleeve')).toHaveLength(3);
  expect([900, 740_000, 3_240_000].map(sizeInWords)).toEqual(['1 kB', '740 kB', '3.2 MB']);
});
