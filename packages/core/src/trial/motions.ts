import { counted } from '../counted.js';
import { isFlat } from '../document/usual-views.js';
import type { CharacterDoc, DrawingId, MotionId, MotionRow, PartId, SwapSetRow, ViewId } from '../document/rows.js';
import { parentPiece } from '../document/family.js';
import { viewById } from '../document/view-edits.js';
import { drawingsOf, drawnIn, pieceOfSet } from '../swaps/find-swaps.js';
import type { LineScene } from '../swaps/line-in-view.js';
import { pupilsIn } from '../swaps/gaze.js';
import { usualBlink } from '../swaps/look-edits.js';
import type { Gaze } from '../joints/place-pieces.js';
import { followLate } from './follow-late.js';
import { posesOf, secondsOfOwn, throughOwn, throughPoses } from './through-poses.js';
import { RUN, WALK, floorGoes, gaitAt, sitAt } from './gait.js';
import { lengthsOf, within } from './limbs.js';
import { poseOf, type Pose } from './pose.js';
import { bendAtRest, reach } from './reach.js';
import {
  armsOf,
  headOf,
  legsOf,
  outwards,
  stageOf,
  swell,
  tailOf,
  wingsOf,
  wave,
  wavingArm,
  type Stage,
  type StageFrame,
} from './stage.js';

