import { Ajv2020 } from 'ajv/dist/2020.js';
import { CHANGES_SCHEMA } from './changes.js';
import { RIG_SCHEMA } from './rig-schema.js';
import { rigFaults } from './validate-rig.js';

const SHA = 'a'.repeat(64);
const bounds = { x: 0, y: 0, width: 10, height: 20 };
const piece = {
  id: '7b1c2c34-5a52-4c34-9c0e-0a6f3c5b8a11',
  name: 'arm_A_lower',
  group: 'arm',
  part: 'lower',
  side: 'A',
  index: null,
  parent: null,
  image: 'front/arm_A_lower.png',
  sha256: SHA,
  bounds,
  pivot: { x: 4.5, y: 2 },
  joint: {
    ...{ kind: 'hinge', discOn: 'both', radius: 5, range: [-20, 130], inFront: 'child', outlineOn: 'back' },
    ...{ lineWidth: 2, looseness: 0, cleanRange: null },
  },
  kind: 'face',
  atlas: bounds,
  sheets: [],
  swapSet: null,
  soft: null,
  travel: null,
};
/** A manifest with something changed in it. */
function manifest(change: (rig: ReturnType<typeof good>) => void = () => undefined) {
  const rig = good();
  change(rig);
  return rig as unknown;
}
function good() {
  return structuredClone({
    format: 'limber-sheaf-rig',
    formatVersion: 1,
    generator: { name: 'Limber Sheaf', version: '0.1.0' },
    character: { id: piece.id, name: 'Mast', code: 'mast' },
    version: 2,
    previousVersion: 1 as number | null,
    createdAt: '2026-05-14T09:12:00Z',
    scale: 1,
    naming: {
      ...{ sides: 'letters', separator: '_', case: 'lower', pivotMark: 'PIVOT' },
      ...{ piece: ['group', 'side', 'part', 'index'], drawing: ['set', 'shape', 'mood', 'index'] },
    },
    checks: [{ id: 'rest-match', view: 'front', ok: true, figure: 0 as number | null | string, unit: 'px' }],
    views: [
      {
        key: 'front',
        canvas: { width: 100, height: 200 },
        floorY: 190,
        design: { image: 'front/design.png', sha256: SHA },
        drawOrder: ['arm_A_lower'],
        handles: [],
        orderChanges: [],
        pieces: [piece] as Record<string, unknown>[],
        swapSets: [],
        looks: [],
        cycles: [],
      },
    ],
    poses: [{ name: 'wave', angles: { [piece.id]: 42 }, drawings: {} }] as object[],
    finish: null as object | null,
  });
}

test('the schemas are sound as a strict reader takes them, and a good manifest passes', () => {
  const strict = () => new Ajv2020({ strict: true, formats: { uuid: true, 'date-time': true } });
  expect(strict().compile(RIG_SCHEMA)(manifest())).toBe(true);
  expect(strict().compile(CHANGES_SCHEMA)({ from: null, to: 1, entries: [] })).toBe(true);
  expect(rigFaults(manifest())).toEqual([]);
});

test.each<[string, (rig: ReturnType<typeof good>) => void]>([
  ['another format', (rig) => void (rig.format = 'some-rig')],
  ['no version', (rig) => void delete (rig as Partial<typeof rig>).version],
  ['a version of nothing', (rig) => void (rig.version = 0)],
  ['a check that there is not', (rig) => void (rig.checks[0].id = 'beauty')],
  ['a figure in words', (rig) => void (rig.checks[0].figure = 'none')],
  ['no view', (rig) => void (rig.views = [])],
  ['a field of its own', (rig) => void Object.assign(rig.views[0], { mood: 'calm' })],
  ['a name twice in the draw order', (rig) => void rig.views[0].drawOrder.push('arm_A_lower')],
  ['a piece of a third side', (rig) => void (rig.views[0].pieces[0].side = 'C')],
  ['a checksum cut short', (rig) => void (rig.views[0].pieces[0].sha256 = SHA.slice(1))],
  ['a joint without a radius', (rig) => void (rig.views[0].pieces[0].joint = { ...piece.joint, radius: 0 })],
  ['half a range', (rig) => void (rig.views[0].pieces[0].joint = { ...piece.joint, range: [10] })],
  ['a canvas between pixels', (rig) => void (rig.views[0].canvas.width = 99.5)],
  ['a pose of a part without an id', (rig) => void rig.poses.push({ name: 'sit', angles: { leg: 4 }, drawings: {} })],
  ['a finish without its strength', (rig) => void (rig.finish = { name: 'paper', blend: 'multiply' })],
])('a manifest with %s is refused', (_, change) => {
  expect(rigFaults(manifest(change))).not.toEqual([]);
});
