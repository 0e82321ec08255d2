import { Injectable } from '@angular/core';
import { RelayError, type MeasuredPath } from '@coin-relay/core';
import { measuredPath, type Job } from '@coin-relay/model';

/** Paths of the open job by arc length, measured when they are first asked for. */
@Injectable()
export class MeasuredPaths {
  private readonly known = new WeakMap<Job, Map<string, MeasuredPath | null>>();

  /** The measured path; null where it cannot be drawn as it is. */
  of(job: Job, pathId: string): MeasuredPath | null {
    const measured = this.known.get(job) ?? new Map<string, MeasuredPath | null>();
    this.known.set(job, measured);
    const found = measured.get(pathId);
    if (found !== undefined) return found;
    const made = measure(job, pathId);
    measured.set(pathId, made);
    return made;
  }
}

function measure(job: Job, pathId: string): MeasuredPath | null {
  const path = job.paths.find((p) => p.id === pathId);
  if (!path) return null;
  try {
    return measuredPath(job, path);
  } catch (error) {
    if (error instanceof RelayError) return null;
    throw error;
  }
}
