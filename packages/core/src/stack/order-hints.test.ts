import fc from 'fast-check';
import { applyDiff } from '../document/diff.js';
import { drawOrder, partOf } from '../document/family.js';
import type { CharacterDoc } from '../document/rows.js';
import { knownPart } from '../plan/known-parts.js';
import { TROUPE, onTheBench } from '../testing/troupe/index.js';
import { layAsUsual, orderHints, turnLimb } from './order-hints.js';
import { moveInOrder, setParent } from './stack-edits.js';

const { doc } = onTheBench(TROUPE[0]());
const labels = (of: CharacterDoc) =>
  drawOrder(of, 'v').map((piece) => {
    const { group, side, part } = partOf(of, piece);
    return [group, side, part].filter(Boolean).join(' ');
  });

test('however the cards are shuffled, laid as usual they give no hint any more, and nothing is lost', () => {
  const ids = drawOrder(doc, 'v').map(({ id }) => id);
  fc.assert(
    fc.property(fc.shuffledSubarray(ids, { minLength: ids.length }), (shuffled) => {
      const mixed = shuffled.reduce((of, id) => applyDiff(of, moveInOrder(of, [id], null)), doc);
      const laid = applyDiff(mixed, layAsUsual(mixed, 'v'));
      expect(orderHints(laid, 'v')).toEqual([]);
      expect(labels(laid).sort()).toEqual(labels(doc).sort());
    }),
    { numRuns: 40 },
  );
});

test('one card that lies elsewhere is one hint, by which it comes where such parts usually lie', () => {
  const usual = applyDiff(doc, layAsUsual(doc, 'v'));
  const ranked = drawOrder(usual, 'v').filter((piece) => knownPart(partOf(usual, piece)));
  const lone = ranked.filter((piece) => !partOf(usual, piece).side);
  const front = drawOrder(usual, 'v').at(-1);
  const wrong = applyDiff(usual, moveInOrder(usual, [lone[0].id], front?.id ?? null));
  const hints = orderHints(wrong, 'v');
  expect(hints).toHaveLength(1);
  expect(hints[0].pieceIds).toEqual([lone[0].id]);
});

test('a limb turns behind what it hangs from and in front of it again, its pieces as they lay', () => {
  const arm = drawOrder(doc, 'v').filter(
    (piece) => partOf(doc, piece).group === 'arm' && partOf(doc, piece).side === 'A',
  );
  const torso = drawOrder(doc, 'v').find((piece) => partOf(doc, piece).group === 'torso');
  if (!torso || arm.length === 0) throw new Error('no arm on a trunk');
  const [root] = arm.filter((piece) => partOf(doc, piece).part === 'upper');
  const hung = applyDiff(doc, setParent(doc, [root.partId], torso.partId));
  const first = turnLimb(hung, root);
  if (!first) throw new Error('nothing to turn');
  const turned = applyDiff(hung, moveInOrder(hung, first.pieceIds, first.inFrontOf));
  const second = turnLimb(turned, root);
  expect(second?.to).not.toBe(first.to);
  const at = (of: CharacterDoc, id: string) => drawOrder(of, 'v').findIndex((piece) => piece.id === id);
  for (const { id } of arm) expect(at(turned, id) < at(turned, torso.id)).toBe(first.to === 'behind');
  expect(turnLimb(hung, torso)).toBeNull();
});
