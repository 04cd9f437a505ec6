/**
 * Steps of a hand in their order, while it is looked up what lies under its press: they wait for that, so that no drag is
 * lost for being quick.
 */
export class InOrder {
  private lookups = 0;
  private waiting: (() => void)[] = [];

  /** Lets all steps wait until something is found, and until whoever asked for it has made use of it. */
  hold(lookup: Promise<unknown>): void {
    this.lookups++;
    const found = () => setTimeout(() => this.release());
    lookup.then(found, found);
  }

  /** Takes a step: at once, where nothing is looked up. */
  take(step: () => void): void {
    if (this.lookups > 0) this.waiting.push(step);
    else step();
  }

  private release(): void {
    this.lookups--;
    while (this.lookups === 0) {
      const step = this.waiting.shift();
      if (!step) return;
      step();
    }
  }
}
