import { fitRow } from '@coin-relay/core';
import { describe, expect, it } from 'vitest';
import { demoJobs } from '../demo';
import type { Job } from '../job/schema';
import { resolveRun } from '../resolve';
import { fittedRows, machineOf } from '../machine';
import { motionFacts, visibleRepeat, type MotionFacts } from './index';

const demo = (id: string): Job => demoJobs().find((entry) => entry.id === id)!.job;
const moving = (job: Job, pitches: number, frames = job.motion.frames): Job => ({
  ...job,
  motion: { ...job.motion, frames, drives: [{ run: job.runs[0].id, pitches }] },
});
const told = (job: Job): { facts: MotionFacts } => {
  const [row] = fittedRows(job, [job.runs[0]]);
  const facts = motionFacts(machineOf(job, fittedRows(job)), row.resolved.run.id)!;
  return { facts };
};

const FLAT = { stand: null };

describe('what repeats', () => {
  it('a cup on every sixth link: the row after six, to the eye after two', () => {
    const lift = demo('demo-coin-lift');
    const { facts } = told(lift);
    expect([facts.repeat, facts.visible]).toEqual([6, 2]);
  });

  it('beads of four in turn look the same after four', () => {
    const { sequence } = resolveRun(demo('demo-bead-string'));
    expect(visibleRepeat(sequence, FLAT)).toBe(4);
    expect(visibleRepeat(resolveRun(demo('demo-tin-beetle')).sequence, FLAT)).toBe(1);
  });

  it('links rolled in turn look the same after two, not after one; after an odd lap they do not', () => {
    const job = structuredClone(demo('demo-counterweight-chain'));
    const facts = (pitches: number): MotionFacts => {
      job.motion.drives = [{ run: 'row', pitches }];
      return told(job).facts;
    };
    expect(facts(8)).toMatchObject({ repeat: 2, visible: 2, seamless: true });
    expect(facts(7).seamless).toBe(false);
    // One more link, and the quarter turn that is missing spread over all of them.
    job.runs[0].fit = { ...job.runs[0].fit, multiple: 1, count: 29 };
    job.runs[0].upright = { ...job.runs[0].upright!, twist: Math.PI / 2 };
    expect(facts(30)).toMatchObject({ repeat: 2, seamless: true });
    expect(facts(29).seamless).toBe(false);
  });

  it('with places by hand or rules only the whole loop', () => {
    expect(told(demo('demo-bellows-seam')).facts.repeat).toBe(
      told(demo('demo-bellows-seam')).facts.measure.lap,
    );
  });
});

describe('wheels in a loop', () => {
  it('a sprocket turns by its teeth, a track wheel by the chords on it, an idler at the back the other way', () => {
    const { facts } = told(demo('demo-coin-lift'));
    const [drive, head, idler] = facts.wheels;
    expect(drive.turns).toBeCloseTo(18 / 17, 12);
    expect(head.ratio).toBeCloseTo(17 / 38, 12);
    expect(Math.sign(idler.turns)).toBe(-1);
    // Exact: 2 asin(c / 2R) a link, not c / R.
    const beetle = demo('demo-tin-beetle');
    const { facts: track } = told(beetle);
    const [tail] = track.wheels;
    expect(tail.perPitch / (1 + tail.slip)).toBeCloseTo(2 * Math.asin(53 / (2 * beetleRadius(beetle))), 6);
  });

  it('marks are back where they were after whole turns, and say how far off they are before', () => {
    const { facts } = told(moving(demo('demo-coin-lift'), 6 * 17 * 19));
    expect(facts.wheels.slice(0, 2).map(({ off }) => off)).toEqual([0, 0]);
    const [drive] = told(demo('demo-coin-lift')).facts.wheels;
    expect(drive.off).toBeCloseTo((2 * Math.PI) / 17, 9);
  });
});

/** Of the first wheel as it is laid: plain wheels are scaled with their path. */
function beetleRadius(job: Job): number {
  const { source, request } = resolveRun(job);
  return fitRow(source, request).layout.wheels[0].radius;
}

describe('a row that meets its places', () => {
  it('a row that stands still has no speed', () => {
    const seam = demo('demo-bellows-seam');
    const met: Job = {
      ...moving(seam, 5),
      runs: [
        { ...seam.runs[0], fit: { ...seam.runs[0].fit, multiple: 1, meet: { corners: null, at: [100] } } },
      ],
    };
    const { facts } = told(met);
    expect([facts.moves, facts.travel]).toEqual([false, 0]);
  });
});
