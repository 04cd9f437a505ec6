import { applyDiff } from '../document/diff.js';
import { parentPiece } from '../document/family.js';
import { changeJoint, placeJoint } from '../joints/joint-edits.js';
import { box, draw, inside, type Shape } from '../testing/drawing.js';
import { cutPart, rawCharacter } from '../testing/jointed.js';
import { TROUPE, onTheBench, trueJoints } from '../testing/troupe/index.js';
import type { PairFit } from '../joints/fit-between.js';
import { bordersAtRest, findLeftBehind } from './left-behind.js';
import { setAlone, setParent } from './stack-edits.js';

const [width, height] = [200, 240];
const FIT: PairFit = {
  kind: 'swivel',
  discOn: 'both',
  x: 100,
  y: 100,
  radius: 12,
  contacts: [
    { x: 88, y: 100 },
    { x: 112, y: 100 },
  ],
  axis: 0,
  lineWidth: 0,
  lineColour: [0, 0, 0],
  fillColour: [200, 180, 160],
  confidence: 1,
};

/** A trunk, a head on it, and a hat that sits on the head alone and hangs from the trunk. */
function withHat() {
  const shapes: [string, Shape][] = [
    ['torso', box(60, 100, 140, 220)],
    ['head', box(70, 40, 130, 100)],
    ['hat', box(60, 20, 140, 40)],
  ];
  const design = draw(
    width,
    height,
    shapes.map(([, shape], i) => ({ shape, colour: [60 * i + 60, 90, 120] as const })),
  );
  const { doc, art } = shapes.reduce(
    (start, [name, shape]) =>
      cutPart(start, name, inside(width, height, shape), { group: name, side: null, part: null, index: null }),
    rawCharacter(design),
  );
  const hung = applyDiff(doc, setParent(doc, ['part-head', 'part-hat'], 'part-torso'));
  const jointed = applyDiff(hung, placeJoint(hung, 'neck', 'head', 'torso', FIT));
  return { doc: jointed, borders: bordersAtRest(jointed, 'v', art) };
}

test('a hat that hangs from the trunk stays when the head turns: the head is what it lacks', () => {
  const { doc, borders } = withHat();
  expect(borders).toContainEqual([1, 2, 60]);
  expect(findLeftBehind(doc, 'v', borders)).toEqual([{ pieceId: 'hat', likelyId: 'head' }]);
});

test('hung from the head, or meant to stay, it is not left behind; nor is anything while nothing turns', () => {
  const { doc, borders } = withHat();
  const hung = applyDiff(doc, setParent(doc, ['part-hat'], 'part-head'));
  expect(findLeftBehind(hung, 'v', borders)).toEqual([]);
  expect(findLeftBehind(applyDiff(doc, setAlone(doc, 'part-hat', true)), 'v', borders)).toEqual([]);
  expect(findLeftBehind({ ...doc, joints: [] }, 'v', borders)).toEqual([]);
  expect(() => setAlone(doc, 'part-boot', true)).toThrow(/no longer there/);
  // How far a joint turns has nothing to do with it.
  expect(findLeftBehind(applyDiff(doc, changeJoint(doc, 'neck', { rangeHigh: 5 })), 'v', borders)).toHaveLength(1);
});

test('on the troupe nothing is left behind as it hangs, and every hand, foot and head hung from the wrong part is found', () => {
  const planted: string[] = [];
  const found: string[] = [];
  for (const make of TROUPE) {
    const member = make();
    const { doc, art } = onTheBench(member);
    const jointed = trueJoints(member).reduce((now, { address, joint: { x, y, radius } }) => {
      const piece = now.pieces.find(({ id }) => id === address);
      const parent = piece && parentPiece(now, piece);
      if (!parent) return now;
      return applyDiff(now, placeJoint(now, `joint ${address}`, piece.id, parent.id, { ...FIT, x, y, radius }));
    }, doc);
    const borders = bordersAtRest(jointed, 'v', art);
    expect([member.name, findLeftBehind(jointed, 'v', borders)]).toEqual([member.name, []]);
    const root = jointed.parts.find(({ parentId }) => parentId === null);
    for (const piece of jointed.pieces) {
      const part = jointed.parts.find(({ id }) => id === piece.partId);
      const turns = jointed.joints.some(({ childId }) => `part-${childId}` === part?.parentId);
      const isTip = !jointed.parts.some(({ parentId }) => parentId === part?.id);
      if (!part || !root || !turns || !isTip || part.parentId === root.id) continue;
      const wrong = applyDiff(jointed, setParent(jointed, [part.id], root.id));
      // A part that also lies on the trunk does not stay behind for all to see.
      const share = (ids: readonly string[]) =>
        borders.reduce((sum, [a, b, length]) => {
          const pair = [a, b].map((at) => drawn[at]);
          return pair.includes(piece.id) && pair.some((id) => ids.includes(id)) ? sum + length : sum;
        }, 0);
      const drawn = [...jointed.pieces].sort((a, b) => a.depth - b.depth).map(({ id }) => id as string);
      const parent = part.parentId?.slice('part-'.length) ?? '';
      if (share([parent]) < 0.7 * share(drawn)) continue;
      planted.push(`${member.name} ${piece.id}`);
      if (
        findLeftBehind(wrong, 'v', borders).some(({ pieceId, likelyId }) => pieceId === piece.id && likelyId === parent)
      )
        found.push(`${member.name} ${piece.id}`);
    }
  }
  expect(planted.length).toBeGreaterThan(30);
  expect(found).toEqual(planted);
});
