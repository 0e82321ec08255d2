import { demoJobs, drawnJob, shapeJob } from '@coin-relay/model';
import { describe, expect, it } from 'vitest';
import { sketchPaths } from './sketch';

const lift = demoJobs().find((d) => d.id === 'demo-coin-lift')!.job;

describe('paths as far as they can be drawn', () => {
  it('a good one whole, with its length and bounds', () => {
    const job = shapeJob('c', 'circle');
    const [sketch] = sketchPaths(job, ['loop', 'ghost']);
    expect(sketch).toMatchObject({ id: 'loop', problem: null, bounds: [-80, -80, 80, 80] });
    expect(sketch.length).toBeCloseTo(160 * Math.PI, 9);
    expect(sketch.lines).toHaveLength(1);
  });
  it('of a broken route the spans that exist, all wheels, and who is to blame', () => {
    const broken = { ...lift, wheels: lift.wheels.map((w) => (w.id === 'head' ? { ...w, x: 60 } : w)) };
    const [sketch] = sketchPaths(broken, ['loop']);
    expect(sketch.problem).toMatch(/overlap/);
    expect(sketch.blamed).toEqual(['drive', 'head']);
    expect(sketch.wheels).toHaveLength(3);
    expect(sketch.lines.length).toBeGreaterThan(0);
    expect(sketch.bounds).not.toBeNull();
  });
  it('of a broken route with a wheel ten kilometres away what there is: nothing throws', () => {
    const far = { ...lift, wheels: lift.wheels.map((w) => (w.id === 'head' ? { ...w, y: -1e7 } : w)) };
    const [sketch] = sketchPaths(far, ['loop']);
    expect(sketch.problem).toMatch(/\S/);
    expect(sketch.wheels).toHaveLength(3);
    expect(sketch.bounds?.every((edge) => Number.isFinite(edge))).toBe(true);
  });
  it('an empty sheet says what it waits for', () => {
    const [sketch] = sketchPaths(drawnJob('n'), ['loop']);
    expect(sketch).toMatchObject({ lines: [], bounds: null, length: null });
    expect(sketch.problem).toMatch(/at least two points/);
  });
});
