import '../../without-eval';
import { expose } from 'comlink';
import { browserPlatform } from './browser-platform';
import { handOffTasks, type HandOffTasks } from './hand-off-tasks';
import { handOver } from '../engine/hand-over';

const tasks = handOffTasks({
  ...browserPlatform,
  // What paints solids is loaded when some are painted.
  shaded: async (machine, asked) => (await import('../space/shaded-frames')).shadedFrames(machine, asked),
});

expose({
  write: async (...given: Parameters<HandOffTasks['write']>) => handOver(await tasks.write(...given)),
  picture: async (...given: Parameters<HandOffTasks['picture']>) => handOver(await tasks.picture(...given)),
} satisfies Record<keyof HandOffTasks, unknown>);
