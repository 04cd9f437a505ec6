/** What Trial offers to server and web. */
export { EASES, type Ease, type MotionId, type MotionRow, type PoseRow, type SoftLine } from '../document/rows.js';
export { placesAlong } from '../document/soft-line.js';
export { bendAtRest, reach, type BendWay, type Reached } from './reach.js';
export { reachChains, type ReachChain } from './limbs.js';
export { faultsInMotion, motionFaultsKey } from './faults-in-motion.js';
export { NO_FAULTS, type MotionFaults } from './motion-faults.js';
export { measureMotion, type MotionFinding } from './measure-motion.js';
export { MOTION_LIMITS, dropMotion, keepMotion, motionById, stepsOfMotion, type MotionStep } from './motion-edits.js';
export {
  MOTION_KEYS,
  motionFrames,
  motionsFor,
  ownMotion,
  type Motion,
  type MotionFrames,
  type MotionKey,
} from './motions.js';
export { anglesWithin, dropPose, keepPose, keptPose, notInView, poseById, renamePose } from './pose-edits.js';
export { REST_POSE, bendsOf, gazeIn, mirrorPose, poseOf, wornOver, type Pose } from './pose.js';
export { secondsOfOwn } from './through-poses.js';
export { withMotions } from './shown-in-motions.js';
export { drawPose, poseImages, roomOfPoses, type PoseImages } from './draw-pose.js';
export { bendPicture, bendVertices, measureBend, type BendMeasure } from './bend-soft.js';
export { looseJoints } from './follow-late.js';
export { proposeSoftLine } from './propose-soft-line.js';
export { jointToBend, makeRigid, makeSoft } from './soft-edits.js';
export { bentLine, broughtBack, carriedAlong, scaledLine, turnShares } from './soft-line.js';
export { takePoses } from './take-poses.js';
export { meshOf, type SoftMesh } from './soft-mesh.js';
export { offDesign, type OffDesign } from './off-design.js';
export { placeSoftly, softBends } from './place-softly.js';
