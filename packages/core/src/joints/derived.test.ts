import { createHash } from 'node:crypto';
import fc from 'fast-check';
import { changePiece, cutPieces } from '../cut/cut-edits.js';
import type { DerivedSheets } from '../document/compose-piece.js';
import { compareAtRest } from '../cut/rest-match.js';
import { giveBackPixels, takePixels } from '../cut/take.js';
import { applyDiff } from '../document/diff.js';
import { drawOrder } from '../document/family.js';
import { copyRows, docOf, rowsOf } from '../document/tables.js';
import type { CharacterDoc, CharacterRow, RowOf, ListTable } from '../document/rows.js';
import type { ViewArt } from '../document/view-art.js';
import { paintArea, uniteRects, type PlacedBitmap, type Rect } from '../raster/bitmap.js';
import type { PlacedMask } from '../raster/mask.js';
import { moveInOrder } from '../stack/stack-edits.js';
import { jointedLimb } from '../testing/jointed.js';
import { drawLimb } from '../testing/limbs.js';
import { derivedSheets, isLineSteady, sheetsKey } from './derive-sheets.js';
import { rememberAll, roughKey, roughSheets, type Memo } from './rough-sheets.js';
import { changeJoint, placeJoint } from './joint-edits.js';
import { proofKey } from './proof-measure.js';
import { proveJoint } from './prove-joint.js';
import { roughChange } from './settle-rest.js';

const limb = jointedLimb(drawLimb({ width: 40, angle: 18, line: 4 }));

/** Settings that an artist may change, each on its own. */
const changes: ((doc: CharacterDoc, x: number) => CharacterDoc)[] = [
  (doc, x) => applyDiff(doc, changeJoint(doc, 'j', { radius: 14 + x * 6 })),
  (doc, x) => applyDiff(doc, changeJoint(doc, 'j', { x: doc.joints[0].x + x * 4 })),
  (doc, x) => applyDiff(doc, changeJoint(doc, 'j', { outlineOn: x < 0.5 ? 'both' : 'under' })),
  (doc, x) => applyDiff(doc, changeJoint(doc, 'j', { rounded: x < 0.5 })),
  (doc, x) => applyDiff(doc, changeJoint(doc, 'j', { discOn: x < 0.5 ? 'child' : 'both' })),
  (doc, x) => applyDiff(doc, changeJoint(doc, 'j', { lineMore: Math.round(x * 2) })),
  (doc, x) => applyDiff(doc, changePiece(doc, 'upper', { margin: Math.round(x * 8) })),
  (doc, x) => applyDiff(doc, changePiece(doc, 'lower', { unmix: x < 0.5 })),
  (doc, x) => applyDiff(doc, moveInOrder(doc, ['upper'], x < 0.5 ? 'lower' : null)),
];

const shaOf = (data: Uint8Array) => createHash('sha256').update(data).digest('hex');
const bytes = ({ overlap, under, clean, line }: DerivedSheets) =>
  [overlap, under, clean, line].map((s) => s && [s.x, s.y, s.width, s.height, shaOf(s.data)].join()).join('; ');

const steps = fc.array(fc.tuple(fc.nat(changes.length - 1), fc.double({ min: 0, max: 1, noNaN: true })), {
  maxLength: 4,
});

function after(doc: CharacterDoc, edits: readonly [number, number][]): CharacterDoc {
  return edits.reduce((at, [which, x]) => {
    try {
      return changes[which](at, x);
    } catch {
      return at;
    }
  }, doc);
}

test('the same key means the same sheets, and sheets that differ have other keys', () => {
  const found = new Map<string, string>();
  fc.assert(
    fc.property(steps, (edits) => {
      const doc = after(limb.doc, edits);
      for (const [id, sheets] of derivedSheets(doc, 'v', limb.art)) {
        const piece = doc.pieces.find((p) => p.id === id);
        if (!piece) throw new Error('a piece that is not there');
        const key = sheetsKey(doc, piece);
        const made = bytes(sheets);
        expect(found.get(key) ?? made).toBe(made);
        found.set(key, made);
      }
    }),
    { numRuns: 40 },
  );
  expect(found.size).toBeGreaterThan(8);
});

