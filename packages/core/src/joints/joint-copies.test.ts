import { cropPlaced, paintArea, wordsOf, type PlacedBitmap } from '../raster/bitmap.js';
import { jointedLimb, withRounding } from '../testing/jointed.js';
import { drawLimb } from '../testing/limbs.js';
import { compareDiscs } from './compare-discs.js';
import { composePiece } from '../document/compose-piece.js';
import { sweepJoint } from './sweep-joint.js';
import { applyDiff } from '../document/diff.js';
import { changeJoint, copyJoint, deleteJoint, otherSide, placeJoint, unlinkJoint } from './joint-edits.js';
import { mendsFor } from './mend-joint.js';
import { proofKey } from './proof-measure.js';
import { proveJoint, sweptRange } from './prove-joint.js';
import { inFrontOf } from '../document/family.js';
import type { CharacterDoc } from '../document/rows.js';
import { compareAtRest } from '../cut/rest-match.js';
import { assembleJoint } from './assemble-joint.js';

const limb = drawLimb({ width: 44, angle: 0, line: 4 });

/** The limb with a second, unpainted arm on the other side: joint `j` on A, joint `k` on B. */
function twoArms(): CharacterDoc {
  const { doc } = jointedLimb(limb);
  const parts = doc.parts.flatMap((p) => [
    p,
    { ...p, id: `${p.id}-B`, side: 'B' as const, parentId: p.parentId && `${p.parentId}-B` },
  ]);
  const pieces = doc.pieces.flatMap((p) => [p, { ...p, id: `${p.id}-B`, partId: `${p.partId}-B` }]);
  const [joint] = doc.joints;
  const other = {
    ...joint,
    id: 'k',
    childId: 'lower-B',
    parentId: 'upper-B',
    radius: joint.radius * 2,
    rangeLow: -5,
    rangeHigh: 5,
  };
  return { ...doc, parts, pieces, joints: [joint, other] };
}
const joint = (doc: CharacterDoc, id: string) => {
  const found = doc.joints.find((j) => j.id === id);
  if (!found) throw new Error(`no joint ${id}`);
  return found;
};

test('a joint copied to the other side is mirrored and scaled, and stays where it is', () => {
  let doc = twoArms();
  doc = applyDiff(
    doc,
    changeJoint(doc, 'j', { rangeLow: -10, rangeHigh: 130, wantedHigh: 150, reach: 8, outlineOn: 'both' }),
  );
  expect(otherSide(doc, joint(doc, 'j'))?.id).toBe('k');
  const place = ({ x, y, radius }: { x: number; y: number; radius: number }) => ({ x, y, radius });
  const before = place(joint(doc, 'k'));
  doc = applyDiff(doc, copyJoint(doc, 'j', 'k', false));
  expect(joint(doc, 'k')).toMatchObject({ rangeLow: -130, rangeHigh: 10, wantedLow: -150, wantedHigh: 0 });
  expect(joint(doc, 'k')).toMatchObject({ reach: 16, outlineOn: 'both', twinId: null });
  expect(place(joint(doc, 'k'))).toEqual(before);
  expect(() => copyJoint(doc, 'j', 'j', false)).toThrow();
});

test('linked joints stay in step both ways until they are unlinked, or one goes', () => {
  let doc = twoArms();
  doc = applyDiff(doc, copyJoint(doc, 'j', 'k', true));
  doc = applyDiff(doc, changeJoint(doc, 'k', { rangeHigh: 70, looseness: 0.5 }));
  expect(joint(doc, 'j')).toMatchObject({ rangeLow: -70, looseness: 0.5 });
  const loose = applyDiff(doc, unlinkJoint(doc, 'j'));
  expect([joint(loose, 'j').twinId, joint(loose, 'k').twinId]).toEqual([null, null]);
  expect(joint(applyDiff(loose, changeJoint(loose, 'j', { rangeHigh: 33 })), 'k').rangeLow).not.toBe(-33);
  expect(joint(applyDiff(doc, deleteJoint(doc, 'j')), 'k').twinId).toBeNull();
});

