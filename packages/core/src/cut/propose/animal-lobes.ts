import type { KnownPart } from '../../plan/known-parts.js';
import type { Mask } from '../../raster/mask.js';
import { middleOfCell, type CellGrid } from '../../raster/cell-grid.js';
import { ALIKE, FOOT, animalBody, mirrors, type AnimalBody } from './animal-body.js';
import type { Found } from './figure-grid.js';
import { asFigure, type FigureLobes, type Lobe } from './figure-lobes.js';

/** Groups that only animals have. */
const ANIMAL = ['foreleg', 'hindleg', 'wing'];
/** Groups of limbs that stand on the floor, and those that spread to both sides, from the head backwards. */
const STANDING = ['foreleg', 'leg', 'hindleg'];
const SPREAD = ['wing', 'foreleg', 'leg', 'hindleg'];

/** Of one that is seen from in front, what lies within this share of its width from the axis is its head or its tail. */
const CENTRAL = 0.1;

/** Half widths of a leg by which it begins within the body. */
const THIGH = 2.4;

/** Is a plan that of an animal? */
export function isAnimalPlan(parts: readonly KnownPart[]): boolean {
  return parts.some(({ group }) => ANIMAL.includes(group)) && !parts.some(({ group }) => group === 'arm');
}

/** An animal's body, and what its plan has. */
interface Beast extends AnimalBody {
  parts: readonly KnownPart[];
}

/** Finds the limbs of an animal by its silhouette and by what its plan has: `figureLobes` for what does not stand like a person. */
export function animalLobes(silhouette: Mask, parts: readonly KnownPart[]): FigureLobes | null {
  const body = animalBody(silhouette);
  if (!body) return null;
  const { grid, far, limbs } = body;
  const isInFront = mirrors(body) > ALIKE;
  const told = isInFront ? seenFromInFront({ ...body, parts }, limbs) : seenFromTheSide({ ...body, parts }, limbs, far);
  return asFigure(
    grid,
    told.map(({ found: { cells, from, to }, lobe }) => {
      const round = cells.length / Math.max(1, to - from) / 2;
      // A leg seen from the side begins within the body, where its thigh is drawn over it.
      const root = isInFront || !STANDING.includes(lobe.kind) ? round : THIGH * round;
      const grows = lobe.kind === 'neck' || lobe.part ? 0 : round;
      return { lobe, cells, far, from: Math.max(0, from - root), to, grows };
    }),
  );
}

interface Told {
  found: Found;
  lobe: Lobe;
}

/** The middle of a limb. */
function middleOf(grid: CellGrid, { cells }: Found): { x: number; y: number } {
  const places = cells.map((cell) => middleOfCell(grid, cell));
  const mean = (of: (place: { x: number; y: number }) => number) =>
    places.reduce((sum, place) => sum + of(place), 0) / places.length;
  return { x: mean(({ x }) => x), y: mean(({ y }) => y) };
}

const has = (parts: readonly KnownPart[], group: string) => parts.some((part) => part.group === group);
/** What a head goes by: with a neck it is split from that. */
const headGroup = (parts: readonly KnownPart[]) => (has(parts, 'neck') ? 'neck' : 'head');

