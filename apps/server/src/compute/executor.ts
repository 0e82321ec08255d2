import { Worker } from 'node:worker_threads';
import { RelayError, type ErrorSubject, type RelayErrorCode } from '@coin-relay/core';
import { HttpError } from '../http/problem';
import { QUESTIONS, type QuestionName } from '@coin-relay/answers';

/** Carries out calculations somewhere. */
export interface Executor {
  run(name: QuestionName, body: unknown): Promise<object>;
  stop(): Promise<void>;
}

/** In this thread: for tests. */
export function inlineExecutor(): Executor {
  return {
    run: async (name, body) => QUESTIONS[name].answer(body),
    stop: async () => undefined,
  };
}

export interface TaskMessage {
  readonly id: number;
  readonly name: QuestionName;
  readonly body: unknown;
}

export type TaskReply =
  | { readonly id: number; readonly answer: object }
  | {
      readonly id: number;
      readonly error: { code: RelayErrorCode; message: string; subject: ErrorSubject } | null;
    };

interface Waiting {
  readonly resolve: (answer: object) => void;
  readonly reject: (error: Error) => void;
  readonly timer: NodeJS.Timeout;
}

/** Calculations waiting at the same time; more are turned away. */
const MOST_WAITING = 32;

/**
 * In a thread of its own, so that a long calculation never holds up the jobs. One that takes
 * longer than `timeout` is given up and the thread replaced.
 * @param script the built worker
 * @param timeout milliseconds
 */
export function threadExecutor(script: URL, timeout: number): Executor {
  let worker: Worker | null = null;
  let last = 0;
  const waiting = new Map<number, Waiting>();

  const failAll = (error: Error): void => {
    for (const { reject, timer } of waiting.values()) {
      clearTimeout(timer);
      reject(error);
    }
    waiting.clear();
  };
  const start = (): Worker => {
    const made = new Worker(script);
    made.on('message', (reply: TaskReply) => {
      const task = waiting.get(reply.id);
      if (!task) return;
      waiting.delete(reply.id);
      clearTimeout(task.timer);
      if ('answer' in reply) task.resolve(reply.answer);
      else if (reply.error)
        task.reject(new RelayError(reply.error.code, reply.error.message, reply.error.subject));
      else task.reject(new Error('the calculation broke'));
    });
    made.on('error', (error) => {
      if (worker === made) worker = null;
      failAll(error instanceof Error ? error : new Error(String(error)));
    });
    made.unref();
    return made;
  };

  return {
    run: (name, body) =>
      new Promise((resolve, reject) => {
        if (waiting.size >= MOST_WAITING) {
          reject(new HttpError(503, 'busy', 'Too many calculations are waiting. Try again in a moment.'));
          return;
        }
        worker ??= start();
        const id = ++last;
        const timer = setTimeout(() => {
          const stuck = worker;
          worker = null;
          void stuck?.terminate();
          failAll(
            new HttpError(
              503,
              'took-too-long',
              `The calculation took longer than ${timeout / 1000} s and was given up. Use fewer links or a simpler path.`,
            ),
          );
        }, timeout);
        waiting.set(id, { resolve, reject, timer });
        worker.postMessage({ id, name, body } satisfies TaskMessage);
      }),
    stop: async () => {
      failAll(new HttpError(503, 'stopping', 'The server is stopping.'));
      await worker?.terminate();
      worker = null;
    },
  };
}
