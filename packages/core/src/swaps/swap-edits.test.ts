import fc from 'fast-check';
import { applyDiff, invertDiff } from '../document/diff.js';
import { removePart } from '../document/removal.js';
import { DiffBuilder } from '../document/diff.js';
import { allRows, copyRows, docOf } from '../document/tables.js';
import type { CharacterRow, Row } from '../document/rows.js';
import { enlargeCanvas } from '../plan/enlarge-canvas.js';
import { drawLimb } from '../testing/limbs.js';
import { jointedLimb } from '../testing/jointed.js';
import { drawingName, drawingsOf, inView, missingOf } from './find-swaps.js';
import { dropCycle, dropLook, keepCycle, keepLook, usualBlink } from './look-edits.js';
import {
  addDrawings,
  changeChart,
  deleteDrawing,
  moveDrawing,
  setMarks,
  startSet,
  type FreshDrawing,
} from './swap-edits.js';

const limb = jointedLimb(drawLimb({ width: 36, angle: 24, line: 4 }));
const [piece] = limb.doc.pieces;
const started = applyDiff(limb.doc, startSet(limb.doc, piece.id, { setId: 's', drawingId: 'rest' }, 'mouth'));
const picture = { blob: 'a'.repeat(64), x: 10, y: 20, width: 8, height: 6, area: 40 };
const fresh = (shape: string, mood = 'neutral', more: Partial<FreshDrawing> = {}): FreshDrawing => ({
  ...{ drawingId: `${shape} ${mood}`, drawingViewId: `v ${shape} ${mood}`, shape, mood, picture, marks: [] },
  ...more,
});
const spoken = applyDiff(
  started,
  addDrawings(started, 's', 'v', [
    fresh('open'),
    fresh('closed', 'neutral', { picture: null }),
    fresh('open', 'happy'),
  ]),
);
const set = (doc: typeof started) => doc.swapSets[0];

test('drawings stand on the chart in its order, and what is missing is counted', () => {
  expect(drawingsOf(spoken, set(spoken)).map(({ id }) => id)).toEqual([
    'rest',
    'closed neutral',
    'open neutral',
    'open happy',
  ]);
  expect(missingOf(spoken, set(spoken), 'v').length).toBe(20 - 4);
  const part = drawingName(spoken, spoken.drawings[0]).replace(/_rest$/, '');
  expect(drawingName(spoken, spoken.drawings.find(({ id }) => id === 'open happy') ?? spoken.drawings[0])).toBe(
    `${part}_open_happy`,
  );
});

test.each<[string, () => unknown, RegExp]>([
  [
    'two for one place',
    () => addDrawings(started, 's', 'v', [fresh('open'), fresh('open')]),
    /Two drawings are for open/,
  ],
  ['one for the default place', () => addDrawings(started, 's', 'v', [fresh('rest')]), /as it is drawn at rest/],
  [
    'a set at a piece that has one',
    () => startSet(started, piece.id, { setId: 't', drawingId: 'd' }),
    /has a set already/,
  ],
  [
    'a column away from under a drawing',
    () => changeChart(spoken, 's', { shapes: [{ key: 'rest', sounds: '' }] }),
    /stands in the column/,
  ],
  ['a chart of nothing', () => changeChart(started, 's', { moods: [] }), /at least one shape/],
  ['the default drawing away', () => deleteDrawing(spoken, 'rest'), /is the piece itself/],
  ['a blank drawing moved', () => moveDrawing(spoken, 'closed neutral', 'v', 1, 1), /the drawing is blank/],
  ['the default drawing moved', () => moveDrawing(spoken, 'rest', 'v', 1, 1), /stays where the piece is/],
  ['marks on one spot', () => setMarks(spoken, 'open neutral', 'v', [5, 5, 5, 6], 'm'), /on one spot/],
  [
    'a look of two drawings of one set',
    () => keepLook(spoken, 'x', ['rest', 'open neutral'], 'l'),
    /one drawing of a set/,
  ],
  [
    'a cycle of one',
    () => keepCycle(spoken, 's', { name: 'x', drawingIds: ['rest'], frames: [2] }, 'c'),
    /two drawings or more/,
  ],
  [
    'a cycle held for no frame',
    () => keepCycle(spoken, 's', { name: 'x', drawingIds: ['rest', 'rest'], frames: [2, 0] }, 'c'),
    /1 to \d+ frames/,
  ],
])('%s is refused in a sentence', (_, edit, sentence) => {
  expect(edit).toThrow(sentence);
});

