import { cycle, look, name, pose } from './shown-schema.js';
const bounds = {
  type: 'object',
  required: ['x', 'y', 'width', 'height'],
  additionalProperties: false,
  properties: {
    x: { type: 'integer', minimum: 0 },
    y: { type: 'integer', minimum: 0 },
    width: { type: 'integer', minimum: 1 },
    height: { type: 'integer', minimum: 1 },
  },
};
const point = {
  type: 'object',
  required: ['x', 'y'],
  additionalProperties: false,
  properties: { x: { type: 'number' }, y: { type: 'number' } },
};
const sha256 = { type: 'string', pattern: '^[0-9a-f]{64}$' };
const angles = {
  type: 'array',
  prefixItems: [{ type: 'number' }, { type: 'number' }],
  items: false,
  minItems: 2,
  maxItems: 2,
};
const orNull = (schema: object) => ({ anyOf: [schema, { type: 'null' }] });
const sheetImage = { role: { enum: ['line', 'shade'] }, image: { type: 'string' }, sha256, bounds };

const finish = {
  type: 'object',
  required: ['name', 'blend', 'strength', 'scope', 'colour', 'images'],
  additionalProperties: false,
  properties: {
    name: { type: 'string', minLength: 1 },
    blend: { enum: ['multiply', 'screen', 'tint'] },
    strength: { type: 'number', minimum: 0, maximum: 1 },
    scope: { enum: ['figure', 'piece'] },
    colour: orNull({ type: 'array', items: { type: 'integer', minimum: 0, maximum: 255 }, minItems: 3, maxItems: 3 }),
    images: { type: 'object', additionalProperties: sha256 },
  },
};

/** Every check that a package may tell of, also those of stations to come. */
const CHECK_IDS = [
  'rest-match',
  'offcuts',
  'inside-canvas',
  'names',
  'family',
  'pivots',
  'joints-clean',
  'hidden-paint',
  'swap-seats',
  'flat-layers',
  'size',
];

const joint = {
  type: 'object',
  required: ['kind', 'discOn', 'radius', 'range', 'inFront', 'outlineOn', 'lineWidth', 'looseness', 'cleanRange'],
  additionalProperties: false,
  properties: {
    kind: { enum: ['hinge', 'one-sided', 'swivel', 'slide'] },
    discOn: { enum: ['both', 'child', 'parent'] },
    radius: { type: 'number', exclusiveMinimum: 0 },
    range: angles,
    inFront: { enum: ['child', 'parent'] },
    outlineOn: { enum: ['back', 'front', 'both', 'none'] },
    lineWidth: { type: 'number', minimum: 0 },
    looseness: { type: 'number', minimum: 0 },
    cleanRange: orNull(angles),
  },
};

const piece = {
  type: 'object',
  required: [
    'id',
    'name',
    'group',
    'part',
    'side',
    'index',
    'parent',
    'image',
    'sha256',
    'bounds',
    'pivot',
    'kind',
    'joint',
    'atlas',
    'sheets',
    'swapSet',
    'soft',
    'travel',
  ],
  additionalProperties: false,
  properties: {
    kind: { enum: ['face', 'line-under', 'shadow', 'rim', 'uncut'] },
    id: { type: 'string', format: 'uuid' },
    name,
    group: { type: 'string' },
    part: { type: ['string', 'null'] },
    side: { enum: ['A', 'B', null] },
    index: { type: ['integer', 'null'] },
    parent: orNull(name),
    // Null, all three, for a piece of second pictures.
    image: { type: ['string', 'null'] },
    sha256: orNull(sha256),
    bounds: orNull(bounds),
    pivot: orNull(point),
    joint: orNull(joint),
    atlas: orNull(bounds),
    sheets: {
      type: 'array',
      items: { type: 'object', required: Object.keys(sheetImage), additionalProperties: false, properties: sheetImage },
    },
    swapSet: { type: ['string', 'null'] },
    soft: orNull({
      type: 'object',
      required: ['line', 'stiffness'],
      additionalProperties: false,
      properties: {
        line: { type: 'array', items: angles, minItems: 2 },
        stiffness: { type: 'array', items: { type: 'number', minimum: 0, maximum: 1 }, minItems: 2 },
      },
    }),
    travel: orNull({ type: 'array', items: angles, minItems: 1 }),
  },
};

const handle = {
  type: 'object',
  required: ['id', 'name', 'parent', 'pivot'],
  additionalProperties: false,
  properties: { id: { type: 'string', format: 'uuid' }, name, parent: orNull(name), pivot: point },
};

const orderChange = {
  type: 'object',
  required: ['turns', 'from', 'to', 'move', 'place', 'at'],
  additionalProperties: false,
  properties: {
    turns: name,
    from: { type: 'number' },
    to: { type: 'number' },
    move: { type: 'array', items: name, minItems: 1 },
    place: { enum: ['behind', 'in-front'] },
    at: name,
  },
};

