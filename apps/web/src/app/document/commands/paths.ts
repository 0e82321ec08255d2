import {
  type Backdrop,
  type Job,
  type JobPath,
  mayRise,
  type PathPlane,
  type PathProfile,
  profileOf,
  pathNeeds,
  type Wheel,
} from '@coin-relay/model';
import type { Draft } from 'immer';
import type { Command } from './command';
import { releaseTensions } from './route';

/** Adds a path, with the wheels that are its own. */
export function addPath(path: JobPath, wheels: readonly Wheel[] = []): Command {
  return {
    label: 'Add path',
    recipe: (job) => {
      job.paths.push(path);
      job.wheels.push(...wheels);
    },
  };
}

/** Removes a path that no run is on and no other path is made from, and the wheels only it goes round. */
export function removePath(id: string): Command {
  return {
    label: 'Remove path',
    recipe: (job) => {
      if (job.runs.some((run) => run.path === id)) return;
      if (job.paths.some((path) => 'of' in path && path.of === id)) return;
      if (job.runs.some((run) => run.setOut?.boundary?.path === id || run.setOut?.reach?.path === id)) return;
      job.paths = job.paths.filter((path) => path.id !== id);
      const used = new Set(
        job.paths.flatMap(pathNeeds).flatMap((need) => (need.kind === 'wheel' ? [need.id] : [])),
      );
      job.wheels = job.wheels.filter((wheel) => used.has(wheel.id));
      releaseTensions(job);
    },
  };
}

export function renamePath(id: string, name: string): Command {
  return {
    label: 'Rename path',
    recipe: (job) => {
      const path = job.paths.find((p) => p.id === id);
      if (path) path.name = name;
    },
  };
}

/** Puts a run on another path. */
export function putRunOn(runId: string, pathId: string): Command {
  return {
    label: 'Put row on path',
    recipe: (job) => {
      const run = job.runs.find((r) => r.id === runId);
      if (run) run.path = pathId;
      releaseTensions(job);
    },
  };
}

/**
 * Writes a changed path into the document: of a drawn path only the points that changed, so that
 * a step of the history stays small. Where it lies in space is not changed.
 * @param base the path the change was made from
 */
export function writePath(job: Draft<Job>, base: JobPath, next: JobPath): void {
  const at = job.paths.findIndex((path) => path.id === base.id);
  if (at < 0 || base === next) return;
  const target = job.paths[at];
  if (
    base.kind === 'drawn' &&
    next.kind === 'drawn' &&
    target.kind === 'drawn' &&
    base.closed === next.closed &&
    base.points.length === next.points.length
  ) {
    next.points.forEach((point, i) => {
      if (point !== base.points[i]) target.points[i] = point;
    });
    return;
  }
  if (base.kind === 'space' && next.kind === 'space' && target.kind === 'space') {
    if (base.closed === next.closed && base.points.length === next.points.length) {
      next.points.forEach((point, i) => {
        if (point !== base.points[i]) target.points[i] = point;
      });
      return;
    }
  }
  const changed = { ...next };
  if (target.plane) changed.plane = target.plane;
  else delete changed.plane;
  const profile = profileOf(target);
  if (profile && mayRise(changed)) Object.assign(changed, { profile });
  else delete (changed as { profile?: unknown }).profile;
  job.paths[at] = changed;
}

/** Lays heights over a path; null lets it lie in its plane again. */
export function setProfile(id: string, profile: PathProfile | null, label?: string): Command {
  return {
    label: label ?? (profile ? 'Change heights' : 'Lay path flat'),
    recipe: (job) => {
      const path = job.paths.find((each) => each.id === id) as { profile?: PathProfile } | undefined;
      if (!path || !mayRise(path as JobPath)) return;
      if (profile) path.profile = profile;
      else delete path.profile;
    },
  };
}

/** Lays a path, and what is made from it, into a plane of its own; null lays it into the drawing again. */
export function setPlane(id: string, plane: PathPlane | null): Command {
  return {
    label: plane ? 'Lay path in space' : 'Lay path in the drawing',
    recipe: (job) => {
      const path = job.paths.find((each) => each.id === id);
      if (!path) return;
      if (plane) path.plane = plane;
      else delete path.plane;
    },
  };
}

/** Replaces a path by a changed one. */
export function changePath(base: JobPath, next: JobPath, label = 'Change path'): Command {
  return { label, recipe: (job) => writePath(job, base, next) };
}

/** Replaces a path by a changed one that may lie in another plane. */
export function layPath(base: JobPath, next: JobPath, label: string): Command {
  return {
    label,
    recipe: (job) => {
      writePath(job, base, next);
      setPlane(base.id, next.plane ?? null).recipe(job);
    },
  };
}

export function setBackdrop(backdrop: Backdrop | null): Command {
  return {
    label: backdrop ? 'Change reference picture' : 'Remove reference picture',
    recipe: (job) => {
      job.backdrop = backdrop;
    },
  };
}
