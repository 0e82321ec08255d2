import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { RelayError } from '@coin-relay/core';
import { afterEach, describe, expect, it } from 'vitest';
import { HttpError } from '../http/problem';
import { inlineExecutor, threadExecutor, type Executor } from './executor';

const folder = mkdtempSync(join(tmpdir(), 'coin-relay-executor-'));
const script = join(folder, 'worker.mjs');
// Answers what it is asked; hangs, breaks, refuses or dies when told to.
writeFileSync(
  script,
  `import { parentPort } from 'node:worker_threads';
   parentPort.on('message', ({ id, name, body }) => {
     if (body === 'hang') for (;;);
     if (body === 'die') process.exit(1);
     if (body === 'throw') throw new Error('oh');
     if (body === 'refuse') parentPort.postMessage({ id, error: { code: 'path-data-empty', message: 'Empty.', subject: {} } });
     else if (body === 'break') parentPort.postMessage({ id, error: null });
     else parentPort.postMessage({ id, answer: { name, body } });
   });`,
);

let executor: Executor;
afterEach(() => executor.stop());

describe('calculations in a thread of their own', () => {
  it('answer, several at once', async () => {
    executor = threadExecutor(pathToFileURL(script), 5_000);
    const answers = await Promise.all([1, 2, 3].map((body) => executor.run('fit', body)));
    expect(answers).toEqual([1, 2, 3].map((body) => ({ name: 'fit', body })));
  });

  it('refusals and breakages come back as errors', async () => {
    executor = threadExecutor(pathToFileURL(script), 5_000);
    await expect(executor.run('fit', 'refuse')).rejects.toBeInstanceOf(RelayError);
    await expect(executor.run('fit', 'break')).rejects.toThrow('the calculation broke');
    await expect(executor.run('fit', 'throw')).rejects.toThrow('oh');
    // The thread that threw is gone; the next calculation gets a new one.
    expect(await executor.run('fit', 'again')).toEqual({ name: 'fit', body: 'again' });
  });

  it('one that takes too long is given up, and the next one runs', async () => {
    executor = threadExecutor(pathToFileURL(script), 400);
    const failure = await executor.run('fit', 'hang').catch((error: unknown) => error);
    expect(failure).toBeInstanceOf(HttpError);
    expect(failure).toMatchObject({ status: 503, code: 'took-too-long' });
    expect(await executor.run('measure', 'next')).toEqual({ name: 'measure', body: 'next' });
  });

  it('too many waiting are turned away', async () => {
    executor = threadExecutor(pathToFileURL(script), 600);
    const waiting = Array.from({ length: 40 }, () =>
      executor.run('fit', 'hang').catch((error: HttpError) => error.code),
    );
    const codes = await Promise.all(waiting);
    expect(codes.filter((code) => code === 'busy')).toHaveLength(8);
    expect(codes.filter((code) => code === 'took-too-long')).toHaveLength(32);
  });
});

describe('calculations in the same thread', () => {
  it('check what they are given', async () => {
    executor = inlineExecutor();
    expect(await executor.run('measure', { source: { path: 'M0 0H5' } })).toMatchObject({ length: 5 });
    await expect(executor.run('measure', { source: { path: 5 } })).rejects.toThrow(/source\.path/);
    await expect(executor.run('place', { source: { path: 'M0 0H5' }, travel: 'far' })).rejects.toThrow(
      /travel/,
    );
  });
});