test('sheets worked out one by one, or from rough ones that are known, are those worked out together', () => {
  fc.assert(
    fc.property(steps, (edits) => {
      const doc = after(limb.doc, edits);
      const all = derivedSheets(doc, 'v', limb.art);
      for (const { id } of drawOrder(doc, 'v')) {
        const alone = derivedSheets(doc, 'v', limb.art, new Set([id]));
        expect([...alone.keys()]).toEqual([id]);
        expect(bytes(alone.get(id) as DerivedSheets)).toBe(bytes(all.get(id) as DerivedSheets));
      }
    }),
    { numRuns: 12 },
  );
});

test('settled anew only where a neighbour has changed, a piece comes to what it comes to from scratch', () => {
  fc.assert(
    fc.property(steps, fc.double({ min: 0, max: 1, noNaN: true }), (edits, x) => {
      const before = after(limb.doc, edits);
      const doc = after(before, [[7, x]]);
      const ids = drawOrder(doc, 'v').map(({ id }) => id);
      const rough = (d: CharacterDoc) => roughSheets(d, 'v', limb.art, new Set(ids));
      const settled = derivedSheets(before, 'v', limb.art, undefined, rough(before));
      const same = ids.filter((id) => keyOf(roughKey, before, id) === keyOf(roughKey, doc, id));
      const changed = { x: 0, y: 0, width: limb.art.design.width, height: limb.art.design.height };
      const since = { changed, settled: new Map(same.map((id) => [id, settled.get(id) as DerivedSheets])) };
      const anew = derivedSheets(doc, 'v', limb.art, undefined, rough(doc), since);
      const scratch = derivedSheets(doc, 'v', limb.art);
      for (const id of ids) expect(bytes(anew.get(id) as DerivedSheets)).toBe(bytes(scratch.get(id) as DerivedSheets));
    }),
    { numRuns: 12 },
  );
});

test('ends and borders remembered from other steps change nothing, and are found again', () => {
  let asked = 0;
  let made = 0;
  const counting: Memo = (key, make, bytes) => {
    asked++;
    return memo(
      key,
      () => {
        made++;
        return make();
      },
      bytes,
    );
  };
  fc.assert(
    fc.property(steps, (edits) => {
      const doc = after(limb.doc, edits);
      const ids = new Set(drawOrder(doc, 'v').map(({ id }) => id));
      const fresh = roughSheets(doc, 'v', limb.art, ids);
      const remembered = roughSheets(doc, 'v', limb.art, ids, counting);
      for (const id of ids)
        expect(bytes(remembered.get(id) as DerivedSheets)).toBe(bytes(fresh.get(id) as DerivedSheets));
    }),
    { numRuns: 25 },
  );
  expect(made).toBeLessThan(asked / 2);
});

test('settled anew only where rough sheets have changed, every piece comes to what it comes to from scratch', () => {
  let gone = 0;
  fc.assert(
    fc.property(steps, steps, (first, more) => {
      const before = after(limb.doc, first);
      const doc = after(before, more);
      const ids = drawOrder(doc, 'v').map(({ id }) => id);
      const depths = (d: CharacterDoc) => d.pieces.map((piece) => piece.depth).join();
      fc.pre(depths(before) === depths(doc));
      fc.pre(before.pieces.every((piece) => isLineSteady(before, doc, piece)));
      const rough = (d: CharacterDoc) => roughSheets(d, 'v', limb.art, new Set(ids), memo);
      const [was, now] = [rough(before), rough(doc)];
      const rects = ids.flatMap((id) => {
        const face = limb.art.pieces.get(id)?.face as PlacedBitmap;
        const of = (sheets: typeof was) => ({ face, rough: sheets.get(id) as DerivedSheets });
        return roughChange(of(was), of(now)) ?? [];
      });
      if (rects.length > 0) gone++;
      const changed = rects.length > 0 ? rects.reduce<Rect>(uniteRects, rects[0]) : { x: 0, y: 0, width: 0, height: 0 };
      const since = { changed, settled: derivedSheets(before, 'v', limb.art, undefined, was) };
      const anew = derivedSheets(doc, 'v', limb.art, undefined, now, since);
      const scratch = derivedSheets(doc, 'v', limb.art);
      for (const id of ids) expect(bytes(anew.get(id) as DerivedSheets)).toBe(bytes(scratch.get(id) as DerivedSheets));
    }),
    { numRuns: 25 },
  );
  expect(gone).toBeGreaterThan(3);
});

