import { partOf } from '../document/family.js';
import { pieceById } from '../document/find.js';
import type { CharacterDoc, DrawingId, JointRow, PartId, ViewId } from '../document/rows.js';
import type { Place } from '../errors.js';
import { facingOf } from '../turns/place-alike.js';
import type { Gaze } from '../joints/place-pieces.js';
import { reachChains, type ReachChain } from './limbs.js';

/** What one frame of a motion is made of, in one view. */
export interface StageFrame {
  /** Degrees, by joint. */
  bends: Record<string, number>;
  /** px by which the whole character is moved. */
  root?: Place;
  /** px by which pupils are moved within their eyes, by piece. */
  gaze?: Gaze;
  /** Parts that stand on the floor. */
  planted?: PartId[];
  /** Drawings that show in place of their sets' default ones. */
  wears?: DrawingId[];
}

/** What a motion is made from: the joints of one view. */
export interface Stage {
  doc: CharacterDoc;
  viewId: ViewId;
  chains: ReachChain[];
  /** The middle of the pieces, px from the left. */
  middle: number;
}

export const wave = (share: number, shift = 0) => Math.sin(2 * Math.PI * (share + shift));
/** From 0 to 1 and back, at rest at both ends. */
export const swell = (share: number) => (1 - Math.cos(2 * Math.PI * share)) / 2;

function jointsOf({ doc, viewId }: Stage, group: string, part: string | null | undefined = undefined): JointRow[] {
  return doc.joints.filter((joint) => {
    if (joint.viewId !== viewId) return false;
    const own = partOf(doc, pieceById(doc, joint.childId));
    return own.group === group && (part === undefined || own.part === part);
  });
}

export const headOf = (stage: Stage): JointRow | undefined =>
  jointsOf(stage, 'head', null)[0] ?? jointsOf(stage, 'neck')[0];
export const armsOf = (stage: Stage) => stage.chains.filter(({ group }) => group === 'arm');
export const legsOf = (stage: Stage) => stage.chains.filter(({ group }) => group === 'leg' || group === 'hindleg');
export const tailOf = (stage: Stage) => jointsOf(stage, 'tail');

/** The joints of wings, each with how many of its own wing lie between it and the trunk. */
export function wingsOf(stage: Stage): { joint: JointRow; depth: number }[] {
  const joints = jointsOf(stage, 'wing');
  const depthOf = (joint: JointRow): number => {
    const inner = joints.find(({ childId }) => childId === joint.parentId);
    return inner ? depthOf(inner) + 1 : 0;
  };
  return joints.map((joint) => ({ joint, depth: depthOf(joint) }));
}

/** On which side of the trunk a limb hangs: 1 on the left of the picture, where it is raised clockwise. */
export const outwards = ({ middle }: Stage, { root }: ReachChain): 1 | -1 => (root.x < middle ? 1 : -1);

/** The arm that can be raised highest. */
export function wavingArm(stage: Stage): ReachChain | undefined {
  const reachOf = (chain: ReachChain) => (outwards(stage, chain) > 0 ? chain.root.rangeHigh : -chain.root.rangeLow);
  return [...armsOf(stage)].sort((a, b) => reachOf(b) - reachOf(a))[0];
}

/** Which way a figure looks and walks: where its feet point; to the left where they do not say. */
export const facing = ({ doc, viewId }: Stage): 1 | -1 => facingOf(doc, viewId) || -1;

export function stageOf(doc: CharacterDoc, viewId: ViewId): Stage {
  const pieces = doc.pieces.filter((piece) => piece.viewId === viewId);
  const left = Math.min(...pieces.map(({ face }) => face.x));
  const right = Math.max(...pieces.map(({ face }) => face.x + face.width));
  const middle = pieces.length > 0 ? (left + right) / 2 : 0;
  return { doc, viewId, chains: reachChains(doc, viewId), middle };
}
