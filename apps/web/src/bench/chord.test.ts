import { chordOf, chordWord } from './chord';

const press = (key: string, held: Partial<Record<'ctrlKey' | 'metaKey' | 'altKey' | 'shiftKey', boolean>> = {}) =>
  chordOf({ key, ctrlKey: false, metaKey: false, altKey: false, shiftKey: false, ...held });

test('a key is what is printed on it: German and French layouts say Z, W and ? as the English one does', () => {
  // QWERTZ: the key labelled Z lies where Y is elsewhere; AZERTY: W lies where Z is. Only what it types counts.
  expect(press('z', { ctrlKey: true })).toBe('mod+z');
  expect(press('Z', { ctrlKey: true, shiftKey: true })).toBe('mod+shift+z');
  expect(press('w')).toBe('w');
  // A German ? is Shift and ß, a French one Shift and a comma; digits are shifted on a French row.
  expect(press('?', { shiftKey: true })).toBe('?');
  expect(press('2', { shiftKey: true })).toBe('2');
});

test('named keys keep their Shift and Alt, and read well', () => {
  expect(press('ArrowLeft', { altKey: true })).toBe('alt+arrowleft');
  expect(press('ArrowUp', { shiftKey: true })).toBe('shift+arrowup');
  expect(press('k', { metaKey: true })).toBe('mod+k');
  expect(chordWord('mod+shift+z')).toBe('Ctrl Shift Z');
  expect(chordWord('alt+arrowleft')).toBe('Alt ←');
});
