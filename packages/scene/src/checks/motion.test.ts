import { fittedRows, machineOf, motionFacts, demoJobs, type Job, type MotionFacts } from '@coin-relay/model';
import { describe, expect, it } from 'vitest';
import { checkRow } from './check';
import type { Finding } from './finding';

const demo = (id: string): Job => demoJobs().find((entry) => entry.id === id)!.job;
const moving = (job: Job, pitches: number, frames = job.motion.frames): Job => ({
  ...job,
  motion: { ...job.motion, frames, drives: [{ run: job.runs[0].id, pitches }] },
});
const told = (job: Job): { facts: MotionFacts; warnings: Finding[] } => {
  const rows = fittedRows(job);
  const machine = machineOf(job, rows);
  return {
    facts: motionFacts(machine, rows[0].resolved.run.id)!,
    warnings: checkRow(job, rows[0], machine).filter(({ step }) => step === 'motion'),
  };
};

describe('checks of how a row moves', () => {
  it('there are none for any row of the arcade as it is kept', () => {
    for (const { id, job } of demoJobs())
      for (const run of job.runs)
        expect([id, run.id, told({ ...job, runs: [run] }).warnings]).toEqual([id, run.id, []]);
  });

  it('a seam comes with the travel that has none', () => {
    const { warnings } = told(moving(demo('demo-coin-lift'), -7));
    expect(warnings).toEqual([
      expect.objectContaining({ kind: 'seam', mend: expect.objectContaining({ do: 'travel', travel: -6 }) }),
    ]);
  });

  it('strands that are unlike have a seam before they are wholly round, which is said of one of them', () => {
    const turning = (parts: number, says: string): Job => {
      const job = demo('demo-mast-streamers');
      const drives = job.motion.drives.map((drive) =>
        drive.run === says ? { ...drive, turning: parts } : drive,
      );
      return { ...job, motion: { framesPerSecond: 24, frames: 4, drives } };
    };
    const seams = (job: Job): { run: string; finding: Finding }[] => {
      const rows = fittedRows(job);
      const machine = machineOf(job, rows);
      return rows.flatMap((row) =>
        checkRow(job, row, machine)
          .filter(({ kind }) => kind === 'seam')
          .map((finding) => ({ run: row.resolved.run.id, finding })),
      );
    };
    expect(seams(turning(1, 'row-2'))).toMatchObject([
      {
        run: 'row-2',
        finding: {
          text: expect.stringContaining('turned by 1 of 3 parts of a turn'),
          mend: { do: 'turning', run: 'row-2', turning: 3, words: 'turn once round' },
        },
      },
    ]);
    expect(seams(turning(-4, 'row'))).toMatchObject([{ run: 'row', finding: { mend: { turning: -3 } } }]);
    expect(seams(turning(6, 'row-2'))).toEqual([]);
  });

  it('along an open path what is set by rule travels off, and does not come back', () => {
    const { facts, warnings } = told(moving(demo('demo-lamp-festoon'), 4));
    expect([facts.seamless, warnings[0].kind]).toEqual([false, 'seam']);
    expect(warnings[0].text).toMatch(/travels off the end of the path with its lamps/);
  });

  it('along an open path a sequence comes in by itself, whatever the count', () => {
    const { facts, warnings } = told(moving(demo('demo-bead-string'), 8));
    expect([facts.repeat, facts.seamless, warnings]).toEqual([4, true, []]);
  });

  it('where no travel reads in so few frames, a longer loop is asked for', () => {
    const { warnings } = told(moving(demo('demo-coin-lift'), 6, 5));
    expect(warnings).toEqual([
      expect.objectContaining({ kind: 'too-fast', mend: expect.objectContaining({ do: 'loop', frames: 8 }) }),
    ]);
    expect(told(moving(demo('demo-coin-lift'), 6, 8)).warnings).toEqual([]);
  });
});
