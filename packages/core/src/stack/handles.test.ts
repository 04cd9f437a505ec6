import { deletePieces } from '../cut/cut-edits.js';
import { applyDiff } from '../document/diff.js';
import { parentPiece } from '../document/family.js';
import type { CharacterDoc } from '../document/rows.js';
import { handleEntries, rigEntry } from '../handoff/rig-entry.js';
import { apply, placePieces } from '../joints/place-pieces.js';
import { box, draw, inside, type Shape } from '../testing/drawing.js';
import { cutPart, rawCharacter } from '../testing/jointed.js';
import { aboveHandle, addHandle, deleteHandle, handlePlace, moveHandle, movedByHandle } from './handles.js';
import { setParent } from './stack-edits.js';

const plain = (group: string) => ({ group, side: null, part: null, index: null });
const SHAPES: [string, Shape][] = [
  ['torso', box(20, 60, 80, 110)],
  ['head', box(30, 10, 70, 60)],
  ['eyes', box(36, 20, 64, 30)],
  ['mouth', box(40, 40, 60, 50)],
];

/** A trunk and a head on it, with eyes and a mouth. */
function face(): CharacterDoc {
  const parts = SHAPES.map(([, shape], i) => ({ shape, colour: [40 * i, 90, 160 - 30 * i] as const }));
  let made = rawCharacter(draw(100, 120, parts));
  for (const [name, shape] of SHAPES) made = cutPart(made, name, inside(100, 120, shape), plain(name));
  const part = (name: string) => made.doc.parts.find(({ group }) => group === name)?.id as string;
  return [
    [['head'], 'torso'],
    [['eyes', 'mouth'], 'head'],
  ].reduce(
    (doc, [names, parent]) => applyDiff(doc, setParent(doc, (names as string[]).map(part), part(parent as string))),
    made.doc,
  );
}

const doc = face();
const piece = (of: CharacterDoc, name: string) => {
  const part = of.parts.find(({ group }) => group === name);
  const found = of.pieces.find(({ partId }) => partId === part?.id);
  if (!found) throw new Error(`no ${name}`);
  return found;
};
const partIds = (...names: string[]) => names.map((name) => piece(doc, name).partId);
const FRESH = {
  handleId: 'h',
  partId: 'face',
  viewId: 'v',
  tokens: plain('face'),
  x: 50,
  y: 35,
};
const held = applyDiff(doc, addHandle(doc, { ...FRESH, partIds: partIds('eyes', 'mouth') }));

test('what hangs from a handle moves as one about its pivot, and still moves with the head', () => {
  expect([...movedByHandle(held, held.handles[0])].sort()).toEqual(
    [piece(doc, 'eyes').id, piece(doc, 'mouth').id].sort(),
  );
  expect(parentPiece(held, piece(held, 'eyes'))?.id).toBe(piece(doc, 'head').id);
  const placed = placePieces(held, 'v', { h: 90 });
  const eyes = placed.get(piece(doc, 'eyes').id);
  const at = apply(eyes as never, 50, 25);
  // A quarter turn clockwise about 50, 35.
  expect([at.x, at.y].map(Math.round)).toEqual([60, 35]);
  expect(placed.get(piece(doc, 'head').id)).toMatchObject({ angle: 0, tx: 0, ty: 0 });
});

test('a package names it as the parent, with its pivot, below what it hangs from', () => {
  const eyes = piece(held, 'eyes');
  expect(rigEntry(held, eyes, { x: 0, y: 0, width: 1, height: 1 }, []).parent).toBe('face');
  const inner = applyDiff(
    held,
    addHandle(held, {
      ...FRESH,
      handleId: 'a',
      partId: 'gaze',
      tokens: { ...FRESH.tokens, group: 'a gaze' },
      partIds: partIds('eyes'),
    }),
  );
  expect(handleEntries(inner, 'v')).toEqual([
    { id: 'face', name: 'face', parent: 'head', pivot: { x: 50, y: 35 } },
    { id: 'gaze', name: 'a-gaze', parent: 'face', pivot: { x: 50, y: 35 } },
  ]);
  expect(aboveHandle(inner, inner.handles.find(({ id }) => id === 'a') as never)).toMatchObject({ id: 'h' });
});

test('taken away, what hung from it hangs from what it hung from; so it does when a handle outlives its pieces', () => {
  const without = applyDiff(held, deleteHandle(held, 'h'));
  expect(without.handles).toEqual([]);
  expect(without.parts.map(({ id, parentId }) => [id, parentId])).toEqual(
    doc.parts.map(({ id, parentId }) => [id, parentId]),
  );
  const left = applyDiff(held, deletePieces(held, [piece(held, 'eyes').id, piece(held, 'mouth').id]));
  expect(left.handles).toHaveLength(1);
  expect(left.parts.some(({ id }) => id === 'face')).toBe(true);
});

test.each([
  ['a name that another part has', { tokens: { ...FRESH.tokens, group: 'head' } }, ['eyes'], /There is a head already/],
  ['a place beside the canvas', { x: 101 }, ['eyes'], /on the canvas/],
])('%s is refused', (_, change, names, sentence) => {
  expect(() => addHandle(doc, { ...FRESH, ...change, partIds: partIds(...names) })).toThrow(sentence);
});

test('parts that hang from different ones are refused', () => {
  const apart = applyDiff(doc, setParent(doc, partIds('mouth'), partIds('torso')[0]));
  expect(() => addHandle(apart, { ...FRESH, partIds: partIds('eyes', 'mouth') })).toThrow(/hang from different ones/);
});

test('of picked parts those that follow another stay where they hang', () => {
  const made = applyDiff(doc, addHandle(doc, { ...FRESH, partIds: partIds('head', 'mouth') }));
  expect(made.parts.find(({ group }) => group === 'mouth')?.parentId).toBe(piece(doc, 'head').partId);
  expect(made.parts.find(({ group }) => group === 'head')?.parentId).toBe('face');
});

test('it is begun amid what it holds, and can be put elsewhere on the canvas', () => {
  expect(handlePlace(doc, [piece(doc, 'eyes'), piece(doc, 'mouth')])).toEqual({ x: 50, y: 35 });
  expect(applyDiff(held, moveHandle(held, 'h', 40, 20)).handles[0]).toMatchObject({ x: 40, y: 20 });
  expect(() => moveHandle(held, 'h', -1, 20)).toThrow(/on the canvas/);
  expect(() => moveHandle(held, 'gone', 1, 20)).toThrow(/no longer there/);
});
