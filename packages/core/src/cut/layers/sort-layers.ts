import type { LayerRole } from '../../document/row-types.js';
import { KNOWN_PARTS, type KnownPart } from '../../plan/known-parts.js';
import { plainWords, type NameTokens } from '../../document/naming.js';
import { mapOwners } from '../owners.js';
import { copyPlaced, createPlaced, trimToPaint, uniteRects, wordsOf, type PlacedBitmap } from '../../raster/bitmap.js';
import { toBody, type BodyFrame } from '../propose/body-frame.js';
import { blendOverMutable, solidArea, type FlatLayer } from './flatten.js';

/** A guess for one layer, from its name and place. */
export interface LayerGuess {
  role: LayerRole;
  tokens: NameTokens | null;
  /** Why it is left out, or where the part was taken from. */
  because: string;
}

const LINE_WORDS = ['line', 'lines', 'lineart', 'ink', 'inks', 'outline', 'contour', 'stroke'];
const SHADE_WORDS = ['shade', 'shadow', 'shadows', 'shading', 'light', 'lights', 'highlight', 'highlights', 'glow'];
const GUIDE_WORDS = ['guide', 'guides', 'sketch', 'rough', 'reference', 'ref', 'notes', 'grid', 'construction'];
const BACK_WORDS = ['background', 'backdrop', 'paper', 'bg'];
const SIDE_WORDS: Record<string, 'A' | 'B'> = {
  a: 'A',
  b: 'B',
  near: 'A',
  far: 'B',
  right: 'A',
  left: 'B',
  r: 'A',
  l: 'B',
};
/** Other words for a part, by its address. */
const SYNONYMS: Record<string, readonly string[]> = {
  'leg/upper': ['thigh'],
  'leg/lower': ['shin', 'calf', 'boot'],
  'leg/foot': ['foot', 'shoe'],
  'arm/upper': ['sleeve'],
  'arm/lower': ['forearm'],
  'arm/hand': ['hand', 'glove', 'mitten'],
  'arm/shoulder': ['shoulder'],
  'arm/thumb': ['thumb'],
  'arm/fingers': ['fingers'],
  'torso/': ['body', 'trunk', 'coat', 'shirt', 'jacket'],
  'hair/front': ['fringe', 'bangs'],
  'hip/': ['pelvis', 'hips'],
  'cap/': ['hat'],
  'satchel/': ['bag'],
  'head/': ['face'],
  'brows/': ['brow', 'eyebrows'],
  'eyes/': ['eye'],
  'mouth/': ['lips'],
};

/** Guesses what each layer is, from the words of its name and of the groups around it, else from where it lies. */
export function guessLayers(layers: readonly FlatLayer[], frame: BodyFrame | null, canvasArea: number): LayerGuess[] {
  const guesses = layers.map((layer) => guessLayer(layer, frame, canvasArea));
  // What is clipped to a layer goes where that layer goes.
  layers.forEach((layer, at) => {
    const base = layer.clippedTo === null ? null : guesses[layer.clippedTo];
    if (!base?.tokens || guesses[at].role === 'leave out') return;
    guesses[at] = {
      role: guesses[at].role === 'line' ? 'line' : 'shade',
      tokens: base.tokens,
      because: 'clipped to it',
    };
  });
  return guesses;
}

function guessLayer(layer: FlatLayer, frame: BodyFrame | null, canvasArea: number): LayerGuess {
  const out = (because: string): LayerGuess => ({ role: 'leave out', tokens: null, because });
  if (!layer.visible) return out('hidden in the file');
  if (!layer.paint) return out('empty');
  const own = plainWords(layer.path[layer.path.length - 1]);
  const words = layer.path.flatMap(plainWords);
  if (own.some((w) => GUIDE_WORDS.includes(w))) return { role: 'guide', tokens: null, because: 'by its name' };
  if (own.some((w) => BACK_WORDS.includes(w)) && solidArea(layer.paint) > 0.5 * canvasArea) return out('a backdrop');
  const role: LayerRole = own.some((w) => LINE_WORDS.includes(w))
    ? 'line'
    : own.some((w) => SHADE_WORDS.includes(w)) || layer.blend !== 'normal'
      ? 'shade'
      : 'fill';
  const named = partByWords(own) ?? partByWords(words);
  if (named) return { role, tokens: sided(named, words, layer.paint, frame), because: 'by its name' };
  const placed = frame && partByPlace(layer.paint, frame);
  if (placed) return { role, tokens: tokensOf(placed), because: 'by its place' };
  return {
    role,
    tokens: { group: own.join(' ') || 'part', side: null, part: null, index: null },
    because: 'named as the layer',
  };
}

function tokensOf({ group, side, part, index }: NameTokens): NameTokens {
  return { group, side, part, index };
}

function partByWords(words: readonly string[]): KnownPart | null {
  let best: KnownPart | null = null;
  let most = 0;
  for (const part of KNOWN_PARTS) {
    const needs = [part.group, part.part].filter((w): w is string => w !== null);
    let score = needs.every((w) => words.includes(w)) ? needs.length + 1 : 0;
    for (const other of SYNONYMS[`${part.group}/${part.part ?? ''}`] ?? [])
      if (words.includes(other)) score = Math.max(score, 1.5);
    if (score > most) {
      most = score;
      best = part;
    }
  }
  return best;
}