test('settled anew only where a cut has changed faces and rough sheets, every piece comes to what it comes to from scratch', () => {
  let cuts = 0;
  fc.assert(
    fc.property(steps, square, square, (first, took, gave) => {
      const doc = after(limb.doc, first);
      const ids = drawOrder(doc, 'v').map(({ id }) => id);
      fc.pre(doc.pieces.every((piece) => isLineSteady(doc, doc, piece)));
      const before = cutAt({ doc, art: limb.art }, 'upper', took);
      const now = cutAt(before, null, gave);
      const roughOf = (at: Cut) => roughSheets(at.doc, 'v', at.art, new Set(ids), memo);
      const [roughBefore, rough] = [roughOf(before), roughOf(now)];
      const pieceOf = (at: Cut, sheets: typeof rough, id: string) => ({
        face: at.art.pieces.get(id)?.face as PlacedBitmap,
        rough: sheets.get(id) as DerivedSheets,
      });
      const rects = ids.flatMap((id) => roughChange(pieceOf(before, roughBefore, id), pieceOf(now, rough, id)) ?? []);
      if (rects.length > 0) cuts++;
      const changed = rects.reduce<Rect>(uniteRects, rects[0] ?? { x: 0, y: 0, width: 0, height: 0 });
      const since = { changed, settled: derivedSheets(before.doc, 'v', before.art, undefined, roughBefore) };
      const anew = derivedSheets(now.doc, 'v', now.art, undefined, rough, since);
      const scratch = derivedSheets(now.doc, 'v', now.art);
      for (const id of ids) expect(bytes(anew.get(id) as DerivedSheets)).toBe(bytes(scratch.get(id) as DerivedSheets));
    }),
    { numRuns: 40, examples: [[[], squareAt(125, 82, 13), squareAt(121, 67, 17)]] },
  );
  expect(cuts).toBeGreaterThan(8);
});

test('a line under all can be gone on from while it is as thick as drawn and all is drawn in the same steps', () => {
  const [upper] = limb.doc.pieces;
  const steady = (before: CharacterDoc, doc: CharacterDoc) => isLineSteady(before, doc, upper);
  const under = applyDiff(limb.doc, changeJoint(limb.doc, 'j', { outlineOn: 'under' }));
  const thicker = applyDiff(under, changeJoint(under, 'j', { lineMore: 1 }));
  const larger = applyDiff(under, changeJoint(under, 'j', { radius: under.joints[0].radius - 1 }));
  expect(steady(limb.doc, limb.doc)).toBe(true);
  expect(steady(under, larger)).toBe(true);
  // Its line sheet comes and goes, or is no longer what settling left.
  for (const [before, doc] of [
    [limb.doc, under],
    [under, limb.doc],
    [under, thicker],
    [thicker, under],
  ])
    expect(steady(before, doc)).toBe(false);
  // What was cut out meanwhile stands between the others, and takes nothing from their order.
  const flag = { blob: 'flag', x: 0, y: 0, width: 2, height: 2, area: 4 };
  const tokens = { group: 'flag', side: null, part: null, index: null };
  const fresh = [{ pieceId: 'flag', partId: 'part-flag', tokens, face: flag }];
  const cut = applyDiff(under, cutPieces(under, { viewId: 'v', sheets: new Map(), fresh }));
  expect([steady(under, cut), steady(cut, under)]).toEqual([true, true]);
});

interface Cut {
  doc: CharacterDoc;
  art: ViewArt;
}

const [{ x: jointX, y: jointY }] = limb.doc.joints;
const near = fc.integer({ min: -40, max: 40 });
function squareAt(x: number, y: number, side: number): PlacedMask {
  return { x, y, width: side, height: side, data: new Uint8Array(side * side).fill(255) };
}
/** A square somewhere about the joint. */
const square = fc
  .tuple(near, near, fc.integer({ min: 4, max: 40 }))
  .map(([x, y, side]) => squareAt(Math.round(jointX) + x - (side >> 1), Math.round(jointY) + y - (side >> 1), side));

