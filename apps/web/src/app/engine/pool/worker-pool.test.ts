import { setMaxListeners } from 'node:events';
import { expose } from 'comlink';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { WorkFailure } from './work-failure';
import { WorkerPool, type Call, type PoolSettings, type Priority } from './worker-pool';

/** What the threads of these tests can do. */
const TASKS = {
  echo: (said: string) => said,
  throws: (): string => {
    throw new Error('oh no');
  },
};
type EchoTasks = typeof TASKS;

const SETTINGS: PoolSettings = { threads: 3, grace: 50, pause: 20 };

/** A worker without a thread, that can be made to die. */
class StandIn extends EventTarget {
  ended = false;
  private readonly channel = new MessageChannel();
  constructor(loads: boolean) {
    super();
    if (loads) {
      expose(TASKS, this.channel.port2 as never);
      this.channel.port1.onmessage = ({ data }) => this.dispatchEvent(new MessageEvent('message', { data }));
    } else setTimeout(() => this.dispatchEvent(new Event('error')), 1);
  }
  postMessage(message: unknown): void {
    this.channel.port1.postMessage(message);
  }
  die(message: string): void {
    this.dispatchEvent(Object.assign(new Event('error'), { message }));
  }
  terminate(): void {
    this.ended = true;
    this.channel.port1.close();
  }
}

let made: StandIn[];
let loads: (n: number) => boolean;
let pool: WorkerPool<EchoTasks>;
const open = new AbortController().signal;
setMaxListeners(0, open);

const poolOf = (settings = SETTINGS): WorkerPool<EchoTasks> =>
  new WorkerPool<EchoTasks>(() => {
    const worker = new StandIn(loads(made.length));
    made.push(worker);
    return worker as unknown as Worker;
  }, settings);
const never = (): Promise<never> => new Promise(() => undefined);
const call = <R>(
  work: Call<EchoTasks, R>['work'],
  { priority = 'shown' as Priority, limit = 2_000, owner = open } = {},
): Promise<R> => pool.run({ work, priority, limit, owner });
const failureOf = (asked: Promise<unknown>): Promise<WorkFailure> =>
  asked.then(
    () => expect.fail('it was answered'),
    (error: unknown) => {
      expect(error).toBeInstanceOf(WorkFailure);
      return error as WorkFailure;
    },
  );
const pause = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));

beforeEach(() => {
  made = [];
  loads = () => true;
  pool = poolOf();
});
afterEach(() => pool.close());

describe('a call of the pool', () => {
  it('is answered by a thread that is started for it', async () => {
    expect(made).toHaveLength(0);
    expect(await call(({ tasks }) => tasks.echo('here'))).toBe('here');
    expect(made).toHaveLength(1);
    expect(await call(({ tasks }) => tasks.echo('again'))).toBe('again');
    expect(made).toHaveLength(1);
  });

  it('that throws, in the thread or before it, says what it was', async () => {
    expect(await failureOf(call(({ tasks }) => tasks.throws()))).toMatchObject({
      kind: 'broke',
      message: 'This broke: oh no',
    });
    const before = call(() => {
      throw new Error('not even asked');
    });
    expect((await failureOf(before)).message).toBe('This broke: not even asked');
    expect(await call(({ tasks }) => tasks.echo('still here'))).toBe('still here');
  });

  it('has its time from when it is begun, not from when it was asked for', async () => {
    pool = poolOf({ ...SETTINGS, threads: 1 });
    const slow = failureOf(call(never, { limit: 150 }));
    const quick = call(({ tasks }) => tasks.echo('in time'), { limit: 100 });
    expect(await slow).toMatchObject({ kind: 'late', message: 'It took over 0.15 s and was stopped.' });
    expect(await quick).toBe('in time');
    expect(made.map(({ ended }) => ended)).toEqual([true, false]);
  });

  it('waits for no other one that is less urgent', async () => {
    pool = poolOf({ ...SETTINGS, threads: 1 });
    const order: Priority[] = [];
    const first = call(() => pause(20));
    const rest = (['rack', 'shown', 'rack', 'open-job'] as const).map((priority) =>
      call(
        async () => {
          order.push(priority);
        },
        { priority },
      ),
    );
    await Promise.all([first, ...rest]);
    expect(order).toEqual(['open-job', 'shown', 'rack', 'rack']);
  });

  it('on the open job has a thread to itself, whatever else is worked out', async () => {
    const owner = new AbortController();
    const hung = Array.from({ length: 8 }, () =>
      failureOf(call(never, { priority: 'rack', owner: owner.signal })),
    );
    expect(await call(({ tasks }) => tasks.echo('at work'), { priority: 'open-job' })).toBe('at work');
    owner.abort();
    for (const { kind } of await Promise.all(hung)) expect(kind).toBe('cancelled');
  });
});

