import fc from 'fast-check';
import { mergeSheets } from '../document/compose-piece.js';
import type { ViewArt } from '../document/view-art.js';
import { createPlaced, wordsOf } from '../raster/bitmap.js';
import { opaqueWord } from '../raster/words.js';
import { jointedLimb } from '../testing/jointed.js';
import { FILL, INK, drawLimb } from '../testing/limbs.js';
import { proofMeasure } from './proof-measure.js';

const { doc, art } = jointedLimb(drawLimb({ width: 40, angle: 18, line: 4 }));
const [joint] = doc.joints;
const { measure, closeKey } = proofMeasure(doc, joint, {});
const keyOf = (of: ViewArt) => closeKey?.(of);

/** A blot of paint put to one of a piece's sheets, at a place counted from the pivot. */
function blotted(
  pieceId: string,
  sheet: 'under' | 'overlap' | 'beneath',
  dx: number,
  dy: number,
  isInk: boolean,
): ViewArt {
  const blot = createPlaced({ x: Math.round(joint.x) + dx, y: Math.round(joint.y) + dy, width: 5, height: 5 });
  wordsOf(blot).fill(opaqueWord(isInk ? INK : FILL));
  const sheets = art.pieces.get(pieceId);
  if (!sheets) throw new Error('a piece that is not there');
  const pieces = new Map(art.pieces).set(pieceId, { ...sheets, [sheet]: mergeSheets([sheets[sheet] ?? null, blot]) });
  return { ...art, pieces };
}

test('the same close key means the same proof, wherever else a sheet has changed', () => {
  const known = measure(art);
  const kept = { same: 0, other: 0 };
  const far = fc.integer({ min: -110, max: 110 });
  fc.assert(
    fc.property(
      fc.constantFrom(joint.childId, joint.parentId),
      fc.constantFrom('under' as const, 'overlap' as const, 'beneath' as const),
      fc.tuple(far, far, fc.boolean()),
      (pieceId, sheet, [dx, dy, isInk]) => {
        const changed = blotted(pieceId, sheet, dx, dy, isInk);
        const isSame = keyOf(changed) === keyOf(art);
        kept[isSame ? 'same' : 'other']++;
        if (isSame) expect(measure(changed)).toEqual(known);
      },
    ),
    { numRuns: 80 },
  );
  // Both happen: near the joint the key tells the change, at the limb's other end it does not.
  expect(Math.min(kept.same, kept.other)).toBeGreaterThan(10);
});

test('what the key does not tell by pixels it tells by name: another face, another range', () => {
  const moved = { ...joint, x: joint.x + 0.5 };
  const wider = { ...joint, wantedHigh: joint.rangeHigh + 10 };
  const faces = { ...doc, pieces: doc.pieces.map((piece) => ({ ...piece, face: { ...piece.face, blob: 'another' } })) };
  const keys = [
    keyOf(art),
    proofMeasure(doc, moved, {}).closeKey?.(art),
    proofMeasure(doc, wider, {}).closeKey?.(art),
    proofMeasure(faces, joint, {}).closeKey?.(art),
  ];
  expect(new Set(keys).size).toBe(4);
});
