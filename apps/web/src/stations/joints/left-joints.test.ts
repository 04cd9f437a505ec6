import { leftBecause } from './left-joints';

const pieces = [
  { id: 'p1', name: 'arm_A_hand' },
  { id: 'p2', name: 'arm_A' },
  { id: 'p3', name: 'neck' },
];

test('each piece gets its own reason, whatever names begin alike', () => {
  const notes = [
    'arm_A_hand is left: its sides are hidden.',
    'arm_A is left: the border has three pixels.',
    'eyes, brows move with what they hang from, by the plan.',
  ];
  expect(leftBecause(notes, pieces)).toEqual({
    p1: 'its sides are hidden.',
    p2: 'the border has three pixels.',
  });
});

test('without reasons nothing is said', () => {
  expect(leftBecause([], pieces)).toEqual({});
  expect(leftBecause(['neck moves with the head.'], pieces)).toEqual({});
});
