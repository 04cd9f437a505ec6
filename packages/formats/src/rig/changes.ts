/** How much a difference matters to a rig that was built on the version before. */
export type ChangeWeight = 'safe' | 'check' | 'breaks';

const WEIGHTS: readonly ChangeWeight[] = ['breaks', 'check', 'safe'];

const KINDS = [
  'recoloured',
  'repainted',
  'hidden-paint',
  'drawing-added',
  'drawing-changed',
  'drawing-renamed',
  'drawing-removed',
  'bounds',
  'order',
  'order-change',
  'piece-added',
  'piece-renamed',
  'piece-removed',
  'joint-added',
  'joint-removed',
  'range',
  'parent',
  'pivot',
  'seat',
  'canvas',
] as const;
export type ChangeKind = (typeof KINDS)[number];

/** One difference between two versions. */
export interface RigChange {
  weight: ChangeWeight;
  kind: ChangeKind;
  view: string;
  /** The piece's name as it is now; as it was for one that is gone. */
  piece: string | null;
  sentence: string;
  before: unknown;
  after: unknown;
}

/** `changes.json`: what differs from the version before. */
export interface RigChanges {
  /** null in the first version. */
  from: number | null;
  to: number;
  entries: RigChange[];
}

/** The differences, those that break a rig first. */
export function sortedChanges(entries: readonly RigChange[]): RigChange[] {
  return [...entries].sort((a, b) => WEIGHTS.indexOf(a.weight) - WEIGHTS.indexOf(b.weight));
}

/** `changes.json` as a file's bytes. */
export function writeChanges(changes: RigChanges): Uint8Array {
  return new TextEncoder().encode(`${JSON.stringify(changes, null, 2)}\n`);
}

const HEADS: Record<ChangeWeight, string> = {
  breaks: 'Breaks a rig',
  check: 'Look at it',
  safe: 'Safe',
};

/** `CHANGES.md`: the same, for reading. */
export function writeChangesText({ from, to, entries }: RigChanges, name: string): Uint8Array {
  const lines = [`# ${name}, version ${to}`, ''];
  if (from === null) lines.push('The first version.');
  else if (entries.length === 0) lines.push(`Nothing differs from version ${from}.`);
  else {
    lines.push(`What differs from version ${from}.`);
    for (const weight of WEIGHTS) {
      const ofWeight = entries.filter((entry) => entry.weight === weight);
      if (ofWeight.length === 0) continue;
      lines.push('', `## ${HEADS[weight]}`, '', ...ofWeight.map(({ view, sentence }) => `- ${view}: ${sentence}`));
    }
  }
  return new TextEncoder().encode(`${lines.join('\n')}\n`);
}

/** The JSON Schema (draft 2020-12) of `changes.json`. */
export const CHANGES_SCHEMA = {
  $schema: 'https://json-schema.org/draft/2020-12/schema',
  $id: 'urn:limber-sheaf:changes:1',
  title: 'Limber Sheaf changes between versions',
  type: 'object',
  required: ['from', 'to', 'entries'],
  additionalProperties: false,
  properties: {
    from: { type: ['integer', 'null'], minimum: 1 },
    to: { type: 'integer', minimum: 1 },
    entries: {
      type: 'array',
      items: {
        type: 'object',
        required: ['weight', 'kind', 'view', 'piece', 'sentence', 'before', 'after'],
        additionalProperties: false,
        properties: {
          weight: { enum: [...WEIGHTS] },
          kind: { enum: [...KINDS] },
          view: { type: 'string' },
          piece: { type: ['string', 'null'] },
          sentence: { type: 'string', minLength: 1 },
          before: true,
          after: true,
        },
      },
    },
  },
} as const;

/** The schema as a file's bytes. */
export function writeChangesSchema(): Uint8Array {
  return new TextEncoder().encode(`${JSON.stringify(CHANGES_SCHEMA, null, 2)}\n`);
}
