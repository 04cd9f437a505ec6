import fc from 'fast-check';
import { journalHeads, type JournalLine } from './journal.js';

/** Undo as everybody knows it: two stacks. */
class Stacks {
  readonly lines: JournalLine[] = [];
  private done: string[] = [];
  private undone: string[] = [];

  act(way: JournalLine['way']): void {
    const id = String(this.lines.length + 1);
    if (way === 'do') {
      this.done.push(id);
      this.undone = [];
      this.lines.push({ id, originId: id, way, summary: id });
      return;
    }
    const [from, to] = way === 'undo' ? [this.done, this.undone] : [this.undone, this.done];
    const originId = from.pop();
    if (!originId) return;
    to.push(originId);
    this.lines.push({ id, originId, way, summary: originId });
  }

  get heads() {
    return { undo: this.done.at(-1) ?? null, redo: this.undone.at(-1) ?? null };
  }
}

test('a journal that is only added to undoes and redoes as two stacks do', () => {
  fc.assert(
    fc.property(fc.array(fc.constantFrom<JournalLine['way']>('do', 'undo', 'redo'), { maxLength: 40 }), (ways) => {
      const stacks = new Stacks();
      for (const way of ways) stacks.act(way);
      const { undo, redo } = journalHeads([...stacks.lines].reverse());
      expect({ undo: undo?.originId ?? null, redo: redo?.originId ?? null }).toEqual(stacks.heads);
    }),
    { numRuns: 400 },
  );
});
