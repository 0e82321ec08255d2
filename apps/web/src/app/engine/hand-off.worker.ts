import '../../without-eval';
import { expose } from 'comlink';
import { handOffTasks, type HandOffTasks } from './hand-off-tasks';
import { handOver } from './hand-over';

const tasks = handOffTasks();

expose({
  write: async (...given: Parameters<HandOffTasks['write']>) => handOver(await tasks.write(...given)),
} satisfies Record<keyof HandOffTasks, unknown>);
