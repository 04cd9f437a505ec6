import {
  apply,
  bendAtRest,
  gazeAt,
  parentPiece,
  pieceById,
  placeSoftly,
  pupilsIn,
  reach,
  reachChains,
  unapply,
  type BendWay,
  type CharacterDoc,
  type Gaze,
  type PieceRow,
  type ReachChain,
  type Travel,
} from '@limber-sheaf/core';
import { jointTurning } from '../../bench/bend-hand';
import { pupilTravels } from '../../bench/pupil-travels';
import { bendStep, type BendState } from '../../bench/bend-machine';
import type { BenchValue } from '../../bench/context';
import type { Hand, TableView } from '../../bench/station';
import { setBend, useBench } from '../../bench/store';
import { keepLine, softPicked, takePoint, useSoft, withPointAt } from './soft-store';
import { poseByHand, useTrial } from './trial-store';

/** What the hand holds: a limb that reaches, by where it was grasped, or one joint. */
type Held =
  | { kind: 'nothing' }
  | { kind: 'looking' }
  | { kind: 'limb'; chain: ReachChain; from: { x: number; y: number } }
  | { kind: 'joint'; bend: BendState }
  | { kind: 'pupil'; look: Look }
  | { kind: 'point'; pieceId: string; at: number };

/** A pupil that is dragged: from where, where all looked then, and how far each may go. */
interface Look {
  pupilId: string;
  from: { x: number; y: number };
  before: Gaze;
  /** Degrees that its eye is turned by. */
  turned: number;
  travels: ReadonlyMap<string, Travel | null>;
}

let held: Held = { kind: 'nothing' };

/** Which way a limb bends: as it is drawn, unless it was flipped. */
function bendWayOf(chain: ReachChain): BendWay {
  const drawn = bendAtRest(chain);
  return useTrial.getState().flipped.has(chain.root.id) ? (drawn === 1 ? -1 : 1) : drawn;
}

/** Bends a limb so that its end comes to a place as near as it can. */
export function reachTo(
  { doc, view }: Pick<BenchValue, 'doc' | 'view'>,
  chain: ReachChain,
  target: { x: number; y: number },
): void {
  const { bends, shift } = useBench.getState();
  const { root } = chain;
  const above = placeSoftly(doc, view.id, bends, shift).get(root.parentId);
  const stand = above ? { angle: above.angle, ...apply(above, root.x, root.y) } : { angle: 0, x: root.x, y: root.y };
  const reached = reach(chain, target, { bend: bendWayOf(chain), stand });
  useBench.setState({ bends: { ...bends, ...reached.bends } });
  const { miss, heldBack } = reached;
  useTrial.setState({ motion: null, playing: false, reaching: { rootId: root.id, target, miss, heldBack } });
}

/** Where the end of a limb lies now, px of the canvas. */
export function endOf(doc: CharacterDoc, viewId: string, { end }: ReachChain): { x: number; y: number } {
  const { bends, shift } = useBench.getState();
  const placement = placeSoftly(doc, viewId, bends, shift).get(end.parentId);
  return placement ? apply(placement, end.x, end.y) : end;
}

/** The pupil that a drag on a piece moves: itself, what hangs from it, or the eye that it lies in. */
function pupilAt({ doc, view }: Pick<BenchValue, 'doc' | 'view'>, pieceId: string): PieceRow | null {
  const piece = pieceById(doc, pieceId);
  const parent = parentPiece(doc, piece);
  const all = pupilsIn(doc, view.id);
  return (
    all.find(({ id }) => id === pieceId || id === parent?.id) ??
    all.find((pupil) => parentPiece(doc, pupil)?.id === pieceId) ??
    null
  );
}

/** Lets a pupil look to where it is dragged, all with it if they go together. */
function lookTo({ pupilId, from, before, turned, travels }: Look, at: { x: number; y: number }): void {
  const by = unapply({ angle: turned, tx: 0, ty: 0 }, at.x - from.x, at.y - from.y);
  const was = before[pupilId] ?? { x: 0, y: 0 };
  const { eyesTogether } = useBench.getState();
  const gaze = gazeAt(before, travels, pupilId, { x: was.x + by.x, y: was.y + by.y }, eyesTogether);
  poseByHand();
  useBench.setState({ gaze });
}

async function grasp(at: { x: number; y: number }, bench: BenchValue, table: TableView): Promise<void> {
  const { doc, view } = bench;
  held = { kind: 'looking' };
  const id = await table.pieceUnder(at.x, at.y);
  if (held.kind !== 'looking') return;
  const pupil = id && pupilAt(bench, id);
  if (pupil) {
    const { bends, shift, gaze } = useBench.getState();
    const turned = placeSoftly(doc, view.id, bends, shift).get(pupil.id)?.angle ?? 0;
    const travels = await pupilTravels(bench);
    if (held.kind === 'looking')
      held = { kind: 'pupil', look: { pupilId: pupil.id, from: at, before: gaze, turned, travels } };
    return;
  }
  const chain = reachChains(doc, view.id).find(({ endPiece, end }) => id === endPiece || id === end.parentId);
  if (chain) {
    const end = endOf(doc, view.id, chain);
    held = { kind: 'limb', chain, from: { x: at.x - end.x, y: at.y - end.y } };
    return;
  }
  const joint = id && jointTurning(doc, id);
  if (!joint) {
    held = { kind: 'nothing' };
    return;
  }
  const pivot = table.placeOf(joint.parentId, joint.x, joint.y);
  const bend = useBench.getState().bends[joint.id] ?? 0;
  held = { kind: 'joint', bend: bendStep({ kind: 'looking' }, { kind: 'grasped', joint, pivot, bend, at }).state };
}

/** What the pointer does at Trial: drags a hand, a foot or a pupil to where it is to be, or turns what is none about its joint. */
export const trialHand: Hand = {
  points: () => false,

  send(event, bench, table) {
    const at = { x: event.x, y: event.y };
    switch (event.kind) {
      case 'press': {
        const [point, piece] = [takePoint(bench.doc, at), softPicked(bench.doc)];
        if (point !== null && piece) held = { kind: 'point', pieceId: piece.id, at: point };
        else void grasp(at, bench, table);
        return true;
      }
      case 'move':
        if (!event.pressed || !event.dragged) return false;
        if (held.kind === 'limb') reachTo(bench, held.chain, { x: at.x - held.from.x, y: at.y - held.from.y });
        if (held.kind === 'pupil') lookTo(held.look, at);
        if (held.kind === 'joint') {
          const { state, effect } = bendStep(held.bend, { kind: 'move', at });
          held = { kind: 'joint', bend: state };
          if (effect) {
            poseByHand();
            setBend(effect.jointId, effect.angle);
          }
        }
        if (held.kind === 'point') {
          const soft = softPicked(bench.doc)?.soft;
          if (soft) useSoft.setState({ draft: withPointAt(soft, held.at, at.x, at.y) });
        }
        return true;
      case 'release': {
        const { draft } = useSoft.getState();
        const wasPoint = held.kind === 'point';
        if (held.kind === 'point' && draft && event.dragged) void keepLine(bench, held.pieceId, draft);
        held = { kind: 'nothing' };
        return event.dragged || wasPoint;
      }
      case 'lost':
      case 'double':
        held = { kind: 'nothing' };
        useSoft.setState({ draft: null });
        return true;
    }
  },
};
