import { Injectable, type OnDestroy } from '@angular/core';
import { POOL_SETTINGS, WorkerPool } from './pool/worker-pool';
import type { SolidFileTasks } from './solid-file-tasks';

/** The thread that reads files of solids. One for the application, begun when the first file is brought in. */
@Injectable({ providedIn: 'root' })
export class SolidFilePool extends WorkerPool<SolidFileTasks> implements OnDestroy {
  constructor() {
    super(() => new Worker(new URL('./solid-file.worker', import.meta.url), { type: 'module' }), {
      ...POOL_SETTINGS,
      threads: 1,
    });
  }

  ngOnDestroy(): void {
    this.close();
  }
}
