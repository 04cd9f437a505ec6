// How the skipper is cut so far: on his drawing's own groups, enough for him to breathe. Face, hands and legs are still to do.

/** His plan: bearded, in a cap, his neck out of sight. */
export const SKIPPER_PLAN = {
  on: ['beard//', 'cap//'],
  off: ['hair/front/', 'hair/back/', 'ear//A', 'ear//B', 'nose//', 'neck//', 'hip//'],
};

/** Groups of his drawing, back to front. */
export const SKIPPER_GROUPS = [
  ['arm_B', 'arm/upper/B'],
  ['coat', 'torso//'],
  ['arm_A', 'arm/upper/A'],
  ['head', 'head//'],
  ['beard', 'beard//'],
  ['hat', 'cap//'],
];

/** What turns so far, and on what. */
export const SKIPPER_JOINTS = [
  ['arm/upper/A', { x: 870, y: 1640, radius: 190 }],
  ['arm/upper/B', { x: 2130, y: 1640, radius: 190 }],
  ['head//', { x: 1500, y: 1380, radius: 200 }],
];