describe('a call that nobody wants any more', () => {
  it('is settled at once, and never begun where it still waited', async () => {
    pool = poolOf({ ...SETTINGS, threads: 1 });
    const owner = new AbortController();
    const first = call(() => pause(30));
    let begun = false;
    const second = failureOf(
      call(
        async () => {
          begun = true;
        },
        { owner: owner.signal },
      ),
    );
    owner.abort();
    expect((await second).kind).toBe('cancelled');
    await first;
    await pause(10);
    expect(begun).toBe(false);
    expect((await failureOf(call(never, { owner: owner.signal }))).kind).toBe('cancelled');
  });

  it('keeps its thread only while nothing else waits for it', async () => {
    pool = poolOf({ ...SETTINGS, threads: 1 });
    const owner = new AbortController();
    const stuck = failureOf(call(({ tasks }) => tasks.echo('begun').then(never), { owner: owner.signal }));
    owner.abort();
    await stuck;
    await pause(2 * SETTINGS.grace);
    expect(made.map(({ ended }) => ended)).toEqual([false]);
    // Asked again and again: the time that is given it does not begin anew each time.
    const asked: Promise<string>[] = [];
    for (let i = 0; i < 6; i++) {
      asked.push(call(({ tasks }) => tasks.echo(`${i}`)));
      await pause(SETTINGS.grace / 3);
    }
    expect(await Promise.all(asked)).toEqual(['0', '1', '2', '3', '4', '5']);
  });

  it('one that ends in time leaves its thread as it is, with what it keeps', async () => {
    pool = poolOf({ ...SETTINGS, threads: 1 });
    const { generation } = await call(async (thread) => thread);
    const owner = new AbortController();
    const cancelled = failureOf(call(() => pause(20), { owner: owner.signal }));
    owner.abort();
    await cancelled;
    expect((await call(async (thread) => thread)).generation).toBe(generation);
  });
});

describe('a thread that dies', () => {
  it('is started again, and the call tried once more', async () => {
    pool = poolOf({ ...SETTINGS, threads: 1 });
    let tries = 0;
    const generations: number[] = [];
    const asked = call(({ tasks, generation }) => {
      generations.push(generation);
      if (++tries > 1) return tasks.echo('second time');
      setTimeout(() => made[0].die('gone'), 5);
      return never();
    });
    expect(await asked).toBe('second time');
    expect(new Set(generations).size).toBe(2);
    expect(made.map(({ ended }) => ended)).toEqual([true, false]);
  });

  it('twice at the same call is said, in words; the next call gets a new one', async () => {
    const asked = failureOf(
      call(() => {
        setTimeout(() => made[made.length - 1].die('out of memory'), 5);
        return never();
      }),
    );
    const { kind, message } = await asked;
    expect(kind).toBe('died');
    expect(message).toMatch(/broke off twice \(out of memory\)/);
    expect(await call(({ tasks }) => tasks.echo('alive'))).toBe('alive');
  });

  it('a script that could not be loaded once is loaded again, for all who wait', async () => {
    loads = (n) => n >= 2;
    const asked = Array.from({ length: 12 }, (_, i) =>
      call(({ tasks }) => tasks.echo(`${i}`), { priority: 'rack' }),
    );
    expect(await Promise.all(asked)).toHaveLength(12);
  });

  it('is given its time before it is tried again, also where another thread is free', async () => {
    let back = false;
    loads = () => back;
    const asked = call(({ tasks }) => tasks.echo('back'));
    setTimeout(() => (back = true), SETTINGS.pause / 2);
    expect(await asked).toBe('back');
  });

  it('cancelled while it is waited for is settled, and its lane goes on', async () => {
    pool = poolOf({ ...SETTINGS, threads: 1 });
    loads = (n) => n > 0;
    const owner = new AbortController();
    const asked = failureOf(call(({ tasks }) => tasks.echo('?'), { owner: owner.signal }));
    await pause(SETTINGS.pause / 2);
    owner.abort();
    expect((await asked).kind).toBe('cancelled');
    expect(await call(({ tasks }) => tasks.echo('next'))).toBe('next');
  });

  it('a script that is missing fails every call with words, and none waits for ever', async () => {
    loads = () => false;
    const asked = Array.from({ length: 5 }, () => failureOf(call(({ tasks }) => tasks.echo('?'))));
    for (const { kind, message } of await Promise.all(asked)) {
      expect(kind).toBe('died');
      expect(message).toMatch(/could not be loaded/);
    }
    // Once the script is there again, so is the work.
    loads = () => true;
    expect(await call(({ tasks }) => tasks.echo('back'))).toBe('back');
  });

  it('while it is at nothing costs no call anything', async () => {
    await call(({ tasks }) => tasks.echo('x'));
    made[0].die('idle');
    expect(await call(({ tasks }) => tasks.echo('y'))).toBe('y');
    expect(made[0].ended).toBe(true);
  });
});

describe('a pool that is closed', () => {
  it('settles what is at work and what waits, and leaves no clock running', async () => {
    vi.useFakeTimers();
    const asked = Array.from({ length: 6 }, () => failureOf(call(never)));
    pool.close();
    for (const { kind } of await Promise.all(asked)) expect(kind).toBe('cancelled');
    expect(vi.getTimerCount()).toBe(0);
    vi.useRealTimers();
  });
});
