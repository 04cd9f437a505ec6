// How the pilot is cut, view by view: what a careful hand would take, on her drawings' own groups.

/** Her plan: the standard breakdown without ears and nose of their own, with pupils that move and what she wears. */
export const JUNIPER_PLAN = {
  on: ['pupils//', 'cap//', 'scarf//', 'satchel//', 'satchel/strap/'],
  off: ['nose//', 'ear//A', 'ear//B'],
  still: ['neck//'],
};

/** Her face, and what lies over it, in every view. */
const FACE = [
  ['head', 'head//'],
  ['eyes', 'eyes//'],
  ['pupils', 'pupils//', 'lashes'],
  ['brows', 'brows//'],
  ['mouth', 'mouth//'],
];
const ABOVE_FACE = [
  ['hair_front', 'hair/front/'],
  ['cap', 'cap//'],
  ['scarf', 'scarf//'],
];

/** Groups of her drawing, back to front, the part each begins as, and what else of that part's drawing lies over it. */
export const JUNIPER_GROUPS = [
  ['hair_back', 'hair/back/'],
  ['arm_B_hand', 'arm/hand/B'],
  ['arm_B_sleeve', 'arm/upper/B'],
  ['leg_B', 'leg/upper/B'],
  ['leg_A', 'leg/upper/A'],
  ['neck', 'neck//'],
  ['coat', 'torso//'],
  ['satchel_strap', 'satchel/strap/'],
  ['satchel_bag', 'satchel//'],
  ['arm_A_hand', 'arm/hand/A'],
  ['arm_A_sleeve', 'arm/upper/A'],
  ...FACE,
  ...ABOVE_FACE,
];

/** Her limbs' cross-cuts: what is cut, along which line (px), and what the lower side becomes. */
export const JUNIPER_CUTS = [
  ['arm/upper/A', [480, 1520, 740, 1650], 'right', 'arm/lower/A'],
  ['arm/upper/B', [1260, 1650, 1520, 1520], 'right', 'arm/lower/B'],
  ['leg/upper/A', [700, 2149, 1000, 2149], 'right', 'leg/lower/A'],
  ['leg/upper/B', [1000, 2149, 1300, 2149], 'right', 'leg/lower/B'],
  ['leg/lower/A', [620, 2640, 1000, 2690], 'right', 'leg/foot/A'],
  ['leg/lower/B', [1000, 2690, 1380, 2640], 'right', 'leg/foot/B'],
];

/** Groups of her drawing in three-quarter view, back to front: her far arm lies behind the coat. */
export const JUNIPER_TURNED_GROUPS = [
  ['hair_back', 'hair/back/'],
  ['arm_A_hand', 'arm/hand/A'],
  ['arm_A_sleeve', 'arm/upper/A'],
  ['leg_A', 'leg/upper/A'],
  ['leg_B', 'leg/upper/B'],
  ['neck', 'neck//'],
  ['coat', 'torso//'],
  ['satchel_strap', 'satchel/strap/'],
  ['satchel_bag', 'satchel//'],
  ['arm_B_hand', 'arm/hand/B'],
  ['arm_B_sleeve', 'arm/upper/B'],
  ...FACE,
  ...ABOVE_FACE,
];

/** All her limbs in three-quarter view. */
export const JUNIPER_TURNED_CUTS = [
  ['arm/upper/A', [581, 1504, 804, 1634], 'right', 'arm/lower/A'],
  ['arm/upper/B', [1168, 1650, 1428, 1520], 'right', 'arm/lower/B'],
  ['leg/upper/A', [740, 2149, 1040, 2149], 'right', 'leg/lower/A'],
  ['leg/upper/B', [890, 2149, 1220, 2149], 'right', 'leg/lower/B'],
  ['leg/lower/A', [660, 2640, 1040, 2690], 'right', 'leg/foot/A'],
  ['leg/lower/B', [814, 2640, 1220, 2690], 'right', 'leg/foot/B'],
];

/** Groups of her drawing from the side, back to front; her far arm shows no more than its cuff. */
export const JUNIPER_SIDE_GROUPS = [
  ['arm_A_sleeve', 'arm/lower/A'],
  ['leg_A', 'leg/upper/A'],
  ['leg_B', 'leg/upper/B'],
  ['neck', 'neck//'],
  ...FACE,
  ['coat', 'torso//'],
  ['satchel_strap', 'satchel/strap/'],
  ['satchel_bag', 'satchel//'],
  ['arm_B_hand', 'arm/hand/B'],
  ['arm_B_sleeve', 'arm/upper/B'],
  ['hair_back', 'hair/back/'],
  ...ABOVE_FACE,
];

/** Her near arm and both legs from the side. */
export const JUNIPER_SIDE_CUTS = [
  ['arm/upper/B', [800, 1540, 1180, 1560], 'right', 'arm/lower/B'],
  ['leg/upper/A', [760, 2149, 1180, 2149], 'right', 'leg/lower/A'],
  ['leg/upper/B', [760, 2149, 1240, 2149], 'right', 'leg/lower/B'],
  ['leg/lower/A', [640, 2670, 1180, 2670], 'right', 'leg/foot/A'],
  ['leg/lower/B', [640, 2670, 1240, 2670], 'right', 'leg/foot/B'],
];
