import fc from 'fast-check';
import { dropMove, orderMove, type OrderWay } from './order';

const ORDER = ['a', 'b', 'c', 'd', 'e'];
/** The order after a move; the same where there is none. */
function after(order: readonly string[], picked: readonly string[], way: OrderWay): string {
  const move = orderMove(order, picked, way);
  if (!move) return order.join('');
  const others = order.filter((id) => !move.pieceIds.includes(id));
  const to = move.inFrontOf === null ? 0 : others.indexOf(move.inFrontOf) + 1;
  return [...others.slice(0, to), ...move.pieceIds, ...others.slice(to)].join('');
}

test.each<[string, OrderWay, string]>([
  ['c', 'back', 'acbde'],
  ['c', 'forward', 'abdce'],
  ['c', 'very-back', 'cabde'],
  ['c', 'very-front', 'abdec'],
  ['bc', 'back', 'bcade'],
  ['bc', 'forward', 'adbce'],
  ['bd', 'back', 'bdace'],
  ['bd', 'forward', 'acebd'],
  ['ac', 'back', 'acbde'],
  ['ce', 'forward', 'abdce'],
  ['a', 'back', 'abcde'],
  ['e', 'very-front', 'abcde'],
  ['ab', 'very-back', 'abcde'],
  ['abcde', 'forward', 'abcde'],
  ['', 'forward', 'abcde'],
])('%s moved %s gives %s', (picked, way, expected) => {
  expect(after(ORDER, [...picked], way)).toBe(expected);
});

test('pieces keep their order among themselves, as do the others; again and again ends at the end', () => {
  const ways = fc.constantFrom<OrderWay>('back', 'forward', 'very-back', 'very-front');
  fc.assert(
    fc.property(fc.shuffledSubarray(ORDER), fc.subarray(ORDER), ways, (order, picked, way) => {
      const moved = [...after(order, picked, way)];
      const of = (all: readonly string[], is: boolean) => all.filter((id) => picked.includes(id) === is);
      expect(of(moved, true)).toEqual(of(order, true));
      expect(of(moved, false)).toEqual(of(order, false));
      let now: string[] = [...order];
      for (let n = 0; n < 8; n++) now = [...after(now, picked, 'forward')];
      expect(orderMove(now, picked, 'forward')).toBeNull();
    }),
  );
});

test.each<[string, string, string, string]>([
  ['', 'b', 'd', 'acdbe'],
  ['', 'd', 'b', 'adbce'],
  ['', 'a', 'e', 'bcdea'],
  ['', 'e', 'a', 'eabcd'],
  ['ce', 'b', 'd', 'acdbe'],
  ['ac', 'a', 'd', 'bdace'],
  ['ce', 'e', 'b', 'acebd'],
  ['ab', 'a', 'b', 'abcde'],
])('with %s picked, card %s dropped onto %s gives %s', (picked, card, onto, expected) => {
  expect((dropMove(ORDER, [...picked], card, onto)?.order ?? ORDER).join('')).toBe(expected);
});
