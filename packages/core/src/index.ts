export { LimberError, orRefuse, refuse, type Place, type Refusal, type Result } from './errors.js';
export { counted } from './counted.js';
export { withDefaults } from './options.js';

// Pictures
export {
  copyPlaced,
  createBitmap,
  createPlaced,
  cropPlaced,
  growRect,
  intersectRects,
  outsetRect,
  paintArea,
  paintBounds,
  placedAt,
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
  unionCoverage,
  type Mask,
  type PlacedMask,
  type Region,
} from './raster/mask.js';
export { growMask, holesOf, islandsOf, shrinkMask, trimMask } from './raster/morphology.js';
export { fillLoop, isTangled, pointBounds } from './raster/polygon.js';
export { fromRuns, toRuns, type MaskRuns } from './raster/runs.js';
export { sampleBitmap, sampleMask } from './raster/sample.js';
export { makeSmaller } from './raster/smaller.js';

// Cut
export { crossCut, type CutSides } from './cut/cross-cut.js';
export { findOffcuts, offcutsMask, uncutMask, uncutPaint, type Offcut, type OffcutReport } from './cut/offcuts.js';
export { giveToOwner, mapOwners, nobodys, ownersAtRest, type OwnerMap } from './cut/owners.js';
export { faceMask, findSharedPixels, giveBackPixels, takePixels, type Faces, type Taken } from './cut/take.js';

export {
  cleanMatte,
  findBackdrop,
  LARGEST_SPECK,
  findSpecks,
  type Backdrop,
  type BackdropHole,
  type CleanedMatte,
  type Specks,
} from './cut/clean-matte.js';
export { hugPath } from './cut/hug-path.js';
export { colourName, takePalette } from './cut/palette.js';
export { soak, type SoakOptions } from './cut/soak.js';
export { splitOwn } from './cut/split-own.js';
export { unmixEdges, type Unmixed } from './cut/unmix-edge.js';
// Proposals
export { bodyFrame, symmetryAxis, toBody, type BodyFrame } from './cut/propose/body-frame.js';
export { guessPlan, type GuessedPlan } from './cut/propose/guess-plan.js';
export { mirrorCut, settleBorder, type MirroredCut } from './cut/propose/mirror-cut.js';
export { proposeParts, type ProposedShape, type Proposal } from './cut/propose/propose-parts.js';
export { SURE_OF_NAME, maskOfShapes, sureOfPart } from './cut/propose/parts-of-proposal.js';
export { segmentDesign, type Patch, type Segments } from './cut/propose/segment.js';
// Layered files
export { blendColour } from './cut/layers/blend.js';
export {
  drawEffects,
  type EffectPaint,
  type LayerEffect,
  type OverlayEffect,
  type ShadowEffect,
  type StrokeEffect,
} from './cut/layers/effects.js';
export { keepApart, type KeptApart } from './cut/layers/keep-apart.js';
export {
  blendOverMutable,
  flattenLayers,
  type FlatLayer,
  type Flattened,
  type LayerNode,
} from './cut/layers/flatten.js';
export {
  guessLayers,
  partsFromLayers,
  type LayerGuess,
  type LayeredPart,
  type SortedLayer,
} from './cut/layers/sort-layers.js';
// Plan
export { KNOWN_PARTS, knownPart, partAddress, usualParent, type KnownPart } from './plan/known-parts.js';
export {
  answerChoice,
  answerOf,
  findPlanned,
  planEntries,
  planFaults,
  planFrom,
  withTemplate,
  isOfPeople,
  planOf,
  plannedPart,
  switchPart,
} from './plan/plan.js';
export { missingParts } from './plan/missing-parts.js';
export { partReach } from './plan/part-reach.js';
export { roomShortage, sizeNeed, type Shortage, type SizeNeed, type Swing } from './plan/size.js';
export { CHOICES, TEMPLATES, type Choice, type Template } from './plan/templates.js';
// Joints
export { composePiece, composeWithLine, mergeSheets, type SheetBitmaps } from './document/compose-piece.js';
export { sharpestCorner } from './joints/corner.js';
export { fitJoint, type CutLine, type FitOptions, type JointFit } from './joints/fit-joint.js';
export { BOTH, CHILD_ONLY, NEITHER, PARENT_ONLY, compareDiscs, type DiscDifference } from './joints/compare-discs.js';
export { settleDisc } from './joints/settle-disc.js';
export { usualLine, withUsualLine } from './joints/usual-line.js';
export { measureLine, type LineMeasure, type MeasureZone } from './raster/measure-line.js';
export {
  loosenessReach,
  roundEnd,
  roundJoint,
  type Disc,
  type EndInput,
  type RoundedEnd,
  type RoundedJoint,
} from './joints/round-joint.js';
export { sharedBorder, type SharedBorder } from './joints/shared-border.js';
export { prepareBend, type Assembly, type BendMeasure, type BendRig } from './joints/bend-rig.js';
export type { SweepPiece } from './joints/bend-layers.js';
export {
  FAULTS,
  cleanLimits,
  cleanRange,
  findCleanRange,
  isCleanBend,
  sweepAngles,
  sweepJoint,
  worstBend,
  type CleanLimits,
  type Sweep,
  type SweepOptions,
} from './joints/sweep-joint.js';