const drawing = {
  type: 'object',
  required: ['id', 'name', 'shape', 'mood', 'image', 'sha256', 'bounds', 'atlas', 'over', 'hides'],
  additionalProperties: false,
  properties: {
    id: { type: 'string', format: 'uuid' },
    name,
    shape: { type: 'string', minLength: 1 },
    mood: { type: 'string', minLength: 1 },
    over: orNull({
      type: 'object',
      required: ['image', 'sha256', 'bounds', 'atlas'],
      additionalProperties: false,
      properties: { image: { type: 'string' }, sha256, bounds, atlas: orNull(bounds) },
    }),
    hides: { type: 'array', items: name, uniqueItems: true },
    image: { type: ['string', 'null'] },
    sha256: orNull(sha256),
    bounds: orNull(bounds),
    atlas: orNull(bounds),
  },
};

/** The JSON Schema (draft 2020-12) of `rig.json`; `docs/rig.schema.json` is this, written out. */
export const RIG_SCHEMA = {
  $schema: 'https://json-schema.org/draft/2020-12/schema',
  $id: 'urn:limber-sheaf:rig:1',
  title: 'Limber Sheaf rig manifest',
  description:
    "Lengths are pixels of the exported canvas, origin top left, x right, y down, a pixel's centre at +0.5. Angles are degrees, positive clockwise on screen. Colours are sRGB, straight alpha, 8 bits.",
  type: 'object',
  required: [
    'format',
    'formatVersion',
    'generator',
    'character',
    'version',
    'previousVersion',
    'createdAt',
    'scale',
    'naming',
    'checks',
    'views',
    'poses',
    'finish',
  ],
  additionalProperties: false,
  properties: {
    format: { const: 'limber-sheaf-rig' },
    formatVersion: { const: 1 },
    generator: {
      type: 'object',
      required: ['name', 'version'],
      properties: { name: { type: 'string' }, version: { type: 'string' } },
    },
    character: {
      type: 'object',
      required: ['id', 'name', 'code'],
      additionalProperties: false,
      properties: {
        id: { type: 'string', format: 'uuid' },
        name: { type: 'string' },
        code: { type: 'string', pattern: '^[a-z0-9-]+$' },
      },
    },
    version: { type: 'integer', minimum: 1 },
    previousVersion: { type: ['integer', 'null'], minimum: 1 },
    createdAt: { type: 'string', format: 'date-time' },
    scale: { type: 'number', exclusiveMinimum: 0 },
    naming: {
      type: 'object',
      required: ['sides', 'separator', 'case', 'piece', 'drawing', 'pivotMark'],
      additionalProperties: false,
      properties: {
        sides: { enum: ['letters', 'near-far', 'left-right'] },
        separator: { enum: ['_', '-', ' '] },
        case: { enum: ['lower', 'capital', 'camel'] },
        piece: { type: 'array', items: { enum: ['group', 'side', 'part', 'index'] } },
        drawing: { type: 'array', items: { enum: ['set', 'shape', 'mood', 'index'] } },
        pivotMark: { type: 'string' },
      },
    },
    checks: {
      type: 'array',
      items: {
        type: 'object',
        required: ['id', 'view', 'ok', 'figure', 'unit'],
        additionalProperties: false,
        properties: {
          id: { enum: CHECK_IDS },
          view: { type: 'string' },
          ok: { type: 'boolean' },
          figure: { type: ['number', 'null'] },
          unit: { type: 'string' },
        },
      },
    },
    poses: { type: 'array', items: pose },
    finish: orNull(finish),
    views: {
      type: 'array',
      minItems: 1,
      items: {
        type: 'object',
        required: [
          'key',
          'canvas',
          'floorY',
          'design',
          'drawOrder',
          'handles',
          'orderChanges',
          'pieces',
          'swapSets',
          'looks',
          'cycles',
        ],
        additionalProperties: false,
        properties: {
          key: { type: 'string', pattern: '^[a-z0-9-]+$' },
          canvas: {
            type: 'object',
            required: ['width', 'height'],
            properties: { width: { type: 'integer', minimum: 1 }, height: { type: 'integer', minimum: 1 } },
          },
          floorY: { type: 'number' },
          design: { type: 'object', required: ['image', 'sha256'], properties: { image: { type: 'string' }, sha256 } },
          drawOrder: { type: 'array', items: name, uniqueItems: true },
          handles: { type: 'array', items: handle },
          orderChanges: { type: 'array', items: orderChange },
          pieces: { type: 'array', items: piece },
          swapSets: {
            type: 'array',
            items: {
              type: 'object',
              required: ['name', 'kind', 'piece', 'linkedTo', 'over', 'seat', 'default', 'drawings'],
              additionalProperties: false,
              properties: {
                name,
                kind: { enum: ['mouth', 'lids', 'brows', 'hand', 'head', 'prop', 'outfit', 'other'] },
                piece: name,
                linkedTo: orNull(name),
                over: orNull(name),
                seat: point,
                default: name,
                drawings: { type: 'array', items: drawing, minItems: 1 },
              },
            },
          },
          looks: { type: 'array', items: look },
          cycles: { type: 'array', items: cycle },
        },
      },
    },
  },
} as const;

/** The schema as a file's bytes. */
export function writeRigSchema(): Uint8Array {
  return new TextEncoder().encode(`${JSON.stringify(RIG_SCHEMA, null, 2)}\n`);
}
