import { InOrder } from './in-order';

/** A lookup that ends when it is told to. */
function lookup() {
  let end = () => {};
  const found = new Promise<void>((done) => (end = done));
  return { found, end };
}

const aMoment = () => new Promise((done) => setTimeout(done, 5));

test('with nothing looked up, a step is taken at once', () => {
  const taken: string[] = [];
  new InOrder().take(() => taken.push('move'));
  expect(taken).toEqual(['move']);
});

test('a drag that is over before its limb is found bends it all the same, and the next press waits for its own', async () => {
  const [first, second] = [lookup(), lookup()];
  const order = new InOrder();
  const taken: string[] = [];
  order.hold(first.found);
  void first.found.then(() => taken.push('grasped'));
  for (const step of ['move', 'let go']) order.take(() => taken.push(step));
  order.take(() => {
    taken.push('press again');
    order.hold(second.found);
  });
  order.take(() => taken.push('let go again'));
  await aMoment();
  expect(taken).toEqual([]);
  first.end();
  await aMoment();
  expect(taken).toEqual(['grasped', 'move', 'let go', 'press again']);
  second.end();
  await aMoment();
  expect(taken.at(-1)).toBe('let go again');
});

test('what cannot be looked up holds up nothing', async () => {
  const order = new InOrder();
  const taken: string[] = [];
  order.hold(Promise.reject(new Error('gone')));
  order.take(() => taken.push('let go'));
  await aMoment();
  expect(taken).toEqual(['let go']);
});
