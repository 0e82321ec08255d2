import { readdirSync, readFileSync } from 'node:fs';
import { fitRow } from '@coin-relay/core';
import { describe, expect, it } from 'vitest';
import { resolveRun } from '../resolve';
import { JOB_VERSION } from './limits';
import { parseJob } from './parse';

const folder = new URL('./stored/', import.meta.url);
const files = readdirSync(folder).map((name) => [name] as const);
const stored = (name: string): { version: number } =>
  JSON.parse(readFileSync(new URL(name, folder), 'utf8')) as { version: number };

/** Counts of the rows as they were when the documents were stored. */
const COUNTS: Readonly<Record<string, readonly number[]>> = {
  'v1-barrier-chain.json': [30],
  'v1-coin-lift.json': [90],
  'v1-drum-drive.json': [90],
  'v1-tin-beetle.json': [31],
};

// A file is added here with every version, and never changed or taken away.
describe('documents as they were stored', () => {
  it('are there of every version', () => {
    const versions = new Set(files.map(([name]) => stored(name).version));
    expect([...versions].sort()).toEqual(Array.from({ length: JOB_VERSION }, (_, i) => i + 1));
  });

  it.each(files)('%s opens, is of the version its name says, and can be fitted', (name) => {
    const document = stored(name);
    expect(name.startsWith(`v${document.version}-`)).toBe(true);
    const job = parseJob(document);
    expect(job.version).toBe(JOB_VERSION);
    const counts = job.runs.map(({ id }) => {
      const { source, request } = resolveRun(job, id);
      return fitRow(source, request).count;
    });
    expect(counts).toEqual(COUNTS[name] ?? counts);
    expect(counts.every((count) => count > 0)).toBe(true);
  });
});
