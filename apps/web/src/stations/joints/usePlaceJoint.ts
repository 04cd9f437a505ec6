import { childAndParent, drawOrder, pieceById, type PairFit } from '@limber-sheaf/core';
import { useCallback, useRef } from 'react';
import { create } from 'zustand';
import { useOnBench } from '../../bench/context';
import { lookAtPlace, pickJoint, useBench } from '../../bench/store';
import { handWorker } from '../../workers/core';
import { toast } from 'sonner';

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
export function usePlaceJoint() {
  const { doc, view, edit } = useOnBench();
  const placing = useBench((s) => s.placing);
  const settling = useRef(false);

  const place = useCallback(
    async (body: object) => {
      const before = new Set(doc.joints.map((j) => j.id));
      usePlacing.setState(NO_PLACING);
      const state = await edit('POST', `/views/${view.id}/joints`, { ...body, round: true });
      const made = state?.doc.joints.find((j) => !before.has(j.id));
      if (made) {
        pickJoint(made.id);
        lookAtPlace(made.x, made.y, made.radius * 5.5);
      }
      useBench.setState({ placing: made || !useBench.getState().placing ? null : { first: null } });
    },
    [doc, view.id, edit],
  );

  /** Settles the disc under the hand into the contour, the newest place last; Alt keeps it free. */
  const settle = useCallback(async () => {
    if (settling.current) return;
    settling.current = true;
    for (let asked = null; usePlacing.getState().drawn !== asked;) {
      asked = usePlacing.getState().drawn;
      if (!asked) break;
      const { settled } = await handWorker()
        .settleDrawn(doc, view.id, asked)
        .catch(() => ({ settled: null }));
      if (settled && usePlacing.getState().drawn) usePlacing.setState({ disc: settled });
    }
    settling.current = false;
  }, [doc, view.id]);

  /** The pieces that a stroke passes, in its order, each once. */
  const piecesAlong = useCallback(
    async (stroke: readonly number[]): Promise<string[]> => {
      const order = drawOrder(doc, view.id).reverse();
      const found: string[] = [];
      for (let i = 0; i < stroke.length; i += 2) {
        const spot = { x: stroke[i], y: stroke[i + 1] };
        const id = await handWorker().pieceUnder(order.map((piece) => ({ id: piece.id, face: piece.face, ...spot })));
        if (id && !found.includes(id)) found.push(id);
      }
      return found;
    },
    [doc, view.id],
  );

  const chain = useCallback(
    async (stroke: readonly number[]) => {
      const pieceIds = await piecesAlong(stroke);
      if (pieceIds.length < 2) {
        toast.error('The stroke passes one piece at most.', {
          description: 'Draw it over the pieces of the chain, from the root to the tip.',
        });
        return;
      }
      const state = await edit('POST', `/views/${view.id}/joints/chain`, { pieceIds });
      if (!state) return;
      useBench.setState({ placing: null });
      const first = state.doc.joints.find((j) => j.childId === pieceIds[1]);
      if (first) pickJoint(first.id);
    },
    [piecesAlong, edit, view.id],
  );

  const release = useCallback(
    async (pieceId: string | null) => {
      // The last place that was asked about counts, also where its answer is not there yet.
      while (settling.current) await new Promise((done) => setTimeout(done, 16));
      const { disc, stroke, pressed } = usePlacing.getState();
      usePlacing.setState({ pressed: null, disc: null, drawn: null, stroke: [] });
      if (useBench.getState().placing?.chain) {
        await chain(stroke);
        return;
      }
      if (disc) {
        const [a, b] = (await handWorker().settleDrawn(doc, view.id, disc)).pieceIds;
        if (!b) {
          toast.error('The disc lies on one piece only.', {
            description: 'Draw it over the border between two pieces.',
          });
          return;
        }
        await place({ pieceId: a, otherId: b, disc });
        return;
      }
      if (!pieceId) {
        toast.error('There is no piece there.', { description: 'Click the two pieces that the joint ties together.' });
        return;
      }
      const { placing, viewport } = useBench.getState();
      const first = placing?.first;
      if (!first && pressed) {
        // A click beside a border means the two pieces that share it.
        const near = { ...pressed, radius: BESIDE / viewport.scale };
        const [a, b] = (await handWorker().settleDrawn(doc, view.id, near)).pieceIds;
        if (b) {
          await place({ pieceId: a, otherId: b });
          return;
        }
      }
      if (!first || first === pieceId) useBench.setState({ placing: { first: pieceId }, pickedPiece: pieceId });
      else await place({ pieceId: first, otherId: pieceId });
    },
    [place, chain, doc, view.id],
  );

  /** Shows the disc that two pieces would get. */
  const lookAhead = useCallback(
    async (a: string, b: string) => {
      const { child, parent } = childAndParent(doc, pieceById(doc, a), pieceById(doc, b));
      const fit = await handWorker().previewFit(doc, view.id, child.id, parent.id);
      usePlacing.setState({ fit: fit.ok ? fit : null });
    },
    [doc, view.id],
  );

  return {
    active: placing !== null,
    press: (at: { x: number; y: number }) => usePlacing.setState({ pressed: at, stroke: [at.x, at.y] }),
    move: (at: { x: number; y: number }, free: boolean) => {
      const { pressed } = usePlacing.getState();
      if (!pressed) return;
      if (useBench.getState().placing?.chain) {
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
