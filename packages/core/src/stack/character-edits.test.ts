import fc from 'fast-check';
import { LimberError } from '../errors.js';
import type { NameTokens } from '../document/naming.js';
import { KNOWN_PARTS } from '../plan/known-parts.js';
import { createPlaced } from '../raster/bitmap.js';
import { rawCharacter } from '../testing/jointed.js';
import { applyDiff, invertDiff, isEmptyDiff, joinDiffs } from '../document/diff.js';
import { cutPieces, deletePieces } from '../cut/cut-edits.js';
import { renamePart } from '../names/rename-part.js';
import { moveInOrder, setParent } from './stack-edits.js';
import { changeJoint, placeJoint, setInFront } from '../joints/joint-edits.js';
import { drawOrder, hangingFrom, inFrontOf, jointLabel, parentPiece, pieceName } from '../document/family.js';
import type { CharacterDoc, Diff, SheetRef } from '../document/rows.js';

const sheet = (area = 100): SheetRef => ({ blob: 'f'.repeat(64), x: 10, y: 10, width: 30, height: 30, area });
const FIT = {
  x: 50,
  y: 60,
  radius: 12,
  contacts: [
    { x: 38, y: 60 },
    { x: 62, y: 60 },
  ] as [{ x: number; y: number }, { x: number; y: number }],
  axis: 90,
  lineWidth: 3,
  lineColour: [43, 35, 51] as const,
  fillColour: [228, 169, 58] as const,
  confidence: 1,
  kind: 'hinge' as const,
  discOn: 'both' as const,
};

const emptyDoc = (): CharacterDoc => rawCharacter(createPlaced({ x: 0, y: 0, width: 100, height: 200 })).doc;

const plain = (t: NameTokens): NameTokens => ({ group: t.group, side: t.side, part: t.part, index: t.index });
let count = 0;

function withPiece(doc: CharacterDoc, tokens: Partial<NameTokens> & { group: string }): CharacterDoc {
  const id = ++count;
  const fresh = {
    pieceId: `piece${id}`,
    partId: `part${id}`,
    tokens: { side: null, part: null, index: null, ...tokens },
    face: sheet(),
  };
  return applyDiff(doc, cutPieces(doc, { viewId: 'v', sheets: new Map(), fresh: [fresh] }));
}

function armDoc(): CharacterDoc {
  let doc = emptyDoc();
  for (const part of ['hand', 'lower', 'upper']) doc = withPiece(doc, { group: 'arm', side: 'A', part });
  return withPiece(doc, { group: 'torso' });
}

const named = (doc: CharacterDoc, name: string) => {
  const piece = doc.pieces.find((p) => pieceName(doc, p) === name);
  if (!piece) throw new Error(`no ${name}`);
  return piece;
};

test('a cut gives each part the parent it usually has, whatever the order of cutting', () => {
  const doc = armDoc();
  const parent = (name: string) => {
    const found = parentPiece(doc, named(doc, name));
    return found && pieceName(doc, found);
  };
  expect(parent('arm_A_hand')).toBe('arm_A_lower');
  expect(parent('arm_A_lower')).toBe('arm_A_upper');
  expect(parent('arm_A_upper')).toBe('torso');
  expect(parent('torso')).toBeNull();
  expect(hangingFrom(doc, named(doc, 'arm_A_upper')).map((p) => pieceName(doc, p))).toEqual([
    'arm_A_upper',
    'arm_A_lower',
    'arm_A_hand',
  ]);
});

test('parts hang from what is there, and move to their usual parent when it comes, unless hung elsewhere by hand', () => {
  const parentName = (d: CharacterDoc, name: string) => {
    const found = parentPiece(d, named(d, name));
    return found && pieceName(d, found);
  };
  let doc = emptyDoc();
  for (const part of ['upper', 'foot'] as const) doc = withPiece(doc, { group: 'leg', side: 'A', part });
  doc = withPiece(doc, { group: 'torso' });
  expect(parentName(doc, 'leg_A_foot')).toBe('leg_A_upper');
  expect(parentName(doc, 'leg_A_upper')).toBe('torso');
  doc = withPiece(doc, { group: 'leg', side: 'A', part: 'lower' });
  expect(parentName(doc, 'leg_A_foot')).toBe('leg_A_lower');
  doc = applyDiff(doc, setParent(doc, [named(doc, 'leg_A_upper').partId], null));
  doc = withPiece(doc, { group: 'hip' });
  expect(parentName(doc, 'leg_A_upper')).toBeNull();
});

