import { parentPort } from 'node:worker_threads';
import { READY, replyOf, type TaskMessage } from './messages';
import { TASKS } from './tasks';

parentPort?.on('message', ({ name, body }: TaskMessage) => {
  parentPort?.postMessage(replyOf(() => TASKS[name](body)));
});
parentPort?.postMessage(READY);