test('a reach draws the end behind out beneath the other, and the rest stays the design', () => {
  const { doc, art } = jointedLimb(limb);
  const longer = applyDiff(doc, changeJoint(doc, 'j', { reach: 30 }));
  const done = withRounding(longer, art);
  const under = (a: typeof art) =>
    [...a.pieces.values()].reduce((sum, p) => sum + (p.under ? paintArea(p.under) : 0), 0);
  expect(under(done)).toBeGreaterThan(under(art) + 30 * 30);
  expect(compareAtRest(longer, 'v', done)).toMatchObject({ differing: 0 });
  expect(() => changeJoint(doc, 'j', { reach: 1000 })).toThrow('The reach');
});

test('a taper narrows what a reach draws out, and leaves the disc whole', () => {
  const { doc, art } = jointedLimb(limb);
  const [{ x, y, radius, childId, parentId }] = doc.joints;
  const behind = inFrontOf(doc, doc.joints[0]) === 'child' ? parentId : childId;
  const inDisc = ({ under }: { under: PlacedBitmap | null }) =>
    under
      ? cropPlaced(under, { x: Math.ceil(x - radius / 2), y: Math.ceil(y - radius / 2), width: radius, height: radius })
      : null;
  const areas = [0, 0.4, 0.8].map((taper) => {
    const changed = applyDiff(doc, changeJoint(doc, 'j', { reach: 30, taper }));
    const done = withRounding(changed, art);
    expect(compareAtRest(changed, 'v', done)).toMatchObject({ differing: 0 });
    const piece = done.pieces.get(behind) as { under: PlacedBitmap | null };
    return [paintArea(piece.under as PlacedBitmap), paintArea(inDisc(piece) as PlacedBitmap)];
  });
  const [[straight, disc], [narrow, discToo], [pointed, discAsWell]] = areas;
  expect(narrow).toBeLessThan(straight - 0.2 * 30 * radius);
  expect(pointed).toBeLessThan(narrow - 0.2 * 30 * radius);
  expect([discToo, discAsWell]).toEqual([disc, disc]);
});

test('what is wanted beyond the range is swept and checked as well, and asks for no more once it is narrowed', () => {
  const { doc, art } = jointedLimb(limb);
  const butt = applyDiff(doc, changeJoint(doc, 'j', { rounded: false, rangeLow: 0, rangeHigh: 0 }));
  expect(proveJoint(butt, joint(butt, 'j'), art)?.cleanRange).toEqual([0, 0]);
  const wanted = applyDiff(butt, changeJoint(butt, 'j', { wantedHigh: 60 }));
  expect(sweptRange(joint(wanted, 'j'))).toEqual([0, 60]);
  expect(proofKey(wanted, joint(wanted, 'j'), {})).not.toBe(proofKey(butt, joint(butt, 'j'), {}));
  const cleanTo = proveJoint(wanted, joint(wanted, 'j'), withRounding(wanted, art))?.cleanRange?.[1] ?? -1;
  expect(cleanTo).toBeLessThan(20);
  // Within the range, what is wanted changes nothing, and the proof is the one that is known.
  const within = applyDiff(butt, changeJoint(butt, 'j', { rangeHigh: 90, wantedHigh: 60 }));
  const without = applyDiff(butt, changeJoint(butt, 'j', { rangeHigh: 90 }));
  expect(proofKey(within, joint(within, 'j'), {})).toBe(proofKey(without, joint(without, 'j'), {}));
  for (const change of [{ wantedHigh: 190 }, { wantedLow: 5 }, { wantedHigh: -5 }])
    expect(() => changeJoint(doc, 'j', change)).toThrow('What is wanted goes');
  const narrowed = mendsFor(wanted, 'j', withRounding(wanted, art), [0, 8], { step: 30 }).at(-1);
  expect(narrowed?.change).toEqual({ rangeLow: 0, rangeHigh: 0, wantedLow: 0, wantedHigh: 0 });
});

