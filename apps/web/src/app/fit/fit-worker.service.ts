import { Injectable, type OnDestroy } from '@angular/core';
import { wrap } from 'comlink';
import type { FitTasks } from './fit-tasks';

/** The tasks as they are called from outside their thread. */
type FitCalls = {
  readonly [K in keyof FitTasks]: (...given: Parameters<FitTasks[K]>) => Promise<ReturnType<FitTasks[K]>>;
};

/** The thread that fits rows and reads drawings. One for the application. */
@Injectable({ providedIn: 'root' })
export class FitWorker implements OnDestroy {
  private worker: Worker | null = null;
  private remote: FitCalls | null = null;

  get tasks(): FitCalls {
    if (!this.remote) {
      this.worker = new Worker(new URL('./fit.worker', import.meta.url), { type: 'module' });
      this.remote = wrap<FitTasks>(this.worker) as unknown as FitCalls;
    }
    return this.remote;
  }

  ngOnDestroy(): void {
    this.worker?.terminate();
  }
}
