import { partOf } from '../document/family.js';
import { pieceById } from '../document/find.js';
import type { PartId } from '../document/rows.js';
import type { Place } from '../errors.js';
import { lengthsOf, within, type ReachChain } from './limbs.js';
import { reach, turnWithin, type BendWay } from './reach.js';
import { armsOf, facing, legsOf, type Stage, type StageFrame } from './stage.js';

/** How a figure goes on two legs. */
export interface Gait {
  /** Of the leg's length: half of a step, how high a foot is lifted, and how high it hops while no foot stands. */
  step: number;
  lift: number;
  hop: number;
  /** Share of a round in which a foot stands. */
  stands: number;
  /** Degrees: how far an arm swings, and how far it is bent. */
  swing: number;
  elbow: number;
}

export const WALK: Gait = { step: 0.3, lift: 0.1, hop: 0, stands: 0.6, swing: 18, elbow: 0 };
export const RUN: Gait = { step: 0.34, lift: 0.22, hop: 0.05, stands: 0.36, swing: 32, elbow: 62 };

/** A leg is never quite straight, so that a knee does not snap. */
const NEARLY_STRAIGHT = 0.995;

/** Half of a step, px. */
function stepOf(stage: Stage, { step }: Gait, amount: number): number {
  const lengths = legsOf(stage).map((leg) => lengthsOf(leg)[0] + lengthsOf(leg)[1]);
  return step * amount * Math.min(...lengths);
}

/** px that the floor goes by in one round, to the right. */
export function floorGoes(stage: Stage, gait: Gait, amount: number): number {
  return (0 - facing(stage) * 2 * stepOf(stage, gait, amount)) / gait.stands;
}

/**
 * Going on two legs in place: feet stand while the floor goes by beneath them, and are lifted forward; the hip comes down as far as
 * both legs need to reach, so that nothing is stretched and nothing slides.
 */
export function gaitAt(gait: Gait, stage: Stage, share: number, amount: number): StageFrame {
  const { stands: long, lift, hop, swing, elbow } = gait;
  const legs = legsOf(stage).slice(0, 2);
  const way = facing(stage);
  const half = stepOf(stage, gait, amount);
  const steps = legs.map((leg, at) => {
    const own = (share + at / 2) % 1;
    const stands = own < long;
    const swung = stands ? 0 : (own - long) / (1 - long);
    const along = stands ? half - (2 * half * own) / long : -half + 2 * half * ((1 - Math.cos(Math.PI * swung)) / 2);
    const lifted = stands ? 0 : lift * amount * lengthsOf(leg)[1] * 2 * Math.sin(Math.PI * swung);
    return { leg, own, stands, target: { x: leg.end.x + way * along, y: leg.end.y - lifted } };
  });
  const drop = Math.max(0, ...steps.map(({ leg, target }) => dropFor(leg, target)));
  const flown = Math.min(...steps.map(({ own }) => (own < long ? 0 : own - long)));
  const lifted = flown > 0 ? hop * amount * half * Math.sin((Math.PI * flown) / (0.5 - long)) : 0;
  const root = { x: 0, y: drop - lifted };
  const bends: Record<string, number> = {};
  // Knees bend the way that it goes.
  const knees: BendWay = way;
  for (const { leg, target } of steps) Object.assign(bends, legTo(leg, target, root, knees));
  for (const [at, arm] of armsOf(stage).entries()) {
    // An arm swings with the leg of the other side.
    const leg = legs.findIndex(({ side }) => side !== arm.side);
    const phase = share + (leg >= 0 ? leg : at) / 2;
    bends[arm.root.id] = within(arm.root, 0 - way * swing * amount * Math.cos(2 * Math.PI * phase));
    if (elbow > 0) bends[arm.middle.id] = within(arm.middle, 0 - way * elbow * amount);
  }
  const planted = steps.flatMap(({ leg, stands }) => (stands ? [footOf(stage, leg)] : []));
  return { bends, root, planted };
}

/** Share of a round in which a figure sits down, and as long in which it rises. */
const SITS_DOWN = 0.35;
/** Degrees by which thighs are turned forward of how they hang when it sits. */
const SEATED = 82;

/** Sitting down on nothing and rising: feet stand, shins stay as they are, and the hip goes back and down round the knees. */
export function sitAt(stage: Stage, share: number, amount: number): StageFrame {
  const legs = legsOf(stage).slice(0, 2);
  const way = facing(stage);
  const along = Math.min(1, share / SITS_DOWN, (1 - share) / SITS_DOWN);
  const sat = (Math.min(1, amount) * (1 - Math.cos(Math.PI * along))) / 2;
  const [{ root: hip, middle: knee }] = legs;
  const [long] = lengthsOf(legs[0]);
  const hangs = Math.atan2(hip.y - knee.y, hip.x - knee.x);
  // From above the knee to behind it.
  const at = hangs - ((way * SEATED * Math.PI) / 180) * sat;
  const root = { x: knee.x + long * Math.cos(at) - hip.x, y: knee.y + long * Math.sin(at) - hip.y };
  const bends: Record<string, number> = {};
  for (const leg of legs) Object.assign(bends, legTo(leg, leg.end, root, way));
  return { bends, root, planted: legs.map((leg) => footOf(stage, leg)) };
}

/** px by which a hip comes down so that its leg reaches a place. */
function dropFor(leg: ReachChain, target: Place): number {
  const [upper, lower] = lengthsOf(leg);
  const most = NEARLY_STRAIGHT * (upper + lower);
  const across = target.x - leg.root.x;
  return target.y - leg.root.y - Math.sqrt(Math.max(0, most * most - across * across));
}

/** A leg with its ankle at a place and its foot flat on the floor, when its hip is moved. Degrees, by joint. */
function legTo(leg: ReachChain, target: Place, moved: Place, bend: BendWay): Record<string, number> {
  const stand = { angle: 0, x: leg.root.x + moved.x, y: leg.root.y + moved.y };
  const { bends } = reach(leg, target, { bend, stand });
  const turned = bends[leg.root.id] + bends[leg.middle.id];
  return { ...bends, [leg.end.id]: within(leg.end, turnWithin(0 - turned)) };
}

function footOf({ doc }: Stage, { endPiece }: ReachChain): PartId {
  return partOf(doc, pieceById(doc, endPiece)).id;
}
