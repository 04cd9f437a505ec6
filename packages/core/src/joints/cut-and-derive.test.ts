import fc from 'fast-check';
import { takePixels } from '../cut/take.js';
import { type PlacedBitmap, paintArea } from '../raster/bitmap.js';
import type { PlacedMask } from '../raster/mask.js';
import { rawCharacter } from '../testing/jointed.js';
import { box, circle, draw, inside, type Shape } from '../testing/drawing.js';
import { cutPieces, changePiece, mergePieces } from '../cut/cut-edits.js';
import { derivedSheets } from './derive-sheets.js';
import { applyDiff, isEmptyDiff } from '../document/diff.js';
import { drawOrder, parentPiece, pieceName } from '../document/family.js';
import { placeJoint } from './joint-edits.js';
import { disturbedJoints, rehangJoints } from './follow-cut.js';
import type { CharacterDoc, SheetRef } from '../document/rows.js';
import { compareAtRest } from '../cut/rest-match.js';
import type { ViewArt } from '../document/view-art.js';
import { enlargeCanvas } from '../plan/enlarge-canvas.js';

const SIZE = 120;
const COAT = [226, 168, 60] as const;
const SKIN = [236, 182, 150] as const;
const ref = (face: PlacedBitmap): SheetRef => {
  const { x, y, width, height } = face;
  return { blob: 'face', x, y, width, height, area: paintArea(face) };
};

interface State {
  doc: CharacterDoc;
  art: ViewArt;
}

/** Cuts shapes one after the other from a design. */
function cut(design: PlacedBitmap, parts: [string, Shape][]): State {
  return parts.reduce<State>(
    (state, [group, shape]) => take(state, group, inside(SIZE, SIZE, shape)),
    rawCharacter(design),
  );
}

function take({ doc, art }: State, group: string, mask: PlacedMask): State {
  const faces = new Map([...art.pieces].map(([id, sheets]) => [id, sheets.face]));
  const taken = takePixels(art.design, faces, group, mask, (id) => id);
  // A cut that would leave nothing of another is refused, and changes nothing.
  if (!taken.ok) return { doc, art };
  const pieces = new Map(art.pieces);
  for (const [id, face] of taken.changed) pieces.set(id, { face, overlap: null, under: null });
  const sheets = new Map(
    [...taken.changed].filter(([id]) => id !== group).map(([id, face]) => [id, { face: ref(face as PlacedBitmap) }]),
  );
  const tokens = { group, side: null, part: null, index: null };
  const face = taken.changed.get(group) as PlacedBitmap;
  const fresh = {
    pieceId: group,
    partId: `part-${group}`,
    tokens,
    face: ref(face),
    inFrontOf: drawOrder(doc, 'v').at(-1)?.id,
  };
  return { doc: applyDiff(doc, cutPieces(doc, { viewId: 'v', sheets, fresh: [fresh] })), art: { ...art, pieces } };
}

function derived({ doc, art }: State): State {
  const pieces = new Map(art.pieces);
  for (const [id, sheets] of derivedSheets(doc, 'v', art)) {
    const given = pieces.get(id);
    if (given) pieces.set(id, { ...given, ...sheets });
  }
  return { doc, art: { ...art, pieces } };
}

const figure = () =>
  cut(
    draw(SIZE, SIZE, [
      { shape: box(10, 40, 110, 116), colour: COAT },
      { shape: circle(60.3, 40.4, 24), colour: SKIN },
    ]),
    [
      ['torso', box(10, 40, 110, 116)],
      ['head', circle(60.3, 40.4, 24)],
    ],
  );

test('unmixed edges keep the rest match at 0, and the piece behind gets whole paint beneath them', () => {
  const start = figure();
  const done = derived(start);
  expect(compareAtRest(done.doc, 'v', done.art)).toMatchObject({ differing: 0 });
  expect(done.art.pieces.get('head')?.clean).toBeTruthy();
  expect(done.art.pieces.get('torso')?.under).toBeTruthy();
  const off = derived({ ...start, doc: applyDiff(start.doc, changePiece(start.doc, 'head', { unmix: false })) });
  expect(off.art.pieces.get('head')?.clean).toBeNull();
});

test('however pieces are cut out of one another, put back together they are the design', () => {
  const design = draw(SIZE, SIZE, [
    { shape: box(6, 6, 114, 114), colour: [30, 26, 40] },
    { shape: box(10, 10, 110, 110), colour: COAT },
    { shape: circle(50.3, 62.6, 30), colour: SKIN },
    { shape: circle(70.8, 40.1, 18), colour: [60, 90, 140] },
  ]);
  const near = fc.integer({ min: 20, max: 100 });
  const cuts = fc.array(fc.tuple(near, near, fc.integer({ min: 8, max: 26 })), { minLength: 1, maxLength: 4 });
  fc.assert(
    fc.property(cuts, (discs) => {
      let state = cut(design, [['torso', box(0, 0, SIZE, SIZE)]]);
      discs.forEach(([x, y, r], i) => (state = take(state, `part${i}`, inside(SIZE, SIZE, circle(x, y, r)))));
      const done = derived(state);
      expect(compareAtRest(done.doc, 'v', done.art)).toMatchObject({ differing: 0 });
    }),
    { numRuns: 12 },
  );
});

test('a margin takes the neighbours’ paint along as overlap and does not disturb the rest', () => {
  const start = figure();
  const wide = applyDiff(start.doc, changePiece(start.doc, 'head', { margin: 6 }));
  const done = derived({ ...start, doc: wide });
  const { overlap, face } = done.art.pieces.get('head') ?? {};
  expect(overlap && face && overlap.y + overlap.height).toBeGreaterThan((face?.y ?? 0) + (face?.height ?? 0) + 4);
  expect(compareAtRest(done.doc, 'v', done.art)).toMatchObject({ differing: 0 });
  expect(() => changePiece(start.doc, 'head', { margin: -1 })).toThrow('A margin is');
});

