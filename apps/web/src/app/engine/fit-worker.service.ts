import { Injectable, type OnDestroy } from '@angular/core';
import { wrap } from 'comlink';
import { firstValueFrom, from, map, race, tap, timer } from 'rxjs';
import type { FitTasks } from './fit-tasks';

/** The tasks as they are called from outside their thread. */
export type FitCalls = {
  readonly [K in keyof FitTasks]: (...given: Parameters<FitTasks[K]>) => Promise<ReturnType<FitTasks[K]>>;
};

/** The thread that fits rows and reads drawings. One for the application. */
@Injectable({ providedIn: 'root' })
export class FitWorker implements OnDestroy {
  private worker: Worker | null = null;
  private remote: FitCalls | null = null;
  /** Another number for every thread: one that was stopped has forgotten what it kept. */
  private thread = 0;

  get tasks(): FitCalls {
    if (!this.remote) {
      this.worker = new Worker(new URL('./fit.worker', import.meta.url), { type: 'module' });
      this.remote = wrap<FitTasks>(this.worker) as unknown as FitCalls;
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
