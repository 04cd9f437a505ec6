import fc from 'fast-check';
import { applyDiff } from '../document/diff.js';
import { drawOrder, twinPiece } from '../document/family.js';
import type { CharacterDoc, PieceId } from '../document/rows.js';
import type { ViewArt } from '../document/view-art.js';
import { LimberError } from '../errors.js';
import { createPlaced, type PlacedBitmap } from '../raster/bitmap.js';
import { compareBitmaps } from '../raster/compare.js';
import { compositeOverMutable } from '../raster/composite.js';
import { mirroredAt, transformPicture } from '../raster/transform.js';
import { TROUPE, onTheBench } from '../testing/troupe/index.js';
import { jointedLimb } from '../testing/jointed.js';
import { drawLimb } from '../testing/limbs.js';
import { layJoints, layParts, leaveOut, scaleToFit, takeSide, type LaidParts } from './lay-parts.js';
import { mirrorView } from './mirror-view.js';

const members = TROUPE.slice(0, 6).map((make) => onTheBench(make()));

/** The pieces at rest after they were laid otherwise. */
function atRest(doc: CharacterDoc, art: ViewArt, faces: ReadonlyMap<PieceId, { face: PlacedBitmap } | null>) {
  const rest = createPlaced(art.design);
  for (const { id } of drawOrder(doc, doc.views[0].id)) {
    const laid = faces.get(id);
    const face = laid === undefined ? art.pieces.get(id)?.face : laid?.face;
    if (face) compositeOverMutable(rest, face);
  }
  return rest;
}

/** Every pixel of the design in one face, and in no other: faces share nothing. */
function expectWhole(doc: CharacterDoc, art: ViewArt, laid: LaidParts): void {
  const { differing } = compareBitmaps(atRest(doc, art, laid.pieces), laid.design);
  expect(differing).toBe(0);
}

test('whatever part is made larger or smaller, the rest still matches; what cannot be is refused in a sentence', () => {
  let laidOnes = 0;
  fc.assert(
    fc.property(fc.nat(), fc.nat(), fc.double({ min: 0.85, max: 1.15, noNaN: true }), (who, which, factor) => {
      const { doc, art } = members[who % members.length];
      const piece = doc.pieces[which % doc.pieces.length];
      try {
        const laid = layParts(doc, doc.views[0].id, art, scaleToFit(doc, piece.id, factor));
        laidOnes++;
        expectWhole(doc, art, laid);
      } catch (error) {
        if (!(error instanceof LimberError)) throw error;
        expect(['outside', 'would-empty']).toContain(error.code);
      }
    }),
    { numRuns: 25 },
  );
  expect(laidOnes).toBeGreaterThan(15);
});

test('one side drawn as the other is its mirror image, and the rest matches', () => {
  for (const { doc, art } of members) {
    const view = doc.views[0].id;
    const piece = doc.pieces.find((one) => twinPiece(doc, one) !== null);
    if (!piece) continue;
    const axis = art.design.width / 2;
    const laying = takeSide(doc, piece.id, axis);
    expect(laying.pieces.get(piece.id)?.from).toBe(twinPiece(doc, piece)?.id);
    try {
      expectWhole(doc, art, layParts(doc, view, art, laying));
    } catch (error) {
      if (!(error instanceof LimberError)) throw error;
      expect(['outside', 'would-empty']).toContain(error.code);
    }
  }
});

test('a part without another side refuses', () => {
  const { doc } = members[0];
  const alone = doc.pieces.find((one) => twinPiece(doc, one) === null);
  expect(() => takeSide(doc, alone?.id ?? '', 100)).toThrow('no counterpart');
});

test('what hangs from a part goes along with its joint when that part grows', () => {
  const { doc, art } = jointedLimb(drawLimb({ width: 36, angle: 24, line: 4 }));
  const [joint] = doc.joints;
  const laying = scaleToFit(doc, joint.parentId, 1.1);
  expect(laying.pieces.has(joint.childId)).toBe(true);
  const diff = layJoints(doc, laying);
  const moved = applyDiff(doc, diff).joints[0];
  expect(Math.hypot(moved.x - joint.x, moved.y - joint.y)).toBeGreaterThan(1);
  expect(art.pieces.size).toBe(2);
});

test('what is left out uncovers what lies behind it, and nobody has what is gone', () => {
  const { doc, art } = members[0];
  const front = drawOrder(doc, doc.views[0].id).at(-1)?.id ?? '';
  const { design, faces } = leaveOut(doc, doc.views[0].id, art, [front]);
  const given = new Map<PieceId, { face: PlacedBitmap } | null>([...faces].map(([id, face]) => [id, { face }]));
  given.set(front, null);
  expect(compareBitmaps(atRest(doc, art, given), design).differing).toBe(0);
});

test('a mirrored view holds the same parts, its joints turn the other way, and what is left out is gone', () => {
  const { doc, art } = members[0];
  const [view] = doc.views;
  const joint = { ...jointedLimb(drawLimb({ width: 36, angle: 24, line: 4 })).doc.joints[0] };
  const [a, b] = doc.pieces;
  const jointed = {
    ...doc,
    joints: [{ ...joint, viewId: view.id, parentId: a.id, childId: b.id, x: 40, y: 50, rangeLow: -20, rangeHigh: 130 }],
  };
  let count = 0;
  const sheets = {
    design: { ...a.face, blob: 'design' },
    faces: new Map(),
    of: (ref: typeof a.face) => ({ ...ref, x: view.width - ref.x - ref.width }),
  };
  const gone = doc.pieces.at(-1)?.id ?? '';
  const way = { key: 'right', without: new Set([gone]) };
  const after = applyDiff(
    jointed,
    mirrorView(jointed, view.id, way, sheets, () => `new ${count++}`),
  );
  const there = after.views.find(({ key }) => key === 'right');
  const pieces = after.pieces.filter(({ viewId }) => viewId === there?.id);
  expect(pieces.map(({ partId }) => partId)).toEqual(
    doc.pieces.filter(({ id }) => id !== gone).map(({ partId }) => partId),
  );
  const turned = after.joints.find(({ viewId }) => viewId === there?.id);
  expect(turned).toMatchObject({ x: view.width - 40, y: 50, rangeLow: -130, rangeHigh: 20 });
  expect(() => mirrorView(jointed, view.id, { ...way, key: view.key }, sheets, () => 'x')).toThrow('already');
  const face = art.pieces.get(a.id)?.face as PlacedBitmap;
  const flipped = transformPicture(face, mirroredAt(view.width)) as PlacedBitmap;
  expect(flipped.x).toBe(sheets.of(a.face).x);
});
