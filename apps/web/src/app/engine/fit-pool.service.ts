import { Injectable, type OnDestroy } from '@angular/core';
import type { FitTasks } from './fit-tasks';
import { WorkerPool, type Calls } from './pool/worker-pool';

export type FitCalls = Calls<FitTasks>;

/** The threads that fit rows and work frames out ahead. One pool for the application. */
@Injectable({ providedIn: 'root' })
export class FitPool extends WorkerPool<FitTasks> implements OnDestroy {
  constructor() {
    super(() => new Worker(new URL('./fit.worker', import.meta.url), { type: 'module' }));
  }

  ngOnDestroy(): void {
    this.close();
  }
}