export {
  DEFAULT_SCHEME,
  DRAWING_TOKENS,
  INDEX_DIGITS,
  LONGEST_NAME,
  codeFor,
  capital,
  drawingNameFor,
  labelFor,
  nameFor,
  plainWords,
  type DrawingToken,
  type NameTokens,
  type NameToken,
  type NamingScheme,
} from './document/naming.js';

export { type DerivedSheets } from './document/compose-piece.js';

// The character and its edits
export { DiffBuilder, NO_CHANGE, applyDiff, diffBetween, invertDiff, isEmptyDiff, joinDiffs } from './document/diff.js';
export {
  drawOrder,
  drawSteps,
  handlesAbove,
  generationOf,
  hangingFrom,
  movedBy,
  hasLineUnder,
  inFrontOf,
  jointLabel,
  jointsOutwards,
  limbUnderLine,
  makesRing,
  parentPiece,
  partOf,
  nameAll,
  pieceName,
  type DrawStep,
} from './document/family.js';
export { findPart, findPiece, knownBy, pieceById, piecesOfView, turningJoints } from './document/find.js';
export { journalHeads, type JournalHeads, type JournalLine } from './document/journal.js';
export { deriveKey, placeOf } from './document/keys.js';
export {
  BLEND_MODES,
  type BlendMode,
  type ClosestShot,
  type DiscOn,
  type JointKind,
  type LayerRole,
  type OutlineOn,
  type PaletteColour,
  type Plan,
  type PlannedPart,
  type PlannedSet,
  SWAP_KINDS,
  type ChartShape,
  type SwapKind,
  ORDER_PLACES,
  type OrderPlace,
} from './document/row-types.js';
export {
  TABLES,
  type ApartSheets,
  type BroughtIn,
  type BroughtLayer,
  type CarriedContour,
  type Graft,
  type GraftLook,
  type CharacterDoc,
  type CharacterId,
  type CharacterRow,
  type DerivedRefs,
  type SheetsOf,
  type Diff,
  type HandleId,
  type HandleRow,
  type JointId,
  type JointRow,
  type ListTable,
  type PartId,
  type PartRow,
  type PieceId,
  type PieceRow,
  type OrderChangeId,
  type OrderChangeRow,
  type Row,
  type RowOf,
  type SheetRef,
  type TableName,
  type ViewId,
  type ViewRow,
} from './document/rows.js';
export { orderAtPose } from './document/order-at-pose.js';
export { LIST_TABLES, TABLE_NAMES, allRows, blobsOf, copyRows, docOf, rowIndex, rowsOf } from './document/tables.js';
export { pieceImages, type PieceImage, type ViewArt } from './document/view-art.js';
export { type Check, type CheckId, type Finding, type Measure } from './document/view-check.js';
export { USUAL_VIEWS, byUsualView } from './document/usual-views.js';
export { changeCharacter, changeView, viewById } from './document/view-edits.js';

export { compareAtRest, uncutOf } from './cut/rest-match.js';
export {
  PLAIN_PIECE,
  changePiece,
  cutPieces,
  redrawView,
  deletePieces,
  mergePieces,
  type CutArgs,
  type CutSheets,
  type FreshPiece,
} from './cut/cut-edits.js';
export { cutByOrder, type ChangedSheets, type CutOrder, type CutOutcome } from './cut/cut-order.js';
export { enlargeCanvas, type Enlargement } from './plan/enlarge-canvas.js';
export { discOf, reachingDisc } from './joints/assemble-joint.js';
export { rigOfJoint } from './joints/rig-of-joint.js';
export { FAULT_WORDS, worstFault } from './joints/bend-words.js';
export { derivedSheets, isLineSteady, sheetsKey } from './joints/derive-sheets.js';
export { roughKey, roughSheets, type Memo } from './joints/rough-sheets.js';
export { roughChange } from './joints/settle-rest.js';
export { fitBetween, type PairFit } from './joints/fit-between.js';
export { limbSilhouette } from './joints/limb-silhouette.js';
export { followCut, type Rehung } from './joints/follow-cut.js';
export {
  changeJoint,
  childAndParent,
  copyJoint,
  deleteJoint,
  fittedDisc,
  jointById,
  mostRadius,
  otherSide,
  placeJoint,
  setInFront,
  unlinkJoint,
} from './joints/joint-edits.js';
export {
  JOINT_FIELDS,
  JOINT_FIELD_NAMES,
  MOST_RADIUS,
  jointChangeWord,
  type JointChange,
  type JointField,
} from './joints/joint-fields.js';
export { mendsFor, type Mend, type MendOptions } from './joints/mend-joint.js';
export { piecesAround, reachOf } from './joints/piece-reach.js';
export { chainJoints, fitAllJoints, fitByHand, placeFitted, type MadeJoints } from './joints/place-fitted.js';
export { bareInDisc, daylightInDisc } from './joints/disc-paint.js';
export { apply, isAtRest, placePieces, unapply, type Gaze, type Placement } from './joints/place-pieces.js';
export { isCleanThroughout, proveJoint, sweptRange, type BendProof, type JointProof } from './joints/prove-joint.js';
export { proofKey } from './joints/proof-measure.js';
export { sweepMeasures } from './joints/checks.js';

// Under
export * from './under/index.js';

export * from './names/index.js';
export * from './swaps/index.js';
export * from './turns/index.js';

export * from './trial/index.js';
export * from './draft/index.js';
export * from './stack/index.js';

// Hand-off
export * from './handoff/index.js';
