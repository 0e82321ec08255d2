import { Injectable } from '@angular/core';
import type { FileTasks } from './file-tasks';
import { TaskWorker } from './task-worker';

/** The thread that reads files of lines. One for the application. */
@Injectable({ providedIn: 'root' })
export class FileWorker extends TaskWorker<FileTasks> {
  protected make(): Worker {
    return new Worker(new URL('./file.worker', import.meta.url), { type: 'module' });
  }
}
