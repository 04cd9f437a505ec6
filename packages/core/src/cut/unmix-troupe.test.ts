import { TROUPE, edgeErrors } from '../testing/troupe/index.js';

const mean = (list: readonly number[]) => list.reduce((sum, value) => sum + value, 0) / list.length;
const middle = (list: readonly number[]) => [...list].sort((a, b) => a - b)[list.length >> 1];

const members = TROUPE.map((make) => make()).map((member) => ({ name: member.name, ...edgeErrors(member) }));
const all = members.flatMap(({ unmixed }) => unmixed);
const cut = members.flatMap((member) => member.cut);

const worst20th = (list: readonly number[]) => [...list].sort((a, b) => a - b)[Math.floor(0.95 * list.length)];

test('over the whole troupe, unmixed edges are ten times nearer to what was drawn than edges as they were cut', () => {
  expect(all.length).toBeGreaterThan(3000);
  expect(mean(all)).toBeLessThan(1.2);
  expect(worst20th(all)).toBeLessThan(8);
  expect(mean(all) * 10).toBeLessThan(mean(cut));
});

test('of no member is the middle edge pixel off by what an eye would see', () => {
  const seen = members.filter(({ unmixed }) => middle(unmixed) > 1).map(({ name }) => name);
  expect(seen).toEqual([]);
});

test('nobody is the worse for it', () => {
  for (const { name, unmixed, cut: plain } of members)
    expect([name, mean(unmixed) * 3 < mean(plain)]).toEqual([name, true]);
});
