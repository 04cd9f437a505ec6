import fc from 'fast-check';
import { labelFor } from '../document/naming.js';
import { KNOWN_PARTS, partAddress, usualParent } from './known-parts.js';
import { answerChoice, answerOf, planEntries, planFaults, planFrom, switchPart } from './plan.js';
import { roomShortage, sizeNeed } from './size.js';
import { CHOICES, TEMPLATES } from './templates.js';

test('the breakdowns for people have 11, 24 and 40 parts; every breakdown hangs together', () => {
  const parts = (key: string) => planFrom(key).parts.length;
  expect([parts('people-simple'), parts('people-standard'), parts('people-rich')]).toEqual([11, 24, 40]);
  expect(new Set(TEMPLATES.map((t) => t.kind))).toEqual(
    new Set(['People', 'Four-legged', 'Winged', 'Tailed', 'Things']),
  );
  for (const { key } of TEMPLATES) {
    const plan = planFrom(key);
    expect([key, planFaults(plan)]).toEqual([key, []]);
    const entries = planEntries(plan);
    const roots = plan.parts.filter((part) => usualParent(part, plan.parts, entries) === null);
    expect([key, roots.map((part) => labelFor(part)).length]).toEqual([key, 1]);
  }
});

test('every address that a template or a choice names is a known part', () => {
  const known = new Set(KNOWN_PARTS.map(partAddress));
  const both = (address: string) =>
    address.endsWith('*') ? ['A', 'B'].map((s) => address.slice(0, -1) + s) : [address];
  const named = [
    ...TEMPLATES.flatMap((t) => t.parts),
    ...CHOICES.flatMap((c) => c.answers.flatMap((a) => [...a.with, ...a.without])),
  ];
  expect(named.flatMap(both).filter((address) => !known.has(address))).toEqual([]);
});

test('a choice answered is the answer read back, and answering again changes nothing', () => {
  const answers = CHOICES.flatMap((choice) => choice.answers.map((_, i) => [choice.key, i] as const));
  fc.assert(
    fc.property(
      fc.constantFrom(...TEMPLATES.map((t) => t.key)),
      fc.constantFrom(...answers),
      (template, [key, answer]) => {
        const once = answerChoice(planFrom(template), key, answer);
        expect(answerOf(once, key)).toBe(answer);
        expect(answerChoice(once, key, answer)).toEqual(once);
        expect(planFaults(once)).toEqual([]);
      },
    ),
  );
});

test('a part switched off and on again leaves the plan as it was; an own part comes last', () => {
  const plan = planFrom('people-standard');
  for (const part of plan.parts) expect(switchPart(switchPart(plan, part, false), part, true)).toEqual(plan);
  const lantern = { group: 'lantern', side: null, part: null, index: null };
  expect(switchPart(plan, lantern, true).parts.at(-1)).toMatchObject({ group: 'lantern', heading: 'Your own' });
});

test('size: the pixels that the closest shot needs, what the design has, and the canvas that would do', () => {
  const shot = { part: 'head//', share: 60, frame: 1080 };
  expect(sizeNeed(shot, 700, { width: 2000, height: 3000 })).toMatchObject({ needed: 648, has: 700, enough: true });
  expect(sizeNeed(shot, 324, { width: 2000, height: 3000 })).toMatchObject({
    factor: 2,
    enough: false,
    canvas: { width: 4000, height: 6000 },
  });
  expect(sizeNeed(shot, 0, { width: 10, height: 10 }).enough).toBe(false);
});

test('room: an arm that swings past the canvas tells how far, a figure within it nothing', () => {
  const canvas = { width: 200, height: 200 };
  const figure = { x: 50, y: 20, width: 100, height: 170 };
  expect(roomShortage(canvas, [], figure)).toEqual({ left: 0, top: 0, right: 0, bottom: 0 });
  const arm = { bounds: { x: 50, y: 60, width: 10, height: 100 }, pivot: { x: 55, y: 60 }, range: [0, 90] as const };
  // The arm's far corner is √(5² + 100²) = 100.1 px from the pivot, which is 55 px from the edge.
  expect(roomShortage(canvas, [arm], figure)).toMatchObject({ left: 46, right: 0, bottom: 0 });
});
