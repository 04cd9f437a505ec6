import type { CharacterDoc, OrderChangeRow } from '../document/rows.js';
import { mergeSheets } from '../document/compose-piece.js';
import type { ViewArt } from '../document/view-art.js';
import { createPlaced, wordsOf, type PlacedBitmap } from '../raster/bitmap.js';
import { opaqueWord } from '../raster/words.js';
import { jointedLimb } from '../testing/jointed.js';
import { INK, drawLimb } from '../testing/limbs.js';
import { proofKey } from './proof-measure.js';
import { proveJoint } from './prove-joint.js';
import { rigOfJoint, switchingAngles } from './rig-of-joint.js';

const { doc: rest, art: drawn } = jointedLimb(drawLimb({ width: 60, angle: 0, line: 5 }));
const [joint] = rest.joints;
const depthOf = (id: string) => rest.pieces.find((piece) => piece.id === id)?.depth ?? 0;
const isInFront = depthOf(joint.childId) > depthOf(joint.parentId);
const behind = isInFront ? joint.parentId : joint.childId;

/** The piece behind has a blot of line at the pivot, which nobody sees as long as it is behind. */
const art: ViewArt = {
  ...drawn,
  pieces: new Map(
    [...drawn.pieces].map(([id, sheets]) => [
      id,
      id === behind ? { ...sheets, overlap: blotted(sheets.overlap) } : sheets,
    ]),
  ),
};
function blotted(sheet: PlacedBitmap | null): PlacedBitmap {
  const square = { x: Math.round(joint.x) - 6, y: Math.round(joint.y) - 6, width: 12, height: 12 };
  const blot = createPlaced(square);
  wordsOf(blot).fill(opaqueWord(INK));
  return mergeSheets([sheet, blot]) ?? blot;
}

/** The order changes with the joint's angle: what turns goes to the other side of what it hangs from. */
function changing(low: number, high: number): CharacterDoc {
  const change: OrderChangeRow = {
    ...{ table: 'orderChange', id: 'o', version: 1, viewId: 'v', jointId: joint.id, rank: 0 },
    ...{ low, high, movedIds: [joint.childId], place: isInFront ? 'behind' : 'in-front', atId: joint.parentId },
  };
  return { ...rest, orderChanges: [change] };
}
/** The two drawn the other way round at rest. */
const swapped: CharacterDoc = {
  ...rest,
  pieces: rest.pieces.map((piece) => ({
    ...piece,
    depth: depthOf(piece.id === joint.childId ? joint.parentId : joint.childId),
  })),
};
const measured = (doc: CharacterDoc, angle: number) => rigOfJoint(doc, joint, art)?.measure(angle);

test('each angle is measured in the order that holds there', () => {
  const doc = changing(40, 80);
  for (const angle of [-60, 0, 39, 81, 100]) expect(measured(doc, angle)).toEqual(measured(rest, angle));
  for (const angle of [40, 60, 80]) {
    const { torn: _, brokenLine: __, ...is } = measured(doc, angle) ?? {};
    expect(measured(swapped, angle)).toMatchObject(is);
  }
  expect(measured(swapped, 60)).not.toEqual(measured(rest, 60));
});

test('a proof follows the order: its key differs, and the angles where it switches are looked at', () => {
  const doc = changing(-31, -29);
  expect(switchingAngles(doc, joint).map(({ angle }) => angle)).toEqual([-31, -29]);
  expect(proofKey(doc, joint, {})).not.toBe(proofKey(rest, joint, {}));
  const wide = { ...joint, rangeLow: -90, rangeHigh: 90 };
  const [whole, proof] = [rest, doc].map((one) => proveJoint(one, wide, art));
  expect(whole?.cleanRange).toEqual([-90, 90]);
  // Two degrees in the other order, between two angles that are looked at first.
  expect(proof?.cleanRange?.[0]).toBe(-28);
});

test('where what changes places is not seen by the joint, its proof is the same', () => {
  const doc = { ...changing(40, 80), orderChanges: changing(40, 80).orderChanges.map((c) => ({ ...c, atId: 'gone' })) };
  expect(switchingAngles(doc, joint)).toEqual([]);
  expect(proofKey(doc, joint, {})).toBe(proofKey(rest, joint, {}));
});
