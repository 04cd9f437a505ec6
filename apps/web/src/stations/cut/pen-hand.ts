import { labelFor, partOf, planEntries, planOf, usualParent, type NameTokens } from '@limber-sheaf/core';
import { refuse } from '../../ui/tell';
import type { BenchValue } from '../../bench/context';
import type { TableView } from '../../bench/station';
import { pickPiece, useBench } from '../../bench/store';
import { keyOf } from '../../bench/worker';
import { useCut } from './cut-store';
import { hugLoop, keepWays } from './hugging';
import { nextPart, pieceOfTokens } from '../../bench/parts';
import { penPoints, penStep, type PenEvent } from '../../bench/pen';
import { NO_PEN, usePenStore } from './pen-store';
import { proposalStore, splitShape } from './proposals';
import { takeShape } from './take-shape';
import { cutWorker } from './worker';

/** Is a preview under way? One is asked for at a time. */
let asking = false;

/** Drawing with the tool in hand: loops go to the picked part at once; a line across is proposed first. */
export function penHand(bench: BenchValue, table: Pick<TableView, 'pieceUnder'>) {
  const { doc, view, edit } = bench;

  const take = async () => {
    const { proposal: cut } = usePenStore.getState();
    if (!cut || usePenStore.getState().busy) return;
    if (!cut.tokens) {
      refuse('Every part of the list is cut already.', { description: 'Name the new side in the ledger first.' });
      return;
    }
    usePenStore.setState({ busy: true });
    const state = await edit('cut.cross', view.id, {
      pieceId: cut.pieceId ?? undefined,
      line: cut.line,
      take: cut.take,
      tokens: cut.tokens,
    });
    usePenStore.setState(state ? NO_PEN : { busy: false });
    if (!state) return;
    const made = pieceOfTokens(state.doc, view.id, cut.tokens);
    if (made) pickPiece(made.id, cut.tokens);
  };

  const trace = async (drawn: number[], freehand: boolean) => {
    const { pickedPiece, pickedPart, viewport } = useBench.getState();
    const { settings } = useCut.getState();
    let loop = drawn;
    if (settings.copy || (settings.hug && freehand)) {
      const band = settings.hug && freehand ? 7 / viewport.scale : 0;
      const shape = await cutWorker().settleLoop(keyOf(bench), view.id, drawn, band);
      usePenStore.setState(NO_PEN);
      if (shape.ok) await takeShape(bench, shape.mask, 'Trace');
      else refuse(shape.sentence);
      return;
    }
    if (settings.hug) loop = await hugLoop(bench, drawn);
    const tokens = pickedPart ?? nextPart(doc, view.id, null);
    usePenStore.setState({ ...NO_PEN, busy: true });
    const state = await edit(
      'cut.trace',
      view.id,
      pickedPiece ? { pieceId: pickedPiece, loop } : { tokens: tokens ?? undefined, loop },
    );
    usePenStore.setState({ busy: false });
    if (!state || !tokens) return;
    const piece = pieceOfTokens(state.doc, view.id, tokens);
    if (piece) pickPiece(piece.id, tokens);
  };

  const giveBack = async (loop: number[]) => {
    const { pickedPiece } = useBench.getState();
    usePenStore.setState({ ...NO_PEN, busy: true });
    await edit('cut.giveBack', view.id, { pieceId: pickedPiece ?? undefined, loop });
    usePenStore.setState({ busy: false });
  };

  /** The piece that a line cuts: the one under its middle, else what is still uncut there. */
  const pieceAcross = async (line: number[]): Promise<string | null> => {
    const spots = [0.5, 0.35, 0.65].map((share) => along(line, share));
    for (const spot of spots) {
      const id = await table.pieceUnder(spot.x, spot.y);
      if (id) return id;
    }
    return null;
  };

  const propose = async (line: number[]) => {
    const pieceId = await pieceAcross(line);
    const preview = await cutWorker().previewCross(keyOf(bench), view.id, pieceId, line);
    if (!preview.ok) {
      usePenStore.setState(NO_PEN);
      refuse(preview.sentence);
      return;
    }
    const piece = doc.pieces.find((p) => p.id === pieceId);
    const { pickedPart } = useBench.getState();
    const chosen = pickedPart && !pieceOfTokens(doc, view.id, pickedPart) ? pickedPart : null;
    const tokens: NameTokens | null = chosen ?? nextPart(doc, view.id, piece ? partOf(doc, piece) : null);
    const take = takenSide(piece ? partOf(doc, piece) : null, tokens, farther(preview.centres, view));
    usePenStore.setState({ ...NO_PEN, preview, proposal: { line, pieceId, take, tokens } });
  };

  /** The side that a part names: the far one, or where the plan hangs what is cut from that part, the near one. */
  const takenSide = (cut: NameTokens | null, tokens: NameTokens | null, far: 'left' | 'right') => {
    const inward = cut && tokens && usualParent(cut, [tokens], planEntries(planOf(doc.character))) === 0;
    return inward ? (far === 'left' ? 'right' : 'left') : far;
  };

  /** Shows the two sides while the line is drawn; asks for one picture at a time. */
  const lookAhead = async (line: number[]) => {
    if (asking || line.length < 4) return;
    asking = true;
    try {
      const pieceId = await pieceAcross(line);
      const preview = await cutWorker().previewCross(keyOf(bench), view.id, pieceId, line);
      if (usePenStore.getState().pen.kind === 'idle') return;
      usePenStore.setState(preview.ok ? { preview, refusal: null } : { preview: null, refusal: preview.sentence });
    } finally {
      asking = false;
    }
  };

  const send = (event: PenEvent) => {
    const { viewport } = useBench.getState();
    const { tool: inHand } = useCut.getState();
    if (!inHand || inHand === 'soak') {
      if (event.kind === 'back') useCut.setState({ tool: null });
      return;
    }
    const rules = { closed: inHand !== 'cross', near: 6 / viewport.scale };
    const before = usePenStore.getState().pen;
    const { state, effect } = penStep(before, event, rules);
    usePenStore.setState({ pen: state });
    if (inHand === 'trace' && useCut.getState().settings.hug) void keepWays(bench);
    if (inHand === 'cross' && state.kind !== 'idle' && !proposalStore.getState().picture)
      void lookAhead(penPoints(state));
    if (effect?.kind === 'drop-tool') useCut.setState({ tool: null });
    if (effect?.kind !== 'finished') return;
    if (inHand === 'trace') void trace(effect.points, before.kind === 'pressed' && before.grown);
    else if (inHand === 'give') void giveBack(effect.points);
    else if (proposalStore.getState().picture) void splitShape(effect.points);
    else void propose(effect.points);
  };

  /** Clicking one side of a proposed cut names that side; clicking it again takes the cut. */
  const pickSide = (at: { x: number; y: number }) => {
    const { proposal: cut } = usePenStore.getState();
    if (!cut) return;
    const side = sideOf(cut.line, at);
    if (side === cut.take) void take();
    else usePenStore.setState({ proposal: { ...cut, take: side } });
  };

  return { send, take, pickSide };
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
