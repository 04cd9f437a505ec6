import { placePieces, unapply } from '@limber-sheaf/core';
import { refuse } from '../../ui/tell';
import type { BenchValue } from '../../bench/context';
import { wetUntil } from '../../bench/wet-strokes';
import { NIB_IDLE, nibRadius, nibStep, type NibEvent } from '../../bench/nib';
import type { Hand } from '../../bench/station';
import { useBench } from '../../bench/store';
import { handWorker, keyOf } from '../../bench/worker';
import type { TableTasks } from '../../bench/worker/table-tasks';
import { useUnderStore } from './under-store';

/** The brush beneath: paints on the picked piece as it lies, bent or not; Alt takes hidden paint away, Shift takes up a colour. */
export const brushHand: Hand = {
  points: () => useUnderStore.getState().brushing,

  send(event, bench) {
    const { brushing, filling, brush } = useUnderStore.getState();
    if (!brushing) return false;
    const { kind, free: away, more } = event;
    const { x, y } = atRest(bench, event);
    const radius = nibRadius(brush.size, event.pressure);
    useUnderStore.setState({ at: kind === 'lost' ? null : { x, y, radius, away } });
    if (kind === 'press' && more) {
      void takeColour(bench, event);
      return true;
    }
    if (filling) {
      if (kind === 'press') void fill(bench, { x, y });
      return true;
    }
    if (kind === 'press' && !useBench.getState().pickedPiece) {
      refuse('Pick a piece first: the brush paints beneath it.');
      return true;
    }
    if (kind === 'press') step({ kind, x, y, radius, away }, bench);
    else if (kind === 'move') step({ kind, x, y, radius }, bench);
    else if (kind === 'release' || kind === 'lost') step({ kind }, bench);
    return true;
  },
};

/** One step back: the stroke under way is dropped, or the brush is laid down. */
export function brushBack(bench: BenchValue): void {
  step({ kind: 'back' }, bench);
}

/** Where on the picked piece, as it lies at rest, a place of the canvas is. */
export function atRest({ doc, view }: BenchValue, { x, y }: { x: number; y: number }): { x: number; y: number } {
  const { pickedPiece, bends } = useBench.getState();
  const placement = pickedPiece && placePieces(doc, view.id, bends).get(pickedPiece);
  return placement ? unapply(placement, x, y) : { x, y };
}

function step(event: NibEvent, bench: BenchValue): void {
  const { state, effect } = nibStep(useUnderStore.getState().nib, event);
  useUnderStore.setState({ nib: state });
  if (effect?.kind === 'drop-tool') useUnderStore.setState({ brushing: false, nib: NIB_IDLE, at: null });
  if (effect?.kind === 'stroke') void wetUntil(effect, draw(bench, effect.stroke, effect.away));
}

async function draw({ doc, edit }: BenchValue, stroke: number[], erase: boolean): Promise<void> {
  const { pickedPiece } = useBench.getState();
  const piece = doc.pieces.find(({ id }) => id === pickedPiece);
  if (!piece) return;
  const { softness, colour } = useUnderStore.getState().brush;
  await edit('under.brush', piece.id, { stroke, softness, colour: [...colour], erase });
}

/** Fills the closed area about a place, as the picked piece lies at rest. */
async function fill({ doc, edit }: BenchValue, { x, y }: { x: number; y: number }): Promise<void> {
  const piece = doc.pieces.find(({ id }) => id === useBench.getState().pickedPiece);
  const { colour } = useUnderStore.getState().brush;
  if (!piece) refuse('Pick a piece first: the area beneath it is filled.');
  else if (x < 0 || y < 0) refuse('That is beside the canvas. Fill where others hide the piece.');
  else await edit('under.fill', piece.id, { x, y, colour: [...colour], saw: { [piece.id]: piece.version } });
}

/** Takes the colour that the design shows at a place. */
async function takeColour({ doc, sheets, view }: BenchValue, { x, y }: { x: number; y: number }): Promise<void> {
  const colour = await handWorker<TableTasks>().colourAt(keyOf({ doc, sheets }), view.id, x, y);
  if (colour) useUnderStore.setState(({ brush }) => ({ brush: { ...brush, colour } }));
  else refuse('There is no paint there to take a colour from.');
}
