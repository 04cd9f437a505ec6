import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { THREADS } from '../src/threads/room.js';

test('a task that takes too long, too much memory, or breaks, ends alone, and its memory is held against nobody; a client that goes stops its own; the hand goes first; what threads keep makes room', () => {
  const run = spawnSync(process.execPath, [join(__dirname, 'threads.mjs')], { encoding: 'utf8' });
  expect(run.status).toBe(0);
  const { given, ends, stopped, all, before, gaveWay, others, ofHand } = JSON.parse(
    run.stdout.trim().split('\n').at(-1) as string,
  ) as {
    given: number;
    ends: Record<string, [string, number] | string>;
    stopped: string;
    all: number[];
    before: number;
    gaveWay: boolean[];
    others: number[];
    ofHand: string;
  };
  // Of 1000 MB; a thread's memory does not shrink to the byte.
  expect(given).toBeGreaterThan(950);
  expect(ends).toEqual({
    endless: ['too-long', 42],
    greedy: ['too-large', 42],
    patient: ['answered', 42],
    beside: 'answered',
    waits: 'answered',
    stopping: 'busy',
    refuses: ['no-border', 42],
    breaks: ['TypeError', 42],
    // Both threads had much at hand: it is tried again once the one that was stopped has given that back.
    large: 'answered',
    hand: 'answered',
    // Stopped for the hand's sake, and tried again when no hand waits.
    meanwhile: 'answered',
  });
  expect(stopped).toBe('AbortError');
  expect(all).toEqual(Array.from({ length: 12 }, (_, n) => n * 2));
  // Only what threads had taken up already when the hand asked goes before it, and what they took up beside it.
  expect(before).toBeLessThan(2 * THREADS);
  expect(gaveWay).toEqual(gaveWay.map(() => true));
  expect(others).toEqual(others.map((_, n) => n * 2));
  expect(ofHand).toBe('too-long');
});
