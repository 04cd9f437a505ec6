import { applyDiff } from '../document/diff.js';
import type { CharacterDoc } from '../document/rows.js';
import { jointedLimb } from '../testing/jointed.js';
import { drawLimb } from '../testing/limbs.js';
import { keepPose } from './pose-edits.js';
import { takePoses } from './take-poses.js';

const { doc } = jointedLimb(drawLimb({ width: 36, angle: 24, line: 4 }));
const [upper, lower] = doc.parts;
let count = 0;
const fresh = () => `fresh ${count++}`;

/** The same limb on a canvas of another height, its parts with ids of their own. */
const other: CharacterDoc = {
  ...doc,
  character: { ...doc.character, id: 'other', name: 'Pip' },
  views: doc.views.map((view) => ({ ...view, height: view.height / 2 })),
  parts: doc.parts.map((part) => ({ ...part, id: `other ${part.id}` })),
};
const posed = (of: CharacterDoc, name: string, angles: Record<string, number>) =>
  applyDiff(of, keepPose(of, { name, angles, root: { x: 4, y: -10 }, drawingIds: [] }, fresh()));

test('poses come by the same parts, their moves as much larger as the canvas is', () => {
  const from = posed(other, 'bow', { [`other ${upper.id}`]: 12, [`other ${lower.id}`]: -30 });
  const { diff, taken, notes } = takePoses(doc, from, fresh);
  const [pose] = applyDiff(doc, diff).poses;
  expect({ taken, notes }).toEqual({ taken: ['bow'], notes: [] });
  expect(pose).toMatchObject({ name: 'bow', partIds: [upper.id, lower.id], angles: [12, -30], rootX: 8, rootY: -20 });
});

test('what has no part here, or a name that is taken, is left and told; a character without poses is refused', () => {
  const stranger = { ...other, parts: other.parts.map((part) => ({ ...part, group: 'wing' })) };
  const from = posed(posed(other, 'bow', { [`other ${upper.id}`]: 12 }), 'reach', { [`other ${lower.id}`]: 9 });
  const here = posed(doc, 'Bow', { [upper.id]: 5 });
  expect(takePoses(here, from, fresh)).toMatchObject({
    taken: ['reach'],
    notes: ['bow: there is a pose of that name.'],
  });
  expect(() => takePoses(doc, posed(stranger, 'bow', { [`other ${upper.id}`]: 12 }), fresh)).toThrow(/No pose of Pip/);
  expect(() => takePoses(doc, other, fresh)).toThrow('Pip keeps no pose.');
});
