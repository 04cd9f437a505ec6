import {
  DEFAULT_SCHEME,
  PLAIN_PIECE,
  planFrom,
  type CharacterDoc,
  type JointRow,
  type NameTokens,
  type PartRow,
  type PieceRow,
  type Plan,
  type ViewRow,
} from '@limber-sheaf/core';

/** The tokens of a part from its words: `arm A lower`. */
export function named(words: string): NameTokens {
  const [group, ...rest] = words.split(' ');
  const side = rest[0] === 'A' || rest[0] === 'B' ? (rest.shift() as 'A' | 'B') : null;
  return { group, side, part: rest[0] ?? null, index: null };
}

const view: ViewRow = {
  table: 'view',
  id: 'v',
  version: 1,
  characterId: 'c',
  key: 'front',
  width: 200,
  height: 300,
  designBlob: 'design',
  designArea: 10_000,
  floorY: 290,
  heights: [],
  brought: null,
  nothingAt: [],
  drafted: null,
};

const PLAIN_JOINT = {
  kind: 'hinge',
  x: 50,
  y: 60,
  radius: 10,
  rangeLow: -60,
  rangeHigh: 60,
  wantedLow: 0,
  wantedHigh: 0,
  outlineOn: 'back',
  discOn: 'both',
  lineWidth: 2,
  lineColour: [0, 0, 0],
  fillColour: [200, 150, 100],
  looseness: 0,
  lineMore: 0,
  reach: 0,
  taper: 0,
  foldsOut: false,
  twinId: null,
  rounded: true,
  confidence: 1,
} satisfies Partial<JointRow>;

interface Made {
  /** Pieces by name, back to front, and by name the one that each hangs from. */
  pieces?: readonly string[];
  hangs?: Readonly<Record<string, string>>;
  /** Joints by the piece that turns; it turns on what it hangs from. */
  joints?: Readonly<Record<string, Partial<JointRow>>>;
  plan?: Plan | null;
  views?: readonly Partial<ViewRow>[];
}

/** A character for tests of the interface: ids are the names of the parts, faces are 10 px squares of 100 px paint. */
export function character({
  pieces = [],
  hangs = {},
  joints = {},
  plan = planFrom('people-simple'),
  views = [],
}: Made): CharacterDoc {
  const parts = pieces.map((name): PartRow => ({
    table: 'part',
    alone: false,
    id: `part ${name}`,
    version: 1,
    characterId: 'c',
    ...named(name),
    parentId: hangs[name] ? `part ${hangs[name]}` : null,
  }));
  return {
    character: {
      table: 'character',
      id: 'c',
      version: 1,
      productionId: 'p',
      name: 'Mast',
      code: 'mast',
      scheme: DEFAULT_SCHEME,
      plan,
      palette: null,
      deleted: false,
    },
    views: [view, ...views.map((more, i) => ({ ...view, id: `v${i + 2}`, ...more }))],
    parts,
    pieces: pieces.map((name, depth): PieceRow => ({
      table: 'piece',
      id: name,
      version: 1,
      viewId: 'v',
      partId: `part ${name}`,
      depth,
      face: { blob: `face of ${name}`, x: 20 * depth, y: 40, width: 10, height: 10, area: 100 },
      ...PLAIN_PIECE,
    })),
    handles: [],
    orderChanges: [],
    swapSets: [],
    drawings: [],
    drawingViews: [],
    looks: [],
    cycles: [],
    exceptions: [],
    poses: [],
    motions: [],
    joints: Object.entries(joints).map(([name, more]): JointRow => ({
      table: 'joint',
      id: `joint ${name}`,
      version: 1,
      viewId: 'v',
      childId: name,
      parentId: hangs[name],
      ...PLAIN_JOINT,
      ...more,
    })),
  };
}
