import '../../without-eval';
import { expose } from 'comlink';
import { handOver } from './hand-over';
import { solidTasks, type SolidTasks } from './solid-tasks';

const tasks = solidTasks();

expose({
  make: (...given: Parameters<SolidTasks['make']>) => handOver(tasks.make(...given)),
});
