export type {
  CycleRow,
  DrawingId,
  DrawingRow,
  DrawingViewRow,
  LookRow,
  SwapSetId,
  SwapSetRow,
} from '../document/rows.js';
export { bendDrawing, handlesOf, placesOf, type BendHandle } from './bend-drawing.js';
export { beneathSet } from './beneath-set.js';
export { USUAL_CHARTS } from './chart.js';
export {
  defaultOf,
  drawingById,
  drawingLabel,
  drawingName,
  drawingsOf,
  drawnInstead,
  inView,
  missingOf,
  partNames,
  pieceOfSet,
  setAt,
  setById,
  setName,
} from './find-swaps.js';
export { mirrorDrawing, mirrorMarks, mirrorPiece, mirrorWay } from './mirror-set.js';
export { LID_OPENINGS, lidsToMake, makeLids } from './make-lids.js';
export { withinTravel, type Travel } from './pupil-travel.js';
export { isPupil, travelOf } from './travel-of.js';
export { LONGEST_LINE, readLine, standIn, type SpokenLine, type SpokenShape } from './read-line.js';
export { readName } from './read-names.js';
export { registerLeast, seatByMarks, seatDrift } from './seat.js';
export {
  CHART_LIMITS,
  MOST_FRAMES,
  addDrawings,
  changeChart,
  changeDrawing,
  deleteDrawing,
  deleteSet,
  keepCycle,
  keepLook,
  moveDrawing,
  setMarks,
  startSet,
  usualBlink,
  type FreshDrawing,
} from './swap-edits.js';