test('undo of any edit gives back what was there; redo makes it again', () => {
  const start = armDoc();
  const upper = named(start, 'arm_A_upper');
  const lower = named(start, 'arm_A_lower');
  const edits: ((doc: CharacterDoc) => Diff)[] = [
    (doc) => moveInOrder(doc, [upper.id], null),
    (doc) => placeJoint(doc, 'j', lower.id, upper.id, FIT),
    (doc) => changeJoint(doc, 'j', { radius: 14, rounded: true }),
    (doc) => setInFront(doc, 'j', 'child'),
    (doc) => setParent(doc, [lower.partId], null),
    (doc) => renamePart(doc, upper.partId, { group: 'mitten', side: 'A', part: null, index: 2 }),
    (doc) => deletePieces(doc, [lower.id]),
  ];
  let doc = start;
  const past: [CharacterDoc, Diff][] = [];
  for (const edit of edits) {
    const diff = edit(doc);
    past.push([doc, diff]);
    doc = applyDiff(doc, diff);
  }
  for (const [before, diff] of past.reverse()) {
    const undone = applyDiff(doc, invertDiff(diff));
    expect(sorted(undone)).toEqual(sorted(before));
    expect(sorted(applyDiff(undone, diff))).toEqual(sorted(doc));
    doc = undone;
  }
});

function sorted(doc: CharacterDoc): CharacterDoc {
  const byId = <T extends { id: string }>(rows: T[]) => [...rows].sort((a, b) => (a.id < b.id ? -1 : 1));
  return { ...doc, parts: byId(doc.parts), pieces: byId(doc.pieces), joints: byId(doc.joints) };
}

test('any run of moves leaves the order as if the cards had been laid by hand', () => {
  const doc = KNOWN_PARTS.slice(0, 7).reduce((d, entry) => withPiece(d, plain(entry)), emptyDoc());
  const move = fc.tuple(fc.nat(6), fc.nat(6));
  fc.assert(
    fc.property(fc.array(move, { maxLength: 90 }), (moves) => {
      let now = doc;
      const cards = drawOrder(doc, 'v').map((p) => p.id);
      for (const [from, to] of moves) {
        const id = cards[from];
        cards.splice(from, 1);
        cards.splice(to, 0, id);
        now = applyDiff(now, moveInOrder(now, [id], to === 0 ? null : cards[to - 1]));
        expect(drawOrder(now, 'v').map((p) => p.id)).toEqual(cards);
      }
    }),
    { numRuns: 40 },
  );
});

test('in front and behind move the whole limb, and keep its own order', () => {
  let doc = armDoc();
  doc = applyDiff(doc, placeJoint(doc, 'j', named(doc, 'arm_A_upper').id, named(doc, 'torso').id, FIT));
  for (const side of ['child', 'parent', 'child'] as const) {
    const before = drawOrder(doc, 'v')
      .filter((p) => pieceName(doc, p) !== 'torso')
      .map((p) => p.id);
    doc = applyDiff(doc, setInFront(doc, 'j', side));
    expect(inFrontOf(doc, doc.joints[0])).toBe(side);
    expect(
      drawOrder(doc, 'v')
        .filter((p) => pieceName(doc, p) !== 'torso')
        .map((p) => p.id),
    ).toEqual(before);
  }
  expect(jointLabel(doc, doc.joints[0])).toBe('shoulder A');
});

