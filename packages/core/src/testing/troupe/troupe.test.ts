import { coverageOf, maskArea } from '../../raster/mask.js';
import { sampleMask } from '../../raster/sample.js';
import { TROUPE, drawMember, drawWhole, onTheBench, trueJoints } from './index.js';

const members = TROUPE.map((make) => make());

test.each(members.map((member) => [member.name, member] as const))('%s: every pixel has one owner', (_, member) => {
  const { design, masks } = drawMember(member);
  const owners = new Uint8Array(member.width * member.height);
  for (const mask of masks.values()) mask.data.forEach((on, i) => (owners[i] += on ? 1 : 0));
  const wrong = owners.reduce((sum, count, i) => sum + (count === (design.data[i * 4 + 3] > 0 ? 1 : 0) ? 0 : 1), 0);
  expect(wrong).toBe(0);
});

test.each(members.map((member) => [member.name, member] as const))('%s stands whole on its canvas', (_, member) => {
  const { design } = drawMember(member);
  const { width, height } = member;
  for (let x = 0; x < width; x++) for (const y of [0, height - 1]) expect(design.data[(y * width + x) * 4 + 3]).toBe(0);
  for (let y = 0; y < height; y++) for (const x of [0, width - 1]) expect(design.data[(y * width + x) * 4 + 3]).toBe(0);
});

test('a part drawn whole holds all that it shows at rest, and its joint', () => {
  for (const member of members) {
    const { masks } = drawMember(member);
    for (const { address, joint } of trueJoints(member)) {
      const whole = drawWhole(member, address);
      const cover = { ...coverageOf(whole), x: whole.x, y: whole.y };
      const shown = masks.get(address);
      let beside = 0;
      shown?.data.forEach((on, i) => {
        if (on && sampleMask(cover, (i % member.width) + 0.5, Math.floor(i / member.width) + 0.5) === 0) beside++;
      });
      // Along a joint the stretch that is nearer owns a pixel whose rim the other one has.
      expect(beside).toBeLessThanOrEqual(0.02 * maskArea(shown ?? { width: 0, height: 0, data: new Uint8Array() }) + 4);
      if (joint.kind === 'hinge') expect(sampleMask(cover, joint.x, joint.y)).toBeGreaterThan(250);
    }
  }
});

test('cut along its true parts, nothing of the design is left over', () => {
  for (const member of members) {
    const { doc, art } = onTheBench(member);
    const taken = [...art.pieces.values()].reduce((sum, { face }) => sum + (face ? maskArea(coverageOf(face)) : 0), 0);
    expect(taken).toBe(maskArea(coverageOf(art.design)));
    // Everything but the trunk moves with something.
    expect(doc.parts.filter(({ parentId }) => parentId === null)).toHaveLength(1);
  }
});
