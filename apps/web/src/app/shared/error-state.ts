import { signal } from '@angular/core';

/** What went wrong last in a page or a panel. It is said there, and gone when the next work begins. */
export class ErrorState {
  private readonly said = signal('');
  readonly words = this.said.asReadonly();

  say(words: string): void {
    this.said.set(words);
  }

  clear(): void {
    this.said.set('');
  }

  /** Does the work; an error ends it, and is said. */
  async during(work: () => Promise<unknown>): Promise<void> {
    this.clear();
    try {
      await work();
    } catch (error) {
      this.say(error instanceof Error ? error.message : String(error));
    }
  }
}
