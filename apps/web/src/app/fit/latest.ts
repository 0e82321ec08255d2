/**
 * Keeps one piece of work going at a time and remembers only the newest one waiting, so that
 * work asked for while a pointer moves never piles up.
 */
export class LatestOnly<In, Out> {
  private busy = false;
  private waiting: { readonly input: In } | null = null;

  constructor(
    private readonly work: (input: In) => Promise<Out>,
    private readonly done: (input: In, output: Out) => void,
  ) {}

  ask(input: In): void {
    if (this.busy) {
      this.waiting = { input };
      return;
    }
    this.busy = true;
    void this.run(input);
  }

  private async run(first: In): Promise<void> {
    let input = first;
    for (;;) {
      try {
        this.done(input, await this.work(input));
      } catch (error) {
        console.error(error);
      }
      if (!this.waiting) break;
      ({ input } = this.waiting);
      this.waiting = null;
    }
    this.busy = false;
  }
}
