import type { MakeStep } from '../document/row-types.js';
import { trimToPaint, type PlacedBitmap, type Rect } from '../raster/bitmap.js';
import { bendDrawing, handlesOf, placesOf } from './bend-drawing.js';
import { darkenDrawing } from './darken-drawing.js';
import { partDrawing } from './part-drawing.js';

/** Most steps by which a drawing is made. */
export const MOST_STEPS = 24;

/**
 * Makes a drawing of another, step by step; without steps it is a copy.
 * @param within the canvas, past which nothing reaches
 * @returns null where nothing is left of it
 */
export function makeDrawing(picture: PlacedBitmap, steps: readonly MakeStep[], within: Rect): PlacedBitmap | null {
  let made = trimToPaint(picture);
  for (const step of steps) made = made && stepOf(made, step, within);
  return made;
}

function stepOf(picture: PlacedBitmap, step: MakeStep, within: Rect): PlacedBitmap | null {
  switch (step.do) {
    case 'bend':
      return bendDrawing(picture, handlesOf(step.handles), placesOf(step.held), within);
    case 'part':
      return partDrawing(picture, step, within);
    case 'darken':
      return darkenDrawing(picture, step);
  }
}
