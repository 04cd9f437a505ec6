import fc from 'fast-check';
import {
  DEFAULT_SCHEME,
  codeFor,
  drawingNameFor,
  labelFor,
  nameFor,
  type NameTokens,
  type NamingScheme,
} from '../document/naming.js';
import { checkNames } from './check-names.js';
import { parseName } from './parse-name.js';
import { sameScheme } from './usual-schemes.js';
import { KNOWN_PARTS, usualParent } from '../plan/known-parts.js';

const tokens = (
  group: string,
  side: 'A' | 'B' | null = null,
  part: string | null = null,
  index: number | null = null,
): NameTokens => ({ group, side, part, index });

test('names follow the scheme', () => {
  const arm = tokens('arm', 'A', 'lower');
  const scheme = (change: Partial<NamingScheme>) => ({ ...DEFAULT_SCHEME, ...change });
  expect(nameFor(arm, DEFAULT_SCHEME)).toBe('arm_A_lower');
  expect(nameFor(arm, scheme({ sides: 'left-right', separator: '-' }))).toBe('arm-right-lower');
  expect(nameFor(arm, scheme({ case: 'capital', separator: ' ' }))).toBe('Arm A Lower');
  expect(nameFor(arm, scheme({ case: 'camel', piece: ['side', 'group', 'part'], sides: 'near-far' }))).toBe(
    'near_Arm_Lower',
  );
  expect(nameFor(tokens('left mitten', null, null, 2), DEFAULT_SCHEME)).toBe('left-mitten_2');
});

test('labels are what a person says', () => {
  expect(labelFor(tokens('arm', 'A', 'lower'))).toBe('lower arm A');
  expect(labelFor(tokens('arm', 'B', 'hand'))).toBe('hand B');
  expect(labelFor(tokens('hair', null, 'front'))).toBe('hair, front');
  expect(labelFor(tokens('satchel', null, null, 2))).toBe('satchel 2');
});

test('the known parts have unique, safe names, and parents that lead to the roots of their kinds', () => {
  expect(checkNames(KNOWN_PARTS, DEFAULT_SCHEME)).toEqual([]);
  const roots = KNOWN_PARTS.filter((part) => usualParent(part, KNOWN_PARTS) === null);
  expect(roots.map((r) => r.group)).toEqual(['hip', 'rump']);
});

test('finds duplicates also where letter case differs, reserved words and empty names', () => {
  const faults = checkNames(
    [tokens('arm', 'A'), tokens('Arm', 'A'), tokens('design'), tokens('uncut'), tokens('con'), tokens('…')],
    DEFAULT_SCHEME,
  );
  expect(faults.map((f) => [f.at, f.fault])).toEqual([
    [1, 'duplicate'],
    [2, 'reserved'],
    [3, 'reserved'],
    [4, 'reserved'],
    [5, 'empty'],
  ]);
});

test('a typed name is read back as what the scheme would write', () => {
  expect(parseName('arm_A_lower')).toEqual(tokens('arm', 'A', 'lower'));
  expect(parseName('lower arm B')).toEqual(tokens('arm', 'B', 'lower'));
  expect(parseName('hair front')).toEqual(tokens('hair', null, 'front'));
  expect(parseName('Left Mitten 2')).toEqual(tokens('left mitten', null, null, 2));
  expect(parseName('///')).toBeNull();
  expect(parseName('x'.repeat(300))).toBeNull();
  for (const part of KNOWN_PARTS) {
    const read = parseName(nameFor(part, DEFAULT_SCHEME));
    expect(read && nameFor(read, DEFAULT_SCHEME)).toBe(nameFor(part, DEFAULT_SCHEME));
  }
});

test('whatever is typed, the name is safe or refused', () => {
  fc.assert(
    fc.property(fc.string({ maxLength: 120, unit: 'grapheme' }), (text) => {
      const read = parseName(text);
      if (!read) return;
      const faults = checkNames([read], DEFAULT_SCHEME).filter((f) => f.fault !== 'reserved');
      expect(faults).toEqual([]);
    }),
  );
  expect(codeFor('Juniper Väne, raw!')).toBe('juniper-vane-raw');
});

test.each(['', '   ', '🦊🦊', 'שלום', 'مرحبا', '///', '...', '\u202e'])('%j is no name', (text) => {
  expect(parseName(text)).toBeNull();
});

test('names that differ in letter case alone, and those that systems keep, are faults', () => {
  const of = (group: string) => ({ group, side: null, part: null, index: null });
  const faults = checkNames([of('cap'), of('Cap'), of('con'), of('finish'), of('uncut')], DEFAULT_SCHEME);
  expect(faults.map(({ fault }) => fault)).toEqual(['duplicate', 'reserved', 'reserved', 'reserved']);
});

test('copies are numbered with as many digits as the scheme says, and drawings named in its order', () => {
  const padded = { ...DEFAULT_SCHEME, digits: 3 };
  expect(nameFor(tokens('tail', null, 'tip', 2), padded)).toBe('tail_tip_002');
  expect(parseName('tail tip 002')).toEqual(tokens('tail', null, 'tip', 2));
  const mouth = { set: 'mouth', shape: 'round', mood: 'happy', index: 2 };
  expect(drawingNameFor(mouth, DEFAULT_SCHEME)).toBe('mouth_round_happy_2');
  expect(drawingNameFor({ ...mouth, mood: null, index: null }, padded)).toBe('mouth_round');
  const turned = {
    ...padded,
    separator: '-' as const,
    drawing: ['mood' as const, 'set' as const, 'shape' as const, 'index' as const],
  };
  expect(drawingNameFor(mouth, turned)).toBe('happy-mouth-round-002');
  expect(sameScheme(DEFAULT_SCHEME, { ...DEFAULT_SCHEME, digits: 1, drawing: ['set', 'shape', 'mood', 'index'] })).toBe(
    true,
  );
  expect(sameScheme(DEFAULT_SCHEME, padded)).toBe(false);
});
