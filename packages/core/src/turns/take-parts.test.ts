import { compareAtRest } from '../cut/rest-match.js';
import { applyDiff } from '../document/diff.js';
import { drawOrder, partOf } from '../document/family.js';
import { pieceById } from '../document/find.js';
import type { CharacterDoc, JointRow, PieceRow, SheetRef } from '../document/rows.js';
import { pieceImages, type ViewArt } from '../document/view-art.js';
import { withDerived } from '../joints/derive-sheets.js';
import { fitAllJoints } from '../joints/place-fitted.js';
import { createPlaced, paintArea, paintBounds, type PlacedBitmap } from '../raster/bitmap.js';
import { compareBitmaps } from '../raster/compare.js';
import { compositeOverMutable } from '../raster/composite.js';
import { TROUPE, onTheBench } from '../testing/troupe/index.js';
import { refused } from '../testing/refused.js';
import { groupsToTake, placeParts, takeParts, type KeptParts } from './take-parts.js';

interface Shown {
  doc: CharacterDoc;
  art: ViewArt;
}
const viewOf = ({ doc, art }: Shown) => ({ doc, viewId: 'v', art });
const isArmA = (doc: CharacterDoc, piece: PieceRow) => {
  const { group, side } = partOf(doc, piece);
  return group === 'arm' && side === 'A';
};
const partsOf = (doc: CharacterDoc, isWanted: (piece: PieceRow) => boolean) =>
  drawOrder(doc, 'v')
    .filter(isWanted)
    .map(({ partId }) => partId);

/** One of the troupe with every joint that can be fitted. */
function jointed(who: number): Shown {
  const { doc, art } = onTheBench(TROUPE[who]());
  let made = 0;
  return { doc: applyDiff(doc, fitAllJoints(doc, 'v', art, () => `joint ${made++}`).diff), art };
}

/** A character whose design never had some of its pieces. */
function lacking({ doc, art }: Shown, isGone: (piece: PieceRow) => boolean): Shown {
  const gone = new Set(doc.pieces.filter(isGone).map(({ id }) => id));
  const partIds = new Set(doc.pieces.filter(({ id }) => gone.has(id)).map(({ partId }) => partId));
  const left: CharacterDoc = {
    ...doc,
    pieces: doc.pieces.filter(({ id }) => !gone.has(id)),
    parts: doc.parts.filter(({ id }) => !partIds.has(id)),
    joints: doc.joints.filter(({ childId, parentId }) => !gone.has(childId) && !gone.has(parentId)),
  };
  const pieces = new Map([...art.pieces].filter(([id]) => !gone.has(id)));
  const design = createPlaced(art.design);
  for (const { image } of pieceImages(left, 'v', { design, pieces })) compositeOverMutable(design, image);
  return { doc: left, art: { design, pieces } };
}

const ids = () => {
  let count = 0;
  return () => `taken ${count++}`;
};

/** The character as it is once the taken parts lie in it. */
function placed(to: Shown, taken: ReturnType<typeof takeParts>): Shown {
  const pictures = new Map<string, PlacedBitmap>();
  const kept = (sheet: PlacedBitmap): SheetRef => {
    const blob = `sheet ${pictures.size}`;
    pictures.set(blob, sheet);
    const { x, y, width, height } = sheet;
    return { blob, x, y, width, height, area: paintArea(sheet) };
  };
  const orNone = (sheet: PlacedBitmap | null) => sheet && kept(sheet);
  const parts: KeptParts = {
    design: kept(taken.design),
    joints: taken.joints,
    fresh: taken.fresh.map((one) => ({ ...one, face: kept(one.face), beneath: orNone(one.beneath) })),
    others: [...taken.others].map(([id, { face, beneath }]) => [id, { face: kept(face), beneath: orNone(beneath) }]),
  };
  const doc = applyDiff(to.doc, placeParts(to.doc, 'v', parts));
  const pieces = new Map(
    doc.pieces.map(({ id, face, beneath }) => {
      const before = to.art.pieces.get(id);
      const shown = pictures.get(face.blob) ?? before?.face;
      if (!shown) throw new Error(`${id} has no face`);
      const painted = (beneath && pictures.get(beneath.blob)) ?? before?.beneath ?? null;
      return [id, { face: shown, overlap: null, under: null, beneath: painted }] as const;
    }),
  );
  return { doc, art: withDerived(doc, 'v', { design: taken.design, pieces }) };
}

const [giver, other] = [jointed(0), jointed(2)];
const bare = lacking(other, (piece) => isArmA(other.doc, piece));