/** Gives the pixels of a square to a piece, or to none; as it was where that cannot be. */
function cutAt({ doc, art }: Cut, target: string | null, mask: PlacedMask): Cut {
  const faces = new Map([...art.pieces].map(([id, { face }]) => [id, face]));
  const taken = target
    ? takePixels(art.design, faces, target, mask, (id) => id)
    : giveBackPixels(art.design, faces, null, mask, (id) => id);
  if (!taken.ok) return { doc, art };
  const pieces = new Map(art.pieces);
  for (const [id, face] of taken.changed) pieces.set(id, { face, overlap: null, under: null });
  const sheets = new Map(
    [...taken.changed].map(([id, { x, y, width, height, data }]) => {
      return [id, { face: { blob: shaOf(data), x, y, width, height, area: paintArea({ width, height, data }) } }];
    }),
  );
  return { doc: applyDiff(doc, cutPieces(doc, { viewId: 'v', sheets, fresh: [] })), art: { ...art, pieces } };
}

const memo = rememberAll();

const keyOf = (key: typeof roughKey, doc: CharacterDoc, id: string) =>
  key(doc, doc.pieces.find((p) => p.id === id) as CharacterDoc['pieces'][number]);

test('whatever is set, the pieces put together are the design', () => {
  fc.assert(
    fc.property(steps, (edits) => {
      const doc = after(limb.doc, edits);
      // A line made thicker than drawn is no longer the design, and the check says so.
      if (doc.joints.some((joint) => joint.lineMore !== 0)) return;
      const pieces: ViewArt['pieces'] = new Map();
      for (const [id, sheets] of derivedSheets(doc, 'v', limb.art))
        pieces.set(id, { face: limb.art.pieces.get(id)?.face ?? null, ...sheets });
      expect(compareAtRest(doc, 'v', { ...limb.art, pieces })).toMatchObject({ differing: 0 });
    }),
    { numRuns: 30 },
  );
});

test('a proof has another key when anything near the joint changes, and the same when a far piece does', () => {
  const [joint] = limb.doc.joints;
  const key = proofKey(limb.doc, joint, {});
  for (const change of [{ radius: joint.radius + 1 }, { rangeHigh: 90 }, { outlineOn: 'both' as const }]) {
    const doc = applyDiff(limb.doc, changeJoint(limb.doc, 'j', change));
    expect(proofKey(doc, doc.joints[0], {})).not.toBe(key);
  }
  const far = { blob: 'far', x: 0, y: 0, width: 2, height: 2, area: 4 };
  const tokens = { group: 'flag', side: null, part: null, index: null };
  const cut = applyDiff(
    limb.doc,
    cutPieces(limb.doc, {
      viewId: 'v',
      sheets: new Map(),
      fresh: [{ pieceId: 'flag', partId: 'part-flag', tokens, face: far }],
    }),
  );
  expect(proofKey(cut, cut.joints[0], {})).toBe(key);
  expect(proveJoint(limb.doc, joint, limb.art)?.cleanRange).toEqual([joint.rangeLow, joint.rangeHigh]);
});

test('a copy has the same keys under other ids, and its twins are linked among themselves', () => {
  const first = limb.doc.joints[0];
  const placed = applyDiff(
    limb.doc,
    placeJoint(limb.doc, 'j2', 'lower', 'upper', { ...first, contacts: [] as never, axis: 0 }),
  );
  const linked = { ...placed, joints: placed.joints.map((j) => ({ ...j, twinId: j.id })) };
  let n = 0;
  const rows = copyRows(linked, { id: 'copy', name: 'Copy', code: 'copy' }, () => `n${n++}`);
  const doc = docOf(rows[0] as CharacterRow, <T extends ListTable>(table: T) =>
    rows.filter((row): row is RowOf[T] => row.table === table),
  );
  expect(doc.character).toMatchObject({ id: 'copy', code: 'copy' });
  for (const piece of rowsOf(linked, 'piece')) {
    const twin = doc.pieces[linked.pieces.indexOf(piece)];
    expect(twin.id).not.toBe(piece.id);
    expect(sheetsKey(doc, twin)).toBe(sheetsKey(linked, piece));
  }
  expect(doc.joints[0].twinId).toBe(doc.joints[0].id);
  expect(doc.pieces.some((piece) => piece.id === doc.joints[0].childId)).toBe(true);
});
