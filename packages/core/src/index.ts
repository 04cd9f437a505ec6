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
  maskArea,
  createMask,
  createPlacedMask,
  cropMask,
  insideArea,
  unionCoverage,
  type Mask,
  type PlacedMask,
  type Region,
} from './raster/mask.js';
export { growMask, holesOf, islandsOf, shrinkMask, trimMask } from './raster/morphology.js';
export { fillLoop, pointBounds } from './raster/polygon.js';
export { fromRuns, toRuns, type MaskRuns } from './raster/runs.js';
export { sampleBitmap, sampleMask } from './raster/sample.js';

// Cut
export { crossCut, type CutSides } from './cut/cross-cut.js';
export { findOffcuts, offcutMask, uncutPaint, type Offcut, type OffcutReport } from './cut/offcuts.js';
export { mapOwners, type OwnerMap } from './cut/owners.js';
export { faceMask, giveBackPixels, takePixels, type Faces, type Taken } from './cut/take.js';

export {
  cleanMatte,
  findBackdrop,
  findSpecks,
  type Backdrop,
  type BackdropHole,
  type CleanedMatte,
  type Specks,
} from './cut/clean-matte.js';
export { hugPath } from './cut/hug-path.js';
export { colourName, takePalette, type PaletteColour } from './cut/palette.js';
export { soak, type SoakOptions } from './cut/soak.js';
export { splitOwn } from './cut/split-own.js';
export { unmixEdges, type Unmixed } from './cut/unmix-edge.js';
// Proposals
export { bodyFrame, symmetryAxis, toBody, type BodyFrame } from './propose/body-frame.js';
export { mirrorCut, settleBorder, type MirroredCut } from './propose/mirror-cut.js';
export { proposeParts, type ProposedShape, type Proposal } from './propose/propose-parts.js';
export { segmentDesign, type Patch, type Segments } from './propose/segment.js';
// Layered files
export { BLEND_MODES, blendColour, type BlendMode } from './layers/blend.js';
export {
  drawEffects,
  type EffectPaint,
  type LayerEffect,
  type OverlayEffect,
  type ShadowEffect,
  type StrokeEffect,
} from './layers/effects.js';
export { keepApart, type KeptApart } from './layers/keep-apart.js';
export { blendOverMutable, flattenLayers, type FlatLayer, type Flattened, type LayerNode } from './layers/flatten.js';
export {
  guessLayers,
  partsFromLayers,
  type LayerGuess,
  type LayerRole,
  type LayeredPart,
  type SortedLayer,
} from './layers/sort-layers.js';
// Plan
export {
  KNOWN_PARTS,
  knownPart,
  partAddress,
  usualParent,
  type JointKind,
  type KnownPart,
} from './plan/known-parts.js';
export {
  answerChoice,
  answerOf,
  findPlanned,
  planEntries,
  planFaults,
  planFrom,
  planOf,
  plannedPart,
  switchPart,
  type ClosestShot,
  type Plan,
  type PlannedPart,
  type PlannedSet,
} from './plan/plan.js';
export { roomShortage, sizeNeed, type Shortage, type SizeNeed, type Swing } from './plan/size.js';
export { CHOICES, TEMPLATES, type Choice, type Template } from './plan/templates.js';
// Joints
export { composePiece, mergeSheets, type SheetBitmaps } from './joint/compose-piece.js';
export { sharpestCorner } from './joint/corner.js';
export { fitJoint, type CutLine, type FitOptions, type JointFit } from './joint/fit-joint.js';
export { BOTH, CHILD_ONLY, NEITHER, PARENT_ONLY, compareDiscs, type DiscDifference } from './joint/compare-discs.js';
export { settleDisc } from './joint/settle-disc.js';
export { fitOneSided } from './joint/fit-one-sided.js';
export { usualLine, withUsualLine } from './joint/usual-line.js';
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
export { prepareBend, type Assembly, type BendMeasure, type BendRig } from './joint/bend-rig.js';
export type { SweepPiece } from './joint/bend-layers.js';
export {
  cleanLimits,
  cleanRange,
  isCleanBend,
  sweepAngles,
  sweepJoint,
  worstBend,
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
  capital,
  labelFor,
  nameFor,
  parseName,
  plainWords,
  type NameFault,
  type NameTokens,
  type NameToken,
  type NamingScheme,
} from './naming/scheme.js';

// The character and its edits
export { derivedSheets, type DerivedSheets } from './document/derive-sheets.js';
export { DiffBuilder, NO_CHANGE, applyDiff, invertDiff, isEmptyDiff } from './document/diff.js';
export {
  PLAIN_PIECE,
  changePiece,
  cutPieces,
  deletePiece,
  mergePieces,
  type CutArgs,
  type CutSheets,
  type FreshPiece,
} from './document/cut-edits.js';
export {
  findPart,
  findPiece,
  joinDiffs,
  moveInOrder,
  pieceById,
  renamePart,
  setParent,
  setSheets,
} from './document/edits.js';
export {
  changeJoint,
  copyJoint,
  fittedDisc,
  otherSide,
  unlinkJoint,
  childAndParent,
  deleteJoint,
  jointById,
  placeJoint,
  putDrawnEndInFront,
  setInFront,
  type JointChange,
} from './document/joint-edits.js';
export { changeCharacter, changeView, enlargeCanvas, viewById, type Enlargement } from './document/view-edits.js';
export {
  drawOrder,
  drawSteps,
  hasLineUnder,
  limbUnderLine,
  type DrawStep,
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
export { mendsFor, type Mend, type MendOptions } from './document/mend-joint.js';
export { disturbedJoints, rehangJoints, type Rehung } from './document/rehang.js';
export type {
  ApartSheets,
  BroughtIn,
  BroughtLayer,
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
  reachingDisc,
  fitBetween,
  limbSilhouette,
  pieceImages,
  uncutOf,
  type PairFit,
  type PieceImage,
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
