export { checkView, reportView, viewMeasures, viewMeasuresInTurn, type ViewProof } from './checks.js';
export { UNCUT, handleEntries, orderChangeEntries, rigEntry, uncutEntry, type RigEntry } from './rig-entry.js';
export {
  MOST_ROOM,
  PACKAGE_FORMATS,
  PACKAGE_SCALES,
  USUAL_OPTIONS,
  type PackageFormat,
  type PackageOptions,
  USUAL_PRESETS,
  sameOptions,
} from './package-options.js';
export {
  FINISH_BLENDS,
  FINISH_NAMES,
  USUAL_FINISHES,
  edgeReach,
  finishTexture,
  refuseBadFinish,
  withFinish,
  type Finish,
  type FinishBlend,
  type FinishName,
} from './finish.js';
export { matchBack, type BackMatch, type NamedPicture, type NamesThen } from './match-back.js';
export { takeBack, type RepaintedSheets, type TakenBack } from '../document/take-back.js';
export { versionWord } from './version-word.js';
export { pivotMark, registerFrame } from './marks.js';
export { spreadApart, type SheetPiece } from './spread-apart.js';
