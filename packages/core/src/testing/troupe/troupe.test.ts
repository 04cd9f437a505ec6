import { coverageOf, maskArea, type PlacedMask } from '../../raster/mask.js';
import { sampleMask } from '../../raster/sample.js';
import { TROUPE, drawMember, drawWhole, onTheBench, trueJoints } from './index.js';

// Whoever changes how members are drawn looks at all of them: `FIGURES=1`.
const members = TROUPE.filter((_, i) => process.env.FIGURES || i % 3 === 0).map((make) => make());

/** The pixels of a mask, by their place on the canvas. */
function placesOf({ x, y, width, data }: PlacedMask): [number, number][] {
  const places: [number, number][] = [];
  data.forEach((on, i) => on > 0 && places.push([x + (i % width), y + Math.floor(i / width)]));
  return places;
}

test.each(members.map((member) => [member.name, member] as const))(
  '%s: every pixel has one owner, and it stands whole on its canvas',
  (_, member) => {
    const { design, masks } = drawMember(member);
    const owners = new Uint8Array(member.width * member.height);
    for (const mask of masks.values()) for (const [x, y] of placesOf(mask)) owners[y * member.width + x]++;
    const wrong = owners.reduce((sum, count, i) => sum + (count === (design.data[i * 4 + 3] > 0 ? 1 : 0) ? 0 : 1), 0);
    expect(wrong).toBe(0);
    const { width, height } = member;
    const alpha = (x: number, y: number) => design.data[(y * width + x) * 4 + 3];
    const rim = [
      ...Array.from({ length: width }, (__, x) => alpha(x, 0) + alpha(x, height - 1)),
      ...Array.from({ length: height }, (__, y) => alpha(0, y) + alpha(width - 1, y)),
    ];
    expect(Math.max(...rim)).toBe(0);
  },
);

test('a part drawn whole holds all that it shows at rest, and its joint', () => {
  for (const member of members) {
    const { masks } = drawMember(member);
    for (const { address, joint } of trueJoints(member)) {
      const whole = drawWhole(member, address);
      const cover = { ...coverageOf(whole), x: whole.x, y: whole.y };
      const shown = placesOf(masks.get(address) as PlacedMask);
      const beside = shown.filter(([x, y]) => sampleMask(cover, x + 0.5, y + 0.5) === 0);
      // Along a joint the stretch that is nearer owns a pixel whose rim the other one has.
      expect(beside.length).toBeLessThanOrEqual(0.02 * shown.length + 4);
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
