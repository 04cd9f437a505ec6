import type { CarriedContour } from '@limber-sheaf/core';
import { refuse } from '../../ui/tell';
import { asWork } from '../../api/work';
import type { BenchValue } from '../../bench/context';
import { penStep, type PenEvent } from '../../bench/pen';
import type { Hand } from '../../bench/station';
import { useBench } from '../../bench/store';
import { atRest } from './brush-hand';
import { NO_CONTOUR, useUnderStore } from './under-store';

/** Screen px that count as the same spot. */
const NEAR = 8;
/** Points of a drawn contour, at most. */
const MOST = 400;

/** Draws a contour beneath the picked piece, or that of a hidden one to be begun: freehand, or point by point; Enter or a double click ends it. */
export const carryHand: Hand = {
  points: () => {
    const { carrying, lifting, hiding } = useUnderStore.getState();
    return carrying || lifting || hiding !== null;
  },

  send(event, bench) {
    const { kind } = event;
    const { hiding } = useUnderStore.getState();
    if (!hiding && !pickedPiece(bench)) {
      if (kind === 'press') refuse('Pick a piece first: what is drawn is drawn for it.');
      return true;
    }
    const { x, y } = hiding ? event : atRest(bench, event);
    if (kind === 'press' || kind === 'move') step({ kind, x, y }, bench);
    else step({ kind: kind === 'double' ? 'close' : kind }, bench);
    return true;
  },
};

/** Ends the line that is drawn point by point. */
export function endContour(bench: BenchValue): void {
  step({ kind: 'close' }, bench);
}

/** One step back: the last point, or the whole tool. */
export function contourBack(bench: BenchValue): void {
  step({ kind: 'back' }, bench);
}

function step(event: PenEvent, bench: BenchValue): void {
  const rules = { closed: true, near: NEAR / useBench.getState().viewport.scale };
  const { state, effect } = penStep(useUnderStore.getState().pen, event, rules);
  useUnderStore.setState({ pen: state });
  if (effect?.kind === 'drop-tool') useUnderStore.setState(NO_CONTOUR);
  if (effect?.kind === 'finished') void draw(bench, effect.points);
}

function pickedPiece({ doc }: BenchValue) {
  return doc.pieces.find(({ id }) => id === useBench.getState().pickedPiece);
}

async function draw(bench: BenchValue, points: number[]): Promise<void> {
  const stride = Math.ceil(points.length / 2 / MOST);
  const line = points
    .filter((_, i) => (i >> 1) % stride === 0 || i >= points.length - 2)
    .map((v) => Math.round(v * 10) / 10);
  const { hiding, lifting } = useUnderStore.getState();
  if (hiding) {
    useUnderStore.setState({ hiding: { ...hiding, loop: line } });
    return;
  }
  const piece = pickedPiece(bench);
  if (piece && lifting) {
    const lifted = await asWork('Lift the shadow', (signal) =>
      bench.edit('under.shadow', piece.id, { loop: line, saw: { [piece.id]: piece.version } }, signal),
    );
    if (lifted) useUnderStore.setState({ lifting: false });
  } else if (piece) await carryOn(bench, piece, [...piece.carried, { kind: 'line', points: line }]);
}

/** Sets a piece's contours by hand; none has them proposed again. */
export function carryOn(
  { edit }: Pick<BenchValue, 'edit'>,
  { id, version }: { id: string; version: number },
  carried: CarriedContour[],
) {
  return edit('under.contours', id, { carried, saw: { [id]: version } });
}
