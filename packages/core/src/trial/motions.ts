import { partOf } from '../document/family.js';
import { isFlat } from '../document/usual-views.js';
import type { CharacterDoc, JointRow, PartId, ViewId } from '../document/rows.js';
import { viewById } from '../document/view-edits.js';
import type { Place } from '../errors.js';
import { counted } from '../counted.js';
import { pieceById } from '../document/find.js';
import { facingOf } from '../turns/place-alike.js';
import { lengthsOf, reachChains, type ReachChain } from './limbs.js';
import { REST_POSE, poseOf, type Pose } from './pose.js';
import { bendAtRest, reach, turnWithin, type BendWay } from './reach.js';

/** What a motion is made with. */
export interface MotionOptions {
  /** Frames a second. */
  fps: 12 | 24 | 30;
  /** 1 for as usual; 0 stands still. */
  amount: number;
}

/** A motion that a view's character could do: what it is, and what it lacks for it. */
export interface Motion {
  key: MotionKey;
  word: string;
  /** How long one round takes, s. */
  seconds: number;
  /** Why it cannot be done in this view; null where it can. */
  lacks: string | null;
}

export const MOTION_KEYS = ['breathe', 'nod', 'wave', 'reach-up', 'walk', 'wag'] as const;
export type MotionKey = (typeof MOTION_KEYS)[number];

/** A motion frame by frame. The frame after the last is the first. */
export interface MotionFrames {
  key: MotionKey;
  fps: number;
  poses: Pose[];
  /** By frame, the parts that stand on the floor, and how fast that goes by, px a frame to the right. */
  planted: PartId[][];
  floor: number;
}

interface Rule {
  word: string;
  seconds: number;
  lacks: (stage: Stage) => string | null;
  /** The pose at a share of the round, 0 to 1. */
  at: (
    stage: Stage,
    share: number,
    amount: number,
  ) => { bends: Record<string, number>; root?: Place; planted?: PartId[] };
  /** px that the floor goes by in one round, to the right. */
  goes?: (stage: Stage, amount: number) => number;
}

/** What a motion is made from: the joints of one view. */
interface Stage {
  doc: CharacterDoc;
  viewId: ViewId;
  chains: ReachChain[];
  /** The middle of the pieces, px from the left. */
  middle: number;
}

const wave = (share: number, shift = 0) => Math.sin(2 * Math.PI * (share + shift));
/** From 0 to 1 and back, at rest at both ends. */
const swell = (share: number) => (1 - Math.cos(2 * Math.PI * share)) / 2;

const within = (joint: JointRow, angle: number) => Math.max(joint.rangeLow, Math.min(joint.rangeHigh, angle));

function jointsOf({ doc, viewId }: Stage, group: string, part: string | null | undefined = undefined): JointRow[] {
  return doc.joints.filter((joint) => {
    if (joint.viewId !== viewId) return false;
    const own = partOf(doc, pieceById(doc, joint.childId));
    return own.group === group && (part === undefined || own.part === part);
  });
}

const headOf = (stage: Stage): JointRow | undefined => jointsOf(stage, 'head', null)[0] ?? jointsOf(stage, 'neck')[0];
const armsOf = (stage: Stage) => stage.chains.filter(({ group }) => group === 'arm');
const legsOf = (stage: Stage) => stage.chains.filter(({ group }) => group === 'leg' || group === 'hindleg');
const tailOf = (stage: Stage) => jointsOf(stage, 'tail');

/** On which side of the trunk a limb hangs: 1 on the left of the picture, where it is raised clockwise. */
const outwards = ({ middle }: Stage, { root }: ReachChain): 1 | -1 => (root.x < middle ? 1 : -1);

/** The arm that can be raised highest. */
function wavingArm(stage: Stage): ReachChain | undefined {
  const reachOf = (chain: ReachChain) => (outwards(stage, chain) > 0 ? chain.root.rangeHigh : -chain.root.rangeLow);
  return [...armsOf(stage)].sort((a, b) => reachOf(b) - reachOf(a))[0];
}

/** Degrees: how far an arm is raised to wave, how far its forearm swings, how far a head nods, a tail wags and an arm swings. */
const RAISED = 115;
const WAVING = 24;
const NOD = 9;
const WAG = 26;
const SWING = 18;
/** Of the leg's length: half of a step, and how high a foot is lifted. */
const STEP = 0.3;
const LIFT = 0.1;
/** Share of a round in which a foot stands. */
const STANDS = 0.6;
/** A leg is never quite straight, so that a knee does not snap. */
const NEARLY_STRAIGHT = 0.995;
/** px of a figure's height that a breath lifts it, and the degrees that it moves shoulders. */
const BREATH = 0.0025;
const SHOULDERS = 1.6;

