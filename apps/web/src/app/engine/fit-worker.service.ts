import { Injectable } from '@angular/core';
import type { FitTasks } from './fit-tasks';
import { TaskWorker, type Calls } from './task-worker';

export type FitCalls = Calls<FitTasks>;

/** The thread that fits rows. One for the application. */
@Injectable({ providedIn: 'root' })
export class FitWorker extends TaskWorker<FitTasks> {
  protected make(): Worker {
    return new Worker(new URL('./fit.worker', import.meta.url), { type: 'module' });
  }
}
