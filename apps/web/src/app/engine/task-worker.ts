import { Injectable, type OnDestroy } from '@angular/core';
import { wrap } from 'comlink';
import { firstValueFrom, from, map, race, tap, timer } from 'rxjs';

/** What a thread can do. */
type Tasks<T> = { readonly [K in keyof T]: (...given: never[]) => unknown };

/** Tasks as they are called from outside their thread. */
export type Calls<T extends Tasks<T>> = {
  readonly [K in keyof T]: (...given: Parameters<T[K]>) => Promise<ReturnType<T[K]>>;
};

/** A thread that is started with its first task, and can be stopped. */
@Injectable()
export abstract class TaskWorker<T extends Tasks<T>> implements OnDestroy {
  private worker: Worker | null = null;
  private remote: Calls<T> | null = null;
  /** Another number for every thread: one that was stopped has forgotten what it kept. */
  private thread = 0;

  /** Starts the thread. */
  protected abstract make(): Worker;

  get tasks(): Calls<T> {
    if (!this.remote) {
      this.worker = this.make();
      this.remote = wrap<T>(this.worker) as unknown as Calls<T>;
    }
    return this.remote;
  }

  get generation(): number {
    return this.thread;
  }

  /**
   * Waits for a task at most so long; then the thread is stopped, with whatever else it had to do,
   * and the next task gets a new one.
   * @param otherwise the answer of a task that was stopped
   */
  within<T>(milliseconds: number, task: Promise<T>, otherwise: T): Promise<T> {
    const late = timer(milliseconds).pipe(
      tap(() => this.stop()),
      map(() => otherwise),
    );
    return firstValueFrom(race(from(task), late));
  }

  ngOnDestroy(): void {
    this.stop();
  }

  /** Ends the thread with whatever it has to do; the next task gets a new one. */
  stop(): void {
    this.thread++;
    this.worker?.terminate();
    this.worker = null;
    this.remote = null;
  }
}
