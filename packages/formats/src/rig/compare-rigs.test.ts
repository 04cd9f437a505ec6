import { createHash } from 'node:crypto';
import type { Bitmap } from '@limber-sheaf/core';
import { Ajv2020 } from 'ajv/dist/2020';
import { CHANGES_SCHEMA, sortedChanges, writeChanges, writeChangesText, type RigChange } from './changes';
import { compareRigs } from './compare-rigs';
import type { Rig, RigPiece } from './rig';

const SIZE = 40;
type Paint = (x: number, y: number) => readonly number[] | null;

interface Part {
  id: string;
  name: string;
  at: [number, number];
  paint: Paint;
  parent?: string;
  pivot?: [number, number];
  range?: [number, number];
}

function drawn(paint: Paint): Bitmap {
  const data = new Uint8Array(SIZE * SIZE * 4);
  for (let i = 0; i < SIZE * SIZE; i++) {
    const colour = paint(i % SIZE, Math.floor(i / SIZE));
    if (colour) data.set([...colour, ...(colour.length === 3 ? [255] : [])], i * 4);
  }
  return { width: SIZE, height: SIZE, data };
}

const RED: Paint = (x, y) => (x > 4 && y > 4 ? [180, 50, 40] : null);
const STRIPES: Paint = (x, y) => (x > 4 && y > 4 ? (x % 6 < 3 ? [180, 50, 40] : [240, 220, 180]) : null);

function version(parts: readonly Part[], more: Partial<Rig['views'][number]> = {}) {
  const images = new Map(parts.map(({ name, paint }) => [`front/${name}.png`, drawn(paint)]));
  const pieces = parts.map(({ id, name, at: [x, y], parent, pivot, range }): RigPiece => {
    const image = `front/${name}.png`;
    const sha256 = createHash('sha256')
      .update(images.get(image)?.data ?? '')
      .digest('hex');
    const joint = range && {
      ...{ kind: 'hinge' as const, discOn: 'both' as const, radius: 9, range, inFront: 'child' as const },
      ...{ outlineOn: 'back' as const, lineWidth: 2, looseness: 0, cleanRange: range },
    };
    return {
      ...{ id, name, group: name, part: null, side: null, index: null, parent: parent ?? null, image, sha256 },
      ...{ bounds: { x, y, width: SIZE, height: SIZE }, pivot: pivot ? { x: pivot[0], y: pivot[1] } : null },
      ...{ joint: joint ?? null, kind: 'face', atlas: null, sheets: [], swapSet: null, soft: null, travel: null },
    };
  });
  const view = {
    ...{ key: 'front', canvas: { width: 200, height: 200 }, floorY: 190, design: { image: '', sha256: '' } },
    ...{
      drawOrder: parts.map(({ name }) => name),
      handles: [],
      orderChanges: [],
      pieces,
      swapSets: [],
      looks: [],
      cycles: [],
      ...more,
    },
  };
  return { rig: { views: [view] } as unknown as Rig, image: (path: string) => images.get(path) ?? null };
}

const torso: Part = { id: 't', name: 'torso', at: [10, 10], paint: STRIPES };
const arm: Part = {
  id: 'a',
  name: 'arm',
  at: [30, 20],
  paint: RED,
  parent: 'torso',
  pivot: [40, 30],
  range: [-20, 40],
};
const hand: Part = { id: 'h', name: 'hand', at: [60, 60], paint: RED, parent: 'arm', pivot: [62, 62], range: [-9, 9] };
const usual = [torso, arm, hand];
const before = version(usual);

const changesOf = (after: ReturnType<typeof version>, from = before): RigChange[] =>
  compareRigs(from.rig, after.rig, from.image, after.image);
const told = (after: ReturnType<typeof version>, from = before) =>
  changesOf(after, from).map(({ weight, kind, piece }) => `${weight} ${kind} ${piece}`);
const with_ = (id: string, change: Partial<Part>) =>
  version(usual.map((part) => (part.id === id ? { ...part, ...change } : part)));

test('a version is no different from itself', () => {
  expect(told(version(usual))).toEqual([]);
});

