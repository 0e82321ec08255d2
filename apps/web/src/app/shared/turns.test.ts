import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { Turns, type EndTurn } from './turns.service';

describe('what takes turns', () => {
  beforeEach(() => {
    vi.useFakeTimers();
    vi.stubGlobal('requestAnimationFrame', (work: () => void) => setTimeout(work, 16));
  });
  afterEach(() => {
    vi.unstubAllGlobals();
    vi.useRealTimers();
  });
  /** Waiters that are told of their turns, and what ended each. */
  const waiters = (many: number) => {
    const turns = new Turns();
    const begun: number[] = [];
    const ends: EndTurn[] = [];
    for (let k = 0; k < many; k++) ends.push(turns.wait(() => void begun.push(k)));
    return { begun, ends };
  };

  it('comes one after the other, when the one before is done', () => {
    const { begun, ends } = waiters(3);
    expect(begun).toEqual([]);
    vi.runAllTimers();
    expect(begun).toEqual([0]);
    ends[0]();
    expect(begun).toEqual([0]);
    vi.runAllTimers();
    expect(begun).toEqual([0, 1]);
    ends[1]();
    ends[1]();
    vi.runAllTimers();
    expect(begun).toEqual([0, 1, 2]);
  });

  it('what goes before its turn is passed over, and holds up no other', () => {
    const { begun, ends } = waiters(3);
    ends[0]();
    ends[1]();
    vi.runAllTimers();
    expect(begun).toEqual([2]);
  });

  it('begins anew when someone comes after all were done', () => {
    const turns = new Turns();
    const first = vi.fn();
    turns.wait(first)();
    vi.runAllTimers();
    expect(first).not.toHaveBeenCalled();
    const second = vi.fn();
    turns.wait(second);
    vi.runAllTimers();
    expect(second).toHaveBeenCalledOnce();
  });
});
