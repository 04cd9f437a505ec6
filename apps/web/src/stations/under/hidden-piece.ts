import {
  findPart,
  findPiece,
  inMouth,
  labelFor,
  planEntries,
  planOf,
  shapeOfJoints,
  type CharacterDoc,
  type InMouth,
  type Rgb,
} from '@limber-sheaf/core';
import { refuse } from '../../ui/tell';
import type { BenchValue } from '../../bench/context';
import { allPicked, useBench } from '../../bench/store';
import { handWorker, keyOf } from '../../bench/worker';
import type { TableTasks } from '../../bench/worker/table-tasks';
import { NO_CONTOUR, useUnderStore } from './under-store';
import { underWorker } from './worker';

/** Begins to begin a hidden piece: with the shape that the picked pieces' joints enclose, if they have any. */
export function startHiding(bench: BenchValue): void {
  const { doc, view } = bench;
  const loop = shapeOfJoints(doc, allPicked(useBench.getState()));
  const { colour } = useUnderStore.getState().brush;
  useUnderStore.setState({
    ...NO_CONTOUR,
    hiding: { name: usualName(doc, view.id), loop, colour, shade: 0 },
    brushing: false,
  });
  if (loop) void takeColour(bench, loop);
}

/** The shape that the joints of the picked pieces enclose. */
export function shapeByJoints(bench: BenchValue): void {
  const loop = shapeOfJoints(bench.doc, allPicked(useBench.getState()));
  if (loop) give(loop, bench);
}

/** What a mouth has inside: name and colour to begin with, and how much darker it is at its deepest. */
const IN_MOUTH: Record<InMouth | 'inside', { name: string; colour: Rgb; shade: number }> = {
  inside: { name: 'mouth inside', colour: [122, 44, 48], shade: 0.6 },
  teeth: { name: 'teeth', colour: [246, 241, 228], shade: 0 },
  tongue: { name: 'tongue', colour: [200, 98, 100], shade: 0.2 },
};

/** What lies in the picked mouth, within its own outline. */
export async function shapeInMouth(what: keyof typeof IN_MOUTH, bench: BenchValue): Promise<void> {
  const { pickedPiece } = useBench.getState();
  const outline = pickedPiece && (await underWorker().outlineOf(keyOf(bench), pickedPiece));
  const loop = outline && (what === 'inside' ? outline : inMouth(what, outline));
  if (loop) useUnderStore.setState({ hiding: { ...IN_MOUTH[what], loop } });
  else refuse('Pick the mouth first: what lies in it is drawn within its outline.');
}

/** The picked piece's own outline: the inside of a mouth, the back of a skirt. */
export async function shapeByOutline(bench: BenchValue): Promise<void> {
  const { pickedPiece } = useBench.getState();
  const loop = pickedPiece && (await underWorker().outlineOf(keyOf(bench), pickedPiece));
  if (loop) give(loop, bench);
}

function give(loop: number[], bench: BenchValue): void {
  const { hiding } = useUnderStore.getState();
  if (hiding) useUnderStore.setState({ hiding: { ...hiding, loop } });
  void takeColour(bench, loop);
}

/** Its colour to begin with: that of the picked limb at its joint, or else what the design shows in the shape's middle. */
async function takeColour(bench: BenchValue, loop: readonly number[]): Promise<void> {
  const mean = (axis: number) =>
    loop.reduce((sum, value, i) => (i % 2 === axis ? sum + value : sum), 0) / (loop.length / 2);
  const own = bench.doc.joints.find(({ childId }) => childId === useBench.getState().pickedPiece)?.fillColour;
  const colour = own ?? (await handWorker<TableTasks>().colourAt(keyOf(bench), bench.view.id, mean(0), mean(1)));
  const { hiding } = useUnderStore.getState();
  if (hiding && colour) useUnderStore.setState({ hiding: { ...hiding, colour } });
}

/** The first part of the plan that may be hidden and has no piece yet. */
function usualName(doc: CharacterDoc, viewId: string): string {
  const lacking = planEntries(planOf(doc.character)).find((entry) => {
    const part = findPart(doc, entry);
    return !part || !findPiece(doc, viewId, part.id);
  });
  return lacking ? labelFor(lacking) : 'hip';
}
