import { whenAsked } from './when-asked';

test('tasks are loaded with the first that is asked for, and get what they are given', async () => {
  let loads = 0;
  const tasks = whenAsked(() => {
    loads++;
    return Promise.resolve({
      add: (a: number, b: number) => a + b,
      fail: () => Promise.reject(new Error('too little')),
    });
  }) as { add: (a: number, b: number) => Promise<number>; fail: () => Promise<void> };
  expect(loads).toBe(0);
  expect(await tasks.add(2, 3)).toBe(5);
  await expect(tasks.fail()).rejects.toThrow('too little');
  expect(loads).toBeGreaterThan(0);
});
