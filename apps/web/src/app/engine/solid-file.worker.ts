import '../../without-eval';
import { expose } from 'comlink';
import { handOver } from './hand-over';
import { solidFileTasks, type SolidFileTasks } from './solid-file-tasks';

const tasks = solidFileTasks();

expose({
  read: async (...given: Parameters<SolidFileTasks['read']>) => handOver(await tasks.read(...given)),
});
