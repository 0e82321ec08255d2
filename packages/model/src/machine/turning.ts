import { familyOf } from '../families';
import { piecesOfRun } from '../job';
import type { Job, JobPath, Run, WindingPath } from '../job/schema';
import { kindOf } from '../path-kinds/all';
import { woundBy } from '../path-kinds/winding/wound';
import { travelAt, type RowMotion } from './travel';

/** Strands are evenly apart that are off by less than this part of their distance. */
const EVEN = 1e-6;

/** Lines that wind round a path as the strands of a rope do: one by its own numbers, and those that are like it. */
export interface Strands {
  readonly own: WindingPath;
  /** All of them. */
  readonly paths: ReadonlySet<string>;
}

/** Strands that turn about what they wind round in the loop. */
export interface TurningStrands extends Strands {
  /** The run that says so. */
  readonly run: string;
  /** In parts of a turn: as many make one as there are strands. */
  readonly turning: number;
}

/** The strands that a path is one of; null of one that does not wind, and of plaits, which cross and cannot turn. */
export function strandsOf({ paths }: Pick<Job, 'paths'>, path: string): Strands | null {
  const own = ownOf(paths, path);
  if (own?.wound.by !== 'own' || own.wound.figure !== 'round') return null;
  return { own, paths: new Set(paths.filter(({ id }) => ownOf(paths, id) === own).map(({ id }) => id)) };
}

/** The winding that has the numbers of one that is like it. */
function ownOf(paths: readonly JobPath[], id: string): WindingPath | null {
  let at = paths.find((path) => path.id === id);
  for (let i = 0; i <= paths.length && at?.kind === 'winding'; i++) {
    if (at.wound.by === 'own') return at;
    const { of } = at;
    at = paths.find((path) => path.id === of);
  }
  return null;
}

/** Does a run lie on a strand that may turn? A laid rope on one turns about itself instead. */
export function strandsOfRun(job: Job, run: Run): Strands | null {
  return piecesOfRun(job, run).every((piece) => familyOf(piece).partsOfTurn)
    ? null
    : strandsOf(job, run.path);
}

/** All strands of a job that turn in its loop. */
export function turningStrands(job: Job): TurningStrands[] {
  const found = new Map<WindingPath, TurningStrands>();
  for (const { run: id, turning } of job.motion.drives) {
    const run = turning ? job.runs.find((each) => each.id === id) : undefined;
    const strands = run ? strandsOfRun(job, run) : null;
    if (strands && turning && !found.has(strands.own))
      found.set(strands.own, { ...strands, run: id, turning });
  }
  return [...found.values()];
}

/** How a row turns about itself, or with the strands that it is one of. */
export interface TurningFacts {
  /** A laid rope, which is all of its strands, or one strand of several. */
  readonly of: 'rope' | 'strands';
  /** As many parts make a turn. */
  readonly parts: number;
  /** Parts in the loop. */
  readonly turning: number;
  /** The run that says so. */
  readonly by: string;
  /** Does all of it look as it did when the loop ends? Strands that are unlike do after whole turns only. */
  readonly meets: boolean;
}

/** Null of a row that cannot turn. */
export function turningFacts(job: Job, run: Run): TurningFacts | null {
  const { drives } = job.motion;
  const pieces = piecesOfRun(job, run);
  const parts = pieces.length === 1 ? familyOf(pieces[0]).partsOfTurn?.(pieces[0]) : undefined;
  if (parts !== undefined) {
    const turning = drives.find((drive) => drive.run === run.id)?.turning ?? 0;
    return { of: 'rope', parts, turning, by: run.id, meets: true };
  }
  const strands = strandsOfRun(job, run);
  if (!strands) return null;
  const turns = turningStrands(job).find(({ own }) => own === strands.own);
  const turning = turns?.turning ?? 0;
  const many = strands.paths.size;
  return {
    of: 'strands',
    ...{ parts: many, turning, by: turns?.run ?? run.id },
    meets: turning % many === 0 || (areEven(job, strands) && areAlike(job, strands)),
  };
}

/** Are strands as far apart as they are many? */
function areEven({ paths }: Job, strands: Strands): boolean {
  const part = (2 * Math.PI) / strands.paths.size;
  const places = paths.flatMap((path) =>
    path.kind === 'winding' && strands.paths.has(path.id)
      ? [(woundBy({ paths }, path).phase - strands.own.phase) / part]
      : [],
  );
  const off = (value: number): number => Math.abs(value - Math.round(value));
  const many = places.length;
  return (
    places.every((place) => off(place) < EVEN) &&
    new Set(places.map((place) => ((Math.round(place) % many) + many) % many)).size === many
  );
}

/** Are the rows on them the same, but for their names? */
function areAlike(job: Job, { paths }: Strands): boolean {
  const rows = [...paths].map((path) =>
    JSON.stringify(
      job.runs
        .filter((run) => run.path === path)
        .map((run) => [
          { ...run, id: '', name: '', path: '', sequence: [] },
          run.sequence.map((id) => ({ ...job.pieces.find((piece) => piece.id === id), id: '', name: '' })),
          travelsBy(job, run.id),
          (job.motion.breaths ?? [])
            .filter((breath) => breath.run === run.id)
            .map((breath) => ({ ...breath, run: '' })),
        ]),
    ),
  );
  return rows.every((row) => row === rows[0]);
}

/** What makes a row travel; null of one that does not. */
function travelsBy({ motion: { drives } }: Job, run: string): object | null {
  const drive = drives.find((each) => each.run === run);
  if (!drive) return null;
  const { pitches, laps, manner, train } = drive;
  return pitches !== 0 || laps !== undefined || train ? { pitches, laps, manner, train } : null;
}

/** Is a path one of them, or made from one? */
export function turnsWith(
  { paths }: Pick<Job, 'paths'>,
  path: JobPath,
  turning: readonly Strands[],
): boolean {
  const seen = new Set<string>();
  const turns = (at: JobPath): boolean => {
    if (seen.has(at.id)) return false;
    seen.add(at.id);
    return (
      turning.some((strands) => strands.paths.has(at.id)) ||
      (kindOf(at).needs?.(at) ?? []).some(({ kind, id }) => {
        const next = kind === 'path' ? paths.find((other) => other.id === id) : undefined;
        return next !== undefined && turns(next);
      })
    );
  };
  return turns(path);
}

/**
 * A job whose strands stand as they do at a frame. Turned on by a positive number their lines seem to run on along what
 * they wind round, as those of a laid rope do.
 */
export function turnedJob(
  job: Job,
  motions: ReadonlyMap<string, RowMotion>,
  frame: number,
  turning = turningStrands(job),
): Job {
  const paths = job.paths.map((path): JobPath => {
    const strands = turning.find(({ own }) => own === path);
    const motion = strands && motions.get(strands.run);
    if (path.kind !== 'winding' || path.wound.by !== 'own' || !strands || !motion) return path;
    const parts = travelAt({ travel: strands.turning, manner: motion.manner }, job.motion.frames, frame);
    const back = path.wound.hand === 'right' ? -1 : 1;
    return { ...path, phase: path.phase + (back * 2 * Math.PI * parts) / strands.paths.size };
  });
  return { ...job, paths };
}
