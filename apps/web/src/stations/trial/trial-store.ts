import {
  bendsOf,
  drawnInstead,
  drawnOver,
  gazeIn,
  keptPose,
  type CharacterDoc,
  type DrawingId,
  type LineScene,
  type MotionKey,
  type Pose,
  type PoseRow,
  type SheetRef,
  type ViewId,
} from '@limber-sheaf/core';
import { create } from 'zustand';
import { useBench } from '../../bench/store';

/** Frames a second that are offered. */
export const RATES = [12, 24, 30] as const;
export type Rate = (typeof RATES)[number];

/** A hand or a foot on the way to a place. */
interface Reaching {
  /** The joint at the limb's root, by which it is known. */
  rootId: string;
  /** Where it is to go, px of the canvas. */
  target: { x: number; y: number };
  miss: number;
  heldBack: number;
}

interface TrialState {
  /** The motion that is tried; null while posing by hand. */
  motion: MotionKey | null;
  playing: boolean;
  frame: number;
  fps: Rate;
  /** 1 for as usual. */
  amount: number;
  /** How fast it is shown: 1 as it will run. */
  pace: number;
  /** Does what hangs loosely follow late? */
  late: boolean;
  /** The line that is said: as it is typed, and as scenes once it is read. */
  line: string;
  says: readonly LineScene[];
  reaching: Reaching | null;
  /** Drawings that show in place of their sets' default ones. */
  wears: readonly DrawingId[];
  /** Does the design show beneath as a ghost; do the frames before and after? */
  ghost: boolean;
  skins: boolean;
  /** Limbs that bend the other way than they are drawn, by the joint at their root. */
  flipped: ReadonlySet<string>;
  /** A pose that goes along to the next station, with the joint and the piece that are picked there. */
  along: { bends: Record<string, number>; jointId: string | null; pieceId: string | null } | null;
}

export const useTrial = create<TrialState>(() => ({
  motion: null,
  playing: false,
  frame: 0,
  fps: 24,
  amount: 1,
  pace: 1,
  late: true,
  line: '',
  says: [],
  reaching: null,
  wears: [],
  ghost: false,
  skins: false,
  flipped: new Set(),
  along: null,
}));

/** Tries a motion from its first frame, or none. */
export function tryMotion(motion: MotionKey | null): void {
  useTrial.setState({ motion, playing: motion !== null, frame: 0, reaching: null });
  if (motion === null) backToRest();
}

/** Lets the character stand as it is drawn. */
export function backToRest(): void {
  useTrial.setState({ motion: null, playing: false, frame: 0, reaching: null, wears: [] });
  useBench.setState({ bends: {}, shift: { x: 0, y: 0 }, gaze: {}, pickedJoint: null, instead: {}, over: [] });
}

/** Puts drawings in place of their sets' default ones on the light table. */
export function showDrawings(doc: CharacterDoc, viewId: ViewId, wears: readonly DrawingId[]): void {
  const instead: Record<string, SheetRef | null> = {};
  for (const [pieceId, row] of drawnInstead(doc, viewId, wears)) instead[pieceId] = row?.picture ?? null;
  useBench.setState({
    instead,
    over: drawnOver(doc, viewId, wears).map(({ at, of, picture }) => ({ at, of, picture })),
  });
}

/** Wears some drawings until others are chosen. */
export function wear(doc: CharacterDoc, viewId: ViewId, wears: readonly DrawingId[]): void {
  useTrial.setState({ wears });
  showDrawings(doc, viewId, wears);
}

/** From here on it is posed by hand: no motion is tried, and no limb is on its way. */
export function poseByHand(): void {
  useTrial.setState({ motion: null, playing: false, reaching: null });
}

/** Stands in a pose, as far as a view has its joints and pupils. */
export function standLike(doc: CharacterDoc, viewId: ViewId, pose: Pose): void {
  const gaze = gazeIn(doc, viewId, pose);
  useBench.setState({ bends: bendsOf(doc, viewId, pose), shift: pose.root, gaze, pickedJoint: null });
}

/** Stands in a pose that is kept, as far as a view has its joints and drawings. */
export function takePose(doc: CharacterDoc, viewId: ViewId, row: PoseRow): void {
  const pose = keptPose(row);
  useTrial.setState({ motion: null, playing: false, frame: 0, reaching: null });
  standLike(doc, viewId, pose);
  wear(doc, viewId, row.drawingIds);
}

/** Shows one frame and holds it. */
export function holdFrame(frame: number): void {
  useTrial.setState({ frame, playing: false });
}

/** Lets the pose go as the station is left, but for one that is to go along. */
export function leaveTrial(): void {
  const { along } = useTrial.getState();
  backToRest();
  if (along) useBench.setState({ bends: along.bends, pickedJoint: along.jointId, pickedPiece: along.pieceId });
  useTrial.setState({ along: null });
}
