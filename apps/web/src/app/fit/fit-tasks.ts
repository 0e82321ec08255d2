import {
  closeApproaches,
  fitCandidates,
  fitRow,
  RelayError,
  type Approach,
  type Candidate,
  type FitOutcome,
  type RelayErrorCode,
} from '@coin-relay/core';
import {
  drawingFormat,
  joinDrawing,
  readDrawing,
  type Drawing,
  type JoinedContour,
} from '@coin-relay/formats';
import { neighbourCuts, rowScene, type NeighbourCut } from '@coin-relay/scene';
import {
  fittedRows,
  pieceWidth,
  prepareMachine,
  resolveRun,
  resolveSetOut,
  type Job,
  type Prepared,
  type ResolvedSetOut,
} from '@coin-relay/model';
import { sketchPaths, type PathSketch } from './sketch';

/** An answer, or what was wrong, in a form that crosses threads. */
export type Reply<T> =
  | { readonly ok: true; readonly value: T }
  | {
      readonly ok: false;
      readonly code: RelayErrorCode | 'internal';
      readonly message: string;
      readonly wheels: readonly string[];
    };

/** A fitted row, what stands where on it, and where its path comes closer to itself than it is wide. */
export interface FitResult {
  readonly fit: FitOutcome;
  readonly setOut: ResolvedSetOut;
  readonly approaches: readonly Approach[];
}

/** The lines of a file, joined where they meet. */
export interface ReadResult {
  readonly drawing: Drawing;
  readonly lines: readonly JoinedContour[];
}

/** The work of the fit worker. Pure: tested without a worker. */
export const FIT_TASKS = {
  fit(job: Job, runId: string): Reply<FitResult> {
    return replied(() => {
      const { source, request, sequence, run } = resolveRun(job, runId);
      const fit = fitRow(source, request);
      const setOut = resolveSetOut(job, run, fit);
      return {
        fit,
        setOut,
        approaches: closeApproaches(fit.layout.path, pieceWidth(sequence)),
      };
    });
  },

  /** Which neighbours of a fitted row cut into each other. */
  cuts(job: Job, runId: string): Reply<readonly NeighbourCut[]> {
    return replied(() => {
      const { source, request, run } = resolveRun(job, runId);
      const fit = fitRow(source, request);
      return neighbourCuts(rowScene(fit, resolveSetOut(job, run, fit)));
    });
  },

  /** What a job in motion has to have worked out ahead, from its rows fitted anew. */
  prepare(job: Job, progress: (part: number) => void): Reply<Prepared> {
    return replied(() => {
      let told = -1;
      return prepareMachine(job, fittedRows(job), (part) => {
        // Told in hundredths: a message for each frame would cost more than the frame.
        if (Math.floor(part * 100) === told) return;
        told = Math.floor(part * 100);
        progress(part);
      });
    });
  },

  /** Paths as far as they can be drawn, also where they cannot be fitted. */
  sketch(job: Job, ids: readonly string[]): readonly PathSketch[] {
    return sketchPaths(job, ids);
  },

  /** What the counts about one would cost, in steps of the multiple. */
  candidates(job: Job, runId: string, around: number, many: number): Reply<readonly Candidate[]> {
    return replied(() => {
      const { source, request } = resolveRun(job, runId);
      return fitCandidates(source, request, around, many);
    });
  },

  /** Reads a file of lines; those whose ends meet within the tolerance (mm) are joined. */
  readLines(name: string, text: string, tolerance: number): Reply<ReadResult> {
    return replied(() => {
      const drawing = readDrawing(drawingFormat(name, text), text);
      return { drawing, lines: joinDrawing(drawing, tolerance) };
    });
  },

  /** Joins the lines of a drawing at another tolerance. */
  join(drawing: Drawing, tolerance: number): Reply<readonly JoinedContour[]> {
    return replied(() => joinDrawing(drawing, tolerance));
  },
} as const;

export type FitTasks = typeof FIT_TASKS;

function replied<T>(work: () => T): Reply<T> {
  try {
    return { ok: true, value: work() };
  } catch (error) {
    if (error instanceof RelayError) {
      return { ok: false, code: error.code, message: error.message, wheels: error.subject.wheels ?? [] };
    }
    return { ok: false, code: 'internal', message: `This broke: ${String(error)}`, wheels: [] };
  }
}
