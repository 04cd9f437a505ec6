export type { MakeStep, MouthInside } from '../document/row-types.js';
export type {
  CycleRow,
  DrawingId,
  DrawingRow,
  DrawingViewRow,
  LookRow,
  SwapSetId,
  SwapSetRow,
} from '../document/rows.js';
export { placesOf } from './bend-drawing.js';
export { beneathSet } from './beneath-set.js';
export { USUAL_CHARTS, sameChart, usualKind, type KeptChart } from './chart.js';
export {
  defaultOf,
  drawingAt,
  drawingById,
  drawingLabel,
  drawingName,
  drawingsLacking,
  drawingsOf,
  drawnIn,
  inView,
  marksOf,
  missingOf,
  partNames,
  pieceOfSet,
  setAt,
  setById,
  setName,
} from './find-swaps.js';
export { heldBy, holdThing, type HeldThing } from './hold-thing.js';
export { mirrorDrawing, mirrorMarks, mirrorPiece, mirrorWay } from './mirror-set.js';
export { makeDrawing } from './make-drawing.js';
export {
  ownRow,
  pressFlat,
  putPicture,
  remade,
  stepsOf,
  type DrawingPicture,
  type StepFields,
} from './making-edits.js';
export { paintDrawing } from './paint-drawing.js';
export { isMadeOf, lookOf, toRemake } from './remake.js';
export { coverFor, isRim, layRim } from './cover-for.js';
export { gazeAt, pupilsIn } from './gaze.js';
export { drawnLine } from './drawn-line.js';
export { differencePicture } from './difference-picture.js';
export { drawnInstead, drawnOver, shownImages, type DrawnOver } from './drawn-instead.js';
export { lidsAlone, onEyes, wholeEyes, withBlends } from './lids-over.js';
export { MOST_FRAMES, dropCycle, dropLook, keepCycle, keepLook, usualBlink } from './look-edits.js';
export { LID_OPENINGS, lidsToMake, makeLids } from './make-lids.js';
export { withinTravel, type Travel } from './pupil-travel.js';
export { isPupil, travelOf } from './travel-of.js';
export { defaultFirst, scenesOfLine, wornInLine, type LineScene } from './line-in-view.js';
export { LONGEST_LINE, readLine, standIn, type SpokenLine, type SpokenShape } from './read-line.js';
export { readName } from './read-names.js';
export { registerLeast, seatByMarks, seatDrift } from './seat.js';
export { picturesOf, seatAll, setsToSeat, unmarkedNotes, type SeatedAll } from './seat-all.js';
export { registerTurned, seatDrawing, seated, seatingByMarks, type Seating } from './seat-turned.js';
export { PRESSED_FLAT } from '../document/removal.js';
export { jointOfSet, withSameEnd } from './same-end.js';
export { changeSetRules, linkedSets, partnerOf, unlinkedOf, withPartners } from './set-rules.js';
export {
  CHART_LIMITS,
  addDrawings,
  changeChart,
  changeDrawing,
  deleteDrawing,
  deleteSet,
  moveDrawing,
  renameInChart,
  setMarks,
  startSet,
  type FreshDrawing,
} from './swap-edits.js';
