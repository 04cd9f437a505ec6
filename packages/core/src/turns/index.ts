/** What Turns offers to server and web. */
export { EXCEPTION_KINDS, type ExceptionKind } from '../document/row-types.js';
export type { HeightMark } from '../document/rows.js';
export {
  DRIFT_LIMIT,
  compareViews,
  type Comparison,
  type PartInView,
  type PartLine,
  type TurnFinding,
} from './compare-views.js';
export { COLOUR_LIMIT } from './drift.js';
export { carryOver, type CarryWish } from './carry-over.js';
export { MOST_FIGURES, cutSheet, proposeKeys, type CutView } from './cut-sheet.js';
export { layJoints, layParts, leaveOut, scaleToFit, takeSide, type LaidParts, type Laying } from './lay-parts.js';
export { mirroredAt, transformPicture, type Transform } from '../raster/transform.js';
export { LANDMARK_KEYS, landmarks, type Landmark } from './landmarks.js';
export { viewMeasure, type PieceMeasure, type ViewMeasure } from './measure-view.js';
export { isFlat } from '../document/usual-views.js';
export { mirrorView, unevenParts, type MirroredSheets, type UnevenPart } from './mirror-view.js';
export { oddFigure, readiness, type OddFigure, type PoseFinding } from './readiness.js';
export { measureSymmetry } from './symmetry.js';
export { groupsToTake, placeParts, takeParts, type KeptParts, type TakeOrder } from './take-parts.js';
export { takeColour } from './take-colour.js';
export { HEIGHT_NAME, setException, setHeight } from './turn-edits.js';
export { VIEW_KEY, deleteView, refuseCutSheet, renameView, replaceSheet, type FreshView } from './view-list.js';
