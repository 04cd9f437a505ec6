import { planFrom } from '@limber-sheaf/core';
import { character, named } from '../testing/character';
import { cutCount, nextPart } from './parts';

const arm = planFrom('people-standard').parts.filter(({ group, side }) => group === 'arm' && side === 'A');
const bare = character({ pieces: ['arm A upper'] });
const doc = { ...bare, character: { ...bare.character, plan: { ...planFrom('people-standard'), parts: arm } } };
const [view] = doc.views;

test('next comes what lies farther along the limb, and what the plan lacks', () => {
  expect(nextPart(doc, view.id, named('arm A upper'))).toMatchObject({ group: 'arm', side: 'A', part: 'lower' });
  expect(cutCount(doc, view.id)).toEqual({ cut: 1, planned: 3 });
});

test('a part that is not seen in a view neither comes next there nor keeps its cut open', () => {
  const part = (word: string) => ({ ...doc.parts[0], id: word, group: 'arm', side: 'A' as const, part: word });
  const unseen = ['lower', 'hand'].map((partId) => ({
    ...{ table: 'exception' as const, id: partId, version: 1, partId, viewId: view.id, what: 'unseen' as const },
  }));
  const side = { ...doc, parts: [...doc.parts, part('lower'), part('hand')], exceptions: unseen } as typeof doc;
  expect(nextPart(side, view.id, named('arm A upper'))).toBeNull();
  expect(cutCount(side, view.id)).toEqual({ cut: 1, planned: 1 });
});
