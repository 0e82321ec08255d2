import { wrap } from 'comlink';
import { WorkFailure } from './work-failure';

/** What a thread can do. */
type Tasks<T> = { readonly [K in keyof T]: (...given: never[]) => unknown };

/** Tasks as they are called from outside their thread. */
export type Calls<T extends Tasks<T>> = {
  readonly [K in keyof T]: (...given: Parameters<T[K]>) => Promise<Awaited<ReturnType<T[K]>>>;
};

/** A thread as a call sees it. */
export interface PoolThread<T extends Tasks<T>> {
  readonly tasks: Calls<T>;
  /** Another number for every thread: a new one knows nothing of what an earlier one kept. */
  readonly generation: number;
}

/**
 * What comes first. Calls on the open job have a thread to themselves, which keeps the job; the
 * others share the rest, what is shown before what fills the rack.
 */
export type Priority = 'open-job' | 'shown' | 'rack';

/** A piece of work that is asked of a pool. */
export interface Call<T extends Tasks<T>, R> {
  /** Does it. Called when a thread is free, and once more where that thread dies. */
  readonly work: (thread: PoolThread<T>) => Promise<R>;
  readonly priority: Priority;
  /** Longest it may take from when it is begun, ms. */
  readonly limit: number;
  /** Cancels it. */
  readonly owner: AbortSignal;
}

export interface PoolSettings {
  /** Threads at the most; the first is for the open job. */
  readonly threads: number;
  /** How long a cancelled call may go on before its thread is ended, where another call waits, ms. */
  readonly grace: number;
  /** The pause before a thread that died is started again, ms. */
  readonly pause: number;
}

export const POOL_SETTINGS: PoolSettings = { threads: 3, grace: 250, pause: 300 };

const ORDER: readonly Priority[] = ['open-job', 'shown', 'rack'];

interface Entry<T extends Tasks<T>> {
  readonly call: Call<T, unknown>;
  readonly settle: (settled: { readonly value: unknown } | WorkFailure) => void;
  /** Whether whoever asked has been answered. */
  answered: boolean;
  /** Whether a thread has died of it. */
  again: boolean;
}

interface Lane<T extends Tasks<T>> {
  readonly takes: readonly Priority[];
  worker: Worker | null;
  thread: PoolThread<T> | null;
  at: Entry<T> | null;
  timer: ReturnType<typeof setTimeout> | null;
  /** Whether what it is at has been told to end. */
  hurried: boolean;
}

/**
 * Threads that share work. A call is begun when a thread is free, so that waiting costs nothing;
 * it is answered or fails with a `WorkFailure`, whatever happens to its thread.
 */
export class WorkerPool<T extends Tasks<T>> {
  private readonly lanes: readonly Lane<T>[];
  private readonly waiting: Entry<T>[] = [];
  private generations = 0;

  constructor(
    private readonly make: () => Worker,
    private readonly settings: PoolSettings = POOL_SETTINGS,
  ) {
    this.lanes = Array.from({ length: settings.threads }, (_, i) => ({
      takes: settings.threads === 1 ? ORDER : i === 0 ? ORDER.slice(0, 1) : ORDER.slice(1),
      worker: null,
      thread: null,
      at: null,
      timer: null,
      hurried: false,
    }));
  }

  /** Starts the first thread before anything is asked of it. */
  warm(): void {
    const [first] = this.lanes;
    if (!first.thread) this.start(first);
  }

  /** @throws WorkFailure (rejects) where there is no answer */
  run<R>(call: Call<T, R>): Promise<R> {
    return new Promise<R>((resolve, reject) => {
      if (call.owner.aborted) {
        reject(cancelled());
        return;
      }
      const onAbort = (): void => this.cancel(entry);
      const entry: Entry<T> = {
        call,
        answered: false,
        again: false,
        settle: (settled) => {
          if (entry.answered) return;
          entry.answered = true;
          call.owner.removeEventListener('abort', onAbort);
          if (settled instanceof WorkFailure) reject(settled);
          else resolve(settled.value as R);
        },
      };
      call.owner.addEventListener('abort', onAbort);
      this.waiting.push(entry);
      this.next();
    });
  }

  /** Ends every thread; what was asked of them is cancelled. */
  close(): void {
    for (const entry of this.waiting.splice(0)) entry.settle(cancelled());
    for (const lane of this.lanes) {
      lane.at?.settle(cancelled());
      this.end(lane);
    }
  }

