import { useWet, wetUntil } from './wet-strokes';

const stroke = (x: number) => ({ stroke: [x, 5, 3], away: false });

test('a stroke stays to be seen until it is kept, whatever else is drawn meanwhile', async () => {
  let keep = () => {};
  const kept = new Promise<void>((done) => (keep = done));
  const first = wetUntil(stroke(1), kept);
  const second = wetUntil(stroke(2), Promise.resolve());
  expect(useWet.getState().strokes).toEqual([stroke(1), stroke(2)]);
  await second;
  expect(useWet.getState().strokes).toEqual([stroke(1)]);
  keep();
  await first;
  expect(useWet.getState().strokes).toEqual([]);
});

test('one that cannot be kept goes all the same', async () => {
  await expect(wetUntil(stroke(1), Promise.reject(new Error('gone')))).rejects.toThrow('gone');
  expect(useWet.getState().strokes).toEqual([]);
});
