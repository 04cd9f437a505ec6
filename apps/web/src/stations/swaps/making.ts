import {
  drawingAt,
  drawingById,
  inView,
  pieceOfSet,
  placesOf,
  setById,
  type CharacterDoc,
  type DrawingRow,
  type MakeStep,
  type MouthInside,
  type SheetRef,
} from '@limber-sheaf/core';
import { create } from 'zustand';
import type { BenchValue } from '../../bench/context';
import { handWorker, keyOf } from '../../bench/worker';
import type { swapTasks } from './swap-tasks';
import { openSet, useSwaps, wear, wornOf } from './swaps-store';

interface Place {
  x: number;
  y: number;
}

/** The step that is in the hand: what it is, and all that its handles and numbers say. */
export interface StepInHand {
  does: MakeStep['do'];
  /** Where each handle takes hold and where it is now, px. */
  handles: { from: Place; to: Place }[];
  /** Places that stay; none where they are let go. */
  held: Place[];
  holds: boolean;
  /** The line to part or to darken along, from one end to the other. */
  line: Place[];
  up: number;
  down: number;
  inside: MouthInside | null;
  reach: number;
  by: number;
  /** Has the hand changed anything of it? What was only looked at is not done when another step is begun. */
  touched: boolean;
}

/** A drawing in the hand, of which another is made. */
export interface Making {
  drawingId: string;
  /** Steps that are done; the one in the hand comes last. */
  steps: MakeStep[];
  step: StepInHand;
  /** The place of the chart that it is for; the first that lacks a drawing where not chosen. */
  cell: { shape: string; mood: string } | null;
}

export const useMaking = create<{
  making: Making | null;
  /** Is what is made drawn on the table? Until then the drawing itself stays there. */
  isDrawn: boolean;
}>(() => ({ making: null, isDrawn: false }));

/** What fills a mouth that is parted, at first. */
export const MOUTH_INSIDE: MouthInside = { colour: [104, 38, 44], teeth: true, tongue: false };

/** The picture that a drawing has in a view: its own, or its piece's face. */
function pictureOf(doc: CharacterDoc, viewId: string, drawing: DrawingRow): SheetRef | null {
  const set = doc.swapSets.find(({ id }) => id === drawing.setId);
  const own = drawing.isDefault && set ? pieceOfSet(doc, set, viewId)?.face : inView(doc, drawing.id, viewId)?.picture;
  return own ?? null;
}

/** A fresh step: handles at the upper and the lower edge, the corners held, a line from one corner to the other. */
function freshStep(doc: CharacterDoc, viewId: string, drawing: DrawingRow, does: MakeStep['do']): StepInHand | null {
  const picture = pictureOf(doc, viewId, drawing);
  if (!picture) return null;
  const kind = doc.swapSets.find(({ id }) => id === drawing.setId)?.kind;
  const { x, y, width, height } = picture;
  const marks = inView(doc, drawing.id, viewId)?.marks ?? [];
  const middle = y + height / 2;
  const [ax, ay, bx, by] = marks.length === 4 ? marks : [x, middle, x + width, middle];
  const at = (px: number, py: number) => ({ from: { x: px, y: py }, to: { x: px, y: py } });
  // A brow goes up and down as a whole, by its ends and its middle.
  const isBrow = kind === 'brows';
  const handles = isBrow
    ? [0.02, 0.5, 0.98].map((share) => at(x + share * width, middle))
    : [0.28, 0.5, 0.72].flatMap((share) => [at(x + share * width, y), at(x + share * width, y + height)]);
  const corners = [
    { x: ax, y: ay },
    { x: bx, y: by },
  ];
  const open = Math.round(width * 0.14);
  return {
    does,
    handles,
    held: corners,
    holds: !isBrow,
    line: [corners[0], { x: (ax + bx) / 2, y: kind === 'mouth' ? middle : (ay + by) / 2 }, corners[1]],
    up: Math.round(open / 3),
    down: open,
    inside: kind === 'mouth' ? MOUTH_INSIDE : null,
    reach: Math.max(4, Math.round(height / 3)),
    by: 0.35,
    touched: false,
  };
}

/**
 * Takes the drawing that shows in hand; one that was made is taken up where it was left.
 * @param cell the place that another one is to be made for, of the drawing as it shows
 */
export function beginMaking({ doc, view }: Pick<BenchValue, 'doc' | 'view'>, cell: Making['cell'] = null): void {
  const set = openSet(doc, view.id);
  const shown = set && wornOf(doc, set);
  if (!shown) return;
  const row = inView(doc, shown.id, view.id);
  const of = !cell && row?.madeOf ? doc.drawings.find(({ id }) => id === row.madeOf) : null;
  const drawing = of ?? shown;
  const step = freshStep(doc, view.id, drawing, 'bend');
  if (!step) return;
  useMaking.setState({
    making: {
      drawingId: drawing.id,
      steps: of && row ? [...row.steps] : [],
      step,
      cell: of ? { shape: shown.shape, mood: shown.mood } : cell,
    },
  });
}

/** Lays the hand's drawing back. */
export function leaveMaking(): void {
  useMaking.setState({ making: null, isDrawn: false });
}

const change = (make: (making: Making) => Making) =>
  useMaking.setState(({ making }) => ({ making: making && make(making) }));

