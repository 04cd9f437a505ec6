/** What Trial offers to server and web. */
export type { PoseRow } from '../document/rows.js';
export { bendAtRest, reach, type BendWay, type Reached } from './reach.js';
export { reachChains, type ReachChain } from './limbs.js';
export { bareInMotion, motionBareKey, type MotionBare } from './bare-in-motion.js';
export { measureMotion, type MotionFinding } from './measure-motion.js';
export { MOTION_KEYS, motionFrames, motionsFor, type Motion, type MotionFrames, type MotionKey } from './motions.js';
export { anglesWithin, dropPose, keepPose, keptPose, notInView, poseById, renamePose } from './pose-edits.js';
export { REST_POSE, bendsOf, mirrorPose, poseOf, wornOver, type Pose } from './pose.js';
export { drawPose, poseImages, roomOfPoses, type PoseImages } from './draw-pose.js';
