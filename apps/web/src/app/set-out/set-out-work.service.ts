import { inject, Injectable } from '@angular/core';
import {
  adaptedTo,
  PLAIN_SET_OUT,
  type Job,
  type JobPiece,
  type Material,
  type Run,
  type SetOut,
} from '@coin-relay/model';
import type { Draft } from 'immer';
import { combineLatest, map } from 'rxjs';
import { addMaterials, addPieces, changeSetOut, type Command } from '../document/commands';
import { JobStore } from '../document/job-store.service';
import { FitService } from '../engine/fit.service';
import { RunAtWork } from '../session/run-at-work.service';

/** The set-out of the run at work, as panels show it. */
export interface SetOutView {
  readonly job: Job;
  readonly run: Run;
  readonly setOut: SetOut;
}

/** A piece that was chosen for a run, and what has to be done first so that it can be used. */
export interface ChosenPiece {
  readonly id: string;
  readonly prepare: Command | null;
}

/** What the panels of the set-out share: the run's set-out, and the one way to change it. */
@Injectable()
export class SetOutWork {
  private readonly store = inject(JobStore);
  private readonly runs = inject(RunAtWork);
  private readonly fits = inject(FitService);

  /** Emits at once and after every change; null without a run. */
  readonly view$ = combineLatest([this.store.job$, this.runs.run$]).pipe(
    map(([job, run]): SetOutView | null => (run ? { job, run, setOut: run.setOut ?? PLAIN_SET_OUT } : null)),
  );
  /** The set-out as it is laid on the fitted row: where places are, and what rules take. */
  readonly laid$ = this.fits.state$.pipe(map(({ view }) => view));

  change(recipe: (setOut: Draft<SetOut>) => void, label?: string, prepare: Command | null = null): void {
    const { run } = this.runs;
    if (run) this.do(changeSetOut(run.id, recipe, label), prepare);
  }

  /** Does a command, and before it what has to be done first: one step of undo. */
  do(command: Command, prepare: Command | null = null): void {
    this.store.change(
      prepare
        ? {
            label: command.label,
            recipe: (job) => {
              prepare.recipe(job);
              command.recipe(job);
            },
          }
        : command,
    );
  }

  /**
   * Chooses a piece of the job for the run. One of another pitch, or stiff where the run bends, is
   * copied and made to fit.
   */
  pieceOf(id: string): ChosenPiece | null {
    const { job } = this.store;
    const { run } = this.runs;
    const piece = job?.pieces.find((p) => p.id === id);
    if (!job || !run || !piece) return null;
    return adaptedTo(job, run, piece) === piece ? { id, prepare: null } : this.added([piece]);
  }

  /** Brings pieces into the job for the run, with materials they need; the first of them is chosen. */
  added(pieces: readonly JobPiece[], materials: readonly Material[] = []): ChosenPiece | null {
    const { job } = this.store;
    const { run } = this.runs;
    if (!job || !run) return null;
    const { command, ids } = addPieces(job, run.id, pieces);
    return {
      id: ids[0],
      prepare: {
        ...command,
        recipe: (draft) => {
          command.recipe(draft);
          addMaterials(draft, materials);
        },
      },
    };
  }
}
