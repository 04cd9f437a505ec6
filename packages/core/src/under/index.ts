export { bareOfPiece } from './bare-of-piece.js';
export { bareCells, bareIn, findBare, type Bare } from './find-bare.js';
export { type IntoView } from './coming-into-view.js';
export { type Turn } from './sight.js';
export { FILL_MODES, type FillMode, type OwnLine } from './fill-under.js';
export {
  proposeUnder,
  viewUnder,
  type ProposeOptions,
  type UnderProposal,
  type ViewUnder,
  type PieceUnder,
} from './propose-under.js';
export { ownLine } from './shape-of-piece.js';
export type { Bridge } from './bridge-contour.js';
export { findOpen, type OpenPlace } from './open-places.js';
export { crossesItself } from './carried.js';
export {
  carryContours,
  markShadow,
  setGraft,
  paintBeneath,
  sayNothingAt,
  setEndsHere,
  shadowTokens,
} from './under-edits.js';
export { bareAsMeasured, bareMeasures, pieceUnderKey, underKey } from './checks.js';
export { liftShadow } from './lift-shadow.js';
export { graftWithin, layGraft, refuseBadGraft } from './lay-graft.js';
export { inMouth, type InMouth } from './mouth-inside.js';
export { drawHidden, shapeOfJoints, type HiddenOrder } from './hidden-piece.js';
export { fillClosed } from './fill-closed.js';
export { brushBeneath, piecesAtStroke, type BrushStroke } from './brush-beneath.js';
