import { MOST_MEMORY } from '../src/threads/room';
import { ShortMemory } from '../src/threads/short-memory';

const MIB = 1024 * 1024;

test('memory is short from the limit on, and not a byte before', () => {
  const memory = new ShortMemory();
  expect(memory.isShort(MOST_MEMORY - 1, 0)).toBe(false);
  expect(memory.isShort(MOST_MEMORY, 0)).toBe(true);
});

test('what a stopped task still holds stops nobody else, unless it does not come back', () => {
  const memory = new ShortMemory();
  memory.stopped(MOST_MEMORY + 10 * MIB, 1000);
  expect(memory.isShort(MOST_MEMORY + 10 * MIB, 1100)).toBe(false);
  expect(memory.isShort(MOST_MEMORY + 1, 2900)).toBe(false);
  expect(memory.isShort(MOST_MEMORY + 1, 3000)).toBe(true);
});

test('a second task that goes on taking memory is stopped at once', () => {
  const memory = new ShortMemory();
  memory.stopped(MOST_MEMORY, 1000);
  expect(memory.isShort(MOST_MEMORY + 127 * MIB, 1100)).toBe(false);
  expect(memory.isShort(MOST_MEMORY + 128 * MIB, 1100)).toBe(true);
});