test("joints of animals are called by an animal's words", () => {
  const word = (group: string, part: string | null, side: 'A' | 'B' | null) => {
    const doc = armDoc();
    const lower = named(doc, 'arm_A_lower');
    const placed = applyDiff(doc, placeJoint(doc, 'j', lower.id, named(doc, 'arm_A_upper').id, FIT));
    const parts = placed.parts.map((row) => (row.id === lower.partId ? { ...row, group, part, side } : row));
    return jointLabel({ ...placed, parts }, placed.joints[0]);
  };
  expect(word('hindleg', 'lower', 'B')).toBe('stifle B');
  expect(word('hindleg', 'paw', 'A')).toBe('hock A');
  expect(word('foreleg', 'hoof', 'A')).toBe('fore fetlock A');
  expect(word('wing', 'tip', 'B')).toBe('wing wrist B');
  expect(word('leg', 'lower', 'A')).toBe('knee A');
  expect(word('lantern', 'chain', null)).toBe('lantern_chain');
});

test('refuses rings, taken names, ranges without rest and discs off the canvas', () => {
  let doc = armDoc();
  const upper = named(doc, 'arm_A_upper');
  const hand = named(doc, 'arm_A_hand');
  doc = applyDiff(doc, placeJoint(doc, 'j', named(doc, 'arm_A_lower').id, upper.id, FIT));
  const code = (work: () => unknown) => {
    try {
      work();
    } catch (error) {
      return error instanceof LimberError ? error.code : error;
    }
    return null;
  };
  expect(code(() => setParent(doc, [upper.partId], hand.partId))).toBe('ring');
  expect(code(() => renamePart(doc, hand.partId, { group: 'torso', side: null, part: null, index: null }))).toBe(
    'name-taken',
  );
  expect(code(() => changeJoint(doc, 'j', { rangeLow: 5 }))).toBe('bad-range');
  expect(code(() => changeJoint(doc, 'j', { x: 500 }))).toBe('outside');
  expect(code(() => changeJoint(doc, 'j', { lineWidth: 40 }))).toBe('bad-disc');
  expect(code(() => changeJoint(doc, 'nobody', {}))).toBe('not-found');
});

test('a key that is undefined is not a change', () => {
  let doc = armDoc();
  doc = applyDiff(doc, placeJoint(doc, 'j', named(doc, 'arm_A_lower').id, named(doc, 'arm_A_upper').id, FIT));
  doc = applyDiff(doc, changeJoint(doc, 'j', { rounded: true }));
  const diff = changeJoint(doc, 'j', { rangeHigh: 90, rounded: undefined, radius: undefined });
  expect(applyDiff(doc, diff).joints[0]).toMatchObject({ rounded: true, radius: 12, rangeHigh: 90 });
  expect(isEmptyDiff(changeJoint(doc, 'j', { rounded: undefined }))).toBe(true);
});

test('two diffs joined do what one after the other does', () => {
  const doc = armDoc();
  const first = placeJoint(doc, 'j', named(doc, 'arm_A_lower').id, named(doc, 'arm_A_upper').id, FIT);
  const middle = applyDiff(doc, first);
  const second = changeJoint(middle, 'j', { rounded: true });
  const third = moveInOrder(middle, [named(doc, 'torso').id], null);
  const joined = joinDiffs(joinDiffs(first, second), third);
  expect(sorted(applyDiff(doc, joined))).toEqual(
    sorted(
      applyDiff(
        applyDiff(middle, { ...second, updated: second.updated.map(([b, a]) => [b, { ...a, version: 1 }]) }),
        third,
      ),
    ),
  );
});

test('deleting a piece takes its joints, and hands its children on', () => {
  let doc = armDoc();
  doc = applyDiff(doc, placeJoint(doc, 'j', named(doc, 'arm_A_hand').id, named(doc, 'arm_A_lower').id, FIT));
  doc = applyDiff(doc, deletePieces(doc, [named(doc, 'arm_A_lower').id]));
  expect(doc.joints).toEqual([]);
  expect(pieceName(doc, parentPiece(doc, named(doc, 'arm_A_hand')) ?? named(doc, 'torso'))).toBe('arm_A_upper');
});
