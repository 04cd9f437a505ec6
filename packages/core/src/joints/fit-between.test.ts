import fc from 'fast-check';
import { colourDistance } from '../raster/colour.js';
import { fillLoop } from '../raster/polygon.js';
import { sampleMask } from '../raster/sample.js';
import { faceMask } from '../cut/take.js';
import { composePiece } from '../document/compose-piece.js';
import { drawLimb, FILL, INK } from '../testing/limbs.js';
import { cutPart, jointedLimb, withRounding } from '../testing/jointed.js';
import { applyDiff } from '../document/diff.js';
import { changeJoint, setInFront } from './joint-edits.js';
import { compareAtRest, uncutOf } from '../cut/rest-match.js';
import { fitBetween } from './fit-between.js';

const limb = drawLimb({ width: 36, angle: 24, line: 4 });

test('whatever is in front, carries the outline, or is loose: the rest is the design', () => {
  const start = jointedLimb(limb);
  const change = fc.record({
    outlineOn: fc.constantFrom('back' as const, 'front' as const, 'both' as const, 'none' as const),
    discOn: fc.constantFrom('both' as const, 'child' as const, 'parent' as const),
    looseness: fc.double({ min: 0, max: 1, noNaN: true }),
    radius: fc.double({ min: 8, max: 30, noNaN: true }),
  });
  fc.assert(
    fc.property(change, fc.constantFrom('child' as const, 'parent' as const), (values, inFront) => {
      const ordered = applyDiff(start.doc, setInFront(start.doc, 'j', inFront));
      const doc = applyDiff(ordered, changeJoint(ordered, 'j', values));
      const { differing, largest } = compareAtRest(doc, 'v', withRounding(doc, start.art));
      expect(differing).toBe(0);
      // Two half covered pixels may round to one step (handoff.md, rule 1), as at a radius of 13.39 on one side alone.
      expect(largest).toBeLessThanOrEqual(1);
    }),
    {
      numRuns: 25,
      examples: [[{ outlineOn: 'front', discOn: 'child', looseness: 0, radius: 13.390518319605876 }, 'child']],
    },
  );
});

test('both pieces have paint in the whole disc, less its rim and less the line in the one in front', () => {
  const { doc, art } = jointedLimb(limb);
  const [joint] = doc.joints;
  const reach = { upper: joint.radius - 1, lower: joint.radius - joint.lineWidth - 1 };
  for (const [id, radius] of Object.entries(reach)) {
    const image = composePiece(art.pieces.get(id) ?? { under: null, overlap: null, face: null });
    if (!image) throw new Error('no paint');
    const paint = faceMask(image);
    let bare = 0;
    for (let y = Math.floor(joint.y - radius); y < joint.y + radius; y++) {
      for (let x = Math.floor(joint.x - radius); x < joint.x + radius; x++) {
        if (Math.hypot(x + 0.5 - joint.x, y + 0.5 - joint.y) < radius && sampleMask(paint, x + 0.5, y + 0.5) === 0)
          bare++;
      }
    }
    expect([id, bare]).toEqual([id, 0]);
  }
});

test('hidden paint is the limb’s own: fill within, line on the rim', () => {
  const { doc, art } = jointedLimb(limb);
  const [joint] = doc.joints;
  const under = art.pieces.get('upper')?.under;
  if (!under) throw new Error('nothing under');
  for (let i = 0; i < under.data.length; i += 4) {
    if (under.data[i + 3] < 255) continue;
    const x = under.x + ((i / 4) % under.width) + 0.5;
    const y = under.y + Math.floor(i / 4 / under.width) + 0.5;
    const depth = joint.radius - Math.hypot(x - joint.x, y - joint.y);
    const colour = [under.data[i], under.data[i + 1], under.data[i + 2]] as const;
    if (depth > joint.lineWidth + 2) expect(colourDistance(colour, FILL)).toBeLessThan(3);
    else if (depth > 1.5 && depth < joint.lineWidth - 1) expect(colourDistance(colour, INK)).toBeLessThan(3);
  }
});

test('a cuff drawn across the limb keeps its end, and the other piece carries the disc', () => {
  const cuffed = drawLimb({ width: 40, angle: 0, line: 4 });
  const { design, centre } = cuffed;
  // A line across the limb, on the parent's side of the cut.
  for (let y = Math.ceil(centre.y); y < Math.ceil(centre.y) + 4; y++) {
    for (let x = 0; x < design.width; x++)
      if (design.data[(y * design.width + x) * 4 + 3] === 255) design.data.set(INK, (y * design.width + x) * 4);
  }
  const { doc, art } = jointedLimb(cuffed);
  // Drawn behind, it could not cover what turns under it.
  expect(doc.joints[0].discOn).toBe('both');
  const inFront = applyDiff(doc, setInFront(doc, 'j', 'parent'));
  expect(fitBetween(inFront, 'lower', 'upper', art)).toMatchObject({ discOn: 'child' });
  expect(jointedLimb(drawLimb({ width: 40, angle: 0, line: 4 })).doc.joints[0].discOn).toBe('both');
});

test('pieces that do not touch get no joint, and are named in the reason', () => {
  const half = limb.design.height / 2;
  const band = (y: number) => fillLoop([0, y, limb.design.width, y, limb.design.width, y + 12, 0, y + 12], limb.design);
  const { doc, art } = cutPart(cutPart(jointedLimb(limb, false), 'shoulder', band(half - 50)), 'hand', band(half + 40));
  const fit = fitBetween(doc, 'hand', 'shoulder', art);
  expect(fit).toMatchObject({
    ok: false,
    code: 'do-not-touch',
    sentence: 'arm_A_hand and arm_A_shoulder do not touch each other.',
  });
  expect(uncutOf(art)).toBeNull();
});
