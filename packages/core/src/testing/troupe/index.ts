import { BEASTS } from './beasts.js';
import { PEOPLE } from './people.js';

/**
 * Characters to judge by: people and animals of many builds, poses and manners of drawing, with every part, joint and
 * hidden paint known. None is shipped, and nothing may be tuned to one of them alone.
 */
export const TROUPE = [...PEOPLE, ...BEASTS];

export { drawMember, drawWhole, limbLayer, trueJoints, type Member, type TrueJoint } from './member.js';
export { onTheBench } from './on-the-bench.js';
export { edgeErrors } from './edge-error.js';
