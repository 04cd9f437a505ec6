import type { Rgb } from '../../raster/colour.js';
import { limbLayer, soloLayer, type Layer, type Line, type Member, type TruePart } from './member.js';
import { flat, type Paint } from './paint.js';
import { limb, oval, rounded, type Point } from './shapes.js';

/** Angles of a limb's stretches, degrees from straight down, positive away from the body. */
type Pose = readonly [upper: number, lower: number, end: number];

/** A person to draw: sizes in px on the canvas, poses by limb. */
export interface Sketch {
  name: string;
  width: number;
  height: number;
  line: Line | null;
  /** The middle of the figure, and its height marks from the crown down. */
  x: number;
  head: { y: number; rx: number; ry: number };
  /** Half widths of the trunk at shoulders and hem, and where they are. */
  trunk: { shoulderY: number; hemY: number; shoulders: number; hem: number };
  neck: number;
  arms: {
    A: Pose;
    B: Pose;
    lengths: readonly [number, number, number];
    radii: readonly [number, number, number, number];
  };
  legs: {
    A: Pose;
    B: Pose;
    lengths: readonly [number, number, number];
    radii: readonly [number, number, number, number];
  };
  /** Apart from the middle: where the hips are. */
  hips: number;
  paints: { skin: Paint; top: Paint; trousers: Paint; shoes: Paint; sleeve?: Paint };
  /** Arms that are drawn over the trunk. */
  armsInFront?: readonly ('A' | 'B')[];
  /** Do arms in front run into the trunk, without a line round the shoulder? */
  openArms?: boolean;
}

/** Where a limb's points lie, from its root. `out` is -1 for a limb that hangs on the left of the picture. */
function pointsOf(root: Point, pose: Pose, lengths: readonly [number, number, number], out: number): Point[] {
  const points: Point[] = [root];
  pose.forEach((degrees, i) => {
    const [x, y] = points[i];
    const rad = (degrees * Math.PI) / 180;
    points.push([x + out * Math.sin(rad) * lengths[i], y + Math.cos(rad) * lengths[i]]);
  });
  return points;
}

/** A person, back to front: far arm, legs, neck, trunk, near arm, head; side A is the picture's left. */
export function person(sketch: Sketch): Member {
  const { name, width, height, line, x, head, trunk, neck, arms, legs, hips, paints } = sketch;
  const { armsInFront = [], openArms = false } = sketch;
  const sleeve = paints.sleeve ?? paints.top;
  const arm = (side: 'A' | 'B'): Layer => {
    const out = side === 'A' ? -1 : 1;
    const front = armsInFront.includes(side);
    const root: Point = [x + out * (trunk.shoulders - arms.radii[0] * 0.55), trunk.shoulderY + arms.radii[0] * 0.95];
    return limbLayer({
      addresses: [`arm/upper/${side}`, `arm/lower/${side}`, `arm/hand/${side}`],
      parent: 'torso//',
      points: pointsOf(root, arms[side], arms.lengths, out),
      radii: arms.radii,
      paints: [sleeve, sleeve, paints.skin],
      line,
      open: front && openArms,
    });
  };
  const leg = (side: 'A' | 'B'): Layer => {
    const out = side === 'A' ? -1 : 1;
    const root: Point = [x + out * hips, trunk.hemY - legs.radii[0] * 0.35];
    return limbLayer({
      addresses: [`leg/upper/${side}`, `leg/lower/${side}`, `leg/foot/${side}`],
      parent: 'torso//',
      points: pointsOf(root, legs[side], legs.lengths, out),
      radii: legs.radii,
      paints: [paints.trousers, paints.trousers, paints.shoes],
      line,
    });
  };
  const chin = head.y + head.ry;
  const neckFoot: Point = [x, trunk.shoulderY + neck * 0.4];
  const neckPart: TruePart = {
    address: 'neck//',
    parent: 'torso//',
    shape: limb([x, chin - neck * 0.7], neckFoot, neck, neck * 1.02),
    paint: paints.skin,
    joint: { x, y: trunk.shoulderY + neck * 0.2, radius: neck, kind: 'one-sided' },
  };
  const torso: TruePart = {
    address: 'torso//',
    parent: null,
    shape: rounded(
      [
        [x - trunk.shoulders + 16, trunk.shoulderY + 14],
        [x + trunk.shoulders - 16, trunk.shoulderY + 14],
        [x + trunk.hem - 14, trunk.hemY - 12],
        [x - trunk.hem + 14, trunk.hemY - 12],
      ],
      15,
    ),
    paint: paints.top,
    joint: null,
  };
  const headPart: TruePart = {
    address: 'head//',
    parent: 'neck//',
    shape: oval([x, head.y], head.rx, head.ry),
    paint: paints.skin,
    joint: { x, y: chin - neck * 0.35, radius: neck, kind: 'one-sided' },
  };
  const behind = (['B', 'A'] as const).filter((side) => !armsInFront.includes(side));
  const front = (['B', 'A'] as const).filter((side) => armsInFront.includes(side));
  return {
    name,
    width,
    height,
    layers: [
      ...behind.map(arm),
      leg('B'),
      leg('A'),
      soloLayer(neckPart, line),
      soloLayer(torso, line),
      ...front.map(arm),
      soloLayer(headPart, line),
    ],
  };
}

/** A member with layers added over everything, or beneath everything. */
export function dressed(member: Member, over: readonly Layer[], beneath: readonly Layer[] = []): Member {
  return { ...member, layers: [...beneath, ...member.layers, ...over] };
}

/** Something worn or grown that does not turn, or turns where it is told to. */
export function thing(
  address: string,
  parent: string,
  shape: TruePart['shape'],
  paint: Paint,
  line: Line | null,
  joint: TruePart['joint'] = null,
): Layer {
  return soloLayer({ address, parent, shape, paint, joint }, line);
}

/** An adult's sizes, to be changed where a figure differs. */
export function adult(name: string, line: Line | null, colours: readonly [Rgb, Rgb, Rgb, Rgb]): Sketch {
  const [skin, top, trousers, shoes] = colours.map(flat);
  return {
    name,
    width: 420,
    height: 600,
    line,
    x: 210,
    head: { y: 82, rx: 44, ry: 54 },
    trunk: { shoulderY: 156, hemY: 340, shoulders: 74, hem: 66 },
    neck: 17,
    arms: { A: [18, 14, 10], B: [18, 14, 10], lengths: [92, 84, 42], radii: [23, 19, 15, 17] },
    legs: { A: [3, 1, 12], B: [3, 1, 12], lengths: [112, 100, 24], radii: [29, 24, 19, 18] },
    hips: 32,
    paints: { skin, top, trousers, shoes },
  };
}

/** A cap of hair or cloth about a head: a bowl with the face left free. */
export function bowl(sketch: Sketch, grown: number, down: number): TruePart['shape'] {
  const { x, head } = sketch;
  const skull = oval([x, head.y], head.rx + grown, head.ry + grown);
  return (px, py) => Math.min(skull(px, py), head.y + down - py);
}
