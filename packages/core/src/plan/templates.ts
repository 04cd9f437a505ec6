import type { NameTokens } from '../document/naming.js';

/** A breakdown to start from, as data: add one here, and it is offered. */
export interface Template {
  key: string;
  /** What it is for. */
  kind: 'People' | 'Four-legged' | 'Winged' | 'Tailed' | 'Things';
  word: string;
  /** In a few words: what it is good for. */
  purpose: string;
  /** Addresses of known parts, `group/part/side`; `group/part/*` stands for both sides. */
  parts: readonly string[];
}

const ARM = ['arm/upper/*', 'arm/lower/*', 'arm/hand/*'];
const LEG = ['leg/upper/*', 'leg/lower/*', 'leg/foot/*'];
const FACE = ['eyes//', 'brows//', 'mouth//'];
const HAIR = ['hair/front/', 'hair/back/'];
const STANDARD = ['head//', ...HAIR, 'ear//*', ...FACE, 'nose//', 'neck//', 'torso//', 'hip//', ...ARM, ...LEG];

/** The templates that are offered. */
export const TEMPLATES: readonly Template[] = [
  {
    key: 'people-simple',
    kind: 'People',
    word: 'Simple',
    purpose: 'Crowds and far shots: elbows and knees bend, hands and feet go with them.',
    parts: ['head//', 'hair//', 'torso//', 'arm/upper/*', 'arm/lower/*', 'leg/upper/*', 'leg/lower/*'],
  },
  {
    key: 'people-standard',
    kind: 'People',
    word: 'Standard',
    purpose: 'Most speaking roles: every large joint, a face that can act.',
    parts: STANDARD,
  },
  {
    key: 'people-rich',
    kind: 'People',
    word: 'Rich',
    purpose: 'Close-ups and leads: shoulders, fingers, lids and a bending trunk.',
    parts: [
      ...STANDARD.filter((address) => address !== 'torso//'),
      'chest//',
      'belly//',
      'hair/side/*',
      'arm/shoulder/*',
      'arm/thumb/*',
      'arm/fingers/*',
      'leg/ball/*',
      'pupils//',
      'lids//',
      'jaw//',
      'teeth//',
      'tongue//',
    ],
  },
  {
    key: 'tailed',
    kind: 'Tailed',
    word: 'Upright, with a tail',
    purpose: 'Animals that stand like people; the tail bends in three.',
    parts: [
      'head//',
      'ear//*',
      ...FACE,
      'muzzle//',
      'torso//',
      'hip//',
      ...ARM,
      ...LEG,
      'tail/root/',
      'tail/middle/',
      'tail/tip/',
    ],
  },
  {
    key: 'four-legged',
    kind: 'Four-legged',
    word: 'On four legs',
    purpose: 'Walks and runs from the side: body and rump bend, every leg in three.',
    parts: [
      'head//',
      'ear//*',
      'eyes//',
      'jaw//',
      'muzzle//',
      'neck//',
      'body//',
      'rump//',
      'foreleg/upper/*',
      'foreleg/lower/*',
      'foreleg/paw/*',
      'hindleg/upper/*',
      'hindleg/lower/*',
      'hindleg/paw/*',
      'tail/root/',
      'tail/tip/',
    ],
  },
  {
    key: 'winged',
    kind: 'Winged',
    word: 'With wings',
    purpose: 'Birds and bats: each wing folds in three.',
    parts: [
      'head//',
      'beak//',
      'eyes//',
      'neck//',
      'body//',
      'wing/upper/*',
      'wing/lower/*',
      'wing/tip/*',
      'leg/upper/*',
      'leg/lower/*',
      'leg/foot/*',
      'tail/root/',
    ],
  },
  {
    key: 'thing',
    kind: 'Things',
    word: 'A thing',
    purpose: 'Props and vehicles: a body with what opens, rolls or hangs.',
    parts: ['body//', 'lid//', 'handle//', 'wheel//*'],
  },
];

/** The template a new character starts with. */
export const DEFAULT_TEMPLATE = 'people-standard';

/** Template addresses with both sides written out. */
export function writtenOut(addresses: readonly string[]): string[] {
  return addresses.flatMap((a) => (a.endsWith('/*') ? [`${a.slice(0, -1)}A`, `${a.slice(0, -1)}B`] : [a]));
}

/** One choice within a breakdown: what it adds, what it takes away, what that is worth. */
export interface Choice {
  key: string;
  word: string;
  /** Its answers; each says which parts it needs and which it does without. */
  answers: readonly { word: string; with: readonly string[]; without: readonly string[]; says: string }[];
}

