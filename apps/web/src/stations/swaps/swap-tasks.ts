import { readLine, type SpokenLine } from '@limber-sheaf/core';

export const swapTasks = {
  /** Reads a line of English by the pronouncing dictionary, which is loaded when it is first wanted. */
  async readLine(text: string, fps: number, wordsAMinute: number): Promise<SpokenLine> {
    const { dictionary } = await import('cmu-pronouncing-dictionary');
    return readLine(text, { fps, wordsAMinute, pronounce: (word) => dictionary[word] ?? null });
  },
};
