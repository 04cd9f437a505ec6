// What a rig can show: looks, poses and cycles, by the names of what there is.

export const name = { type: 'string', minLength: 1, maxLength: 96, pattern: '^[A-Za-z0-9][A-Za-z0-9 _-]*$' };

export const look = {
  type: 'object',
  required: ['name', 'drawings'],
  additionalProperties: false,
  properties: {
    name: { type: 'string', minLength: 1 },
    drawings: { type: 'object', minProperties: 1, additionalProperties: name },
  },
};

export const pose = {
  type: 'object',
  required: ['name', 'angles', 'drawings'],
  additionalProperties: false,
  properties: {
    name: { type: 'string', minLength: 1 },
    angles: {
      type: 'object',
      propertyNames: { type: 'string', pattern: '^[0-9a-f-]{36}$' },
      additionalProperties: { type: 'number', minimum: -360, maximum: 360 },
    },
    drawings: { type: 'object', additionalProperties: name },
  },
};

export const cycle = {
  type: 'object',
  required: ['name', 'set', 'drawings', 'frames'],
  additionalProperties: false,
  properties: {
    name: { type: 'string', minLength: 1 },
    set: name,
    drawings: { type: 'array', items: name, minItems: 2 },
    frames: { type: 'array', items: { type: 'integer', minimum: 1 }, minItems: 2 },
  },
};
