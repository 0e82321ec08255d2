import { inject, Injectable } from '@angular/core';
import { travelOf, type Machine } from '@coin-relay/model';
import { rowDepths, type RowDepth, type SolidRequest } from '@coin-relay/scene/solid';
import { BehaviorSubject } from 'rxjs';
import { FitService, type FitView } from '../engine/fit.service';
import { MachineView } from '../engine/machine-view.service';
import { SolidPool } from '../engine/solid-pool.service';
import type { MadeSolid } from '../engine/solid-tasks';
import { Playback } from '../session/playback.service';
import type { InkSize } from './ink';
import type { Stands } from './space-stage';
import { StandingMachine } from './standing-machine';
import { StandingRow, type AskSolid, type FittedRow } from './standing-row';

/** Chords stray from what is round by so much of the size of a piece, but by no less than this, mm. */
const STRAY = 1 / 120;
const LEAST_STRAY = 0.02;

/** How many solids are being made, and what was said of those that cannot be. */
export interface Making {
  readonly waiting: number;
  readonly problems: readonly string[];
}

/**
 * The rows of the open job as solids: made anew where a row is fitted anew, from masters that the worker makes once.
 * One for one view in space.
 */
@Injectable()
export class SpaceRows {
  private readonly fits = inject(FitService);
  private readonly machine = inject(MachineView);
  private readonly playback = inject(Playback);
  private readonly pool = inject(SolidPool);
  private readonly owner = new AbortController();
  private readonly makingNow = new BehaviorSubject<Making>({ waiting: 0, problems: [] });
  private standing: readonly StandingRow[] = [];
  private between: StandingMachine | null = null;

  /** Emits at once, and as solids are asked for and come. */
  readonly making$ = this.makingNow.asObservable();

  get rows(): readonly StandingRow[] {
    return this.standing;
  }

  of(run: string): StandingRow | undefined {
    return this.standing.find(({ row }) => row.run === run);
  }

  /** What of the rows is in the drawing alone, in words. */
  get inPlanOnly(): string {
    const has = (test: (row: StandingRow) => boolean): boolean => this.standing.some(test);
    const words = [
      ...(has(({ tooMany }) => tooMany) ? ['pieces that bend, as there are very many'] : []),
      ...(has(({ row }) => Boolean(row.setOut.setOut.twin)) ? ['twins'] : []),
      ...(has(({ row }) => row.setOut.boundary?.how === 'cut') ? ['where a boundary cuts pieces'] : []),
      ...(has(({ row }) => row.setOut.reach !== null) ? ['pieces that reach out to a path'] : []),
    ];
    return words.length === 0 ? '' : `seen in plan only: ${words.join(', ')}`;
  }

  /** The rows as they are fitted now, those that have not changed as they were. */
  take(ink: InkSize, changed: () => void): readonly Stands[] {
    const { view, others } = this.fits.now;
    const machine = this.machine.now.machine;
    const views = [...(view ? [view] : []), ...others];
    const ask = (request: SolidRequest, size: number, made: (solid: MadeSolid) => void): void =>
      this.ask(request, size, made);
    const depths = this.depthsOf(views);
    const before = this.standing;
    this.standing = views.map((each) => {
      const row = fittedRow(each, machine);
      const z = depths.get(row.run)?.z ?? 0;
      const known = this.of(row.run);
      if (known?.row.setOut === row.setOut && known.row.laid === row.laid && known.z === z) return known;
      return new StandingRow(row, ink, ask, changed, z);
    });
    for (const row of before) if (!this.standing.includes(row)) row.dispose();
    this.takeMachine(machine, [...depths.values()], ink, ask, changed);
    this.moveTo(this.playback.now.frame);
    return [...this.standing, ...(this.between ? [this.between] : [])];
  }

  private depthsOf(views: readonly FitView[]): ReadonlyMap<string, RowDepth> {
    const order = new Map(views[0]?.job.runs.map(({ id }, i) => [id, i]));
    const rows = views
      .map(({ fit, resolved: { run, sequence } }) => ({
        run: run.id,
        fit,
        sequence,
        ...(run.sideways === undefined ? {} : { sideways: run.sideways }),
      }))
      .sort((a, b) => (order.get(a.run) ?? 0) - (order.get(b.run) ?? 0));
    return rowDepths(rows);
  }

  private takeMachine(
    machine: Machine | null,
    depths: readonly RowDepth[],
    ink: InkSize,
    ask: AskSolid,
    changed: () => void,
  ): void {
    const faces = {
      before: Math.max(0, ...depths.map(({ z, high }) => z + high)),
      behind: Math.min(0, ...depths.map(({ z, low }) => z + low)),
    };
    const known = this.between;
    if (
      known?.machine === machine &&
      known?.faces.before === faces.before &&
      known.faces.behind === faces.behind
    )
      return;
    known?.dispose();
    this.between = machine ? new StandingMachine(machine, faces, ink, ask, changed) : null;
  }

  /** Puts all rows to where they stand at a frame. */
  moveTo(frame: number): void {
    const { machine } = this.machine.now;
    for (const row of this.standing) {
      const { run, fit } = row.row;
      row.turnings = machine?.motions.get(run)?.turnings ?? fit.turnings;
      row.moveTo(machine ? travelOf(machine, run, frame) : 0, frame);
    }
    this.between?.moveTo(frame);
  }

  stop(): void {
    this.owner.abort();
    for (const each of this.standing) each.dispose();
    this.between?.dispose();
  }

  private ask(request: SolidRequest, size: number, made: (solid: MadeSolid) => void): void {
    const tolerance = Math.max(LEAST_STRAY, size * STRAY);
    const key = `${tolerance} ${JSON.stringify(request)}`;
    const known = this.pool.known(key);
    if (known) {
      if (known.ok) made(known.value);
      else this.tell(0, known.message);
      return;
    }
    this.tell(1);
    void this.pool.solid(key, request, tolerance, this.owner.signal).then((reply) => {
      if (this.owner.signal.aborted) return;
      this.tell(-1, reply.ok ? undefined : reply.message);
      if (reply.ok) made(reply.value);
    });
  }

  private tell(more: number, problem?: string): void {
    const { waiting, problems } = this.makingNow.value;
    this.makingNow.next({
      waiting: waiting + more,
      problems: problem === undefined || problems.includes(problem) ? problems : [...problems, problem],
    });
  }
}

const fittedRow = ({ fit, setOut, resolved }: FitView, machine: Machine | null): FittedRow => ({
  run: resolved.run.id,
  fit,
  setOut,
  sequence: resolved.sequence,
  laid: machine?.precomputed.rows.get(resolved.run.id) ?? null,
});