/** Changes the step in the hand. */
export function changeStep(part: Partial<StepInHand>): void {
  change((making) => ({ ...making, step: { ...making.step, ...part, touched: true } }));
}

/** Moves a handle. */
export function dragHandle(index: number, to: Place): void {
  change((making) => {
    const handles = making.step.handles.map((handle, at) => (at === index ? { ...handle, to } : handle));
    return { ...making, step: { ...making.step, handles, touched: true } };
  });
}

/** Moves a point of the line. */
export function dragLine(index: number, to: Place): void {
  change((making) => {
    const line = making.step.line.map((point, at) => (at === index ? to : point));
    return { ...making, step: { ...making.step, line, touched: true } };
  });
}

/** Moves all handles towards the line between both held places (below 1), or away from it. */
export function squeeze(share: number): void {
  change((making) => {
    const [a, b] = making.step.held;
    const lineAt = (x: number) => a.y + ((x - a.x) / Math.max(1, b.x - a.x)) * (b.y - a.y);
    const handles = making.step.handles.map(({ from, to }) => {
      const line = lineAt(to.x);
      return { from, to: { x: to.x, y: line + (to.y - line) * share } };
    });
    return { ...making, step: { ...making.step, handles, touched: true } };
  });
}

/** Turns all handles about their middle, degrees clockwise, or raises them, px. */
export function carry({ turn = 0, raise = 0 }: { turn?: number; raise?: number }): void {
  change((making) => {
    const all = making.step.handles;
    const middle = {
      x: all.reduce((sum, { to }) => sum + to.x, 0) / all.length,
      y: all.reduce((sum, { to }) => sum + to.y, 0) / all.length,
    };
    const [cos, sin] = [Math.cos((turn * Math.PI) / 180), Math.sin((turn * Math.PI) / 180)];
    const handles = all.map(({ from, to: { x, y } }) => {
      const [dx, dy] = [x - middle.x, y - middle.y];
      return { from, to: { x: middle.x + dx * cos - dy * sin, y: middle.y + dx * sin + dy * cos - raise } };
    });
    return { ...making, step: { ...making.step, handles, touched: true } };
  });
}

/** The step in the hand as it is done; null while it changes nothing. */
function stepInHand({ does, handles, held, holds, line, up, down, inside, reach, by }: StepInHand): MakeStep | null {
  const flat = (places: readonly Place[]) => places.flatMap(({ x, y }) => [x, y]);
  switch (does) {
    case 'bend':
      if (handles.every(({ from, to }) => from.x === to.x && from.y === to.y)) return null;
      return {
        do: 'bend',
        handles: handles.flatMap(({ from, to }) => flat([from, to])),
        held: holds ? flat(held) : [],
      };
    case 'part':
      return up + down > 0 ? { do: 'part', line: flat(line), up, down, ...(inside && { inside }) } : null;
    case 'darken':
      return reach > 0 && by > 0 ? { do: 'darken', line: flat(line), reach, by } : null;
  }
}

/** All steps, the one in the hand last. */
export function stepsOfMaking({ steps, step }: Pick<Making, 'steps' | 'step'>): MakeStep[] {
  const last = stepInHand(step);
  return last ? [...steps, last] : steps;
}

/** Goes on to another kind of step: what the hand has changed of the one before is done. */
export function nextStep(bench: Pick<BenchValue, 'doc' | 'sheets' | 'view'>, does: MakeStep['do']): void {
  const { doc, view } = bench;
  change((making) => {
    const drawing = doc.drawings.find(({ id }) => id === making.drawingId);
    const step = drawing && freshStep(doc, view.id, drawing, does);
    if (!step) return making;
    const steps = making.step.touched ? stepsOfMaking(making) : making.steps;
    return { ...making, steps, step };
  });
  if (does !== 'bend') void followLine(bench);
}

/** Lays the line of the step in the hand along the one that is drawn there. */
async function followLine({ doc, sheets, view }: Pick<BenchValue, 'doc' | 'sheets' | 'view'>): Promise<void> {
  const before = useMaking.getState().making;
  if (!before) return;
  const { line } = before.step;
  const ends = [line[0], line[line.length - 1]].flatMap(({ x, y }) => [x, y]);
  const found = await handWorker<typeof swapTasks>('swaps').lineOn(
    keyOf({ doc, sheets }),
    view.id,
    before.drawingId,
    ends,
  );
  // What was dragged meanwhile stays as it was dragged.
  change((making) =>
    making.step.line === line ? { ...making, step: { ...making.step, line: placesOf(found) } } : making,
  );
}

/** Takes a step that is done away. */
export function dropStep(index: number): void {
  change((making) => ({ ...making, steps: making.steps.filter((_, at) => at !== index) }));
}

/** Takes the drawing that is made for a place of the chart, and shows it. */
export async function takeMade({ edit, view }: BenchValue, shape: string, mood: string): Promise<void> {
  const { making } = useMaking.getState();
  if (!making) return;
  const steps = stepsOfMaking(making);
  const state = await edit('making.make', making.drawingId, { viewId: view.id, shape, mood, steps });
  if (!state) return;
  leaveMaking();
  const { setId } = drawingById(state.doc, making.drawingId);
  const made = drawingAt(state.doc, setById(state.doc, setId), { shape, mood });
  useSwaps.setState({ playing: null });
  if (made) wear(state.doc, made.id);
}
