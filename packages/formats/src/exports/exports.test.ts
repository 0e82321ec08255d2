import { demoJobs, fittedRows, machineOf, parseJob, precomputeFrames } from '@coin-relay/model';
import { describe, expect, it } from 'vitest';
import { readSvg } from '../svg/read';
import { EXPORTS, type ExportInput } from './index';
import { fileName } from './file-name';

const lift = demoJobs().find(({ id }) => id === 'demo-coin-lift')!.job;
const rows = fittedRows(lift);
const input: ExportInput = {
  job: lift,
  machine: machineOf(lift, rows, precomputeFrames(lift, rows)),
  run: 'row',
  pictures: new Map(),
};
const written = (id: string, options: unknown = {}, of = input): string =>
  EXPORTS.find((way) => way.id === id)!.write(of, options);

describe('the list of exports', () => {
  it('names each once, with a file that opens by its ending', () => {
    expect(new Set(EXPORTS.map(({ id }) => id)).size).toBe(EXPORTS.length);
    for (const { ending, purpose, title } of EXPORTS) {
      expect(ending).toMatch(/^[a-z.-]*\.[a-z]+$/);
      expect([title, purpose].every((words) => words.length > 3)).toBe(true);
    }
  });

  it('a drawing takes its frame and its path; options of others are passed over', () => {
    const plain = written('svg', { frame: 0, path: false, scale: 3 });
    expect(written('svg', { frame: 20, path: false })).not.toBe(plain);
    const many = (text: string): number => readSvg(text).contours.length;
    expect(many(written('svg', { path: true }))).toBe(many(plain) + 1);
    expect(written('svg-moving')).toContain('<animate');
    expect(() => written('svg', { frame: 'late' })).toThrow(/The option frame cannot be used/);
  });

  it('the job comes back as it was, also where nothing fits', () => {
    const bare = { ...input, machine: null };
    expect(parseJob(JSON.parse(written('job', {}, bare)))).toEqual(lift);
    expect(() => written('parts', {}, bare)).toThrow(/No row of this job can be fitted/);
    expect(() => written('parts', {}, { ...input, run: 'other' })).toThrow(/“other” cannot be fitted/);
    expect(written('parts', {}, { ...input, run: null })).toBe(written('parts'));
  });

  it('files are named after their job', () => {
    expect(fileName('Café, lift №2', '.svg')).toBe('cafe-lift-no2.svg');
    expect(fileName('…', '-parts.csv')).toBe('job-parts.csv');
  });
});
