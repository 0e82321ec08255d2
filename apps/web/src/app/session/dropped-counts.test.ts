import '@angular/compiler';
import { CHAIN_SIZES, chainPieces, demoJobs, withPiecesInRun, type Job } from '@coin-relay/model';
import { BehaviorSubject } from 'rxjs';
import { beforeEach, describe, expect, it } from 'vitest';
import { overJobs } from '../document/injector.testing';
import { DroppedCounts } from './dropped-counts.service';

const lift = (): Job => structuredClone(demoJobs().find(({ id }) => id === 'demo-coin-lift')!.job);
const counted = (job: Job, count: number | null): Job => ({
  ...job,
  runs: job.runs.map((run) => ({ ...run, fit: { ...run.fit, count, multiple: 1 } })),
});

let jobs: BehaviorSubject<Job>;
let said: number[];

beforeEach(() => {
  jobs = new BehaviorSubject(counted(lift(), 91));
  said = [];
  overJobs(jobs, [DroppedCounts])
    .get(DroppedCounts)
    .dropped$.subscribe(({ count }) => said.push(count));
});

describe('a count that was set', () => {
  it('is told of when it goes with the pieces it was for', () => {
    const other = CHAIN_SIZES.find(({ pitch }) => pitch !== jobs.value.pieces[0].pitch)!;
    jobs.next(withPiecesInRun(jobs.value, 'row', chainPieces(other)));
    expect(said).toEqual([91]);
  });

  it('is not told of when it is taken away by itself, or was not there', () => {
    jobs.next(counted(jobs.value, null));
    const other = CHAIN_SIZES.find(({ pitch }) => pitch !== jobs.value.pieces[0].pitch)!;
    jobs.next(withPiecesInRun(jobs.value, 'row', chainPieces(other)));
    expect(said).toEqual([]);
  });
});