test('paint of a layer that would show at rest gives way, so that the design stays the design', () => {
  const { doc, art } = figure();
  // The torso's own layer has a stain where the design has none, and paint beneath the head.
  const own = draw(SIZE, SIZE, [
    { shape: box(10, 40, 110, 116), colour: COAT },
    { shape: circle(90, 100, 5), colour: [10, 10, 10] },
  ]);
  const pieces = new Map(art.pieces).set('torso', {
    face: art.pieces.get('torso')?.face ?? null,
    overlap: null,
    under: null,
    own,
  });
  const done = derived({ doc, art: { ...art, pieces } });
  expect(compareAtRest(done.doc, 'v', done.art)).toMatchObject({ differing: 0 });
  const { clean, under } = done.art.pieces.get('torso') ?? {};
  const hidden = [clean, under].some((b) => b && at(b, 60, 50)[3] === 255);
  expect(hidden).toBe(true);
});

const at = (b: PlacedBitmap, x: number, y: number) => {
  const i = ((y - b.y) * b.width + x - b.x) * 4;
  return x < b.x || y < b.y || x >= b.x + b.width || y >= b.y + b.height
    ? [0, 0, 0, 0]
    : [...b.data.subarray(i, i + 4)];
};

const FIT = {
  contacts: [
    { x: 20, y: 60 },
    { x: 40, y: 60 },
  ] as [{ x: number; y: number }, { x: number; y: number }],
  axis: 90,
  lineWidth: 0,
  lineColour: COAT,
  fillColour: COAT,
  confidence: 1,
  kind: 'hinge' as const,
  discOn: 'both' as const,
};

test('a piece cut further hands a joint to whichever half still touches, and says so', () => {
  const limb = draw(SIZE, SIZE, [{ shape: box(20, 4, 40, 116), colour: COAT }]);
  let state = cut(limb, [
    ['upper', box(20, 4, 40, 80)],
    ['hand', box(20, 80, 40, 116)],
  ]);
  state = {
    ...state,
    doc: applyDiff(state.doc, placeJoint(state.doc, 'j', 'hand', 'upper', { ...FIT, x: 30, y: 80, radius: 9 })),
  };
  const before = new Map([...state.art.pieces].map(([id, s]) => [id, s.face]));
  const next = take(state, 'lower', inside(SIZE, SIZE, box(20, 44, 40, 80)));
  const faces = new Map([...next.art.pieces].map(([id, s]) => [id, s.face]));
  const rehung = rehangJoints(next.doc, faces, 'upper', 'lower');
  const doc = applyDiff(next.doc, rehung.diff);
  expect(doc.joints[0]).toMatchObject({ id: 'j', childId: 'hand', parentId: 'lower' });
  const hand = doc.pieces.find((p) => p.id === 'hand');
  expect(hand && parentPiece(doc, hand)?.id).toBe('lower');
  expect(rehung.notes.join()).toMatch(/now belongs to lower/i);
  expect(disturbedJoints(state.doc, before, faces).map((j) => j.id)).toEqual(['j']);
  const elsewhere = take(state, 'tip', inside(SIZE, SIZE, box(20, 4, 40, 12)));
  const far = new Map([...elsewhere.art.pieces].map(([id, s]) => [id, s.face]));
  expect(disturbedJoints(state.doc, before, far)).toEqual([]);
  expect(isEmptyDiff(rehangJoints(elsewhere.doc, far, 'upper', 'tip').diff)).toBe(true);
});

test('pieces merged are one piece: what hung from the one that goes hangs from the other', () => {
  const limb = draw(SIZE, SIZE, [{ shape: box(20, 4, 40, 116), colour: COAT }]);
  const { doc } = cut(limb, [
    ['upper', box(20, 4, 40, 40)],
    ['lower', box(20, 40, 40, 80)],
    ['hand', box(20, 80, 40, 116)],
  ]);
  const hung = applyDiff(doc, placeJoint(doc, 'j', 'hand', 'lower', { ...FIT, x: 30, y: 80, radius: 9 }));
  const merged = applyDiff(hung, mergePieces(hung, 'upper', ['lower'], { face: hung.pieces[0].face }));
  expect(merged.pieces.map((p) => pieceName(merged, p)).sort()).toEqual(['hand', 'upper']);
  expect(merged.joints[0]).toMatchObject({ childId: 'hand', parentId: 'upper' });
  expect(merged.parts.map((p) => p.group).sort()).toEqual(['hand', 'upper']);
  expect(() => mergePieces(hung, 'upper', ['upper'], {})).toThrow();
});

test('a canvas enlarged moves everything on it alike', () => {
  const { doc } = figure();
  const jointed = applyDiff(doc, placeJoint(doc, 'j', 'head', 'torso', { ...FIT, x: 60, y: 60, radius: 9 }));
  const larger = applyDiff(
    jointed,
    enlargeCanvas(jointed, 'v', { left: 30, top: 20, right: 10, bottom: 0 }, { designBlob: 'new' }),
  );
  expect(larger.views[0]).toMatchObject({ width: SIZE + 40, height: SIZE + 20, designBlob: 'new', floorY: SIZE + 20 });
  expect(larger.joints[0]).toMatchObject({ x: 90, y: 80 });
  larger.pieces.forEach((piece, i) =>
    expect(piece.face).toMatchObject({ x: jointed.pieces[i].face.x + 30, y: jointed.pieces[i].face.y + 20 }),
  );
});
