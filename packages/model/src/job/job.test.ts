import { readFileSync } from 'node:fs';
import { type RelayError } from '@coin-relay/core';
import { describe, expect, it } from 'vitest';
import { demoJobs } from '../demo';
import { jobJsonSchema, migrate, parseJob, type Job, type MigrationStep } from './index';

const lift = (): Job => structuredClone(demoJobs().find((d) => d.id === 'demo-coin-lift')!.job);
const failure = (document: unknown): RelayError => {
  try {
    parseJob(document);
  } catch (error) {
    return error as RelayError;
  }
  throw new Error('it was read');
};

describe('reading a job', () => {
  it('reads what was written, unchanged', () => {
    for (const { job } of demoJobs()) expect(parseJob(JSON.parse(JSON.stringify(job)))).toEqual(job);
  });

  it('names the field that is wrong', () => {
    const job = lift();
    expect(failure({ ...job, name: '' }).message).toMatch(/name/);
    expect(failure({ ...job, unit: 'furlong' }).subject.field).toBe('unit');
    job.wheels[1].x = NaN;
    expect(failure(job).subject.field).toBe('wheels.1.x');
    expect(failure({ ...lift(), pieces: lift().pieces.map((p) => ({ ...p, pitch: 0 })) }).subject.field).toBe(
      'pieces.0.pitch',
    );
    expect(failure({ ...lift(), pieces: lift().pieces.map((p) => ({ ...p, pitch: -1 })) }).code).toBe(
      'job-broken',
    );
  });

  it('stops at the first fault: of a document of many nothing more is read', () => {
    let read = 0;
    const point = {
      get x(): unknown {
        read++;
        return 'far';
      },
      y: 0,
      next: { kind: 'line' },
    };
    const points = Array.from({ length: 20_000 }, () => point);
    const path = { kind: 'drawn', id: 'way', name: 'Way', closed: false, points };
    expect(failure({ ...lift(), paths: [path, path, path] }).message).toMatch(/paths\.0\.points\.0\.x/);
    expect(read).toBeLessThan(20);
  });

  it('refuses references to what is not there, and ids used twice', () => {
    const job = lift();
    job.runs[0].sequence.push('ghost');
    expect(failure(job).message).toMatch(/no piece “ghost”/);
    const other = lift();
    other.wheels[1].id = other.wheels[0].id;
    expect(failure(other).message).toMatch(/used twice|no wheel/);
  });

  it('refuses a run of pieces with different pitches', () => {
    const job = lift();
    job.pieces[1] = { ...job.pieces[1], pitch: 13 };
    expect(failure(job).message).toMatch(/one pitch/);
  });

  it.each([
    [null],
    [[]],
    ['text'],
    [{}],
    [{ format: 'other' }],
    [{ format: 'coin-relay-job' }],
    [{ format: 'coin-relay-job', version: 'x' }],
  ])('refuses %j as no job', (document) => {
    expect(failure(document).code).toBe('job-broken');
  });

  it('refuses a job of a later version and says so', () => {
    const error = failure({ ...lift(), version: 99, unheardOf: true });
    expect(error.code).toBe('job-later-version');
    expect(error.message).toMatch(/version 99; this one reads up to 2/);
  });
});

describe('migration', () => {
  const steps = new Map<number, MigrationStep>([
    [1, (d) => ({ ...d, second: true })],
    [2, (d) => ({ ...d, third: d['second'] })],
  ]);
  it('goes step by step to the current version', () => {
    expect(migrate({ format: 'coin-relay-job', version: 1 }, steps, 3)).toEqual({
      format: 'coin-relay-job',
      version: 3,
      second: true,
      third: true,
    });
    expect(migrate({ format: 'coin-relay-job', version: 3 }, steps, 3)).not.toHaveProperty('second');
  });
  it('says where a step is missing', () => {
    expect(() => migrate({ format: 'coin-relay-job', version: 1 }, new Map(), 2)).toThrow(
      /version 1 cannot be brought to version 2/,
    );
  });
});

describe('the published JSON Schema', () => {
  it('is the one made from the schemas (npm run schemas writes it)', () => {
    const published = JSON.parse(
      readFileSync(new URL('../../../../docs/schemas/job-v2.schema.json', import.meta.url), 'utf8'),
    ) as unknown;
    expect(published).toEqual(JSON.parse(JSON.stringify(jobJsonSchema())));
  });
});

describe('a job of version 1', () => {
  it('is brought to the current version: cups become what is carried, widths come from the trade size', () => {
    const old = {
      ...lift(),
      version: 1,
      pieces: [
        {
          family: 'roller-chain',
          id: 'inner',
          name: 'Inner link',
          pitch: 12.7,
          size: '08B',
          part: 'inner',
          plateHeight: 11.81,
          roller: 8.51,
          pin: 4.45,
          carrier: false,
        },
        {
          family: 'roller-chain',
          id: 'outer',
          name: 'Outer link',
          pitch: 12.7,
          size: '',
          part: 'outer',
          plateHeight: 11.81,
          roller: 8.51,
          pin: 4.45,
          carrier: true,
        },
      ],
    } as unknown as Job;
    old.runs[0].sequence = ['inner', 'outer'];
    const [inner, outer] = parseJob(old).pieces;
    expect(inner).toMatchObject({ attachment: 'none', view: 'side', rows: 1, width: 7.75, rowPitch: 13.92 });
    expect(outer).toMatchObject({ attachment: 'cup', width: 12.7 * 0.6 });
    expect(outer).not.toHaveProperty('carrier');
    expect(parseJob(old).version).toBe(2);
  });
});