/** Gives a named part its side: by a word of the name, else by where it lies. */
function sided(part: KnownPart, words: readonly string[], paint: PlacedBitmap, frame: BodyFrame | null): NameTokens {
  if (part.side === null) return tokensOf(part);
  const said = words.map((w) => SIDE_WORDS[w]).find((side) => side !== undefined);
  const lies = frame && paint.x + paint.width / 2 > frame.axisX ? 'B' : 'A';
  return { ...tokensOf(part), side: said ?? lies };
}

function partByPlace(paint: PlacedBitmap, frame: BodyFrame): KnownPart | null {
  const { u, v } = toBody(frame, paint.x + paint.width / 2, paint.y + paint.height / 2);
  let best: KnownPart | null = null;
  let most = 0.3;
  for (const part of KNOWN_PARTS) {
    const { place } = part;
    if (!place || part.heading === 'Things') continue;
    const score = Math.exp(-0.5 * (((u - place.u) / place.su) ** 2 + ((v - place.v) / place.sv) ** 2));
    if (score > most) {
      most = score;
      best = part;
    }
  }
  return best;
}

/** A layer as it was sorted. */
export interface SortedLayer {
  layer: FlatLayer;
  role: LayerRole;
  tokens: NameTokens | null;
}

/** A part put together from its layers. */
export interface LayeredPart {
  tokens: NameTokens;
  /** All its paint, also where it is hidden. */
  own: PlacedBitmap;
  /** Its visible pixels of the design. */
  face: PlacedBitmap;
  /** Fill, shade and line, where they can be kept apart. */
  apart: { fill: PlacedBitmap; shade: PlacedBitmap | null; line: PlacedBitmap | null } | null;
}

/**
 * Puts parts together from sorted layers: several layers of a part are merged in their order with their blend modes;
 * every pixel of the design goes to the part seen there.
 * @param design the merged picture that the parts are to give back
 * @returns back to front by where each part's largest layer lies; parts without a visible pixel are named in `unseen`
 */
export function partsFromLayers(
  design: PlacedBitmap,
  sorted: readonly SortedLayer[],
  keepApart: boolean,
): { parts: LayeredPart[]; unseen: NameTokens[] } {
  const groups = new Map<string, { tokens: NameTokens; layers: SortedLayer[]; depth: number; largest: number }>();
  sorted.forEach((entry, at) => {
    const { layer, tokens, role } = entry;
    if (!tokens || !layer.paint || role === 'guide' || role === 'leave out') return;
    const key = `${tokens.group}/${tokens.part}/${tokens.side}/${tokens.index}`;
    const group = groups.get(key) ?? { tokens, layers: [], depth: at, largest: 0 };
    const area = solidArea(layer.paint);
    if (area > group.largest) {
      group.largest = area;
      group.depth = at;
    }
    group.layers.push(entry);
    groups.set(key, group);
  });
  const ordered = [...groups.values()].sort((a, b) => a.depth - b.depth);
  const owns = ordered.map(({ layers }) => mergeLayers(layers));
  const owner = ownersOf(design, owns);
  const words = wordsOf(design);
  const parts: LayeredPart[] = [];
  const unseen: NameTokens[] = [];
  ordered.forEach(({ tokens, layers }, at) => {
    const own = owns[at];
    const face = createPlaced(design);
    const to = wordsOf(face);
    for (let i = 0; i < to.length; i++) if (owner[i] === at + 1) to[i] = words[i];
    const trimmed = trimToPaint(face);
    if (!own || !trimmed) {
      unseen.push(tokens);
      return;
    }
    parts.push({ tokens, own, face: trimmed, apart: keepApart ? apartOf(layers) : null });
  });
  return { parts, unseen };
}

function mergeLayers(layers: readonly SortedLayer[]): PlacedBitmap | null {
  const paints = layers.flatMap(({ layer }) => (layer.paint ? [layer.paint] : []));
  if (paints.length === 0) return null;
  const merged = createPlaced(paints.map(({ x, y, width, height }) => ({ x, y, width, height })).reduce(uniteRects));
  for (const { layer } of layers) if (layer.paint) blendOverMutable(merged, layer.paint, layer.blend);
  return trimToPaint(merged);
}

/** The part seen at each pixel: the one farthest in front that covers at least half of it, else the one that covers most. */
function ownersOf(design: PlacedBitmap, owns: readonly (PlacedBitmap | null)[]): Uint16Array {
  const { owner } = mapOwners(
    owns.map((own) => {
      if (!own) return null;
      const solid = copyPlaced(own);
      for (let i = 3; i < solid.data.length; i += 4) if (solid.data[i] < 128) solid.data[i] = 0;
      return solid;
    }),
    design,
  );
  const faint = mapOwners(owns, design).owner;
  const words = wordsOf(design);
  for (let i = 0; i < owner.length; i++) {
    if (words[i] >>> 24 === 0) owner[i] = 0;
    else if (owner[i] === 0) owner[i] = faint[i];
  }
  return owner;
}

/** Fill, shade and line as sheets, where all of them are drawn plainly and in that order; null where they are not. */
function apartOf(layers: readonly SortedLayer[]): LayeredPart['apart'] {
  const of = (role: LayerRole) => layers.filter((entry) => entry.role === role);
  const rank = { fill: 0, shade: 1, line: 2 } as Record<LayerRole, number>;
  const inOrder = layers.every((entry, i) => i === 0 || rank[entry.role] >= rank[layers[i - 1].role]);
  const plain = layers.every(({ layer }) => layer.blend === 'normal');
  const fill = mergeLayers(of('fill'));
  if (!inOrder || !plain || !fill || of('fill').length === layers.length) return null;
  return { fill, shade: mergeLayers(of('shade')), line: mergeLayers(of('line')) };
}