test('a deleted drawing leaves looks and cycles; undone, all of it is there again', () => {
  const look = applyDiff(spoken, keepLook(spoken, 'loud', ['open neutral'], 'l'));
  const jaw = { name: 'jaw', drawingIds: ['rest', 'open neutral', 'open happy'], frames: [1, 2, 3] };
  const whole = applyDiff(look, keepCycle(look, 's', jaw, 'c'));
  const diff = deleteDrawing(whole, 'open neutral');
  const after = applyDiff(whole, diff);
  expect([after.looks, after.cycles[0].drawingIds, after.cycles[0].frames]).toEqual([
    [],
    ['rest', 'open happy'],
    [1, 3],
  ]);
  expect(inView(after, 'open neutral', 'v')).toBeNull();
  const content = (doc: typeof whole) =>
    allRows(doc)
      .map((row) => ({ ...row, version: 0 }))
      .sort((a, b) => (a.id < b.id ? -1 : 1));
  expect(content(applyDiff(after, invertDiff(diff)))).toEqual(content(whole));
});

test('a part that goes takes its set along, and is hidden by nothing', () => {
  const [other] = limb.doc.parts.filter(({ id }) => id !== piece.partId);
  const hiding = {
    ...spoken,
    drawings: spoken.drawings.map((one) => (one.id === 'open happy' ? { ...one, hides: [other.id] } : one)),
  };
  const diff = new DiffBuilder();
  removePart(hiding, other, null, diff);
  expect(applyDiff(hiding, diff.build()).drawings.flatMap(({ hides }) => hides)).toEqual([]);
  const gone = new DiffBuilder();
  const own = hiding.parts.find(({ id }) => id === piece.partId) ?? other;
  removePart(hiding, own, null, gone);
  const after = applyDiff(hiding, gone.build());
  expect([after.swapSets, after.drawings, after.drawingViews]).toEqual([[], [], []]);
});

test('room round the canvas takes drawings and marks along, and a copy refers to its own', () => {
  const marked = applyDiff(spoken, setMarks(spoken, 'open neutral', 'v', [10, 22, 18, 22], 'm'));
  const wide = applyDiff(
    marked,
    enlargeCanvas(marked, 'v', { left: 30, top: 20, right: 0, bottom: 0 }, { designBlob: 'new' }),
  );
  expect(inView(wide, 'open neutral', 'v')).toMatchObject({ picture: { x: 40, y: 40 }, marks: [40, 42, 48, 42] });
  let count = 0;
  const look = applyDiff(spoken, keepLook(spoken, 'loud', ['open neutral'], 'l'));
  const rows = copyRows(look, { id: 'copy' }, () => `fresh ${count++}`);
  const of = (table: Row['table']) => rows.filter((row) => row.table === table) as never;
  const copy = docOf(rows.find((row) => row.table === 'character') as CharacterRow, of);
  const ids = new Set(copy.drawings.map(({ id }) => id));
  expect(copy.looks[0].drawingIds.every((id) => ids.has(id))).toBe(true);
  expect(copy.drawings.every(({ setId }) => setId === copy.swapSets[0].id)).toBe(true);
});

test('a moved drawing takes its marks along, by whole pixels, there and back', () => {
  const marked = applyDiff(spoken, setMarks(spoken, 'open neutral', 'v', [10, 22, 18, 22], 'm'));
  fc.assert(
    fc.property(fc.integer({ min: -90, max: 90 }), fc.integer({ min: -90, max: 90 }), (x, y) => {
      const there = applyDiff(marked, moveDrawing(marked, 'open neutral', 'v', x, y));
      expect(inView(there, 'open neutral', 'v')).toMatchObject({
        picture: { x: 10 + x, y: 20 + y },
        marks: [10 + x, 22 + y, 18 + x, 22 + y],
      });
      const back = applyDiff(there, moveDrawing(there, 'open neutral', 'v', -x, -y));
      expect(inView(back, 'open neutral', 'v')?.picture).toEqual(picture);
    }),
  );
});

test('a blink is made of lids that are drawn, and of nothing else', () => {
  const eyes = applyDiff(limb.doc, startSet(limb.doc, piece.id, { setId: 's', drawingId: 'open' }, 'lids'));
  expect(usualBlink(eyes, 's')).toBeNull();
  const drawn = applyDiff(eyes, addDrawings(eyes, 's', 'v', [fresh('half'), fresh('shut')]));
  expect(usualBlink(drawn, 's')?.drawingIds).toEqual(['open', 'half neutral', 'shut neutral', 'half neutral']);
});

test('a look and a cycle are let go, and are not there twice to be let go', () => {
  const looked = applyDiff(spoken, keepLook(spoken, 'glad', ['open happy'], 'l'));
  const both = applyDiff(
    looked,
    keepCycle(looked, 's', { name: 'jaw', drawingIds: ['rest', 'open neutral'], frames: [2, 2] }, 'k'),
  );
  const [look, cycle] = [dropLook(both, 'l'), dropCycle(both, 'k')];
  expect([look.name, cycle.name]).toEqual(['glad', 'jaw']);
  const gone = applyDiff(applyDiff(both, look.diff), cycle.diff);
  expect([gone.looks, gone.cycles]).toEqual([[], []]);
  expect(() => dropLook(gone, 'l')).toThrow('That look is no longer there.');
});