  private next(): void {
    for (const lane of this.lanes) {
      if (lane.at) this.hurry(lane);
      else {
        const entry = this.take(lane);
        if (entry) this.begin(lane, entry);
      }
    }
  }

  /** The most urgent of what waits for a lane; of equals the one that came first. */
  private take(lane: Lane<T>): Entry<T> | null {
    for (const priority of lane.takes) {
      const found = this.waiting.findIndex(({ call }) => call.priority === priority);
      if (found >= 0) return this.waiting.splice(found, 1)[0];
    }
    return null;
  }

  private begin(lane: Lane<T>, entry: Entry<T>): void {
    lane.at = entry;
    const { limit } = entry.call;
    this.within(lane, limit, () =>
      entry.settle(new WorkFailure('late', `It took over ${limit / 1000} s and was stopped.`)),
    );
    let work: Promise<unknown>;
    try {
      work = entry.call.work(lane.thread ?? this.start(lane));
    } catch (error) {
      work = Promise.reject(error);
    }
    work.then(
      (value) => this.done(lane, entry, { value }),
      (error: unknown) => this.done(lane, entry, broke(error)),
    );
  }

  private done(lane: Lane<T>, entry: Entry<T>, settled: { value: unknown } | WorkFailure): void {
    // A thread that was ended may still answer what was asked of it before.
    if (lane.at !== entry) return;
    entry.settle(settled);
    this.free(lane);
    this.next();
  }

  private start(lane: Lane<T>): PoolThread<T> {
    const worker = this.make();
    const thread = { tasks: wrap<T>(worker) as unknown as Calls<T>, generation: ++this.generations };
    lane.worker = worker;
    lane.thread = thread;
    const died = (event: Event): void => {
      if (lane.thread === thread) this.died(lane, event);
    };
    worker.addEventListener('error', died);
    worker.addEventListener('messageerror', died);
    return thread;
  }

  private died(lane: Lane<T>, event: Event): void {
    event.preventDefault();
    const entry = lane.at;
    this.end(lane);
    if (!entry || entry.answered) {
      this.next();
      return;
    }
    if (entry.again) {
      entry.settle(new WorkFailure('died', whatDied(event)));
      this.next();
      return;
    }
    entry.again = true;
    // What was missing a moment ago may be back after another one: the lane keeps the call until then.
    lane.at = entry;
    lane.timer = setTimeout(() => {
      this.free(lane);
      if (entry.answered) this.next();
      else this.begin(lane, entry);
    }, this.settings.pause);
  }

  private cancel(entry: Entry<T>): void {
    entry.settle(cancelled());
    const found = this.waiting.indexOf(entry);
    if (found >= 0) this.waiting.splice(found, 1);
    else this.next();
  }

  /** Ends a thread that goes on with what nobody wants any more, where something else waits for it. */
  private hurry(lane: Lane<T>): void {
    if (
      lane.hurried ||
      !lane.at?.answered ||
      !this.waiting.some(({ call }) => lane.takes.includes(call.priority))
    )
      return;
    lane.hurried = true;
    this.within(lane, this.settings.grace);
  }

  /** Ends the thread, with what it is at, after a time. */
  private within(lane: Lane<T>, milliseconds: number, first?: () => void): void {
    if (lane.timer !== null) clearTimeout(lane.timer);
    lane.timer = setTimeout(() => {
      first?.();
      this.end(lane);
      this.next();
    }, milliseconds);
  }

  private free(lane: Lane<T>): void {
    if (lane.timer !== null) clearTimeout(lane.timer);
    lane.timer = null;
    lane.at = null;
    lane.hurried = false;
  }

  private end(lane: Lane<T>): void {
    this.free(lane);
    lane.worker?.terminate();
    lane.worker = null;
    lane.thread = null;
  }
}

const cancelled = (): WorkFailure => new WorkFailure('cancelled', 'It was stopped.');

const broke = (error: unknown): WorkFailure =>
  new WorkFailure('broke', `This broke: ${error instanceof Error ? error.message : String(error)}`);

/** An event without a message is a script that could not be loaded; with one it is what was thrown. */
function whatDied(event: Event): string {
  const { message } = event as Partial<ErrorEvent>;
  return message
    ? `What works this out broke off twice (${message}). Reload the page; your changes are kept.`
    : 'What works this out could not be loaded. Look whether the server still runs, then reload the page; your changes are kept.';
}
