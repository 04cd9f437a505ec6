/** @jest-environment jsdom */
import { act, renderHook, waitFor } from '@testing-library/react';
import type { ReactNode } from 'react';
import { SWRConfig } from 'swr';
import { character } from '../testing/character';
import { answer, asked, resetServer } from '../testing/server';
import { ApiError, actorMark } from './client';
import { tellError, useCharacter } from './useCharacter';
import { useWork, asWork } from './work';
import { said, toasts } from '../testing/toasts';

jest.mock('./client');
/** The events of the character on the bench, as the server would send them. */
const open: Events[] = [];
class Events {
  closed = false;
  private readonly heard = new Map<string, (event: { data: string }) => void>();
  constructor(readonly url: string) {
    open.push(this);
  }
  addEventListener(name: string, hear: (event: { data: string }) => void) {
    this.heard.set(name, hear);
  }
  send(name: string, data: object = {}) {
    act(() => this.heard.get(name)?.({ data: JSON.stringify(data) }));
  }
  close() {
    this.closed = true;
  }
}
Object.assign(globalThis, { EventSource: Events });

const doc = character({ pieces: ['torso'] });
const state = (revision: number) => ({ doc, sheets: {}, revision, undo: null, redo: null });
const states = () => asked.filter(({ operation }) => operation === 'cast.state').length;

async function onTheBench() {
  answer('cast.state', () => state(1) as never);
  const wrapper = ({ children }: { children: ReactNode }) => (
    <SWRConfig value={{ provider: () => new Map(), dedupingInterval: 0 }}>{children}</SWRConfig>
  );
  const shown = renderHook(() => useCharacter('c'), { wrapper });
  await waitFor(() => expect(shown.result.current.state?.revision).toBe(1));
  return { ...shown, edit: () => act(() => shown.result.current.edit('joints.change', 'j', { radius: 3 })) };
}

beforeEach(() => {
  resetServer();
  open.length = 0;
});

test('an edit answers with the new state, which the bench then shows', async () => {
  const { result, edit } = await onTheBench();
  answer('joints.change', () => state(2) as never);
  expect(await edit()).toMatchObject({ revision: 2 });
  await waitFor(() => expect(result.current.state?.revision).toBe(2));
  expect(states()).toBe(1);
});

test('an answer that comes late does not take back a newer state', async () => {
  const { result, edit } = await onTheBench();
  answer('joints.change', () => state(5) as never);
  await edit();
  answer('joints.change', () => state(4) as never);
  await edit();
  await waitFor(() => expect(result.current.state?.revision).toBe(5));
});

test('a refused edit is told and changes nothing; where somebody was quicker, the rows are asked for again', async () => {
  const { result, edit } = await onTheBench();
  answer('joints.change', () =>
    Promise.reject(new ApiError(422, 'radius', 'The disc is too large.', 'Make it smaller.')),
  );
  expect(await edit()).toBeNull();
  expect(toasts).toEqual([{ text: 'The disc is too large.', description: 'Make it smaller.' }]);
  expect([result.current.state?.revision, states()]).toEqual([1, 1]);
  answer('joints.change', () => Promise.reject(new ApiError(409, 'stale', 'Somebody else changed it.')));
  await edit();
  await waitFor(() => expect(states()).toBe(2));
});

test('a stopped edit says so', async () => {
  const { result } = await onTheBench();
  const stop = new AbortController();
  answer('joints.fitAll', () => {
    stop.abort();
    return Promise.reject(new DOMException('', 'AbortError'));
  });
  await act(() => result.current.edit('joints.fitAll', 'v', {}, stop.signal));
  expect(said).toEqual(['Stopped. Nothing was changed.']);
});

test('others’ edits are fetched and told; one’s own are fetched alone', async () => {
  const { result } = await onTheBench();
  answer('cast.state', () => state(2) as never);
  open[0].send('revision', { actor: actorMark() });
  await waitFor(() => expect(result.current.state?.revision).toBe(2));
  expect(said).toEqual([]);
  answer('cast.state', () => state(3) as never);
  open[0].send('revision', { actor: 'somebody' });
  await waitFor(() => expect(result.current.state?.revision).toBe(3));
  expect(said).toEqual(['Somebody else changed this character. The bench shows it as it is now.']);
});

test('progress of one’s own long edit is shown, and never goes back', async () => {
  await onTheBench();
  let finish: () => void = () => undefined;
  const work = asWork('Fit and round all', () => new Promise<void>((done) => (finish = done)));
  open[0].send('progress', { value: 0.5, doing: 'knee A', actor: actorMark() });
  open[0].send('progress', { value: 0.3, doing: 'knee B', actor: actorMark() });
  open[0].send('progress', { value: 0.9, doing: 'of another', actor: 'somebody' });
  expect(useWork.getState().work).toMatchObject({ share: 0.5, doing: 'knee B' });
  finish();
  await work;
  expect(useWork.getState().work).toBeNull();
});

test('leaving the bench ends its events', async () => {
  const { unmount } = await onTheBench();
  unmount();
  expect(open.map(({ closed }) => closed)).toEqual([true]);
});

test('a fault of ours is told as one', () => {
  tellError(new TypeError('undefined is not a function'));
  expect(said).toEqual(['Something went wrong in the bench. Reload the page; nothing that was saved is lost.']);
});
