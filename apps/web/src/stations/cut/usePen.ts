import { drawOrder, labelFor, partOf, type NameTokens } from '@limber-sheaf/core';
import { useCallback, useRef } from 'react';
import { toast } from 'sonner';
import { useOnBench } from '../../bench/context';
import { penPoints, penStep, type PenEvent } from '../../bench/tools/pen';
import { pickPiece, useBench } from '../../bench/store';
import { handWorker } from '../../workers/core';
import { nextPart, pieceOfTokens } from './parts';
import { NO_PEN, usePenStore } from './pen-store';
import { proposalStore, splitShape } from './proposals';
import { useTakeShape } from './useTakeShape';
import { hugLoop, keepWays } from './hugging';

/** Drawing with the tool in hand: loops go to the picked part at once; a line across is proposed first. */
export function usePen() {
  const { doc, view, edit } = useOnBench();
  const tool = useBench((s) => s.tool);
  const proposal = usePenStore((s) => s.proposal);
  const asking = useRef(false);
  const takeShape = useTakeShape();

  const take = useCallback(async () => {
    const { proposal: cut } = usePenStore.getState();
    if (!cut || usePenStore.getState().busy) return;
    if (!cut.tokens) {
      toast.error('Every part of the list is cut already.', { description: 'Name the new side in the ledger first.' });
      return;
    }
    usePenStore.setState({ busy: true });
    const state = await edit('POST', `/views/${view.id}/cut/cross`, {
      pieceId: cut.pieceId ?? undefined,
      line: cut.line,
      take: cut.take,
      tokens: cut.tokens,
    });
    usePenStore.setState(state ? NO_PEN : { busy: false });
    if (!state) return;
    const made = pieceOfTokens(state.doc, view.id, cut.tokens);
    if (made) pickPiece(made.id, cut.tokens);
  }, [edit, view.id]);

  const trace = useCallback(
    async (drawn: number[], freehand: boolean) => {
      const { pickedPiece, pickedPart, cutSettings, viewport } = useBench.getState();
      let loop = drawn;
      if (cutSettings.copy || (cutSettings.hug && freehand)) {
        const band = cutSettings.hug && freehand ? 7 / viewport.scale : 0;
        const shape = await handWorker().settleLoop(doc, view.id, drawn, band);
        usePenStore.setState(NO_PEN);
        if (shape.ok) await takeShape(shape.mask, 'Trace');
        else toast.error(shape.sentence);
        return;
      }
      if (cutSettings.hug) loop = await hugLoop(doc, view.id, drawn);
      const tokens = pickedPart ?? nextPart(doc, view.id, null);
      usePenStore.setState({ ...NO_PEN, busy: true });
      const state = await edit(
        'POST',
        `/views/${view.id}/cut/trace`,
        pickedPiece ? { pieceId: pickedPiece, loop } : { tokens, loop },
      );
      usePenStore.setState({ busy: false });
      if (!state || !tokens) return;
      const piece = pieceOfTokens(state.doc, view.id, tokens);
      if (piece) pickPiece(piece.id, tokens);
    },
    [doc, view.id, edit, takeShape],
  );

  const giveBack = useCallback(
    async (loop: number[]) => {
      const { pickedPiece } = useBench.getState();
      usePenStore.setState({ ...NO_PEN, busy: true });
      await edit('POST', `/views/${view.id}/cut/give-back`, { pieceId: pickedPiece ?? undefined, loop });
      usePenStore.setState({ busy: false });
    },
    [view.id, edit],
  );

  /** The piece that a line cuts: the one under its middle, else what is still uncut there. */
  const pieceAcross = useCallback(
    async (line: number[]): Promise<string | null> => {
      const spots = [0.5, 0.35, 0.65].map((share) => along(line, share));
      for (const spot of spots) {
        const id = await handWorker().pieceUnder(
          drawOrder(doc, view.id)
            .reverse()
            .map((piece) => ({ id: piece.id, face: piece.face, ...spot })),
        );
        if (id) return id;
      }
      return null;
    },
    [doc, view.id],
  );

  const propose = useCallback(
    async (line: number[]) => {
      const pieceId = await pieceAcross(line);
      const preview = await handWorker().previewCross(doc, view.id, pieceId, line);
      if (!preview.ok) {
        usePenStore.setState(NO_PEN);
        toast.error(preview.sentence);
        return;
      }
      const piece = doc.pieces.find((p) => p.id === pieceId);
      const { pickedPart } = useBench.getState();
      const chosen = pickedPart && !pieceOfTokens(doc, view.id, pickedPart) ? pickedPart : null;
      const tokens: NameTokens | null = chosen ?? nextPart(doc, view.id, piece ? partOf(doc, piece) : null);
      usePenStore.setState({
        ...NO_PEN,
        preview,
        proposal: { line, pieceId, take: farther(preview.centres, view), tokens },
      });
    },
    [doc, view, pieceAcross],
  );

  /** Shows the two sides while the line is drawn; asks for one picture at a time. */
  const lookAhead = useCallback(
    async (line: number[]) => {
      if (asking.current || line.length < 4) return;
      asking.current = true;
      try {
        const pieceId = await pieceAcross(line);
        const preview = await handWorker().previewCross(doc, view.id, pieceId, line);
        if (usePenStore.getState().pen.kind === 'idle') return;
        usePenStore.setState(preview.ok ? { preview, refusal: null } : { preview: null, refusal: preview.sentence });
      } finally {
        asking.current = false;
      }
    },
    [doc, view.id, pieceAcross],
  );

  const send = useCallback(
    (event: PenEvent) => {
      const { viewport, tool: inHand } = useBench.getState();
      if (!inHand || inHand === 'soak') {
        if (event.kind === 'back') useBench.setState({ tool: null });
        return;
      }
      const rules = { closed: inHand !== 'cross', near: 6 / viewport.scale };
      const before = usePenStore.getState().pen;
      const { state, effect } = penStep(before, event, rules);
      usePenStore.setState({ pen: state });
      if (inHand === 'trace' && useBench.getState().cutSettings.hug) keepWays(doc, view.id, state);
      if (inHand === 'cross' && state.kind !== 'idle' && !proposalStore.getState().picture)
        void lookAhead(penPoints(state));
      if (effect?.kind === 'drop-tool') useBench.setState({ tool: null });
      if (effect?.kind !== 'finished') return;
      if (inHand === 'trace') void trace(effect.points, before.kind === 'pressed' && before.grown);
      else if (inHand === 'give') void giveBack(effect.points);
      else if (proposalStore.getState().picture) void splitShape(effect.points);
      else void propose(effect.points);
    },
    [doc, view.id, trace, giveBack, propose, lookAhead],
  );

  /** Clicking one side of a proposed cut names that side; clicking it again takes the cut. */
  const pickSide = useCallback(
    (at: { x: number; y: number }) => {
      const { proposal: cut } = usePenStore.getState();
      if (!cut) return;
      const side = sideOf(cut.line, at);
      if (side === cut.take) void take();
      else usePenStore.setState({ proposal: { ...cut, take: side } });
    },
    [take],
  );

  return { send, take, pickSide, proposal, active: tool !== null && tool !== 'soak' && proposal === null };
}

