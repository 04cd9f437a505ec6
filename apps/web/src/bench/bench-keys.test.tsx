/** @jest-environment jsdom */
import { act, fireEvent, screen } from '@testing-library/react';
import { character } from '../testing/character';
import { onBench } from '../testing/on-bench';
import { defineStation, type Station } from './station';
import { useBench } from './store';
import { useBenchKeys } from './useBenchKeys';

const done: string[] = [];
let steps = 0;
const cutting: Station = {
  Ledger: () => null,
  stores: [],
  step: (way) => {
    if (steps <= 0) return false;
    steps--;
    done.push(`step ${way}`);
    return true;
  },
  actions: [
    { id: 'soak', word: 'Soak up', key: 's', run: () => done.push('soak') },
    { id: 'never', word: 'Never', key: 'h', when: () => false, run: () => done.push('never') },
    { id: 'arrow', word: 'Nudge', key: ['arrowup', 'shift+arrowup'], run: (_, event) => done.push(event?.key ?? '') },
  ],
};
const entry = (key: string, hotkey: string) =>
  defineStation({
    key,
    number: Number(hotkey),
    word: key,
    hotkey,
    hint: '',
    useFigure: () => ({ word: '', share: 0, open: false }),
    load: () => Promise.resolve({ station: cutting }),
  });
const stations = [entry('cut', '2'), entry('joints', '3')];
const doc = character({ pieces: ['torso', 'head', 'tail'] });

function Keys() {
  useBenchKeys(cutting);
  return (
    <>
      <input aria-label="Name" />
      <input type="checkbox" aria-label="Hug" />
      <select aria-label="Kind" />
      <span role="slider" aria-label="Gap" aria-valuenow={1} tabIndex={0} />
      <button type="button">Take</button>
    </>
  );
}
const show = () => onBench(<Keys />, doc, { stations });
const press = (key: string, more: object = {}, on: Element = document.body) =>
  fireEvent.keyDown(on, { key, code: `Key${key.toUpperCase()}`, ...more });

beforeEach(() => {
  done.length = 0;
  steps = 0;
});

test('number keys go to stations, and not to the one that is open', () => {
  const { address } = show();
  press('2');
  expect(address()).toBe('/characters/c/cut');
  press('3');
  expect(address()).toBe('joints');
});

test('a key does what the station declares, wherever it lies on the keyboard', () => {
  show();
  fireEvent.keyDown(document.body, { key: 's', code: 'KeyO' });
  fireEvent.keyDown(document.body, { key: 'x', code: 'KeyS' });
  press('ArrowUp');
  press('ArrowUp', { shiftKey: true });
  expect(done).toEqual(['soak', 'ArrowUp', 'ArrowUp']);
});

test('an action that cannot be done leaves its key to the bench', () => {
  show();
  useBench.setState({ lookAt: null });
  press('h');
  expect(done).toEqual([]);
  expect(useBench.getState().lookAt).toEqual({ kind: 'all' });
});

test('← and → walk through the sheaf, Alt moves the piece, and neither runs off its end', () => {
  const { edits } = show();
  press('ArrowRight');
  expect(useBench.getState().pickedPiece).toBe('torso');
  press('ArrowRight');
  press('ArrowLeft', { altKey: true });
  expect(edits).toEqual([['stack.order', 'head', { inFrontOf: null, along: [] }]]);
  press('ArrowRight', { altKey: true });
  expect(edits.at(-1)).toEqual(['stack.order', 'head', { inFrontOf: 'tail', along: [] }]);
  press('ArrowRight');
  press('ArrowRight');
  expect(useBench.getState().pickedPiece).toBe('tail');
  press('ArrowRight', { altKey: true });
  expect(edits).toHaveLength(2);
});

test('undo takes back the station’s own steps first, then the journal’s', () => {
  const { edits } = show();
  steps = 1;
  press('z', { ctrlKey: true });
  press('z', { ctrlKey: true });
  press('Z', { ctrlKey: true, shiftKey: true });
  expect(done).toEqual(['step undo']);
  expect(edits.map(([operation]) => operation)).toEqual(['cast.undo', 'cast.redo']);
});

test('holding Q peeks, letting go ends it; W shows the picked piece alone, and all again', () => {
  show();
  press('q');
  expect(useBench.getState().peek).toBe(true);
  fireEvent.keyUp(document.body, { key: 'q', code: 'KeyQ' });
  expect(useBench.getState().peek).toBe(false);
  useBench.setState({ pickedPiece: 'head' });
  press('w');
  expect(useBench.getState().solo).toEqual(['head']);
  press('w');
  expect(useBench.getState().solo).toBeNull();
});

test('panels fold, the list of keys and the finder open', () => {
  show();
  press('f');
  press('?', { shiftKey: true });
  press('k', { ctrlKey: true });
  expect(useBench.getState()).toMatchObject({ panels: false, keysShown: true, finder: true });
});

test('what is typed, stepped on a slider or pressed on a button is not the bench’s', () => {
  show();
  press('s', {}, screen.getByLabelText('Name'));
  press('ArrowUp', {}, screen.getByLabelText('Gap'));
  press('s', {}, screen.getByLabelText('Kind'));
  press('Enter', {}, screen.getByRole('button', { name: 'Take' }));
  expect(done).toEqual([]);
  press('s', {}, screen.getByLabelText('Hug'));
  press('s', {}, screen.getByLabelText('Gap'));
  press('s', {}, screen.getByRole('button', { name: 'Take' }));
  expect(done).toEqual(['soak', 'soak', 'soak']);
});

test('a slider has its own steps, and no more: with Alt the arrows move the cards', () => {
  const { edits } = show();
  act(() => useBench.setState({ pickedPiece: 'torso' }));
  press('ArrowRight', {}, screen.getByLabelText('Gap'));
  press('ArrowRight', { altKey: true }, screen.getByLabelText('Gap'));
  expect(edits.map(([what]) => what)).toEqual(['stack.order']);
  expect(useBench.getState().pickedPiece).toBe('torso');
});

test('a window over the bench has the keys to itself', () => {
  show();
  const window = document.createElement('div');
  window.setAttribute('role', 'dialog');
  document.body.append(window);
  press('s');
  expect(done).toEqual([]);
  window.remove();
  press('s');
  expect(done).toEqual(['soak']);
});
