import { parentPort } from 'node:worker_threads';
import { READY, replyOf, type TaskMessage } from './messages';
import { TASKS } from './tasks';

parentPort?.on('message', ({ name, body }: TaskMessage) => {
  void replyOf(() => TASKS[name](body)).then((reply) => parentPort?.postMessage(reply));
});
parentPort?.postMessage(READY);
