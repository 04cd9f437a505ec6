import { coverageOf } from '../../raster/mask.js';
import { anyOf, limb, oval } from '../../testing/troupe/shapes.js';
import { draw, type Shape } from '../../testing/drawing.js';
import { KNOWN_PARTS, partAddress } from '../../plan/known-parts.js';
import { animalLobes } from './animal-lobes.js';
import { bodyFrame } from './body-frame.js';
import { figureLobes } from './figure-lobes.js';

const PAINT: [number, number, number] = [120, 90, 60];
const drawn = (width: number, height: number, ...shapes: Shape[]) =>
  coverageOf(draw(width, height, [{ shape: anyOf(...shapes), colour: PAINT }]));

/** A person whose arms stretch out, or bend up, from the shoulders. */
function person(hand: [number, number], elbow: [number, number]) {
  const mirrored = ([x, y]: [number, number]): [number, number] => [400 - x, y];
  return drawn(
    400,
    500,
    oval([200, 70], 42, 48),
    limb([200, 110], [200, 150], 16, 16),
    limb([200, 160], [200, 270], 52, 46),
    limb([176, 290], [166, 470], 24, 18),
    limb([224, 290], [234, 470], 24, 18),
    ...[(at: [number, number]) => at, mirrored].flatMap((way) => [
      limb(way([156, 150]), way(elbow), 17, 15),
      limb(way(elbow), way(hand), 15, 12),
    ]),
  );
}

test.each<[string, [number, number], [number, number]]>([
  ['stretched out', [20, 150], [90, 150]],
  ['bent upwards', [60, 40], [80, 160]],
  ['hanging down', [96, 300], [120, 230]],
])('arms that are %s are told from the trunk, from shoulder to hand, and so are legs and head', (_, hand, elbow) => {
  const silhouette = person(hand, elbow);
  const frame = bodyFrame(silhouette);
  if (!frame) throw new Error('no figure');
  const figure = figureLobes(silhouette, frame);
  expect(figure.lobes.map(({ kind, side }) => `${kind} ${side ?? ''}`).sort()).toEqual([
    ...['arm A', 'arm B', 'head ', 'leg A', 'leg B'],
  ]);
  const arm = figure.lobes.findIndex(({ kind, side }) => kind === 'arm' && side === 'A');
  expect(figure.at(...hand).lobe).toBe(arm);
  expect(figure.at(...hand).along).toBeGreaterThan(0.85);
  expect(figure.at(...elbow).along).toBeGreaterThan(0.3);
  expect(figure.at(...elbow).along).toBeLessThan(0.65);
  expect(figure.at(200, 220).lobe).toBe(-1);
  expect(figure.lobes[figure.at(168, 430).lobe]).toMatchObject({ kind: 'leg', side: 'A' });
});

const planned = (...groups: string[]) => KNOWN_PARTS.filter(({ group }) => groups.includes(group));

test('of an animal from the side the head bulges, the tail tapers, and legs on the head’s side are the fore ones', () => {
  const silhouette = drawn(
    600,
    420,
    oval([300, 200], 150, 60),
    limb([180, 170], [120, 90], 30, 22),
    oval([100, 80], 44, 34),
    limb([440, 180], [560, 120], 18, 5),
    limb([200, 230], [196, 390], 22, 14),
    limb([400, 230], [408, 390], 24, 14),
  );
  const figure = animalLobes(silhouette, planned('neck', 'head', 'body', 'foreleg', 'hindleg', 'tail'));
  const at = (x: number, y: number) => figure?.lobes[figure.at(x, y).lobe]?.kind;
  expect([at(90, 80), at(540, 130), at(196, 360), at(408, 360), at(300, 200)]).toEqual([
    ...['neck', 'tail', 'foreleg', 'hindleg', undefined],
  ]);
});

test('from above, head and tail lie on the axis, and four wings are four parts', () => {
  const wing = (x: number, y: number) => [limb([250, 200], [x, y], 20, 46), limb([250, 200], [500 - x, y], 20, 46)];
  const silhouette = drawn(500, 420, oval([250, 200], 24, 90), ...wing(90, 110), ...wing(130, 330));
  const figure = animalLobes(
    silhouette,
    KNOWN_PARTS.filter((part) => /^(wing\/(upper|lower)|body)/.test(partAddress(part))),
  );
  const at = (x: number, y: number) => {
    const lobe = figure?.lobes[figure.at(x, y).lobe];
    return lobe && `${lobe.kind} ${lobe.part} ${lobe.side}`;
  };
  expect([at(80, 110), at(420, 110), at(130, 340), at(370, 340)]).toEqual([
    ...['wing upper A', 'wing upper B', 'wing lower A', 'wing lower B'],
  ]);
  expect(animalLobes(drawn(20, 20), [])).toBeNull();
});
