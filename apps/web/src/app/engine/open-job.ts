import {
  chordDeparture,
  closeApproaches,
  fitCandidates,
  fitRow,
  LIMITS,
  RelayError,
  sharpestTurn,
  type Approach,
  type Articulation,
  type Candidate,
  type Departure,
  type FitOutcome,
} from '@coin-relay/core';
import {
  inputsOfRun,
  pieceWidth,
  resolveRun,
  resolveSetOut,
  type FittedRow,
  type Job,
  type ResolvedSetOut,
} from '@coin-relay/model';
import {
  rowScene,
  type NeighbourCut,
  type NeighbourPoses,
  type RowCrossing,
  type RowReach,
} from '@coin-relay/scene';
import type * as Interference from './interference';
import { withChanges, type JobChanges } from './job-changes';
import { refused, replied, type Reply } from './reply';
import { sketchPaths, type PathSketch } from './sketch';

/** A fitted row, what stands where on it, and where its path comes closer to itself than it is wide. */
export interface FitResult {
  readonly fit: FitOutcome;
  readonly setOut: ResolvedSetOut;
  readonly approaches: readonly Approach[];
  /** Where its links turn against each other most. */
  readonly sharpest: Articulation | null;
  /** How far stiff links leave the path from pin to pin; null for others. */
  readonly departure: Departure | null;
}

interface KeptRow {
  /** What it was fitted from. */
  readonly inputs: readonly unknown[];
  /** Another number for every new fit. */
  readonly version: number;
  readonly reply: Reply<FitResult>;
  cuts: Reply<readonly NeighbourCut[]> | null;
}

/** A fit as it is answered: without its reply where the one who asks has that version. */
export interface VersionedReply {
  readonly version: number;
  readonly reply: Reply<FitResult> | null;
}

/** A row that is asked for, and the version of it that is there. */
export interface AskedRow {
  readonly run: string;
  readonly has: number | null;
}

/** What is shown of a job besides the row at work. */
export interface RestOfJob {
  readonly rows: readonly VersionedReply[];
  /** The paths that no row shows, as far as they can be drawn. */
  readonly sketches: readonly PathSketch[];
}

/** The job that is being worked on, kept where it is fitted: a row whose inputs did not change is not fitted again. */
export class OpenJob {
  private rows = new Map<string, KeptRow>();
  private last = 0;

  constructor(private job: Job) {}

  take(changes: JobChanges): void {
    this.job = withChanges(this.job, changes);
    const there = new Set(this.job.runs.map(({ id }) => id));
    for (const run of this.rows.keys()) if (!there.has(run)) this.rows.delete(run);
  }

  /** @param has the version that the one who asks has; null for none */
  row(run: string, has: number | null): VersionedReply {
    const { version, reply } = this.kept(run);
    return { version, reply: version === has ? null : reply };
  }

  /**
   * The other rows of the job, and the paths that no row shows.
   * @param asked them, each with the version that is there
   * @param shown the run whose row is shown already; null where it cannot be fitted
   */
  rest(asked: readonly AskedRow[], shown: string | null): RestOfJob {
    let links = shown === null ? 0 : linksOf(this.kept(shown).reply);
    const good = new Set([shown]);
    const rows = asked.map(({ run, has }): VersionedReply => {
      // The whole job is bounded, not only each row: what comes beyond it is not even fitted.
      if (links >= LIMITS.jobLinks) return { version: 0, reply: TOO_MANY };
      const { reply } = this.kept(run);
      links += linksOf(reply);
      if (reply.ok) good.add(run);
      return this.row(run, has);
    });
    const on = new Set(this.job.runs.filter(({ id }) => good.has(id)).map(({ path }) => path));
    const ids = this.job.paths.map(({ id }) => id).filter((id) => !on.has(id));
    return { rows, sketches: sketchPaths(this.job, ids) };
  }

