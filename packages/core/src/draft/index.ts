/** What the first draft offers to server and web. */
export type { DraftedDoubt } from '../document/row-types.js';
export { doubtfulBorders, type DoubtfulBorder } from './doubtful-borders.js';
export { jointless } from '../joints/jointless.js';
export { drawBothWays, type BothWays } from './draw-both-ways.js';
export { drawCuts, type DrawnCuts } from './draw-cuts.js';
export { bordersAsked, doubtStill } from './move-border.js';
export { openDoubts } from './open-doubts.js';
export { stripsBetween, type Pair } from './other-cuts.js';
export { draftedDoubts } from './drafted-doubts.js';
export {
  DOUBT_ANSWERS,
  countCutDoubts,
  findDoubts,
  offcutOf,
  settleDoubt,
  type Doubt,
  type DoubtAnswer,
} from './find-doubts.js';