test('folds left out of the copy are no stray lines; the picture at rest is the same', () => {
  // A fold on either side of the cut; the copy of the piece in front takes the other one's along.
  const design = { ...limb.design, data: limb.design.data.slice() };
  const { x, y } = limb.centre;
  const words = wordsOf(design);
  for (let dx = -8; dx <= 8; dx++)
    for (const dy of [-11, -10, -9, -8, 8, 9, 10, 11])
      words[Math.round(y - dy) * design.width + Math.round(x + dx)] = 0xff33232b;
  const folded = jointedLimb({ ...limb, design });
  const stray = (foldsOut: boolean) => {
    const doc = applyDiff(folded.doc, changeJoint(folded.doc, 'j', { foldsOut, lineWidth: 4 }));
    const art = withRounding(doc, folded.art);
    expect(compareAtRest(doc, 'v', art)).toMatchObject({ differing: 0 });
    const assembly = assembleJoint(doc, joint(doc, 'j'), art);
    if (!assembly) throw new Error('no limb');
    return Math.max(...sweepJoint(assembly, [-60, 60], { step: 30 }).bends.map((b) => b.strayLine));
  };
  expect(stray(false)).toBeGreaterThan(20);
  expect(stray(true)).toBeLessThanOrEqual(4);
});

test('a fold with soft edges across the cut leaves both discs whole: they lie on each other', () => {
  const design = { ...limb.design, data: limb.design.data.slice() };
  const { x, y } = limb.centre;
  // A band slanting over the limb, darker than its fill and blended at its rims, as any drawn fold is.
  for (let py = Math.round(y) - 16; py < y + 16; py++)
    for (let px = Math.round(x) - 16; px < x + 16; px++) {
      const share = Math.max(0, Math.min(1, 4.5 - Math.abs(px - x + 0.6 * (py - y))));
      const at = (py * design.width + px) * 4;
      for (let c = 0; c < 3; c++) design.data[at + c] = Math.round(design.data[at + c] * (1 - 0.35 * share));
    }
  const { doc, art } = jointedLimb({ ...limb, design });
  const image = (id: string) => {
    const sheets = art.pieces.get(id);
    const composed = sheets && composePiece(sheets);
    if (!composed) throw new Error(`no ${id}`);
    return composed;
  };
  const { apart, inner } = compareDiscs(joint(doc, 'j'), image('lower'), image('upper'));
  expect(inner).toBeGreaterThan(500);
  expect(apart).toBe(0);
  expect(compareAtRest(doc, 'v', art).differing).toBe(0);
});

test('what is offered as a mend does mend: it is cleaner than before, and says by how much', () => {
  const { doc, art } = jointedLimb(limb, false);
  const wide = applyDiff(doc, changeJoint(doc, 'j', { rangeLow: -60, rangeHigh: 60 }));
  const mends = mendsFor(wide, 'j', art, [0, 0], { step: 30 });
  expect(mends[0]).toMatchObject({ enough: true, cleanRange: [-60, 60] });
  expect(mends.map((m) => m.word)).toContain('Round both ends');
  let asked = 0;
  expect(mendsFor(wide, 'j', art, null, { step: 30, onProgress: () => ++asked < 2 })).toHaveLength(1);
  const clean = jointedLimb(limb);
  const narrowed = mendsFor(clean.doc, 'j', clean.art, [-10, 130], { step: 70 });
  expect(narrowed.at(-1)).toMatchObject({ word: 'Narrow the range', change: { rangeLow: -10, rangeHigh: 130 } });
});

test('a swivel starts with a reach; a joint placed anew lets go of its link', () => {
  const doc = applyDiff(twoArms(), copyJoint(twoArms(), 'j', 'k', true));
  const old = joint(doc, 'j');
  const fit = {
    ...old,
    kind: 'swivel' as const,
    contacts: [
      { x: 0, y: 0 },
      { x: 1, y: 1 },
    ] as [{ x: number; y: number }, { x: number; y: number }],
    axis: 0,
  };
  const again = applyDiff(doc, placeJoint(doc, 'fresh', old.childId, old.parentId, fit));
  expect(joint(again, 'fresh')).toMatchObject({ kind: 'swivel', twinId: null });
  expect(joint(again, 'k').twinId).toBeNull();
  const first = { ...doc, joints: [] };
  expect(joint(applyDiff(first, placeJoint(first, 'f', old.childId, old.parentId, fit)), 'f').reach).toBeCloseTo(
    old.radius / 2,
    0,
  );
});