/** Head above, tail below, and pairs of limbs from the head backwards. */
function seenFromInFront({ grid, bounds, axisX, parts }: Beast, found: readonly Found[]): Told[] {
  const placed = found.map((one) => ({ found: one, tip: middleOfCell(grid, one.tip), at: middleOf(grid, one) }));
  const isCentral = ({ at }: { at: { x: number } }) => Math.abs(at.x - axisX) < CENTRAL * bounds.width;
  const central = placed.filter(isCentral).sort((a, b) => a.at.y - b.at.y);
  const middle = bounds.y + bounds.height / 2;
  const told: Told[] = [];
  for (const { found: one, tip, at } of central) {
    const kind = at.y < middle ? headGroup(parts) : 'tail';
    if (has(parts, kind) && !told.some(({ lobe }) => lobe.kind === kind))
      told.push({ found: one, lobe: { kind, side: null, tip } });
  }
  const pairs = SPREAD.filter((group) => has(parts, group)).flatMap((group): { group: string; part?: string }[] => {
    // Four wings are two pairs of one stretch each.
    const isDouble = group === 'wing' && parts.some((part) => part.group === 'wing' && part.part === 'lower');
    return isDouble && !parts.some((part) => part.group === 'wing' && part.part === 'tip')
      ? ['upper', 'lower'].map((part) => ({ group, part }))
      : [{ group }];
  });
  for (const side of ['A', 'B'] as const) {
    const limbs = placed.filter((one) => !isCentral(one) && one.at.x < axisX === (side === 'A'));
    const largest = limbs.sort((a, b) => b.found.cells.length - a.found.cells.length).slice(0, pairs.length);
    largest.sort((a, b) => a.at.y - b.at.y);
    for (const [i, { found: one, tip }] of largest.entries())
      told.push({ found: one, lobe: { kind: pairs[i].group, part: pairs[i].part, side, tip } });
  }
  return told;
}

/** Stretches of a limb whose thickness is compared. */
const STRETCHES = 10;
/** How much it counts that a head is held high, against how much thicker it is than its neck. */
const HIGHER = 0.6;

/** How much thicker a limb becomes towards its tip than it was before: a head on its neck; 1 or less for what tapers. */
function bulge({ deep }: Beast, { cells, from, to }: Found, far: Float64Array): number {
  const thick = new Array<number>(STRETCHES).fill(0);
  for (const cell of cells) {
    const at = Math.min(STRETCHES - 1, Math.floor((STRETCHES * (far[cell] - from)) / Math.max(1, to - from)));
    thick[at] = Math.max(thick[at], deep[cell]);
  }
  let most = 0;
  for (let i = 3; i < STRETCHES; i++)
    for (let before = 1; before < i; before++) most = Math.max(most, thick[i] / Math.max(1, thick[before]));
  return most;
}

/** Legs end on the floor, those on the head's side are the fore ones, the nearer ones stand lower; a head is thicker than its neck. */
function seenFromTheSide(beast: Beast, found: readonly Found[], far: Float64Array): Told[] {
  const { grid, bounds, parts } = beast;
  const floor = bounds.y + bounds.height;
  const placed = found.map((one) => ({
    ...{ found: one, tip: middleOfCell(grid, one.tip), at: middleOf(grid, one) },
    isHead: bulge(beast, one, far) + HIGHER * ((floor - middleOf(grid, one).y) / bounds.height),
  }));
  const standing = placed.filter(({ tip }) => tip.y > floor - FOOT * bounds.height);
  const others = placed.filter((one) => !standing.includes(one)).sort((a, b) => b.isHead - a.isHead);
  const told: Told[] = [];
  const head = others.find(({ at }) => at.y < floor - bounds.height / 3);
  if (head && (has(parts, 'head') || has(parts, 'neck')))
    told.push({ found: head.found, lobe: { kind: headGroup(parts), side: null, tip: head.tip } });
  const rest = others
    .filter((one) => one !== head)
    .sort((a, b) => b.found.to - b.found.from - (a.found.to - a.found.from));
  const [tail] = rest;
  if (tail && has(parts, 'tail')) told.push({ found: tail.found, lobe: { kind: 'tail', side: null, tip: tail.tip } });
  const groups = STANDING.filter((group) => has(parts, group));
  const xs = standing.map(({ tip }) => tip.x);
  const middle = (Math.min(...xs) + Math.max(...xs)) / 2;
  const isLeftHead = head ? head.at.x < bounds.x + bounds.width / 2 : true;
  const byGroup = groups.map((_, i) =>
    standing.filter(({ tip }) => groups.length === 1 || (tip.x < middle === isLeftHead) === (i === 0)),
  );
  for (const [i, limbs] of byGroup.entries())
    for (const [k, { found: one, tip }] of [...limbs]
      .sort((a, b) => b.tip.y - a.tip.y)
      .slice(0, 2)
      .entries())
      told.push({ found: one, lobe: { kind: groups[i], side: k === 0 ? 'A' : 'B', tip } });
  return told;
}
