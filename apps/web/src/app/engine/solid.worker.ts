import '../../without-eval';
import { expose } from 'comlink';
import { handOver } from './hand-over';
import { solidTasks, type SolidTasks } from './solid-tasks';

const tasks = solidTasks(async (hash) => {
  const answer = await fetch(`/api/solids/${hash}`);
  return answer.ok ? new Uint8Array(await answer.arrayBuffer()) : null;
});

expose({
  make: async (...given: Parameters<SolidTasks['make']>) => handOver(await tasks.make(...given)),
  depths: (...given: Parameters<SolidTasks['depths']>) => tasks.depths(...given),
  reaches: (...given: Parameters<SolidTasks['reaches']>) => tasks.reaches(...given),
  silhouettes: (...given: Parameters<SolidTasks['silhouettes']>) => tasks.silhouettes(...given),
} satisfies Record<keyof SolidTasks, unknown>);
