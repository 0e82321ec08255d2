import { demoJobs, fittedRows, machineOf, precomputeFrames, type Job, type Machine } from '@coin-relay/model';
import { describe, expect, it } from 'vitest';
import { graphTable } from '../graphs/graph-data';
import { motionGraphs, type MotionGraph } from './graph-lines';

const demo = (id: string): Job => structuredClone(demoJobs().find((entry) => entry.id === id)!.job);
const running = (job: Job): Machine => {
  const rows = fittedRows(job);
  return machineOf(job, rows, precomputeFrames(job, rows));
};
const graph = (machine: Machine, run: string, id: string): MotionGraph =>
  motionGraphs(machine, run).find((entry) => entry.id === id)!;

describe('the graphs of a machine', () => {
  const arcade = running(demo('demo-arcade-drive'));

  it('are those of its springs and ropes, and of the row at work', () => {
    expect(motionGraphs(arcade, 'lift').map(({ id }) => id)).toEqual([
      'plate-spring-length',
      'plate-spring-ratio',
      'plate-spring-speed',
      'bell-rope-length',
      'bell-rope-speed',
      'chordal',
      'bend',
    ]);
    expect(motionGraphs(arcade, 'beads').map(({ id }) => id)).toContain('breath');
    // A belt has no chords to speak of.
    expect(motionGraphs(arcade, 'belt').map(({ id }) => id)).not.toContain('chordal');
  });

  it('a spring’s length meets itself at the loop’s end, and stays under its free length', () => {
    const { lines, mark, words } = graph(arcade, 'lift', 'plate-spring-length');
    const [length, free] = lines;
    expect(length.y[240]).toBeCloseTo(length.y[0], 9);
    expect(free).toMatchObject({ limit: true, y: [175, 175] });
    expect(Math.max(...length.y)).toBeLessThan(175);
    expect(mark(77)).toBe(77);
    expect(words).toMatch(/% of its free length/);
  });

  it('chordal speed falls to cos(π / z) at the entry of a link (Shigley, roller chain)', () => {
    const { lines } = graph(arcade, 'cross', 'chordal');
    for (const line of lines) {
      expect(Math.min(...line.y)).toBeCloseTo(100 * Math.cos(Math.PI / 12), 9);
      expect(Math.max(...line.y)).toBeCloseTo(100, 9);
    }
  });

  it('bend along the path: 2π / z on a sprocket, nothing on a straight, under its family’s limit', () => {
    const { lines, mark } = graph(arcade, 'lift', 'bend');
    const [bend, limit] = lines;
    expect(Math.max(...bend.y)).toBeCloseTo(360 / 20, 1);
    expect(Math.min(...bend.y)).toBeCloseTo(0, 3);
    expect(limit.y[0]).toBeGreaterThan(Math.max(...bend.y));
    // The first link goes on as it travels.
    expect(mark(10)).toBeGreaterThan(mark(0));
  });

  it('the spacing of a breathing row: least, mean and most, whose mean fills the path', () => {
    const job = demo('demo-coin-lift');
    job.motion.breaths = [{ run: 'row', what: 'length', amount: 0.2, seed: 4, period: 60, alike: 3 }];
    const machine = running(job);
    const [most, mean, least] = graph(machine, 'row', 'breath').lines;
    const { fit } = machine.rows.get('row')!;
    for (let frame = 0; frame < 120; frame += 11) {
      expect(mean.y[frame]).toBeCloseTo(fit.layout.path.length / fit.count, 6);
      expect(least.y[frame]).toBeLessThan(mean.y[frame]);
      expect(most.y[frame]).toBeGreaterThan(mean.y[frame]);
    }
    expect(most.y[0]).toBeCloseTo(most.y[60], 6);
  });

  it('go out as a table with a column for each line', () => {
    const { lines, axes } = graph(arcade, 'lift', 'plate-spring-ratio');
    const [head, first] = graphTable(lines, axes).split('\r\n');
    expect(head).toBe('frame,of its free length,solid');
    expect(first.split(',')).toHaveLength(3);
  });
});
