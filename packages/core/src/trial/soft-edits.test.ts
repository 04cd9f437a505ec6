import fc from 'fast-check';
import { applyDiff } from '../document/diff.js';
import type { SoftLine } from '../document/rows.js';
import { jointedLimb } from '../testing/jointed.js';
import { drawLimb } from '../testing/limbs.js';
import { refused } from '../testing/refused.js';
import { startSet } from '../swaps/swap-edits.js';
import { makeRigid, makeSoft } from './soft-edits.js';
import { SOFT_POINTS } from './soft-line.js';

const { doc } = jointedLimb(drawLimb({ width: 40, angle: 0, line: 4 }));
const { width, height } = doc.views[0];
const soft = (line: SoftLine, of = doc, pieceId = 'lower') => applyDiff(of, makeSoft(of, pieceId, line));
const lower = (of: typeof doc) => of.pieces.find(({ id }) => id === 'lower');
const LINE: SoftLine = { points: [60, 60, 60, 100, 64, 140], stiffness: [1, 0.5, 0] };

test('a piece bends along a line from its joint on, and is rigid again by a word', () => {
  const bent = soft(LINE);
  expect(lower(bent)?.soft).toEqual(LINE);
  expect(lower(soft({ ...LINE, tipBeneath: true }, bent))?.soft).toEqual({ ...LINE, tipBeneath: true });
  expect(lower(applyDiff(bent, makeRigid(bent, 'lower')))?.soft).toBeNull();
});

test('whatever line it is given, it is kept to a tenth of a pixel or refused, and nothing is changed then', () => {
  const some = fc.integer({ min: 1, max: 12 }).chain((count) =>
    fc.record({
      points: fc.array(fc.double({ min: -20, max: Math.max(width, height) + 20, noNaN: true }), {
        minLength: 2 * count,
        maxLength: 2 * count,
      }),
      stiffness: fc.array(fc.double({ min: -0.1, max: 1.1, noNaN: true }), { minLength: count, maxLength: count }),
    }),
  );
  fc.assert(
    fc.property(some, (line) => {
      const count = line.stiffness.length;
      const isWell =
        count >= SOFT_POINTS.least &&
        count <= SOFT_POINTS.most &&
        line.stiffness.every((value) => value >= 0 && value <= 1) &&
        line.points.every((value, at) => value >= 0 && value <= (at % 2 === 0 ? width : height)) &&
        line.points.every(
          (_, at) =>
            at < 2 ||
            at % 2 === 1 ||
            Math.hypot(line.points[at] - line.points[at - 2], line.points[at + 1] - line.points[at - 1]) >= 2,
        );
      if (!isWell) {
        expect(() => makeSoft(doc, 'lower', line)).toThrow(refused('bad-line'));
        return;
      }
      const kept = lower(soft(line))?.soft;
      expect(kept?.stiffness).toEqual(line.stiffness);
      kept?.points.forEach((value, at) => expect(Math.abs(value - line.points[at])).toBeLessThanOrEqual(0.05 + 1e-9));
    }),
  );
});

test('what does not turn, has drawings, or is a lifted shadow, stays rigid', () => {
  expect(() => makeSoft(doc, 'upper', LINE)).toThrow(refused('not-soft'));
  const drawn = applyDiff(doc, startSet(doc, 'lower', { setId: 's', drawingId: 'rest' }, 'hand'));
  expect(() => makeSoft(drawn, 'lower', LINE)).toThrow(refused('not-soft'));
  const shadow = {
    ...doc,
    pieces: doc.pieces.map((piece) => (piece.id === 'lower' ? { ...piece, shadowOf: 'upper' } : piece)),
  };
  expect(() => makeSoft(shadow, 'lower', LINE)).toThrow(refused('not-soft'));
});
