import { Injectable, type OnDestroy } from '@angular/core';
import type { FileTasks } from './file-tasks';
import { POOL_SETTINGS, WorkerPool } from './pool/worker-pool';

/** The thread that reads files of lines. One for the application. */
@Injectable({ providedIn: 'root' })
export class FilePool extends WorkerPool<FileTasks> implements OnDestroy {
  constructor() {
    super(() => new Worker(new URL('./file.worker', import.meta.url), { type: 'module' }), {
      ...POOL_SETTINGS,
      threads: 1,
    });
  }

  ngOnDestroy(): void {
    this.close();
  }
}