/** The point a share of the way along a polyline. */
function along(line: readonly number[], share: number): { x: number; y: number } {
  const lengths: number[] = [];
  for (let i = 0; i + 3 < line.length; i += 2)
    lengths.push(Math.hypot(line[i + 2] - line[i], line[i + 3] - line[i + 1]));
  let left = share * lengths.reduce((a, b) => a + b, 0);
  for (let k = 0; k < lengths.length; k++) {
    if (left <= lengths[k] && lengths[k] > 0) {
      const t = left / lengths[k];
      return {
        x: line[2 * k] + t * (line[2 * k + 2] - line[2 * k]),
        y: line[2 * k + 1] + t * (line[2 * k + 3] - line[2 * k + 1]),
      };
    }
    left -= lengths[k];
  }
  return { x: line[0], y: line[1] };
}

/** The side that lies farther out from the middle of the figure: the far end of a limb. */
function farther(
  centres: { left: { x: number; y: number }; right: { x: number; y: number } },
  view: { width: number; height: number },
): 'left' | 'right' {
  const out = (p: { x: number; y: number }) => Math.hypot(p.x - view.width / 2, p.y - view.height * 0.42);
  return out(centres.left) > out(centres.right) ? 'left' : 'right';
}

/** Which side of a line a point lies on, by the nearest stretch of it. */
function sideOf(line: readonly number[], at: { x: number; y: number }): 'left' | 'right' {
  let best = Infinity;
  let cross = 0;
  for (let i = 0; i + 3 < line.length; i += 2) {
    const dx = line[i + 2] - line[i];
    const dy = line[i + 3] - line[i + 1];
    const t = Math.max(0, Math.min(1, ((at.x - line[i]) * dx + (at.y - line[i + 1]) * dy) / (dx * dx + dy * dy || 1)));
    const d = Math.hypot(at.x - line[i] - t * dx, at.y - line[i + 1] - t * dy);
    if (d < best) {
      best = d;
      cross = dx * (at.y - line[i + 1]) - dy * (at.x - line[i]);
    }
  }
  return cross < 0 ? 'left' : 'right';
}

/** In words: what the proposed new side will be called. */
export function proposalName(tokens: NameTokens | null): string {
  return tokens ? labelFor(tokens) : 'a new part';
}
