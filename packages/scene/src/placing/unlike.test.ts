import { fitRow, newReading, pathReader } from '@coin-relay/core';
import { demoJobs, PLAIN_SETTING, resolveRun, resolveSetOut, type Job } from '@coin-relay/model';
import { describe, expect, it } from 'vitest';
import { neighbourCuts } from '../interference';
import { moveScene, pieceNumberAt, rowScene, type RowScene } from './index';

const sceneOf = (job: Job): RowScene => {
  const resolved = resolveRun(job);
  const fit = fitRow(resolved.source, resolved.request);
  return rowScene(fit, resolveSetOut(job, resolved.run, fit));
};
const beads = demoJobs().find(({ id }) => id === 'demo-bead-string')!.job;
const beetle = demoJobs().find(({ id }) => id === 'demo-tin-beetle')!.job;

describe('pieces of different lengths while they travel', () => {
  it('what comes in and leaves is as long as its place, also where the count is no multiple of the sequence', () => {
    const scene = sceneOf(beads);
    // 37 beads of four in turn.
    expect(scene.fit.count % 4).toBe(1);
    for (const travel of [0, 1.5, 6, 61.7, -9]) {
      moveScene(scene, travel);
      const { arc, step, links } = scene.frame;
      for (let k = 0; k < links; k++) {
        const { piece } = scene.pieces[pieceNumberAt(scene, k)];
        const made = piece.family === 'bead' ? piece.length : NaN;
        expect(arc[k * step + 1] - arc[k * step]).toBeCloseTo(made * scene.fit.apart!.factor, 6);
      }
    }
  });
});

describe('cuts of pieces that are drawn longer or larger than they are made', () => {
  const straight = (change: (job: Job) => void): Job => {
    const job = structuredClone(beetle);
    job.wheels = [];
    job.paths = [
      {
        kind: 'shape',
        id: 'loop',
        name: 'Oval',
        shape: { of: 'two-arc', x: 0, y: 0, distance: 900, first: 300, second: 300, tilt: 0 },
      },
    ];
    change(job);
    return job;
  };
  const places = (job: Job): number => neighbourCuts(sceneOf(job)).length;

  const endToEnd = (job: Job): void => {
    job.runs[0].fit = { ...job.runs[0].fit, hold: 'path', endToEnd: { gap: 2 }, count: 60 };
  };
  const scaled =
    (scale: number) =>
    (job: Job): void => {
      for (const piece of job.pieces) piece.setting = { ...PLAIN_SETTING, scale };
    };

  it('on straights and wide bends there are none: as made, end to end with a gap, or made smaller', () => {
    expect(places(straight(() => undefined))).toBe(0);
    expect(places(straight(endToEnd))).toBe(0);
    expect(places(straight(scaled(0.9)))).toBe(0);
  });

  it('larger ones lie over each other on straights, which is no cut, and cut in the bends', () => {
    const scene = sceneOf(straight(scaled(1.2)));
    const read = pathReader(scene.fit.layout.path);
    const at = newReading();
    const cuts = neighbourCuts(scene);
    expect(cuts.length).toBeGreaterThan(0);
    for (const { s, depth } of cuts) {
      expect(depth).toBeGreaterThan(0);
      // The first or the second of the two has left the straight.
      const bends = [s - scene.span, s, s + scene.span].map((here) => {
        read(here, at);
        return Math.abs(at[4]);
      });
      expect(Math.max(...bends)).toBeGreaterThan(1 / 310);
    }
  });
});
