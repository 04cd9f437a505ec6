import { applyDiff } from '../document/diff.js';
import { changeCharacter } from '../document/view-edits.js';
import { planFrom } from '../plan/plan.js';
import { rawCharacter, cutPart } from '../testing/jointed.js';
import { box, circle, draw, inside } from '../testing/drawing.js';
import { mapNames } from './map-names.js';
import { parseName } from './parse-name.js';

const [WIDTH, HEIGHT] = [200, 320];
const shapes = {
  head: circle(100, 50, 30),
  trunk: box(70, 82, 130, 300),
  left: box(132, 90, 152, 190),
  right: box(48, 90, 68, 190),
};
const design = draw(
  WIDTH,
  HEIGHT,
  Object.values(shapes).map((shape) => ({ shape, colour: [200, 160, 90] as const })),
);

/** A figure whose pieces came under names of their own. */
function named(names: Record<keyof typeof shapes, string>) {
  let made = rawCharacter(design);
  for (const [key, shape] of Object.entries(shapes)) {
    const tokens = parseName(names[key as keyof typeof shapes]);
    if (!tokens) throw new Error('no name');
    made = cutPart(made, key, inside(WIDTH, HEIGHT, shape), tokens);
  }
  const plan = planFrom('people-standard');
  return { doc: applyDiff(made.doc, changeCharacter(made.doc, { plan })), art: made.art };
}
function mapped(names: Record<keyof typeof shapes, string>) {
  const { doc, art } = named(names);
  return Object.fromEntries(
    mapNames(doc, 'v', art).map(({ partId, tokens }) => [
      partId.replace('part-', ''),
      tokens && [tokens.group, tokens.part, tokens.side].filter(Boolean).join(' '),
    ]),
  );
}

test('names that came with a file are mapped by their words and short forms, sides by word or by where they lie', () => {
  expect(mapped({ head: 'face', trunk: 'jacket', left: 'forearm l', right: 'sleeve' })).toEqual({
    head: 'head',
    trunk: 'torso',
    left: 'arm lower B',
    right: 'arm upper A',
  });
});

test('names that the plan knows are left, and what means a part that is there already is asked about', () => {
  expect(mapped({ head: 'head', trunk: 'torso', left: 'arm B upper', right: 'arm A upper' })).toEqual({});
  expect(mapped({ head: 'head', trunk: 'face', left: 'sleeve r', right: 'sleeve near' })).toMatchObject({
    trunk: null,
    left: 'arm upper A',
    right: null,
  });
});