/** The choices that Plan offers; parts can be switched one by one as well. */
export const CHOICES: readonly Choice[] = [
  {
    key: 'neck',
    word: 'Neck',
    answers: [
      {
        word: 'none',
        with: [],
        without: ['neck//'],
        says: 'One piece less; the head turns on the trunk and cannot stretch.',
      },
      {
        word: 'of its own',
        with: ['neck//'],
        without: [],
        says: 'The head can lean and stretch; one joint more to round.',
      },
    ],
  },
  {
    key: 'hip',
    word: 'Hidden hip',
    answers: [
      {
        word: 'none',
        with: [],
        without: ['hip//'],
        says: 'Legs hang from the trunk; a sway of the hips is not possible.',
      },
      {
        word: 'under the trunk',
        with: ['hip//'],
        without: [],
        says: 'Hips can sway and legs swing wide; it has to be painted beneath.',
      },
    ],
  },
  {
    key: 'trunk',
    word: 'Trunk',
    answers: [
      {
        word: 'in one',
        with: ['torso//'],
        without: ['chest//', 'belly//'],
        says: 'Patterns stay whole; the back is stiff.',
      },
      {
        word: 'in two',
        with: ['chest//', 'hip//'],
        without: ['torso//', 'belly//'],
        says: 'Bends at the waist; a seam through the dress.',
      },
      {
        word: 'in three',
        with: ['chest//', 'belly//', 'hip//'],
        without: ['torso//'],
        says: 'Bows and twists; two seams to hide.',
      },
    ],
  },
  {
    key: 'shoulders',
    word: 'Shoulders',
    answers: [
      {
        word: 'with the trunk',
        with: [],
        without: ['arm/shoulder/*'],
        says: 'Fewer pieces; arms raised high pull at the trunk.',
      },
      {
        word: 'of their own',
        with: ['arm/shoulder/*'],
        without: [],
        says: 'Shrugs and high reaches; two more pieces over the trunk.',
      },
    ],
  },
  {
    key: 'fingers',
    word: 'Fingers',
    answers: [
      {
        word: 'with the hand',
        with: [],
        without: ['arm/thumb/*', 'arm/fingers/*'],
        says: 'Hands change by swap drawings only.',
      },
      {
        word: 'thumb and fingers',
        with: ['arm/thumb/*', 'arm/fingers/*', 'arm/hand/*'],
        without: [],
        says: 'A grip can close; four more small joints.',
      },
    ],
  },
  {
    key: 'ball',
    word: 'Ball of the foot',
    answers: [
      { word: 'with the foot', with: [], without: ['leg/ball/*'], says: 'Walks with a flat foot.' },
      {
        word: 'of its own',
        with: ['leg/ball/*', 'leg/foot/*'],
        without: [],
        says: 'Rolls off the toes; two more joints.',
      },
    ],
  },
  {
    key: 'hair',
    word: 'Hair',
    answers: [
      {
        word: 'in one',
        with: ['hair//'],
        without: ['hair/front/', 'hair/back/', 'hair/side/*'],
        says: 'Simple; nothing can pass between hair and face.',
      },
      {
        word: 'front and behind',
        with: ['hair/front/', 'hair/back/'],
        without: ['hair//'],
        says: 'The head can turn within its hair; the back has to be painted beneath.',
      },
      {
        word: 'none',
        with: [],
        without: ['hair//', 'hair/front/', 'hair/back/', 'hair/side/*'],
        says: 'Bald, or hair that stays with the head.',
      },
    ],
  },
  {
    key: 'face',
    word: 'Face',
    answers: [
      {
        word: 'painted on',
        with: [],
        without: ['eyes//', 'pupils//', 'lids//', 'brows//', 'nose//', 'mouth//', 'teeth//', 'tongue//'],
        says: 'For far shots: nothing in the face moves.',
      },
      {
        word: 'acts',
        with: ['eyes//', 'brows//', 'mouth//'],
        without: ['pupils//', 'lids//', 'teeth//', 'tongue//'],
        says: 'Brows and mouths can be swapped.',
      },
      {
        word: 'acts closely',
        with: ['eyes//', 'pupils//', 'lids//', 'brows//', 'nose//', 'mouth//', 'teeth//', 'tongue//'],
        without: [],
        says: 'Looks, blinks and speaks; lids and mouth need swap sets.',
      },
    ],
  },
];

/** Does an address (both sides for `*`) name this part? */
export function namesPart(address: string, part: Pick<NameTokens, 'group' | 'part' | 'side'>): boolean {
  const [group, name, side] = address.split('/');
  return (
    part.group === group &&
    (part.part ?? '') === name &&
    (side === '*' ? part.side !== null : (part.side ?? '') === side)
  );
}
