import { Worker } from 'node:worker_threads';
import { HttpError } from '../http/http-error';
import { errorOf, READY, type TaskMessage, type TaskReply } from './messages';
import { TASKS, type TaskName, type Tasks } from './tasks';

/** Carries out calculations somewhere. */
export interface Executor {
  /**
   * @param owner cancels it, for instance when the one who asked has gone
   * @throws RelayError, HttpError (rejects) what the calculation throws; 503 where there is no room, or no time
   */
  run<N extends TaskName>(
    name: N,
    body: Uint8Array,
    owner?: AbortSignal,
  ): Promise<Awaited<ReturnType<Tasks[N]>>>;
  stop(): Promise<void>;
}

/** In this thread: for tests. */
export function inlineExecutor(): Executor {
  return {
    run: async (name, body) => (await TASKS[name](body)) as never,
    stop: async () => undefined,
  };
}

export interface ExecutorSettings {
  /** Longest a calculation may take from when it is begun, ms. */
  readonly limit: number;
  /** What takes longer than this counts as heavy, ms. */
  readonly quick: number;
  /** Heavy calculations at the same time. */
  readonly heavy: number;
  /** Calculations at work and waiting; more are turned away. */
  readonly most: number;
  /** Memory of a thread, MB. */
  readonly memory: number;
}

export const EXECUTOR_SETTINGS: ExecutorSettings = {
  limit: 20_000,
  quick: 400,
  heavy: 2,
  most: 32,
  memory: 1_500,
};
/** When one that was turned away may come again, s. */
const RETRY_AFTER = 5;

interface Task {
  readonly message: TaskMessage;
  readonly resolve: (answer: object) => void;
  readonly reject: (error: Error) => void;
  settled: boolean;
  /** Whether a thread has died of it. */
  again: boolean;
}

interface Lane {
  readonly worker: Worker;
  at: Task | null;
  timer: NodeJS.Timeout | null;
  /** Whether its script is loaded: what it is asked is not begun before. */
  ready: boolean;
  /** Begins the clock of what it is at, once it is ready. */
  clock: (() => void) | null;
}

/**
 * In threads, so that a long calculation never holds up the jobs, nor a light one. All begin in one
 * thread; one that turns out to be heavy keeps it, and the others go on in a new one. Where there
 * are as many heavy ones as may be, it is begun again when one of them is done. Time counts from
 * when a calculation is begun for the last time.
 * @param script the built worker
 */
