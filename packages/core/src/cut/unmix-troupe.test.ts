import { TROUPE, edgeErrors } from '../testing/troupe/index.js';

const mean = (list: readonly number[]) => list.reduce((sum, value) => sum + value, 0) / list.length;
const middle = (list: readonly number[]) => [...list].sort((a, b) => a - b)[list.length >> 1];

// Every other one is enough to notice a change for the worse; the figures are those of all.
const members = TROUPE.filter((_, i) => process.env.FIGURES || i % 2 === 0)
  .map((make) => make())
  .map((member) => ({ name: member.name, ...edgeErrors(member) }));
const all = members.flatMap(({ unmixed }) => unmixed);
const cut = members.flatMap((member) => member.cut);

const worst20th = (list: readonly number[]) => [...list].sort((a, b) => a - b)[Math.floor(0.95 * list.length)];

test('over the troupe, unmixed edges are ten times nearer to what was drawn than edges as they were cut', () => {
  expect(all.length).toBeGreaterThan(1500);
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