/** What a motion is made with. */
export interface MotionOptions {
  /** Frames a second. */
  fps: 12 | 24 | 30;
  /** 1 for as usual; 0 stands still. */
  amount: number;
  /** Does what hangs loosely follow late? Yes where not given. */
  late?: boolean;
  /** A line that is said, scene by scene; only that motion asks for it. */
  says?: readonly LineScene[];
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

export const MOTION_KEYS = [
  'breathe',
  'blink',
  'nod',
  'look-about',
  'wave',
  'reach-up',
  'sit',
  'walk',
  'run',
  'wag',
  'wing-beat',
  'say',
  'poses',
] as const;
/** A motion that is made from the joints, or one of the artist's own, by its row. */
export type MotionKey = UsualMotion | `own ${MotionId}`;
type UsualMotion = (typeof MOTION_KEYS)[number];
/** The motions in which feet stand on the floor. */
export const STANDING = ['sit', 'walk', 'run'] as const satisfies readonly UsualMotion[];

/** The key of a motion of the artist's own. */
export function ownMotion({ id }: Pick<MotionRow, 'id'>): MotionKey {
  return `own ${id}`;
}

/** The row of a motion of the artist's own; undefined for any other, and for one that is gone. */
export function rowOfMotion({ motions }: CharacterDoc, key: MotionKey): MotionRow | undefined {
  return motions.find((row) => ownMotion(row) === key);
}

/** A motion frame by frame. The frame after the last is the first. */
export interface MotionFrames {
  key: MotionKey;
  fps: number;
  poses: Pose[];
  /** By frame, the parts that stand on the floor, and how fast that goes by, px a frame to the right. */
  planted: PartId[][];
  floor: number;
  /** By frame, drawings that show in place of their sets' default ones. */
  wears: DrawingId[][];
}

interface Rule {
  word: string;
  /** How long one round takes; by the character where that is a function. */
  seconds: number | ((stage: Stage) => number);
  lacks: (stage: Stage) => string | null;
  /** The pose at a share of the round, 0 to 1. */
  at: (stage: Stage, share: number, amount: number) => StageFrame;
  /** px that the floor goes by in one round, to the right. */
  goes?: (stage: Stage, amount: number) => number;
}

/** Degrees: how far an arm is raised to wave, how far its forearm swings, how far a head nods and looks about, and a tail wags. */
const RAISED = 115;
const WAVING = 24;
const NOD = 9;
const LOOK = 7;
const WAG = 26;
/** How quickly head and eyes go to a side, to stay there; and the share of the room beside a pupil that eyes take. */
const HEAD_LINGERS = 3;
const EYES_LINGER = 8;
const GLANCE = 0.6;
/** Degrees that a wing beats, and that its outer parts fold; and the share of a figure's height that a beat lifts it. */
const WING = 38;
const WING_FOLDS = 22;
const LIFT = 0.012;
/** px of a figure's height that a breath lifts it, and the degrees that it moves shoulders. */
const BREATH = 0.0025;
const SHOULDERS = 1.6;
/** How long it takes to a pose and rests there. */
const POSE_SECONDS = 0.9;
/** How long lids stay half shut, and shut, of a round of the blink. */
const HALF_SHUT = 0.03;
const SHUT = 0.05;

const RULES: Readonly<Record<UsualMotion, Rule>> = {
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
  blink: {
    word: 'Blink',
    seconds: 2,
    lacks: (stage) => (blinking(stage).length > 0 ? null : 'It has no lids with half and shut in this view.'),
    at: (stage, share, amount) => ({ bends: {}, wears: amount === 0 ? [] : blinking(stage).flatMap(blinkAt(share)) }),
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
  'look-about': {
    word: 'Look about',
    seconds: 3,
    lacks: (stage) => (headOf(stage) ? null : 'Its head has no joint in this view.'),
    at: (stage, share, amount) => {
      const head = headOf(stage);
      return {
        bends: head ? { [head.id]: within(head, LOOK * amount * lingering(share, HEAD_LINGERS)) } : {},
        // Eyes are there before the head.
        gaze: glance(stage, amount * lingering(share, EYES_LINGER)),
      };
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
  sit: {
    word: 'Sit',
    seconds: 2.5,
    lacks: (stage) => lacksLegs(stage, 'Sitting down'),
    at: sitAt,
  },
  walk: {
    word: 'Walk',
    seconds: 1,
    lacks: (stage) => lacksLegs(stage, 'A walk'),
    at: (...frame) => gaitAt(WALK, ...frame),
    goes: (stage, amount) => floorGoes(stage, WALK, amount),
  },
  run: {
    word: 'Run',
    seconds: 0.7,
    lacks: (stage) => lacksLegs(stage, 'A run'),
    at: (...frame) => gaitAt(RUN, ...frame),
    goes: (stage, amount) => floorGoes(stage, RUN, amount),
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
  'wing-beat': {
    word: 'Wing beat',
    seconds: 0.6,
    lacks: (stage) => (wingsOf(stage).length > 0 ? null : 'It has no wing with a joint in this view.'),
    at: (stage, share, amount) => ({
      // What lies farther out follows later, and the wing opens as it comes down.
      bends: Object.fromEntries(
        wingsOf(stage).map(({ joint, depth }) => {
          const way = joint.x < stage.middle ? 1 : -1;
          const beat = depth === 0 ? WING : WING_FOLDS;
          return [joint.id, within(joint, way * beat * amount * wave(share, -0.15 * depth))];
        }),
      ),
      root: { x: 0, y: 0 - LIFT * viewById(stage.doc, stage.viewId).height * amount * wave(share, -0.25) },
    }),
  },
  say: {
    word: 'Say a line',
    seconds: 3,
    lacks: (stage) => (speaking(stage) ? null : 'It has no mouth with drawings in this view.'),
    at: (stage, share, amount) => RULES.breathe.at(stage, share, amount),
  },
  poses: {
    word: 'Through its poses',
    seconds: (stage) => POSE_SECONDS * posesOf(stage).length,
    lacks: ({ doc }) => (doc.poses.length > 0 ? null : 'Keep a pose first: it goes from rest through all of them.'),
    at: throughPoses,
  },
};

/** What a breath begins with is taken off, so that it begins at rest. */
const startOf = (amount: number) => SHOULDERS * 0.6 * amount * wave(0, -0.1);

/** A wave that stays a while on either side, -1 to 1; the longer, the quicker it goes there. */
const lingering = (share: number, quick: number) => Math.tanh(quick * wave(share)) / Math.tanh(quick);

/**
 * Where pupils look when eyes go to one side, all by the same: as far as there is white beside the one that has least of it.
 * @param way -1 for as far as they go to the left, 1 to the right
 */
function glance({ doc, viewId }: Stage, way: number): Gaze {
  const pupils = pupilsIn(doc, viewId);
  const rooms = pupils.flatMap((pupil) => {
    const eye = parentPiece(doc, pupil)?.face;
    if (!eye) return [];
    const { x, width } = pupil.face;
    return [way < 0 ? x - eye.x : eye.x + eye.width - (x + width)];
  });
  if (rooms.length === 0 || rooms.length < pupils.length) return {};
  const by = GLANCE * Math.max(-1, Math.min(1, way)) * Math.max(0, Math.min(...rooms));
  return Object.fromEntries(pupils.map(({ id }) => [id, { x: by, y: 0 }]));
}

/** Has a view a mouth that speaks? */
function speaking({ doc, viewId }: Stage): boolean {
  return doc.swapSets.some(
    (set) => set.kind === 'mouth' && pieceOfSet(doc, set, viewId) && drawnIn(doc, set, viewId).length > 1,
  );
}

/** The sets of lids that a view can blink with: those that no other set chooses for. */
function blinking({ doc, viewId }: Stage): { half: DrawingId; shut: DrawingId }[] {
  const isThere = (set: SwapSetRow) => set.kind === 'lids' && set.linkedTo === null && pieceOfSet(doc, set, viewId);
  return doc.swapSets.filter(isThere).flatMap((set) => {
    const blink = drawingsOf(doc, set).length > 0 ? usualBlink(doc, set.id) : null;
    return blink ? [{ half: blink.drawingIds[1], shut: blink.drawingIds[2] }] : [];
  });
}

/** What a pair of lids shows at a share of the round: it blinks in its midst. */
function blinkAt(share: number): (lids: { half: DrawingId; shut: DrawingId }) => DrawingId[] {
  const off = Math.abs(share - 0.5);
  return ({ half, shut }) => (off < SHUT / 2 ? [shut] : off < SHUT / 2 + HALF_SHUT ? [half] : []);
}

/** Why nothing can be done on two legs in a view; null where it can. */
function lacksLegs(stage: Stage, what: string): string | null {
  if (isFlat(viewById(stage.doc, stage.viewId).key)) return `${what} is seen from the side or in three-quarter view.`;
  const count = legsOf(stage).length;
  return count < 2 ? `It needs two legs with joints at hip, knee and ankle: ${counted(count, 'leg')} here.` : null;
}

function secondsOf(stage: Stage, { seconds }: Rule): number {
  return typeof seconds === 'number' ? seconds : seconds(stage);
}

const isUsual = (key: MotionKey): key is UsualMotion => key in RULES;

/** How a motion is made; one that is gone lacks itself. */
function ruleOf({ doc }: Stage, key: MotionKey): Rule {
  if (isUsual(key)) return RULES[key];
  const row = rowOfMotion(doc, key);
  return {
    word: row?.name ?? 'A motion',
    seconds: row ? secondsOfOwn(row) : 1,
    lacks: () => (row ? null : 'It is no longer there.'),
    at: (stage, share, amount) => (row ? throughOwn(stage, row, share, amount) : { bends: {} }),
  };
}

/** Every motion of a character: those made from its joints, then the artist's own by their names. */
export function motionKeys({ motions }: CharacterDoc): MotionKey[] {
  const byName = [...motions].sort((a, b) => a.name.localeCompare(b.name));
  return [...MOTION_KEYS, ...byName.map(ownMotion)];
}

/** The motions that are tried, each with what a view lacks for it. */
export function motionsFor(doc: CharacterDoc, viewId: ViewId): Motion[] {
  const stage = stageOf(doc, viewId);
  return motionKeys(doc).map((key) => {
    const rule = ruleOf(stage, key);
    return { key, word: rule.word, seconds: secondsOf(stage, rule), lacks: rule.lacks(stage) };
  });
}

/** A motion frame by frame, made from the joints, lengths and ranges of this very character; none where it lacks something. */
export function motionFrames(
  doc: CharacterDoc,
  viewId: ViewId,
  key: MotionKey,
  { fps, amount, late = true, says = [] }: MotionOptions,
): MotionFrames {
  const stage = stageOf(doc, viewId);
  const rule = ruleOf(stage, key);
  const { lacks, at, goes } = rule;
  const said =
    key === 'say' ? says.flatMap(({ drawingIds, frames }) => Array.from({ length: frames }, () => drawingIds)) : null;
  const usual = secondsOf(stage, rule) * fps;
  const count = lacks(stage) !== null ? 0 : said ? said.length : Math.max(2, Math.round(usual));
  // While a line is said, it breathes as often as it has time for.
  const rounds = said ? Math.max(1, Math.round(count / usual)) : 1;
  const made = Array.from({ length: count }, (_, frame) => at(stage, ((frame * rounds) / count) % 1, amount));
  const poses = made.map(({ bends, root, gaze }) => poseOf(doc, bends, root, gaze));
  return {
    key,
    fps,
    poses: late ? followLate(doc, viewId, poses, fps) : poses,
    planted: made.map(({ planted = [] }) => planted),
    wears: made.map(({ wears = [] }, frame) => said?.[frame] ?? wears),
    floor: goes && count > 0 ? goes(stage, amount) / count : 0,
  };
}
