import { demoJobs, fittedRows, machineOf, motionFacts, type Job, type MotionFacts } from '@coin-relay/model';
import { describe, expect, it } from 'vitest';
import { answerSpeed, speedRows, travelChoices } from './speed-rows';

const lift = demoJobs().find(({ id }) => id === 'demo-coin-lift')!.job;
const lamps = demoJobs().find(({ id }) => id === 'demo-lamp-festoon')!.job;
const factsOf = (job: Job): MotionFacts => {
  return motionFacts(machineOf(job, fittedRows(job)), job.runs[0].id)!;
};
const facts = factsOf(lift);
const rows = speedRows(facts, 'links');
const row = (key: string) => rows.find((r) => r.key === key)!;

describe('speeds that are typed', () => {
  it('are those of the row, its laps and its wheels', () => {
    expect(rows.map(({ key }) => key)).toEqual([
      'links-a-second',
      'mm-a-second',
      'laps-a-minute',
      'laps-a-loop',
      'wheel-drive',
      'wheel-head',
      'wheel-idler',
    ]);
    // A hanging row has neither laps nor wheels.
    expect(speedRows(factsOf(lamps), 'lamps').map(({ key }) => key)).toEqual([
      'links-a-second',
      'mm-a-second',
    ]);
  });

  it('take the nearest that loops, say so, and offer the one on the other side', () => {
    // 12 rpm of 17 teeth in 5 s are 17 links; cups come every sixth.
    const { travel, words, other } = answerSpeed(lift, facts, row('wheel-drive'), 12, 'links');
    expect(travel).toBe(18);
    expect(words).toBe(
      '12 rpm would leave a seam. The nearest that does not is 12.71 rpm (18 links); it is taken.',
    );
    expect(other).toEqual({ travel: 12, words: '8.471 rpm (12 links)' });
  });

  it('one that loops is taken as it is', () => {
    const { travel, other } = answerSpeed(lift, facts, row('links-a-second'), -4.8, 'links');
    expect([travel, other]).toEqual([-24, null]);
  });

  it('a tiny one is not rounded to standing still', () => {
    expect(answerSpeed(lift, facts, row('links-a-second'), 0.001, 'links').travel).toBe(6);
  });

  it('an absurd one is refused in words', () => {
    expect(() => answerSpeed(lift, facts, row('mm-a-second'), 1e9, 'links')).toThrow(/at most 100000/);
  });
});

describe('travels to choose from', () => {
  it('lie about the one there is and never stand still', () => {
    expect(travelChoices(18, 6)).toEqual([6, 12, 18, 24, 30]);
    expect(travelChoices(-60, 6)).toEqual([-48, -54, -60, -66, -72]);
    expect(travelChoices(0, 4)).toEqual([4, 8, 12, 16, 20]);
  });
});
