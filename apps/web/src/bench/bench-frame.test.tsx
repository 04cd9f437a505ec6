/** @jest-environment jsdom */
import { act, fireEvent, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { ApiError } from '../api/client';
import { character, named } from '../testing/character';
import { onBench } from '../testing/on-bench';
import { answer, asked, resetServer } from '../testing/server';
import { ActionRow } from './ActionRow';
import type { BenchValue } from './context';
import { Finder } from './Finder';
import { KeyList } from './KeyList';
import { Run } from './Run';
import { SaidList } from './SaidList';
import { Sheaf } from './Sheaf';
import { defineStation, type Station } from './station';
import { pickPiece, useBench } from './store';
import { TopStrip } from './TopStrip';
import { said } from '../testing/toasts';
import { refuse, tell, useTold } from '../ui/tell';

jest.mock('../api/client');
const done: string[] = [];
const trial: Station = {
  Ledger: () => null,
  stores: [],
  actions: [
    { id: 'wave', word: 'Wave', key: 'v', run: () => done.push('wave') },
    { id: 'sit', word: 'Sit', when: () => false, run: () => done.push('sit') },
    { id: 'hidden', word: 'By key alone', key: 'y', shown: false, run: () => done.push('hidden') },
    { id: 'on', word: (bench: BenchValue) => `Hold ${bench.doc.character.name}`, on: () => true, run: () => undefined },
  ],
};
const station = defineStation({
  key: 'trial',
  number: 9,
  word: 'Trial',
  hotkey: '9',
  hint: 'See it move.',
  useFigure: () => ({ word: '2 left', share: 0.25, open: true }),
  useMarks: () => new Map([['head', 'It stays behind.']]),
  load: () => Promise.resolve({ station: trial }),
});
const stack = defineStation({
  ...station,
  key: 'stack',
  number: 5,
  word: 'Stack',
  hotkey: '5',
  useMarks: undefined,
  load: () => {
    const actions = [{ id: 'front', word: 'To the very front', run: () => done.push('front') }];
    return Promise.resolve({ station: { ...trial, actions } });
  },
});
const stations = [station, stack];
const hangs = { head: 'torso', 'arm A upper': 'torso', 'arm A lower': 'arm A upper' };
const doc = character({
  pieces: ['torso', 'arm A upper', 'arm A lower', 'head'],
  hangs,
  joints: { head: { x: 30, y: 20, radius: 4 } },
});

beforeEach(() => {
  resetServer();
  done.length = 0;
});

describe('the sheaf', () => {
  test('has a card a piece, back to front, with what is wrong in words', async () => {
    onBench(<Sheaf station={null} />, doc, { stations });
    const cards = within(screen.getByRole('list')).getAllByRole('button');
    expect(cards.map((card) => card.getAttribute('aria-label'))).toEqual([
      'torso',
      'upper arm A',
      'lower arm A',
      'head: It stays behind.',
    ]);
    await userEvent.click(cards[2]);
    expect(useBench.getState().pickedPart).toEqual(named('arm A lower'));
    expect(cards[2].getAttribute('aria-pressed')).toBe('true');
  });

  test('shows one piece alone while its card is held', () => {
    jest.useFakeTimers();
    onBench(<Sheaf station={null} />, doc, { stations });
    const card = screen.getByRole('button', { name: 'torso' });
    fireEvent.pointerDown(card);
    act(() => jest.advanceTimersByTime(300));
    expect(useBench.getState().solo).toBeNull();
    act(() => jest.advanceTimersByTime(100));
    expect(useBench.getState().solo).toEqual(['torso']);
    fireEvent.pointerLeave(screen.getByRole('button', { name: /head/ }));
    expect(useBench.getState().solo).toEqual(['torso']);
    fireEvent.pointerUp(card);
    expect(useBench.getState().solo).toBeNull();
    jest.useRealTimers();
  });

  test('says what to do where there is no piece yet', () => {
    onBench(<Sheaf station={null} />, character({}), { stations });
    expect(screen.getByText(/No piece yet/)).toBeTruthy();
  });

  test('gives names that begin alike a line for what differs, where cards are many', () => {
    const pieces = Array.from({ length: 13 }, (_, n) => `arm A part${n}`);
    onBench(<Sheaf station={null} />, character({ pieces }));
    expect(screen.getAllByText('arm_A_')).toHaveLength(13);
    expect(screen.getByText('part12')).toBeTruthy();
  });
});

describe('the finder', () => {
  const find = async (text: string) => {
    const shown = onBench(<Finder />, doc, { stations, station: 'trial' });
    await userEvent.type(screen.getByPlaceholderText(/Part, joint/), text);
    await userEvent.keyboard('{Enter}');
    return shown;
  };

  test('finds a part by the words for it, and shows it', async () => {
    await find('upper arm');
    expect(useBench.getState()).toMatchObject({
      pickedPiece: 'arm A upper',
      lookAt: { kind: 'rect', x: 20, y: 40, width: 10 },
      finder: false,
    });
  });

  test('finds a joint, at the station of joints', async () => {
    const { address } = await find('joint neck');
    expect(address()).toBe('joints');
    expect(useBench.getState()).toMatchObject({ pickedJoint: 'joint head', lookAt: { x: 10, width: 40 } });
  });

  test('does an action of the open station, and goes to another’s station first', async () => {
    const { unmount } = await find('action wave');
    expect(done).toEqual(['wave']);
    unmount();
    const { address } = await find('To the very front');
    expect(address()).toBe('stack');
  });

  test('leaves out what cannot be done now, and says where nothing has that name', async () => {
    onBench(<Finder />, doc, { stations, station: 'trial' });
    expect(await screen.findByText('Wave')).toBeTruthy();
    expect(screen.queryByText('Sit')).toBeNull();
    await userEvent.type(screen.getByPlaceholderText(/Part, joint/), 'zeppelin');
    expect(screen.getByText('Nothing by that name.')).toBeTruthy();
  });
});

test('the list of keys has every key that a station declares', async () => {
  onBench(<KeyList />, doc, { stations, station: 'trial' });
  const line = async (word: string) => (await screen.findByText(word)).parentElement?.textContent;
  expect(await line('Trial: Wave')).toBe('VTrial: Wave');
  expect(await line('Trial: By key alone')).toBe('YTrial: By key alone');
  expect(screen.queryByText('Trial: Sit')).toBeNull();
});

test('the run shows what is left at each station, and where one is', async () => {
  const { address } = onBench(<Run />, doc, { stations, station: 'trial' });
  const here = screen.getByRole('link', { name: /Trial/ });
  expect(here.getAttribute('aria-current')).toBe('page');
  expect(here.title).toBe('See it move. (9)');
  expect(within(here).getByText('2 left')).toBeTruthy();
  await userEvent.click(screen.getByRole('link', { name: /Stack/ }));
  expect(address()).toBe('/characters/c/stack');
});

test('the row of actions has the words, keys and state that actions have now', async () => {
  onBench(<ActionRow station={trial} />, doc, { station: 'trial' });
  expect(screen.getAllByRole('button').map((button) => button.textContent)).toEqual(['WaveV', 'Sit', 'Hold Mast']);
  expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Sit' }).disabled).toBe(true);
  expect(screen.getByRole('button', { name: 'Hold Mast' }).getAttribute('aria-pressed')).toBe('true');
  await userEvent.click(screen.getByRole('button', { name: /Wave/ }));
  expect(done).toEqual(['wave']);
});

describe('the top strip', () => {
  test('undo and redo say what they would do, and what they did', async () => {
    const { edits } = onBench(<TopStrip undo="Move elbow A" redo={null} />, doc, {
      stations,
      station: 'trial',
      answers: { summary: 'Undone: Move elbow A' },
    });
    const undo = screen.getByRole('button', { name: 'Undo' });
    expect(undo.title).toBe('Undo: Move elbow A');
    await userEvent.click(undo);
    expect(edits[0].slice(0, 2)).toEqual(['cast.undo', 'c']);
    expect(said).toEqual(['Undone: Move elbow A']);
    const redo = screen.getByRole<HTMLButtonElement>('button', { name: 'Redo' });
    expect([redo.disabled, redo.title]).toEqual([true, 'Nothing to redo']);
  });

  test('what was said can be read later, newest first, and what was refused says so', async () => {
    onBench(<TopStrip undo={null} redo={null} />, doc, { stations, station: 'trial' });
    await userEvent.click(screen.getByRole('button', { name: 'What was said' }));
    expect(useBench.getState().saidShown).toBe(true);
    tell('Elbow A is rounded.');
    refuse('The line does not cross.', { description: 'Draw it from side to side.' });
    onBench(<SaidList />, doc, { stations, station: 'trial' });
    const lines = screen
      .getAllByRole('listitem')
      .map(({ textContent }) => textContent?.replace(/^[\d:. APM\u202f]+/, ''));
    expect(lines).toEqual(['Not done: The line does not cross.Draw it from side to side.', 'Elbow A is rounded.']);
  });

  test('no more is kept than can be read', () => {
    for (let at = 0; at < 100; at++) tell(`Told ${at}`);
    const { told } = useTold.getState();
    expect(told).toHaveLength(60);
    expect(told.at(-1)?.text).toBe('Told 99');
  });

  test('peeking lasts while it is held', () => {
    onBench(<TopStrip undo={null} redo={null} />, doc, { stations, station: 'trial' });
    const peek = screen.getByRole('button', { name: /Peek/ });
    fireEvent.pointerDown(peek);
    expect(useBench.getState().peek).toBe(true);
    fireEvent.pointerUp(peek);
    expect(useBench.getState().peek).toBe(false);
  });

  test('another view is turned to, and brought in by its file’s name', async () => {
    const two = character({ views: [{ key: 'side', width: 120 }] });
    answer('bringIn.addView', (body) => {
      const form = body as unknown as FormData;
      if (form.get('key') === 'back') throw new ApiError(422, 'unreadable', 'This is no picture.');
      return { notes: ['16 bits became 8.'] };
    });
    const { address } = onBench(<TopStrip undo={null} redo={null} />, two, { stations, station: 'trial' });
    await userEvent.click(screen.getByRole('button', { name: 'Side' }));
    expect(address()).toBe('/characters/c/trial?view=side');
    const files = [new File(['…'], 'mast back.png'), new File(['…'], 'mast three-quarter.png')];
    await userEvent.upload(screen.getByLabelText('Pictures of further views'), files, { applyAccept: false });
    await waitFor(() => expect(said).toEqual(['mast back.png: This is no picture.', '16 bits became 8.']));
    expect(asked.filter(({ operation }) => operation === 'bringIn.addView')).toHaveLength(2);
    await waitFor(() => expect(address()).toBe('/characters/c/trial?view=three-quarter'));
  });
});

test('picking is one and the same, wherever it is done', () => {
  onBench(<Sheaf station={null} />, doc, { stations });
  act(() => pickPiece('head', named('head')));
  expect(screen.getByRole('button', { name: /head/ }).getAttribute('aria-pressed')).toBe('true');
});
