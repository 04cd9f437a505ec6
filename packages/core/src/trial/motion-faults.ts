import type { JointId, PieceId } from '../document/rows.js';
import type { Fault } from '../joints/sweep-joint.js';

/** What is wrong with a piece in one frame of a motion. */
export interface MotionPlace {
  pieceId: PieceId;
  frame: number;
  /** px. */
  area: number;
}

/** What a joint shows in one frame that is past its limit (`cleanLimits`), px. */
export interface BendPlace {
  jointId: JointId;
  frame: number;
  shows: Partial<Record<Fault, number>>;
}

/** What was measured of the joints of a view in the frames of a motion. */
export interface BendsInMotion {
  /** The joints that could be measured: those that turn, and of which both pieces have paint. */
  measured: JointId[];
  bends: BendPlace[];
}

/** What a motion's pictures tell. */
export interface MotionFaults extends BendsInMotion {
  /** Places seen without paint. */
  bare: MotionPlace[];
  /** Soft pieces that fold over themselves. */
  folds: MotionPlace[];
  /** Pupils that reach out of their eyes, and pieces that stay while what they sit on moves: by how many px. */
  out: MotionPlace[];
  behind: MotionPlace[];
  /** Holes that open within the figure, of which nobody has said yet what is there. */
  open: { jointId: JointId; frame: number; area: number }[];
}

/** Of a motion of which no picture was looked at. */
export const NO_FAULTS: MotionFaults = { bare: [], folds: [], out: [], behind: [], open: [], measured: [], bends: [] };
