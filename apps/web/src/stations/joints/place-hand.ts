import { childAndParent, drawOrder, partOf, pieceById, type PairFit } from '@limber-sheaf/core';
import { refuse } from '../../ui/tell';
import { create } from 'zustand';
import type { BodyOf } from '../../api/client';
import type { BenchValue } from '../../bench/context';
import { lookAtPlace, pickJoint, pickPiece, useBench } from '../../bench/store';
import { handWorker, keyOf } from '../../bench/worker';
import type { TableTasks } from '../../bench/worker/table-tasks';
import { useJoints } from './joint-store';
import { jointWorker } from './worker';

/** Is a disc settling into the contour? One is asked for at a time. */
let settling = false;

/** A click this near to a border counts for both of its pieces, screen px. */
const BESIDE = 9;

interface PlacingStore {
  /** A disc drawn by hand, px. */
  disc: { x: number; y: number; radius: number } | null;
  /** The disc that a click would give. */
  fit: PairFit | null;
  /** The disc as the hand drew it, where it is to settle into the contour; null where it stays free. */
  drawn: { x: number; y: number; radius: number } | null;
  pressed: { x: number; y: number } | null;
  /** A stroke along a chain, x, y pairs. */
  stroke: number[];
}

export const NO_PLACING: PlacingStore = { disc: null, fit: null, drawn: null, pressed: null, stroke: [] };
export const usePlacing = create<PlacingStore>(() => NO_PLACING);

/** Placing a joint: click the two pieces and it is fitted, or draw a disc over both by hand. */
export function placeHand(bench: BenchValue) {
  const { doc, view, edit } = bench;

  const place = async (body: BodyOf<'joints.place'>) => {
    const before = new Set(doc.joints.map((j) => j.id));
    usePlacing.setState(NO_PLACING);
    const state = await edit('joints.place', view.id, { ...body, round: true });
    const made = state?.doc.joints.find((j) => !before.has(j.id));
    if (made) {
      pickJoint(made.id);
      lookAtPlace(made.x, made.y, made.radius * 5.5);
    }
    useJoints.setState(({ placing }) => ({ placing: made || !placing ? null : { first: null } }));
  };

  /** Settles the disc under the hand into the contour, the newest place last; Alt keeps it free. */
  const settle = async () => {
    if (settling) return;
    settling = true;
    for (let asked = null; usePlacing.getState().drawn !== asked;) {
      asked = usePlacing.getState().drawn;
      if (!asked) break;
      const { settled } = await jointWorker()
        .settleDrawn(keyOf(bench), view.id, asked)
        .catch(() => ({ settled: null }));
      if (settled && usePlacing.getState().drawn) usePlacing.setState({ disc: settled });
    }
    settling = false;
  };

  /** The pieces that a stroke passes, in its order, each once. */
  const piecesAlong = async (stroke: readonly number[]): Promise<string[]> => {
    const order = [...drawOrder(doc, view.id)].reverse();
    const found: string[] = [];
    for (let i = 0; i < stroke.length; i += 2) {
      const spot = { x: stroke[i], y: stroke[i + 1] };
      const id = await handWorker<TableTasks>().pieceUnder(
        order.map((piece) => ({ id: piece.id, face: piece.face, ...spot })),
      );
      if (id && !found.includes(id)) found.push(id);
    }
    return found;
  };

  const chain = async (stroke: readonly number[]) => {
    const pieceIds = await piecesAlong(stroke);
    if (pieceIds.length < 2) {
      refuse('The stroke passes one piece at most.', {
        description: 'Draw it over the pieces of the chain, from the root to the tip.',
      });
      return;
    }
    const state = await edit('joints.chain', view.id, { pieceIds });
    if (!state) return;
    useJoints.setState({ placing: null });
    const first = state.doc.joints.find((j) => j.childId === pieceIds[1]);
    if (first) pickJoint(first.id);
  };

  const release = async (pieceId: string | null) => {
    // The last place that was asked about counts, also where its answer is not there yet.
    while (settling) await new Promise((done) => setTimeout(done, 16));
    const { disc, stroke, pressed } = usePlacing.getState();
    usePlacing.setState({ pressed: null, disc: null, drawn: null, stroke: [] });
    if (useJoints.getState().placing?.chain) {
      await chain(stroke);
      return;
    }
    if (disc) {
      const [a, b] = (await jointWorker().settleDrawn(keyOf(bench), view.id, disc)).pieceIds;
      if (!b) {
        refuse('The disc lies on one piece only.', {
          description: 'Draw it over the border between two pieces.',
        });
        return;
      }
      await place({ pieceId: a, otherId: b, disc });
      return;
    }
    if (!pieceId) {
      refuse('There is no piece there.', { description: 'Click the two pieces that the joint ties together.' });
      return;
    }
    const { placing } = useJoints.getState();
    const { viewport } = useBench.getState();
    const first = placing?.first;
    if (!first && pressed) {
      // A click beside a border means the two pieces that share it.
      const near = { ...pressed, radius: BESIDE / viewport.scale };
      const [a, b] = (await jointWorker().settleDrawn(keyOf(bench), view.id, near)).pieceIds;
      if (b) {
        await place({ pieceId: a, otherId: b });
        return;
      }
    }
    if (!first || first === pieceId) {
      useJoints.setState({ placing: { first: pieceId } });
      pickPiece(pieceId, partOf(doc, pieceById(doc, pieceId)));
    } else await place({ pieceId: first, otherId: pieceId });
  };

  /** Shows the disc that two pieces would get. */
  const lookAhead = async (a: string, b: string) => {
    const { child, parent } = childAndParent(doc, pieceById(doc, a), pieceById(doc, b));
    const fit = await jointWorker().previewFit(keyOf(bench), view.id, child.id, parent.id);
    usePlacing.setState({ fit: fit.ok ? fit : null });
  };

  return {
    press: (at: { x: number; y: number }) => usePlacing.setState({ pressed: at, stroke: [at.x, at.y] }),
    move: (at: { x: number; y: number }, free: boolean) => {
      const { pressed } = usePlacing.getState();
      if (!pressed) return;
      if (useJoints.getState().placing?.chain) {
        usePlacing.setState(({ stroke }) => ({ stroke: [...stroke, at.x, at.y] }));
        return;
      }
      const radius = Math.hypot(at.x - pressed.x, at.y - pressed.y);
      const near = 8 / useBench.getState().viewport.scale;
      const disc = radius > near ? { ...pressed, radius } : null;
      if (!disc || free) usePlacing.setState({ disc, drawn: null });
      else {
        usePlacing.setState(({ disc: shown }) => ({ disc: shown ?? disc, drawn: disc }));
        void settle();
      }
    },
    release,
    place,
    lookAhead,
  };
}
