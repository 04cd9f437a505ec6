import type { CharacterDoc, DrawingId, DrawingRow, SwapSetId, SwapSetRow, ViewId } from '../document/rows.js';
import { defaultOf, drawnIn, pieceOfSet } from './find-swaps.js';
import { standIn, type SpokenLine } from './read-line.js';

/** Frames that a blink takes. */
const BLINK = 4;

/** Drawings that show together, and for how many frames. */
export interface LineScene {
  drawingIds: DrawingId[];
  frames: number;
}

/** The drawings of a set in a view, the default one first, as `standIn` takes them. */
export function defaultFirst(doc: CharacterDoc, set: SwapSetRow, viewId: ViewId): DrawingRow[] {
  return drawnIn(doc, set, viewId).sort((a, b) => Number(b.isDefault) - Number(a.isDefault));
}

/** The shape that is said at a frame; null past its end. */
function shapeAt({ shapes }: SpokenLine, frame: number) {
  let at = 0;
  for (const one of shapes) {
    at += one.frames;
    if (frame < at) return one;
  }
  return null;
}

/** The drawings that show at a frame of a line, by set: the mouth's, and shut lids where the eyes blink; null is the rest. */
export function wornInLine(
  doc: CharacterDoc,
  viewId: ViewId,
  spoken: SpokenLine,
  frame: number | null,
): Record<SwapSetId, DrawingId> {
  const worn: Record<SwapSetId, DrawingId> = {};
  const said = frame === null ? null : shapeAt(spoken, frame);
  const isBlink = frame !== null && spoken.blinks.some((from) => frame >= from && frame < from + BLINK);
  for (const set of doc.swapSets) {
    if (!pieceOfSet(doc, set, viewId)) continue;
    if (set.kind === 'mouth') {
      const drawings = defaultFirst(doc, set, viewId);
      const mood = said?.mood && set.moods.includes(said.mood) ? said.mood : set.moods[0];
      const stands = said && standIn(drawings, said.shape, mood, set.moods[0])?.drawing;
      worn[set.id] = (stands ?? defaultOf(doc, set)).id;
    } else if (set.kind === 'lids') {
      const shut = drawnIn(doc, set, viewId).find(({ shape }) => shape === 'shut');
      worn[set.id] = (isBlink && shut ? shut : defaultOf(doc, set)).id;
    }
  }
  return worn;
}

/** A line as scenes; what other sets show stays. @param worn what they show, by set */
export function scenesOfLine(
  doc: CharacterDoc,
  viewId: ViewId,
  spoken: SpokenLine,
  worn: Readonly<Record<SwapSetId, DrawingId>>,
): LineScene[] {
  const scenes: LineScene[] = [];
  for (let frame = 0; frame < spoken.frames; frame++) {
    const drawingIds = Object.values({ ...worn, ...wornInLine(doc, viewId, spoken, frame) });
    const last = scenes.at(-1);
    if (last && last.drawingIds.join() === drawingIds.join()) last.frames++;
    else scenes.push({ drawingIds, frames: 1 });
  }
  return scenes;
}