test('an arm of another character is laid with its names, its joints and its ranges, and the rest matches', () => {
  const partIds = partsOf(giver.doc, (piece) => isArmA(giver.doc, piece));
  const taken = takeParts(viewOf(giver), viewOf(bare), { partIds, mirrored: false }, ids());
  const { doc, art } = placed(bare, taken);
  expect(compareAtRest(doc, 'v', art).differing).toBe(0);
  const arm = doc.pieces.filter((piece) => isArmA(doc, piece));
  expect(arm).toHaveLength(partIds.length);
  for (const there of giver.doc.joints.filter(({ childId }) => partIds.some((id) => id.endsWith(childId)))) {
    const word = partOf(giver.doc, giver.doc.pieces.find(({ id }) => id === there.childId) as PieceRow).part;
    const child = arm.find((piece) => partOf(doc, piece).part === word);
    const here = doc.joints.find(({ childId }) => childId === child?.id);
    expect([word, here?.rangeLow, here?.rangeHigh]).toEqual([word, there.rangeLow, there.rangeHigh]);
    expect(doc.pieces.some(({ id }) => id === here?.parentId)).toBe(true);
  }
});

test('onto the other side it is the mirror image, and what turned one way turns the other', () => {
  const partIds = partsOf(giver.doc, (piece) => isArmA(giver.doc, piece));
  const without = lacking(other, (piece) => partOf(other.doc, piece).group === 'arm');
  const [same, across] = [false, true].map((mirrored) =>
    takeParts(viewOf(giver), viewOf(without), { partIds, mirrored }, ids()),
  );
  expect(across.fresh.map(({ tokens }) => tokens.side)).toEqual(partIds.map(() => 'B'));
  expect(across.joints.map(({ rangeLow, rangeHigh }) => [rangeLow, rangeHigh])).toEqual(
    same.joints.map(({ rangeLow, rangeHigh }) => [0 - rangeHigh, 0 - rangeLow]),
  );
  expect(across.joints.length).toBeGreaterThan(1);
  const { doc, art } = placed(without, across);
  expect(compareAtRest(doc, 'v', art).differing).toBe(0);
});

test('taken back to where it came from, an arm lies where it was and is as it was drawn', () => {
  const partIds = partsOf(giver.doc, (piece) => isArmA(giver.doc, piece));
  // One arm less makes another middle of the whole, and stretches of half a pixel.
  const without = lacking(giver, (piece) => isArmA(giver.doc, piece));
  const taken = takeParts(viewOf(giver), viewOf(without), { partIds, mirrored: false }, ids());
  expect(compareBitmaps(taken.design, giver.art.design).differing).toBe(0);
  const places = (joints: readonly JointRow[]) =>
    joints.map(({ x, y, radius }) => [x, y, radius]).sort(([, a], [, b]) => a - b);
  const arm = giver.doc.joints.filter(({ childId }) => isArmA(giver.doc, pieceById(giver.doc, childId)));
  expect(places(taken.joints)).toEqual(
    places(arm).map((place) => place.map((value) => expect.closeTo(value, 1) as number)),
  );
});

test('what is there already, what is made nowhere, and what would reach past the canvas is refused', () => {
  const take = (to: Shown, partIds: readonly string[]) => () =>
    takeParts(viewOf(giver), viewOf(to), { partIds, mirrored: false }, ids());
  const arm = partsOf(giver.doc, (piece) => isArmA(giver.doc, piece));
  expect(take(other, arm)).toThrow(refused('cut-already'));
  expect(take(bare, ['none of these'])).toThrow(refused('nothing-there'));
  // As tall as it is, it has no room for the other's arms on a canvas as narrow as its own trunk.
  const trunk = lacking(other, (piece) => partOf(other.doc, piece).group !== 'torso');
  const bounds = paintBounds(trunk.art.design) ?? trunk.art.design;
  const narrow = { ...trunk, art: { ...trunk.art, design: createPlaced({ ...bounds, x: 0 }) } };
  expect(take(narrow, arm)).toThrow(refused('outside'));
});

test('parts are offered by their limb and side, each once', () => {
  const groups = groupsToTake(giver.doc, 'v');
  const all = groups.flatMap(({ partIds }) => partIds);
  expect(new Set(all).size).toBe(all.length);
  expect(all.length).toBe(drawOrder(giver.doc, 'v').length);
  expect(groups.map(({ word }) => word)).toEqual(expect.arrayContaining(['arm A', 'arm B', 'leg A', 'leg B', 'head']));
  const arm = groups.find(({ word }) => word === 'arm A');
  expect([...(arm?.partIds ?? [])].sort()).toEqual([...partsOf(giver.doc, (piece) => isArmA(giver.doc, piece))].sort());
});
