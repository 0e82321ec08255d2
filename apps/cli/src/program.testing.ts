import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { demoJobs, type Job } from '@coin-relay/model';
import { expect } from 'vitest';
import { runProgram } from './program';

const folder = mkdtempSync(join(tmpdir(), 'coin-relay-cli-'));

/** Writes a file for a test; its path. */
export const file = (name: string, content: string | Uint8Array): string => {
  const path = join(folder, name);
  writeFileSync(path, content);
  return path;
};

/** Writes a job for a test, whole or a demo job by its id; its path. */
export const jobFile = (job: Job | string): string =>
  typeof job === 'string'
    ? file(`${job}.json`, JSON.stringify(demoJobs().find(({ id }) => id === job)!.job))
    : file('job.json', JSON.stringify(job));

/** Runs the program as the shell would. */
export const run = async (...argv: string[]): Promise<{ status: number; out: string; error: string }> => {
  let out = '';
  let error = '';
  const status = await runProgram(argv, { out: (text) => (out += text), error: (text) => (error += text) });
  return { status, out, error };
};

/** The answer of a run that has to succeed. */
export const answer = async (...argv: string[]): Promise<Record<string, unknown>> => {
  const { status, out, error } = await run(...argv);
  expect([status, error]).toEqual([0, '']);
  return JSON.parse(out) as Record<string, unknown>;
};

/** Two toothed wheels of 17 and 38 teeth, 400 mm apart. */
export const wheels = file(
  'wheels.json',
  '{"closed":true,"wheels":[{"x":0,"y":0,"teeth":17,"pitch":12.7,"turn":"ccw"},{"x":400,"y":0,"teeth":38,"pitch":12.7,"turn":"ccw"}]}',
);
