import '@angular/compiler';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { FitWorker } from './fit-worker.service';

describe('a task that does not end', () => {
  beforeEach(() => vi.useFakeTimers());
  afterEach(() => vi.useRealTimers());

  it('is stopped after its time, and answers what was given for that', async () => {
    const answer = new FitWorker().within(1_000, new Promise<string>(() => undefined), 'too long');
    await vi.advanceTimersByTimeAsync(999);
    let settled = false;
    void answer.then(() => (settled = true));
    await vi.advanceTimersByTimeAsync(0);
    expect(settled).toBe(false);
    await vi.advanceTimersByTimeAsync(1);
    expect(await answer).toBe('too long');
  });

  it('one that ends in time answers for itself, and leaves no clock running', async () => {
    expect(await new FitWorker().within(1_000, Promise.resolve('done'), 'too long')).toBe('done');
    expect(vi.getTimerCount()).toBe(0);
  });
});
