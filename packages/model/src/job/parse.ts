import { RelayError } from '@coin-relay/core';
import type { z } from 'zod';
import { safeParseFirst } from './first-fault';
import { toVersion2 } from './version-2';
import { JOB_FORMAT, JOB_VERSION } from './limits';
import { JobSchema, type Job } from './schema';

/** One step of the migration: takes a document of one version to the next. */
export type MigrationStep = (document: Record<string, unknown>) => Record<string, unknown>;

/** Steps by the version they start from. */
export const MIGRATIONS: ReadonlyMap<number, MigrationStep> = new Map([[1, toVersion2]]);

/**
 * Reads a job document of any version up to the current one.
 * @throws RelayError job-broken (naming the field), job-later-version
 */
export function parseJob(
  document: unknown,
  steps: ReadonlyMap<number, MigrationStep> = MIGRATIONS,
  current: number = JOB_VERSION,
): Job {
  return checkJob(migrate(document, steps, current));
}

/** Brings a document to the current version, checking only what says which version it is. */
export function migrate(
  document: unknown,
  steps: ReadonlyMap<number, MigrationStep>,
  current: number,
): Record<string, unknown> {
  if (typeof document !== 'object' || document === null || Array.isArray(document)) {
    throw new RelayError('job-broken', 'This is not a Coin Relay job: it is not a JSON object.');
  }
  let found = document as Record<string, unknown>;
  if (found['format'] !== JOB_FORMAT) {
    throw new RelayError('job-broken', `This is not a Coin Relay job: its format is not “${JOB_FORMAT}”.`, {
      field: 'format',
    });
  }
  const version = found['version'];
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1) {
    throw new RelayError('job-broken', 'This job does not say which version it is.', { field: 'version' });
  }
  if (version > current) {
    throw new RelayError(
      'job-later-version',
      `This job was written by a later Coin Relay (version ${version}; this one reads up to ${current}). Update the application to open it. The file was left as it is.`,
      { field: 'version' },
    );
  }
  for (let v = version; v < current; v++) {
    const step = steps.get(v);
    if (!step)
      throw new RelayError('job-broken', `A job of version ${v} cannot be brought to version ${v + 1}.`, {
        field: 'version',
      });
    found = { ...step(found), version: v + 1 };
  }
  return found;
}

function checkJob(document: Record<string, unknown>): Job {
  const result = safeParseFirst(JobSchema, document);
  if (result.success) return result.data;
  const { field, message } = describeIssue(result.error);
  throw new RelayError('job-broken', `This job cannot be read: ${field}: ${message}.`, { field });
}

/** The first issue of a failed parse: where, and what is wrong. */
export function describeIssue(error: z.ZodError): { field: string; message: string } {
  const [issue] = error.issues;
  const field = issue.path.map(String).join('.') || 'the document';
  const message = issue.message.charAt(0).toLowerCase() + issue.message.slice(1);
  return { field, message };
}
