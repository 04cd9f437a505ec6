import type { SwapKind } from '../document/row-types.js';
import { USUAL_CHARTS, usualKind } from './chart.js';
import { readName } from './read-names.js';

const chartOf = (kind: SwapKind) => {
  const { shapes, moods } = USUAL_CHARTS[kind];
  return { kind, shapes: [...shapes], moods: [...moods] };
};
const read = (kind: SwapKind, name: string, own: string[] = [kind]) => {
  const found = readName(name, chartOf(kind), own);
  return found.kind === 'read' ? `${found.shape} ${found.mood}` : found.reason;
};

/** Names as people give them, and what they mean. */
const HABITS: readonly [SwapKind, string, readonly string[]][] = [
  [
    'mouth',
    'rest neutral',
    ['mouth_rest', 'Mouth Rest', 'mouthRest', 'mouth-neutral', 'MOUTH_X', 'mouth idle', 'Mouth_Default'],
  ],
  [
    'mouth',
    'closed neutral',
    ['mouth_MBP', 'mouth m', 'Mouth-Closed', 'mouth_mbp 1', 'bmp', 'mouth_shut', 'M', 'mouth closed 02'],
  ],
  ['mouth', 'open neutral', ['mouth_ah', 'mouth_A', 'aa', 'mouth open', 'AI mouth', 'Mouth.Open', 'mouthOpen1']],
  ['mouth', 'half neutral', ['mouth_eh', 'E', 'mouth mid', 'mouth-half', 'Mouth_E_01']],
  ['mouth', 'wide neutral', ['mouth_ee', 'mouth wide', 'I', 'mouth_grin', 'mouthEe']],
  ['mouth', 'round neutral', ['mouth_oh', 'mouth O', 'o', 'Round Mouth', 'mouth_O 2', 'mouth round_copy']],
  ['mouth', 'small neutral', ['mouth_oo', 'U', 'mouth W', 'mouth_pout', 'mouth small', 'WQ', 'mouth_pucker']],
  ['mouth', 'bite neutral', ['mouth_FV', 'f', 'mouth v', 'lip bite', 'mouth_lip-bite', 'Mouth Bite', 'mouth_f_v']],
  ['mouth', 'tongue neutral', ['mouth_L', 'th', 'mouth tongue', 'Tongue', 'mouth_l_th']],
  ['mouth', 'teeth neutral', ['mouth_teeth', 'S', 'mouth etc', 'mouth_sz', 'clench mouth', 'mouth t']],
  [
    'mouth',
    'open happy',
    ['mouth_open_happy', 'happy mouth open', 'mouth_ah smile', 'MouthOpenHappy', 'mouth open (happy)'],
  ],
  ['mouth', 'round happy', ['mouth_O happy 2', 'happy_o', 'mouth smiling round', 'mouth_oh_joy']],
  ['mouth', 'rest happy', ['mouth_happy', 'mouth smile', 'happy rest', 'mouth_rest_happy']],
  [
    'lids',
    'shut neutral',
    ['lids_shut', 'eyes closed', 'blink', 'Eye Blink 3', 'lids_close', 'eyesClosed', 'wink', 'eyelids sleep'],
  ],
  ['lids', 'half neutral', ['blink half', 'lids_half', 'eyes mid', 'half-lids', 'eyes_sleepy']],
  ['lids', 'open neutral', ['eyes open', 'lids_open', 'Open Eyes']],
  ['lids', 'squint neutral', ['eyes_squint', 'squint', 'lids narrow']],
  ['lids', 'upper neutral', ['lids_upper', 'upper lid', 'lid top']],
  ['lids', 'lower neutral', ['lids lower', 'bottom lid', 'lid_low']],
  ['brows', 'raised neutral', ['brows_raised', 'brow up', 'eyebrows high', 'browsRaised', 'brows surprised']],
  ['brows', 'low neutral', ['brows_low', 'brow frown', 'angry brows', 'eyebrow down']],
  ['brows', 'worried neutral', ['brows worried', 'sad brows', 'brow_worry']],
  ['brows', 'one-up neutral', ['brows_one-up', 'one up', 'brow oneUp', 'brow skeptical']],
  ['brows', 'level neutral', ['brows_level', 'brows neutral', 'brow flat']],
  ['hand', 'fist neutral', ['hand_A_fist', 'fist', 'Hand Clenched', 'hand_closed']],
  ['hand', 'point neutral', ['hand_point', 'pointing hand', 'hand finger']],
  ['hand', 'open neutral', ['hand_open', 'hand spread', 'openHand']],
  ['hand', 'grip neutral', ['hand grip', 'hand_hold', 'holding', 'hand grab 2']],
  ['hand', 'flat neutral', ['hand_flat', 'palm', 'hand stop']],
  ['hand', 'pinch neutral', ['hand_pinch', 'pinched']],
];

const OWN: Partial<Record<SwapKind, string[]>> = {
  lids: ['eyes', 'lids', 'eyelids', 'lid', 'eye'],
  brows: ['brows', 'eyebrows', 'eyebrow'],
};

test('file names of many habits are read rightly', () => {
  const all = HABITS.flatMap(([kind, wanted, names]) => names.map((name) => ({ kind, wanted, name })));
  expect(all.length).toBeGreaterThanOrEqual(120);
  const wrong = all.filter(({ kind, wanted, name }) => read(kind, name, OWN[kind]) !== wanted);
  expect(wrong.map(({ kind, name }) => `${name}: ${read(kind, name, OWN[kind])}`)).toEqual([]);
});

test('side and number are told as well; what says nothing, or too much, says why', () => {
  expect(readName('brow left raised 3', chartOf('brows'), ['brows'])).toMatchObject({
    side: 'B',
    index: 3,
    shape: 'raised',
  });
  expect(read('mouth', 'scan 0042')).toBe('scan 0042 says no shape of the chart.');
  expect(read('mouth', 'mouth_oh_ee')).toBe('mouth_oh_ee says two shapes: round and wide.');
  expect(read('mouth', '口')).toBe('口 says no shape of the chart.');
  expect(read('mouth', '')).toBe(' says no shape of the chart.');
});

test('shapes and moods of the chart’s own are read by their names', () => {
  const chart = { kind: 'other' as const, shapes: [{ key: 'half-furled', sounds: '' }], moods: ['calm', 'stormy'] };
  expect(readName('flag halfFurled stormy', chart, ['flag'])).toMatchObject({ shape: 'half-furled', mood: 'stormy' });
  expect(readName('flag half furled', chart, ['flag'])).toMatchObject({ shape: 'half-furled', mood: 'calm' });
});

test('a part’s set is of its usual kind', () => {
  const kind = (group: string, part: string | null = null) => usualKind({ group, part, side: null, index: null });
  expect([
    kind('mouth'),
    kind('eyes'),
    kind('brows'),
    kind('arm', 'hand'),
    kind('head'),
    kind('cap'),
    kind('torso'),
  ]).toEqual(['mouth', 'lids', 'brows', 'hand', 'head', 'outfit', 'other']);
});
