import { inView, type DrawingPicture } from '@limber-sheaf/core';
import { refuse } from '../../ui/tell';
import { create } from 'zustand';
import type { Brush } from '../../bench/BrushNumbers';
import type { BenchValue } from '../../bench/context';
import { wetUntil } from '../../bench/wet-strokes';
import { NIB_IDLE, nibRadius, nibStep, type NibEvent, type NibState } from '../../bench/nib';
import type { Hand } from '../../bench/station';
import { handWorker, keyOf } from '../../bench/worker';
import type { TableTasks } from '../../bench/worker/table-tasks';
import { openSet, wornOf } from './swaps-store';

interface Painting {
  /** Is the nib in hand? */
  painting: boolean;
  /** Which of the drawing's pictures it paints on. */
  on: DrawingPicture;
  brush: Brush;
  nib: NibState;
  /** Where the nib is, canvas px; null where it is not over the table. */
  at: { x: number; y: number; radius: number; away: boolean } | null;
}

export const usePainting = create<Painting>(() => ({
  painting: false,
  on: 'picture',
  brush: { size: 12, softness: 0.2, colour: [58, 34, 40] },
  nib: NIB_IDLE,
  at: null,
}));

/** Lays the nib down. */
export function leavePainting(): void {
  usePainting.setState({ painting: false, on: 'picture', nib: NIB_IDLE, at: null });
}

/** The nib on the drawing that shows: Alt takes paint away, Shift takes a colour up. */
export const paintHand: Hand = {
  points: () => usePainting.getState().painting,

  send({ kind, x, y, free: away, more, pressure }, bench) {
    const { painting, brush } = usePainting.getState();
    if (!painting) return false;
    const radius = nibRadius(brush.size, pressure);
    usePainting.setState({ at: kind === 'lost' ? null : { x, y, radius, away } });
    if (kind === 'press' && more) void takeColour(bench, x, y);
    else if (kind === 'press') {
      if (isPaintable(bench)) step({ kind, x, y, radius, away }, bench);
    } else if (kind === 'move') step({ kind, x, y, radius }, bench);
    else if (kind === 'release' || kind === 'lost') step({ kind }, bench);
    return true;
  },
};

/** One step back: the stroke under way is dropped, or the nib is laid down. */
export function nibBack(bench: BenchValue): void {
  step({ kind: 'back' }, bench);
}

function isPaintable({ doc, view }: BenchValue): boolean {
  const set = openSet(doc, view.id);
  const drawing = set && wornOf(doc, set);
  if (drawing && !drawing.isDefault && inView(doc, drawing.id, view.id)) return true;
  refuse(
    'The default drawing is the piece’s own paint. Pick another drawing, or make a copy of it (E), and paint on that.',
  );
  return false;
}

function step(event: NibEvent, bench: BenchValue): void {
  const { state, effect } = nibStep(usePainting.getState().nib, event);
  usePainting.setState({ nib: state });
  if (effect?.kind === 'drop-tool') leavePainting();
  if (effect?.kind === 'stroke') void wetUntil(effect, draw(bench, effect.stroke, effect.away));
}

async function draw({ doc, view, edit }: BenchValue, stroke: number[], erase: boolean): Promise<void> {
  const set = openSet(doc, view.id);
  if (!set) return;
  const { brush, on } = usePainting.getState();
  const { softness, colour } = brush;
  const body = { viewId: view.id, stroke, softness, colour: [...colour], erase, on };
  await edit('making.paint', wornOf(doc, set).id, body);
}

/** Takes the colour that the design shows at a place. */
async function takeColour({ doc, sheets, view }: BenchValue, x: number, y: number): Promise<void> {
  const colour = await handWorker<TableTasks>().colourAt(keyOf({ doc, sheets }), view.id, x, y);
  if (colour) usePainting.setState(({ brush }) => ({ brush: { ...brush, colour } }));
  else refuse('There is no paint there to take a colour from.');
}
