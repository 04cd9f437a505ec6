import { childAndParent, drawOrder, pieceById, type PairFit } from '@limber-sheaf/core';
import { useCallback } from 'react';
import { create } from 'zustand';
import { useOnBench } from '../../bench/context';
import { lookAtPlace, pickJoint, useBench } from '../../bench/store';
import { handWorker } from '../../workers/core';
import { toast } from 'sonner';

interface PlacingStore {
  /** A disc drawn by hand, px. */
  disc: { x: number; y: number; radius: number } | null;
  /** The disc that a click would give. */
  fit: PairFit | null;
  pressed: { x: number; y: number } | null;
  /** A stroke along a chain, x, y pairs. */
  stroke: number[];
}

export const NO_PLACING: PlacingStore = { disc: null, fit: null, pressed: null, stroke: [] };
export const usePlacing = create<PlacingStore>(() => NO_PLACING);

/** Placing a joint: click the two pieces and it is fitted, or draw a disc over both by hand. */
export function usePlaceJoint() {
  const { doc, view, edit } = useOnBench();
  const placing = useBench((s) => s.placing);

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

  /** The two pieces that a disc drawn by hand lies on most. */
  const piecesUnder = useCallback(
    async (disc: { x: number; y: number; radius: number }): Promise<string[]> => {
      const tally = new Map<string, number>();
      const order = drawOrder(doc, view.id).reverse();
      for (let row = -4; row <= 4; row++) {
        for (let column = -4; column <= 4; column++) {
          const spot = { x: disc.x + (row / 4) * disc.radius, y: disc.y + (column / 4) * disc.radius };
          const id = await handWorker().pieceUnder(order.map((piece) => ({ id: piece.id, face: piece.face, ...spot })));
          if (id) tally.set(id, (tally.get(id) ?? 0) + 1);
        }
      }
      return [...tally].sort((a, b) => b[1] - a[1]).map(([id]) => id);
    },
    [doc, view.id],
  );

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
      const { disc, stroke } = usePlacing.getState();
      usePlacing.setState({ pressed: null, disc: null, stroke: [] });
      if (useBench.getState().placing?.chain) {
        await chain(stroke);
        return;
      }
      if (disc) {
        const [a, b] = await piecesUnder(disc);
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
      const first = useBench.getState().placing?.first;
      if (!first || first === pieceId) useBench.setState({ placing: { first: pieceId }, pickedPiece: pieceId });
      else await place({ pieceId: first, otherId: pieceId });
    },
    [place, piecesUnder, chain],
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
    move: (at: { x: number; y: number }) => {
      const { pressed } = usePlacing.getState();
      if (!pressed) return;
      if (useBench.getState().placing?.chain) {
        usePlacing.setState(({ stroke }) => ({ stroke: [...stroke, at.x, at.y] }));
        return;
      }
      const radius = Math.hypot(at.x - pressed.x, at.y - pressed.y);
      const near = 8 / useBench.getState().viewport.scale;
      usePlacing.setState({ disc: radius > near ? { ...pressed, radius } : null });
    },
    release,
    place,
    lookAhead,
  };
}