test.each<[string, ReturnType<typeof version>, string[]]>([
  ['recoloured', with_('t', { paint: (x, y) => STRIPES(x, y)?.map((v) => v - 30) ?? null }), ['safe recoloured torso']],
  [
    'repainted within its shape',
    with_('t', { paint: (x, y) => STRIPES(x, y) && [(x * 7 + y * 13) % 255, (x * 29 + y * 3) % 255, (x * y) % 255] }),
    ['safe repainted torso'],
  ],
  [
    'another shape',
    with_('h', { paint: (x, y) => (x > 4 && y > 16 ? [180, 50, 40] : null) }),
    ['check repainted hand'],
  ],
  [
    'a silhouette within 2 px',
    with_('h', { paint: (x, y) => (x > 4 && y > 6 ? [180, 50, 40] : null) }),
    ['safe repainted hand'],
  ],
  // The arm lies over the torso from 35, 25 on.
  [
    'hidden paint',
    with_('t', { paint: (x, y) => (x > 26 && y > 17 ? [9, 9, 9] : STRIPES(x, y)) }),
    ['safe hidden-paint torso'],
  ],
  ['bounds', with_('h', { at: [64, 60] }), ['check bounds hand']],
  ['a rename', with_('h', { name: 'glove' }), ['breaks piece-renamed glove']],
  ['a parent', with_('h', { parent: 'torso' }), ['breaks parent hand']],
  ['a pivot by a hair', with_('h', { pivot: [62.6, 62] }), ['safe pivot hand']],
  ['a pivot by more', with_('h', { pivot: [64, 62] }), ['breaks pivot hand']],
  ['a wider range', with_('h', { range: [-20, 9] }), ['check range hand']],
  ['a joint gone', with_('h', { pivot: undefined, range: undefined }), ['breaks joint-removed hand']],
  ['a piece gone', version([torso, arm]), ['breaks piece-removed hand']],
  ['the order', version([arm, torso, hand]), ['check order torso']],
  ['the canvas', version(usual, { canvas: { width: 240, height: 200 } }), ['breaks canvas null']],
  [
    'an order by pose',
    version(usual, { orderChanges: [{ turns: 'arm', from: 20, to: 40, move: ['arm'], place: 'behind', at: 'torso' }] }),
    ['check order-change arm'],
  ],
])('of two versions %s is told, with its weight, and nothing else', (_, after, expected) => {
  expect(told(after)).toEqual(expected);
});

test('a new piece, a new joint and a parent that was only renamed', () => {
  expect(told(before, version([torso, arm]))).toEqual(['check piece-added hand']);
  expect(told(before, with_('h', { pivot: undefined, range: undefined }))).toEqual(['check joint-added hand']);
  const renamed = version([torso, { ...arm, name: 'sleeve' }, { ...hand, parent: 'sleeve' }]);
  expect(told(renamed)).toEqual(['breaks piece-renamed sleeve']);
});

test('it is written for people and for programs, what breaks a rig first', () => {
  const after = version([
    { ...torso, paint: RED },
    { ...arm, name: 'sleeve' },
    { ...hand, parent: 'sleeve', at: [61, 60] },
  ]);
  const changes = { from: 2, to: 3, entries: sortedChanges(changesOf(after)) };
  expect(changes.entries.map(({ weight }) => weight)).toEqual(['breaks', 'check', 'safe']);
  const text = new TextDecoder().decode(writeChangesText(changes, 'Fern'));
  expect(text).toContain(
    '# Fern, version 3\n\nWhat differs from version 2.\n\n## Breaks a rig\n\n- front: arm is named',
  );
  const read = JSON.parse(new TextDecoder().decode(writeChanges(changes))) as object;
  const valid = new Ajv2020({ strict: true }).compile(CHANGES_SCHEMA);
  expect([valid(read), valid({ ...read, to: 0 }), valid({ ...read, entries: [{}] })]).toEqual([true, false, false]);
  const first = new TextDecoder().decode(writeChangesText({ from: null, to: 1, entries: [] }, 'Fern'));
  expect(first).toContain('The first version.');
});