const RULES: Readonly<Record<MotionKey, Rule>> = {
  breathe: {
    word: 'Breathe',
    seconds: 3,
    lacks: ({ doc, viewId }) =>
      doc.joints.some((joint) => joint.viewId === viewId) ? null : 'It has no joint in this view yet.',
    at: (stage, share, amount) => {
      const bends: Record<string, number> = {};
      for (const arm of armsOf(stage))
        bends[arm.root.id] = within(arm.root, outwards(stage, arm) * SHOULDERS * amount * swell(share));
      const head = headOf(stage);
      if (head) bends[head.id] = within(head, SHOULDERS * 0.6 * amount * wave(share, -0.1) - startOf(amount));
      const { height } = viewById(stage.doc, stage.viewId);
      return { bends, root: { x: 0, y: 0 - BREATH * height * amount * swell(share) } };
    },
  },
  nod: {
    word: 'Nod',
    seconds: 1.5,
    lacks: (stage) => (headOf(stage) ? null : 'Its head has no joint in this view.'),
    at: (stage, share, amount) => {
      const head = headOf(stage);
      // Seen from in front a head leans; from the side it nods towards where it looks.
      return { bends: head ? { [head.id]: within(head, NOD * amount * wave(share)) } : {} };
    },
  },
  wave: {
    word: 'Wave',
    seconds: 2,
    lacks: (stage) => (wavingArm(stage) ? null : 'It needs an arm with joints at shoulder, elbow and wrist.'),
    at: (stage, share, amount) => {
      const arm = wavingArm(stage);
      if (!arm) return { bends: {} };
      const way = outwards(stage, arm);
      const up = Math.min(1, 3 * share, 3 * (1 - share));
      const raised = (RAISED * amount * (1 - Math.cos(Math.PI * up))) / 2;
      const swing = WAVING * amount * Math.max(0, up === 1 ? 1 : up) * wave(3 * share);
      return {
        bends: {
          [arm.root.id]: within(arm.root, way * raised),
          [arm.middle.id]: within(arm.middle, way * swing * up),
        },
      };
    },
  },
  'reach-up': {
    word: 'Reach up',
    seconds: 2,
    lacks: (stage) => (armsOf(stage).length > 0 ? null : 'It needs an arm with joints at shoulder, elbow and wrist.'),
    at: (stage, share, amount) => {
      const bends: Record<string, number> = {};
      for (const arm of armsOf(stage)) {
        const way = outwards(stage, arm);
        const long = lengthsOf(arm)[0] + lengthsOf(arm)[1];
        const up = swell(share) * Math.min(1, amount);
        // Round the shoulder, from where the hand hangs to above the head.
        const hangs = Math.atan2(arm.end.y - arm.root.y, arm.end.x - arm.root.x);
        const from = Math.hypot(arm.end.x - arm.root.x, arm.end.y - arm.root.y);
        const turn = way * up * (Math.PI * 0.9);
        const far = from + (0.98 * long - from) * up;
        const target = { x: arm.root.x + far * Math.cos(hangs + turn), y: arm.root.y + far * Math.sin(hangs + turn) };
        Object.assign(bends, reach(arm, target, { bend: bendAtRest(arm) }).bends);
      }
      return { bends };
    },
  },
  walk: {
    word: 'Walk',
    seconds: 1,
    lacks: (stage) =>
      isFlat(viewById(stage.doc, stage.viewId).key)
        ? 'A walk is seen from the side or in three-quarter view.'
        : legsOf(stage).length < 2
          ? `It needs two legs with joints at hip, knee and ankle: ${counted(legsOf(stage).length, 'leg')} here.`
          : null,
    at: walkAt,
    goes: (stage, amount) => (0 - facing(stage) * 2 * stepOf(stage, amount)) / STANDS,
  },
  wag: {
    word: 'Wag',
    seconds: 0.75,
    lacks: (stage) => (tailOf(stage).length > 0 ? null : 'It has no tail with a joint in this view.'),
    at: (stage, share, amount) => ({
      // What lies farther out follows later.
      bends: Object.fromEntries(
        tailOf(stage).map((joint, at, all) => [
          joint.id,
          within(joint, (WAG * amount * wave(share, -0.12 * at)) / Math.sqrt(all.length)),
        ]),
      ),
    }),
  },
};

/** What a breath begins with is taken off, so that it begins at rest. */
const startOf = (amount: number) => SHOULDERS * 0.6 * amount * wave(0, -0.1);

