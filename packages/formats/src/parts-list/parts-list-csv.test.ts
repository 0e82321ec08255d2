import { fitRow } from '@coin-relay/core';
import { demoJobs, resolveRun, resolveSetOut, type Job } from '@coin-relay/model';
import { partsList } from '@coin-relay/scene';
import { describe, expect, it } from 'vitest';
import { partsListCsv } from './index';

function csvOf(job: Job): string {
  const resolved = resolveRun(job);
  const fit = fitRow(resolved.source, resolved.request);
  return partsListCsv(partsList(fit, resolveSetOut(job, resolved.run, fit)));
}

describe('a parts list as a table', () => {
  it('counts line by line; a name is never a formula', () => {
    const job = structuredClone(demoJobs().find(({ id }) => id === 'demo-coin-lift')!.job);
    job.pieces[0].name = '=1+1, "quoted"';
    const csv = csvOf(job);
    expect(csv.split('\r\n')[0]).toBe('piece,count,pitch_mm,length_mm,mass_g');
    expect(csv).toContain(`"'=1+1, ""quoted""",45,12.7,,`);
    expect(csv).toMatch(/\r\npins,90,,,\r\nall,90,,\d+\.\d{3},800\.100\r\n$/);
  });
});
