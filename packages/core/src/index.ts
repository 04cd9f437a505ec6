export { LimberError, refuse, type Place, type Refusal, type Result } from './errors.js';
export { withDefaults } from './options.js';

// Pictures
export {
  createBitmap,
  createPlaced,
  cropPlaced,
  growRect,
  intersectRects,
  paintArea,
  paintBounds,
  trimToPaint,
  uniteRects,
  wordsOf,
  type Bitmap,
  type PlacedBitmap,
  type Rect,
} from './raster/bitmap.js';
export { colourDistance, fromHex, labDistance, toHex, toLab, type Lab, type Rgb } from './raster/colour.js';
export { compareBitmaps, type Difference } from './raster/compare.js';
export { composite, compositeOverMutable } from './raster/composite.js';
export { contours, type Contour } from './raster/contours.js';
export {
  createDistanceScratch,
  distanceField,
  type DistanceOptions,
  type DistanceScratch,
} from './raster/distance-field.js';
export {
  connectedRegions,
  coverageOf,
  createMask,
  createPlacedMask,
  cropMask,
  insideArea,
  unionCoverage,
  type Mask,
  type PlacedMask,
  type Region,
} from './raster/mask.js';
export { fillLoop, pointBounds } from './raster/polygon.js';
export { sampleBitmap, sampleMask } from './raster/sample.js';

// Cut
export { crossCut, type CutSides } from './cut/cross-cut.js';
export { findOffcuts, offcutMask, uncutPaint, type Offcut, type OffcutReport } from './cut/offcuts.js';
export { mapOwners, type OwnerMap } from './cut/owners.js';
export { faceMask, giveBackPixels, takePixels, type Faces, type Taken } from './cut/take.js';

// Joints
export { composePiece, mergeSheets, type SheetBitmaps } from './joint/compose-piece.js';
export { sharpestCorner } from './joint/corner.js';
export { fitJoint, type CutLine, type FitOptions, type JointFit } from './joint/fit-joint.js';
export { fitOneSided } from './joint/fit-one-sided.js';
export { measureLine, type LineMeasure, type MeasureZone } from './joint/measure-line.js';
export {
  loosenessReach,
  roundEnd,
  roundJoint,
  type Disc,
  type DiscOn,
  type EndInput,
  type OutlineOn,
  type RoundedEnd,
  type RoundedJoint,
} from './joint/round-joint.js';
export { sharedBorder, type SharedBorder } from './joint/shared-border.js';
export { prepareBend, type Assembly, type BendMeasure, type BendRig, type SweepPiece } from './joint/bend-rig.js';
export {
  cleanLimits,
  cleanRange,
  isCleanBend,
  sweepAngles,
  sweepJoint,
  type CleanLimits,
  type Sweep,
  type SweepOptions,
} from './joint/sweep-joint.js';

// Names
export {
  DEFAULT_SCHEME,
  LONGEST_NAME,
  checkNames,
  codeFor,
  labelFor,
  nameFor,
  parseName,
  plainWords,
  type NameFault,
  type NameTokens,
  type NameToken,
  type NamingScheme,
} from './naming/scheme.js';
export { VOCABULARY, usualParent, vocabularyPart, type VocabularyPart } from './naming/vocabulary.js';

// The character and its edits
export { DiffBuilder, applyDiff, invertDiff, isEmptyDiff } from './document/diff.js';
export {
  changeCharacter,
  changeJoint,
  childAndParent,
  cutPieces,
  deleteJoint,
  deletePiece,
  findPart,
  findPiece,
  joinDiffs,
  jointById,
  moveInOrder,
  pieceById,
  placeJoint,
  putDrawnEndInFront,
  renamePart,
  setInFront,
  setParent,
  setSheets,
  type CutArgs,
  type JointChange,
} from './document/edits.js';
export {
  drawOrder,
  generationOf,
  hangingFrom,
  jointsOutwards,
  inFrontOf,
  jointLabel,
  makesRing,
  parentPiece,
  partOf,
  pieceName,
} from './document/family.js';
export type {
  CharacterDoc,
  CharacterId,
  CharacterRow,
  Diff,
  JointId,
  JointRow,
  PartId,
  PartRow,
  PieceId,
  PieceRow,
  Row,
  SheetRef,
  TableName,
  ViewId,
  ViewRow,
} from './document/rows.js';
export {
  assembleJoint,
  compareAtRest,
  discOf,
  fitBetween,
  limbSilhouette,
  pieceImages,
  roundedSheets,
  uncutOf,
  type PairFit,
  type ViewArt,
} from './document/view-art.js';

// Hand-off
export {
  checkView,
  faultOf,
  type Check,
  type CheckId,
  type CheckOptions,
  type Finding,
  type JointProof,
  type ViewProof,
} from './handoff/checks.js';