/** Which way a figure walks: where its feet point; to the left where they do not say. */
const facing = ({ doc, viewId }: Stage): 1 | -1 => facingOf(doc, viewId) || -1;

/** Half of a step, px. */
function stepOf(stage: Stage, amount: number): number {
  const lengths = legsOf(stage).map((leg) => lengthsOf(leg)[0] + lengthsOf(leg)[1]);
  return STEP * amount * Math.min(...lengths);
}

/**
 * A walk in place: feet stand while the floor goes by beneath them, and are lifted forward; the hip comes down as far as both legs
 * need to reach, so that nothing is stretched and nothing slides.
 */
function walkAt(stage: Stage, share: number, amount: number): ReturnType<Rule['at']> {
  const legs = legsOf(stage).slice(0, 2);
  const way = facing(stage);
  const half = stepOf(stage, amount);
  const steps = legs.map((leg, at) => {
    const own = (share + at / 2) % 1;
    const stands = own < STANDS;
    const swung = stands ? 0 : (own - STANDS) / (1 - STANDS);
    const along = stands ? half - (2 * half * own) / STANDS : -half + 2 * half * ((1 - Math.cos(Math.PI * swung)) / 2);
    const lifted = stands ? 0 : LIFT * amount * lengthsOf(leg)[1] * 2 * Math.sin(Math.PI * swung);
    return { leg, stands, target: { x: leg.end.x + way * along, y: leg.end.y - lifted } };
  });
  const drop = Math.max(
    0,
    ...steps.map(({ leg, target }) => {
      const [upper, lower] = lengthsOf(leg);
      const most = NEARLY_STRAIGHT * (upper + lower);
      const across = target.x - leg.root.x;
      return target.y - leg.root.y - Math.sqrt(Math.max(0, most * most - across * across));
    }),
  );
  const root = { x: 0, y: drop };
  const bends: Record<string, number> = {};
  // Knees bend the way that it walks.
  const knees: BendWay = way;
  for (const { leg, target } of steps) {
    const stand = { angle: 0, x: leg.root.x, y: leg.root.y + drop };
    const reached = reach(leg, target, { bend: knees, stand });
    Object.assign(bends, reached.bends);
    // The foot keeps to the floor.
    const turned = reached.bends[leg.root.id] + reached.bends[leg.middle.id];
    bends[leg.end.id] = within(leg.end, turnWithin(0 - turned));
  }
  for (const [at, arm] of armsOf(stage).entries()) {
    // An arm swings with the leg of the other side.
    const leg = legs.findIndex(({ side }) => side !== arm.side);
    const phase = share + (leg >= 0 ? leg : at) / 2;
    bends[arm.root.id] = within(arm.root, 0 - way * SWING * amount * Math.cos(2 * Math.PI * phase));
  }
  const planted = steps.flatMap(({ leg, stands }) =>
    stands ? [partOf(stage.doc, pieceById(stage.doc, leg.endPiece)).id] : [],
  );
  return { bends, root, planted };
}

function stageOf(doc: CharacterDoc, viewId: ViewId): Stage {
  const pieces = doc.pieces.filter((piece) => piece.viewId === viewId);
  const left = Math.min(...pieces.map(({ face }) => face.x));
  const right = Math.max(...pieces.map(({ face }) => face.x + face.width));
  const middle = pieces.length > 0 ? (left + right) / 2 : 0;
  return { doc, viewId, chains: reachChains(doc, viewId), middle };
}

/** The motions that are tried, each with what a view lacks for it. */
export function motionsFor(doc: CharacterDoc, viewId: ViewId): Motion[] {
  const stage = stageOf(doc, viewId);
  return MOTION_KEYS.map((key) => {
    const { word, seconds, lacks } = RULES[key];
    return { key, word, seconds, lacks: lacks(stage) };
  });
}

/** A motion frame by frame, made from the joints, lengths and ranges of this very character; none where it lacks something. */
export function motionFrames(
  doc: CharacterDoc,
  viewId: ViewId,
  key: MotionKey,
  { fps, amount }: MotionOptions,
): MotionFrames {
  const stage = stageOf(doc, viewId);
  const { seconds, lacks, at, goes } = RULES[key];
  const count = lacks(stage) === null ? Math.max(2, Math.round(seconds * fps)) : 0;
  const made = Array.from({ length: count }, (_, frame) => at(stage, frame / count, amount));
  return {
    key,
    fps,
    poses: made.map(({ bends, root = REST_POSE.root }) => poseOf(doc, bends, root)),
    planted: made.map(({ planted = [] }) => planted),
    floor: goes && count > 0 ? goes(stage, amount) / count : 0,
  };
}
