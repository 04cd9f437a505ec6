import type { Comparison, Landmark, ViewMeasure, ViewRow } from '@limber-sheaf/core';

/** Units from floor to crown: every view is drawn as tall as the others. */
export const TALL = 1000;
/** Units above the crown and below the floor. */
export const ROOM = { above: 90, below: 50 };
/** Units between two views. */
const GAP = 70;

/** A view laid beside others, all standing on one floor. */
export interface LaidView {
  view: ViewRow;
  marks: readonly Landmark[];
  /** Units a px. */
  scale: number;
  /** Where its paint begins and ends, units from the left. */
  left: number;
  width: number;
  /** Where its canvas lies. */
  canvas: { x: number; y: number; width: number; height: number };
  /** px from the top of the canvas that lies at some units from the top. */
  yAt: (units: number) => number;
}

/** Lays views beside one another on one floor line, as tall as one another. */
export function layBeside(
  views: readonly ViewRow[],
  comparison: Comparison,
  measures: ReadonlyMap<string, ViewMeasure>,
): { laid: LaidView[]; width: number } {
  let left = GAP;
  const laid = views.map((view): LaidView => {
    const marks = comparison.landmarks.get(view.id) ?? [];
    const heightOf = (key: string, otherwise: number) => marks.find((mark) => mark.key === key)?.y ?? otherwise;
    const floor = heightOf('floor', view.floorY);
    const scale = TALL / Math.max(1, floor - heightOf('crown', 0));
    const bounds = measures.get(view.id)?.bounds ?? { x: 0, y: 0, width: view.width, height: view.height };
    const top = ROOM.above + TALL - floor * scale;
    const one: LaidView = {
      ...{ view, marks, scale, left, width: bounds.width * scale },
      canvas: { x: left - bounds.x * scale, y: top, width: view.width * scale, height: view.height * scale },
      yAt: (units) => (units - top) / scale,
    };
    left += one.width + GAP;
    return one;
  });
  return { laid, width: left };
}

/** A height in units, from its share of the height between floor and crown. */
export const unitsAt = (share: number) => ROOM.above + TALL * (1 - share);

/** Heights that keep their order on every figure; a hand hangs where it likes, and a line of one's own lies anywhere. */
const ORDERED = ['crown', 'brows', 'eyes', 'chin', 'shoulders', 'hip', 'knees', 'ankles', 'floor'];
/** px by which a height line stays off those above and below it. */
const APART = 2;

/** Where a height line may lie, px: between its neighbours. */
export function roomOf(marks: readonly Landmark[], key: string, canvas: number): [number, number] {
  const chain = marks.filter((mark) => ORDERED.includes(mark.key));
  const at = chain.findIndex((mark) => mark.key === key);
  if (at < 0) return [0, canvas];
  return [(chain[at - 1]?.y ?? -APART) + APART, (chain[at + 1]?.y ?? canvas + APART) - APART];
}
