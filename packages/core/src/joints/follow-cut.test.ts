import { applyDiff } from '../document/diff.js';
import { cutPieces } from '../cut/cut-edits.js';
import { crossCut } from '../cut/cross-cut.js';
import { takePixels } from '../cut/take.js';
import type { CharacterDoc, SheetRef } from '../document/rows.js';
import type { ViewArt } from '../document/view-art.js';
import { paintArea, type PlacedBitmap } from '../raster/bitmap.js';
import { coverageOf } from '../raster/mask.js';
import { jointedLimb } from '../testing/jointed.js';
import { drawLimb } from '../testing/limbs.js';
import { disturbedJoints, followCut } from './follow-cut.js';

const ref = (blob: string, face: PlacedBitmap): SheetRef => {
  const { x, y, width, height } = face;
  return { blob, x, y, width, height, area: paintArea(face) };
};
const limb = drawLimb({ width: 40, angle: 180, line: 4 });
const start = () => jointedLimb(limb, false);
const facesOf = (art: ViewArt) => new Map([...art.pieces].map(([id, { face }]) => [id, face]));

/** Cuts a piece across at a height, as a new piece `half` of the side that lies below or above it. */
function halve({ doc, art }: { doc: CharacterDoc; art: ViewArt }, id: string, y: number, side: 'below' | 'above') {
  const face = art.pieces.get(id)?.face as PlacedBitmap;
  const { data } = coverageOf(face);
  const { x, y: top, width, height } = face;
  const sides = crossCut({ x, y: top, width, height, data }, [-10, y, 900, y]);
  if (!sides.ok) throw new Error(sides.sentence);
  // A line from left to right has what lies above it on its left.
  const taken = takePixels(
    art.design,
    facesOf(art),
    'half',
    side === 'above' ? sides.left : sides.right,
    (name) => name,
  );
  if (!taken.ok) throw new Error(taken.sentence);
  const pieces = new Map(art.pieces);
  for (const [changed, next] of taken.changed)
    pieces.set(changed, { ...(pieces.get(changed) ?? { overlap: null, under: null }), face: next });
  const sheets = new Map(
    [...taken.changed].filter(([one]) => one !== 'half').map(([one, next]) => [one, { face: ref(`${one}'`, next) }]),
  );
  const fresh = [
    {
      pieceId: 'half',
      partId: 'part-half',
      tokens: { group: 'arm', side: 'A' as const, part: 'half', index: null },
      face: ref('half', pieces.get('half')?.face as PlacedBitmap),
      inFrontOf: id,
    },
  ];
  const cut = applyDiff(doc, cutPieces(doc, { viewId: 'v', sheets, fresh }));
  // The new part hangs from the one that it was cut from, as the server makes it.
  const hung = {
    ...cut,
    parts: cut.parts.map((part) => (part.id === 'part-half' ? { ...part, parentId: `part-${id}` } : part)),
  };
  return { doc: hung, art: { ...art, pieces } };
}

test('a joint goes with the half that touches its other end', () => {
  const { doc, art } = start();
  const [joint] = doc.joints;
  // The upper arm is cut well above the elbow; what is left at the elbow is the new piece.
  const cut = halve({ doc, art }, 'upper', joint.y - 40, 'below');
  const { diff, notes } = followCut(cut.doc, cut.art, facesOf(art), { from: 'upper', fresh: 'half' });
  const after = applyDiff(cut.doc, diff);
  expect(after.joints[0]).toMatchObject({ childId: 'lower', parentId: 'half' });
  expect(after.parts.find(({ id }) => id === 'part-lower')?.parentId).toBe('part-half');
  expect(notes).toEqual([expect.stringMatching(/^Elbow A now belongs to .*half/)]);
});

test('a joint whose half stays is left alone, without a word', () => {
  const { doc, art } = start();
  const [joint] = doc.joints;
  const cut = halve({ doc, art }, 'upper', joint.y - 40, 'above');
  const { diff, notes } = followCut(cut.doc, cut.art, facesOf(art), { from: 'upper', fresh: 'half' });
  expect(applyDiff(cut.doc, diff).joints[0]).toMatchObject({ childId: 'lower', parentId: 'upper' });
  expect(notes).toEqual([]);
});

test('a new piece between a limb and what it hung from takes its place in the family', () => {
  const { doc, art } = start();
  const [joint] = doc.joints;
  const cut = halve({ doc, art }, 'lower', joint.y + 40, 'above');
  const { diff } = followCut(cut.doc, cut.art, facesOf(art), { from: 'lower', fresh: 'half' });
  const after = applyDiff(cut.doc, diff);
  const parentOf = (id: string) => after.parts.find((part) => part.id === id)?.parentId;
  expect(after.joints[0]).toMatchObject({ childId: 'half', parentId: 'upper' });
  expect([parentOf('part-half'), parentOf('part-lower')]).toEqual([
    doc.parts.find(({ id }) => id === 'part-lower')?.parentId ?? null,
    'part-half',
  ]);
});

test('where pixels in a disc changed hands it is fitted again; one placed by hand stays, and is told', () => {
  const { doc, art } = start();
  const [joint] = doc.joints;
  const before = facesOf(art);
  // The lower arm takes four rows of the upper one.
  const rows = art.pieces.get('upper')?.face as PlacedBitmap;
  const { data } = coverageOf(rows);
  for (let i = 0; i < data.length; i++) if (rows.y + Math.floor(i / rows.width) < joint.y - 4) data[i] = 0;
  const { x, y, width, height } = rows;
  const taken = takePixels(art.design, before, 'lower', { x, y, width, height, data }, (name) => name);
  if (!taken.ok) throw new Error(taken.sentence);
  const pieces = new Map(art.pieces);
  for (const [id, face] of taken.changed) pieces.set(id, { ...pieces.get(id), face, overlap: null, under: null });
  const moved = { ...art, pieces };
  expect(disturbedJoints(doc, before, facesOf(moved)).map(({ id }) => id)).toEqual([joint.id]);
  expect(disturbedJoints(doc, before, before)).toEqual([]);

  const { diff, notes } = followCut(doc, moved, before, null);
  const fitted = applyDiff(doc, diff).joints[0];
  expect(joint.y - fitted.y).toBeCloseTo(4, 0);
  expect(notes).toEqual([expect.stringMatching(/was fitted again/)]);

  const byHand = { ...doc, joints: [{ ...joint, confidence: 1 }] };
  const left = followCut(byHand, moved, before, null);
  expect(applyDiff(byHand, left.diff).joints[0]).toEqual(byHand.joints[0]);
  expect(left.notes).toEqual([expect.stringMatching(/stays where it was, though pixels changed/)]);
});
