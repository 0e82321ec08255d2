import { shapeJob } from '@coin-relay/model';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { fitRun } from '../engine/open-job';
import { RowPainters, type ShownRow } from './row-painters';

/** Rows of one job, each with a fit of its own. */
function rowsOf(...runs: string[]): ShownRow[] {
  const job = shapeJob('Ring', 'circle');
  const [run] = job.runs;
  const pieces = run.sequence.map((id) => job.pieces.find((piece) => piece.id === id)!);
  return runs.map((id) => {
    const reply = fitRun(job, run.id);
    if (!reply.ok) throw new Error(reply.message);
    return { run: id, fit: reply.value.fit, setOut: reply.value.setOut, sequence: pieces };
  });
}
const none = (): null => null;

describe('painters of many rows', () => {
  let now = 0;
  beforeEach(() => {
    vi.useFakeTimers();
    // Each look at the clock is 20 ms later.
    vi.spyOn(performance, 'now').mockImplementation(() => (now += 20));
  });
  afterEach(() => {
    vi.useRealTimers();
    vi.restoreAllMocks();
  });
  const runsOf = (painters: RowPainters): string[] => painters.all.map(({ run }) => run);

  it('are made in several tasks, the one at work in the first', () => {
    const rows = rowsOf('a', 'b', 'c');
    const painters = new RowPainters(null);
    const take = (): void => painters.take(rows, 'c', none, take);
    take();
    expect(runsOf(painters)).toEqual(['a', 'c']);
    expect(painters.complete).toBe(false);
    vi.runAllTimers();
    expect(runsOf(painters)).toEqual(['a', 'b', 'c']);
    expect(painters.complete).toBe(true);
  });

  it('until a row that changed has its own, its last one stands in: no row is gone meanwhile', () => {
    const painters = new RowPainters(null);
    const before = rowsOf('a', 'b', 'c');
    const first = (): void => painters.take(before, 'a', none, first);
    first();
    vi.runAllTimers();
    const was = painters.of('b');
    const after = rowsOf('a', 'b', 'c');
    const then = (): void => painters.take(after, 'a', none, then);
    then();
    expect(runsOf(painters)).toEqual(['a', 'b', 'c']);
    expect(painters.of('b')).toBe(was);
    vi.runAllTimers();
    expect(painters.all.map(({ fit }) => fit)).toEqual(after.map(({ fit }) => fit));
    expect(painters.of('b')).not.toBe(was);
  });

  it('are not made any more once they are stopped', () => {
    const again = vi.fn();
    const painters = new RowPainters(null);
    painters.take(rowsOf('a', 'b'), 'a', none, again);
    painters.stop();
    vi.runAllTimers();
    expect(again).not.toHaveBeenCalled();
  });
});