export function threadExecutor(script: URL, settings: ExecutorSettings = EXECUTOR_SETTINGS): Executor {
  const { limit, quick, heavy, most, memory } = settings;
  const waiting: Task[] = [];
  const put: Task[] = [];
  const lanes = new Set<Lane>();
  let quickLane: Lane | null = null;
  const heavyLanes = new Set<Lane>();

  const start = (): Lane => {
    const worker = new Worker(script, { resourceLimits: { maxOldGenerationSizeMb: memory } });
    const lane: Lane = { worker, at: null, timer: null, ready: false, clock: null };
    worker.on('message', (reply: TaskReply | typeof READY) => {
      if (reply === READY) {
        lane.ready = true;
        lane.clock?.();
        return;
      }
      const task = free(lane);
      if (task) settle(task, reply.ok ? reply.answer : errorOf(reply));
      next();
    });
    worker.on('error', (error) => died(lane, error));
    worker.on('exit', () => died(lane, new Error('the thread of the calculation ended')));
    worker.unref();
    lanes.add(lane);
    return lane;
  };
  const settle = (task: Task, outcome: object): void => {
    if (task.settled) return;
    task.settled = true;
    if (outcome instanceof Error) task.reject(outcome);
    else task.resolve(outcome);
  };
  const free = (lane: Lane): Task | null => {
    const task = lane.at;
    if (lane.timer) clearTimeout(lane.timer);
    lane.timer = null;
    lane.clock = null;
    lane.at = null;
    return task;
  };
  const end = (lane: Lane): Task | null => {
    lanes.delete(lane);
    heavyLanes.delete(lane);
    if (quickLane === lane) quickLane = null;
    void lane.worker.terminate();
    return free(lane);
  };
  const died = (lane: Lane, error: unknown): void => {
    if (!lanes.has(lane)) return;
    const task = end(lane);
    if (task) {
      const room = (error as NodeJS.ErrnoException).code === 'ERR_WORKER_OUT_OF_MEMORY';
      if (room)
        settle(
          task,
          new HttpError(
            503,
            'took-too-much',
            `The calculation needs more memory than the ${memory} MB it is given. Use fewer links or a simpler path.`,
          ),
        );
      else if (task.again) settle(task, error instanceof Error ? error : new Error(String(error)));
      else {
        task.again = true;
        waiting.unshift(task);
      }
    }
    next();
  };
  const begin = (lane: Lane, task: Task, within: number, then: () => void): void => {
    lane.at = task;
    lane.clock = () => {
      if (lane.timer) clearTimeout(lane.timer);
      lane.timer = setTimeout(then, within);
    };
    if (lane.ready) lane.clock();
    else lane.timer = setTimeout(() => late(lane), limit);
    lane.worker.postMessage(task.message);
  };
  const late = (lane: Lane): void => {
    const task = end(lane);
    if (task)
      settle(
        task,
        new HttpError(
          503,
          'took-too-long',
          `The calculation took longer than ${limit / 1000} s and was given up. Use fewer links or a simpler path.`,
        ),
      );
    next();
  };
  /** One that is at work for long is heavy: it keeps its thread, or waits for one. */
  const outgrow = (lane: Lane): void => {
    quickLane = null;
    if (heavyLanes.size < heavy) {
      heavyLanes.add(lane);
      lane.timer = setTimeout(() => late(lane), Math.max(0, limit - quick));
    } else {
      const task = end(lane);
      if (task) put.push(task);
    }
    next();
  };
  const next = (): void => {
    while (put.length > 0 && heavyLanes.size < heavy) heavyLanes.add(start());
    for (const lane of heavyLanes) {
      if (lane.at) continue;
      const task = put.shift();
      if (task) begin(lane, task, limit, () => late(lane));
      else if (quickLane) end(lane);
      else {
        heavyLanes.delete(lane);
        quickLane = lane;
      }
    }
    if (waiting.length === 0) return;
    quickLane ??= start();
    const lane = quickLane;
    if (lane.at) return;
    const task = waiting.shift();
    if (task) begin(lane, task, Math.min(quick, limit), () => (quick < limit ? outgrow(lane) : late(lane)));
  };
  const cancel = (task: Task): void => {
    if (task.settled) return;
    settle(task, new HttpError(503, 'cancelled', 'The one who asked has gone.'));
    for (const queue of [waiting, put]) {
      const found = queue.indexOf(task);
      if (found >= 0) queue.splice(found, 1);
    }
    for (const lane of lanes) if (lane.at === task) end(lane);
    next();
  };

  return {
    run: (name, body, owner) =>
      new Promise((resolve, reject) => {
        const busy = [...lanes].filter(({ at }) => at !== null).length;
        if (busy + waiting.length + put.length >= most) {
          reject(
            new HttpError(
              503,
              'busy',
              `${most} calculations are at work or waiting; no more are taken until one is done. Try again in a moment.`,
              { most },
              RETRY_AFTER,
            ),
          );
          return;
        }
        const task: Task = {
          message: { name, body },
          resolve: (answer) => resolve(answer as never),
          reject,
          settled: false,
          again: false,
        };
        owner?.addEventListener('abort', () => cancel(task), { once: true });
        waiting.push(task);
        next();
      }),
    stop: async () => {
      const stopping = new HttpError(503, 'stopping', 'The server is stopping.');
      const left = [...waiting.splice(0), ...put.splice(0)];
      const workers = [...lanes].map((lane) => {
        const task = end(lane);
        if (task) left.push(task);
        return lane.worker.terminate();
      });
      for (const task of left) settle(task, stopping);
      await Promise.all(workers);
    },
  };
}
