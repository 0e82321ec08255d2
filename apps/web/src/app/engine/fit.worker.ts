import '../../without-eval';
import { expose } from 'comlink';
import { fitTasks } from './fit-tasks';
import { handOver } from './hand-over';

const tasks = Object.entries(fitTasks()).map(([name, work]) => [
  name,
  async (...given: unknown[]) => handOver(await (work as (...given: unknown[]) => unknown)(...given)),
]);

expose(Object.fromEntries(tasks));