  /** Which neighbours of a fitted row cut into each other. */
  cuts(run: string, { neighbourCuts }: typeof Interference): Reply<readonly NeighbourCut[]> {
    const kept = this.kept(run);
    const { reply } = kept;
    if (!reply.ok) return reply;
    kept.cuts ??= replied(() => neighbourCuts(rowScene(reply.value.fit, reply.value.setOut)));
    return kept.cuts;
  }

  /** How the neighbours of a fitted row stand to one another where it leaves its plane. */
  poses(run: string, { neighbourPoses }: typeof Interference): Reply<NeighbourPoses> {
    const { reply } = this.kept(run);
    return reply.ok ? replied(() => neighbourPoses(rowScene(reply.value.fit, reply.value.setOut))) : reply;
  }

  /**
   * Which rows cut into each other. Without how deep they reach it is told whether it is worth while to look for that:
   * those that lie over one another in the drawing.
   * @param reaches by their runs
   */
  crossings(
    reaches: ReadonlyMap<string, RowReach> | null,
    { crossingsIn, mayCross }: typeof Interference,
  ): Reply<readonly RowCrossing[] | 'may cross'> {
    return replied(() => {
      const fitted = this.job.runs.flatMap(({ id }): FittedRow[] => {
        // What is not fitted yet is not fitted for this.
        const reply = this.rows.get(id)?.reply;
        if (!reply?.ok || (reaches && !reaches.has(id))) return [];
        return [{ resolved: resolveRun(this.job, id), fit: reply.value.fit, setOut: reply.value.setOut }];
      });
      if (!reaches) return mayCross(this.job, fitted) ? 'may cross' : [];
      return crossingsIn(this.job, fitted, ({ resolved }) => reaches.get(resolved.run.id) ?? NOTHING);
    });
  }

  private kept(run: string): KeptRow {
    const inputs = inputsOfRun(this.job, run);
    const known = this.rows.get(run);
    if (known && areSame(known.inputs, inputs)) return known;
    const made: KeptRow = { inputs, version: ++this.last, reply: fitRun(this.job, run), cuts: null };
    this.rows.set(run, made);
    return made;
  }
}

/**
 * What the counts about one would cost, in steps of the multiple, were the count of a run not fixed;
 * of one alone, what it would cost as it is.
 */
export function candidatesOf(
  job: Job,
  runId: string,
  around: number,
  many: number,
): Reply<readonly Candidate[]> {
  return replied(() => {
    const runs = job.runs.map((run) =>
      run.id === runId ? { ...run, fit: { ...run.fit, count: null } } : run,
    );
    const { source, request } = resolveRun({ ...job, runs }, runId);
    return fitCandidates(source, many === 1 ? { ...request, multiple: 1 } : request, around, many);
  });
}

/** Fits a run of a job and sets it out. */
export function fitRun(job: Job, runId: string): Reply<FitResult> {
  return replied(() => {
    const { source, request, sequence, run } = resolveRun(job, runId);
    const fit = fitRow(source, request);
    return {
      fit,
      setOut: resolveSetOut(job, run, fit),
      approaches: closeApproaches(fit.layout.path, pieceWidth(sequence)),
      sharpest: sharpestTurn(fit.row),
      departure: fit.request.pieces === 'stiff' ? chordDeparture(fit.layout.path, fit.row) : null,
    };
  });
}

const NOTHING: RowReach = { pieces: [], wheels: null, all: [0, 0] };

const linksOf = (reply: Reply<FitResult>): number => (reply.ok ? reply.value.fit.count : 0);

/** What is said of a row that is one too many. */
const TOO_MANY = refused(
  new RelayError(
    'too-many-links',
    `The rows of this job have ${LIMITS.jobLinks.toLocaleString('en')} links or more before this one; no more are fitted in one job. Split it into several jobs, or use longer pitches.`,
  ),
);

const areSame = (a: readonly unknown[], b: readonly unknown[]): boolean =>
  a.length === b.length && a.every((part, i) => part === b[i]);
