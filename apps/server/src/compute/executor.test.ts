import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { RelayError } from '@coin-relay/core';
import { afterEach, describe, expect, it } from 'vitest';
import { HttpError } from '../http/http-error';
import {
  EXECUTOR_SETTINGS,
  inlineExecutor,
  threadExecutor,
  type Executor,
  type ExecutorSettings,
} from './executor';

const folder = mkdtempSync(join(tmpdir(), 'coin-relay-executor-'));
const script = join(folder, 'worker.mjs');
// Answers what it is asked; hangs, breaks, refuses, fills its memory or dies when told to.
writeFileSync(
  script,
  `import { existsSync, writeFileSync } from 'node:fs';
   import { parentPort } from 'node:worker_threads';
   parentPort.on('message', ({ name, body }) => {
     const [what, more] = new TextDecoder().decode(body).split(' ');
     if (what === 'hang') for (;;);
     if (what === 'busy') { const end = Date.now() + Number(more); while (Date.now() < end); }
     if (what === 'die') process.exit(1);
     if (what === 'die-once' && !existsSync(more)) { writeFileSync(more, ''); process.exit(1); }
     if (what === 'throw') throw new Error('oh');
     if (what === 'fill') { const all = []; for (;;) all.push(new Array(1e5).fill(Math.random())); }
     if (what === 'refuse') parentPort.postMessage({ ok: false, relay: { code: 'path-data-empty', message: 'Empty.', subject: {} } });
     else if (what === 'http') parentPort.postMessage({ ok: false, http: { status: 400, code: 'body-broken', message: 'Broken.', extra: {} } });
     else if (what === 'break') parentPort.postMessage({ ok: false, broke: 'in two' });
     else parentPort.postMessage({ ok: true, answer: { json: name + ' ' + what } });
   });
   parentPort.postMessage('ready');`,
);

let executor: Executor;
afterEach(() => executor.stop());

const bytes = (text: string): Uint8Array => new TextEncoder().encode(text);
const threads = (settings: Partial<ExecutorSettings> = {}): Executor =>
  threadExecutor(pathToFileURL(script), { ...EXECUTOR_SETTINGS, limit: 5_000, ...settings });
const run = async (text: string, owner?: AbortSignal): Promise<string> =>
  (await executor.run('fit', bytes(text), owner)).json;
/** What it is refused with. */
const refusal = (text: string, owner?: AbortSignal): Promise<Error> =>
  run(text, owner).then(
    () => expect.fail(`“${text}” was answered`),
    (error: Error) => error,
  );

describe('calculations in threads of their own', () => {
  it('answer, several at once', async () => {
    executor = threads();
    expect(await Promise.all(['1', '2', '3'].map((text) => run(text)))).toEqual(['fit 1', 'fit 2', 'fit 3']);
  });

  it('refusals and breakages come back as errors', async () => {
    executor = threads();
    expect(await refusal('refuse')).toBeInstanceOf(RelayError);
    expect(await refusal('http')).toMatchObject({ status: 400, code: 'body-broken' });
    expect((await refusal('break')).message).toBe('the calculation broke: in two');
    expect(await run('again')).toBe('fit again');
  });

  it('a thread that dies is started again, and the calculation tried once more', async () => {
    executor = threads();
    expect(await run(`die-once ${join(folder, 'died')}`)).toBe('fit die-once');
    expect((await refusal('die')).message).toMatch(/ended/);
    expect((await refusal('throw')).message).toBe('oh');
    expect(await run('again')).toBe('fit again');
  });

  it('one that takes too long is given up, and the next one runs', async () => {
    executor = threads({ limit: 400, quick: 100 });
    const failure = await refusal('hang');
    expect(failure).toBeInstanceOf(HttpError);
    expect(failure).toMatchObject({ status: 503, code: 'took-too-long' });
    expect(await run('next')).toBe('fit next');
  });

  it('one that fills its memory is given up, and the others go on', async () => {
    executor = threads({ memory: 64 });
    const [failure, light] = await Promise.all([refusal('fill'), run('light')]);
    expect(failure).toMatchObject({ status: 503, code: 'took-too-much' });
    expect(light).toBe('fit light');
  });

  it('light ones are not held up by heavy ones, however many of these there are', async () => {
    executor = threads({ quick: 60, heavy: 2 });
    const owner = new AbortController();
    let ended = 0;
    const heavy = Array.from({ length: 5 }, async () => {
      const error = await refusal('hang', owner.signal);
      ended++;
      return error;
    });
    expect(await run('light')).toBe('fit light');
    // None of the heavy ones had to end for it.
    expect(ended).toBe(0);
    owner.abort();
    for (const error of await Promise.all(heavy)) expect(error).toMatchObject({ code: 'cancelled' });
  });

  it('time counts from when a calculation is begun: those behind a slow one are not failed by it', async () => {
    executor = threads({ quick: 50, heavy: 1, limit: 2_000 });
    const slow = ['busy 800', 'busy 800', 'busy 800'].map((text) => run(text));
    expect(await Promise.all(slow)).toEqual(['fit busy', 'fit busy', 'fit busy']);
  });

  it('too many are turned away, and told when to come again', async () => {
    executor = threads({ limit: 300, quick: 50, most: 4 });
    const asked = await Promise.all(Array.from({ length: 10 }, () => refusal('hang')));
    const codes = asked.map((error) => (error as HttpError).code);
    expect(codes.filter((code) => code === 'busy')).toHaveLength(6);
    expect(codes.filter((code) => code === 'took-too-long')).toHaveLength(4);
    const busy = asked.find((error) => (error as HttpError).code === 'busy') as HttpError;
    expect(busy).toMatchObject({ status: 503, extra: { most: 4 } });
    expect(busy.retryAfter).toBeGreaterThan(0);
  });

  it('those at work when it stops are told so', async () => {
    executor = threads();
    const left = Promise.all([refusal('hang'), refusal('hang')]);
    await executor.stop();
    for (const error of await left) expect(error).toMatchObject({ code: 'stopping' });
  });
});

describe('calculations in the same thread', () => {
  const ask = (name: 'measure' | 'place', body: object) =>
    executor.run(name, bytes(JSON.stringify(body))).then(({ json }) => JSON.parse(json) as object);

  it('check what they are given', async () => {
    executor = inlineExecutor();
    expect(await ask('measure', { source: { path: 'M0 0H5' } })).toMatchObject({ length: 5 });
    await expect(ask('measure', { source: { path: 5 } })).rejects.toThrow(/source\.path/);
    await expect(ask('place', { source: { path: 'M0 0H5' }, travel: 'far' })).rejects.toThrow(/travel/);
  });
});
