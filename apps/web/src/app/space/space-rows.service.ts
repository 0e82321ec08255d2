import { inject, Injectable } from '@angular/core';
import { moveRow, type Machine } from '@coin-relay/model';
import type { RowDepth } from '@coin-relay/scene';
import { FitService } from '../engine/fit.service';
import { MachineView } from '../engine/machine-view.service';
import { SolidPool } from '../engine/solid-pool.service';
import { Playback } from '../session/playback.service';
import { PictureShelf } from '../shared/picture-shelf';
import { AskedSolids, bentSize, toleranceFor } from './ask-solids';
import type { InkSize } from './ink';
import type { Means, Room, Stand } from './row-means';
import type { Stands } from './space-stage';
import { depthsOf, facesFor, fittedRow, standOf, twinOver } from './stand-places';
import { StandingMachine } from './standing-machine';
import { StandingRow } from './standing-row';
import { Textures } from './textures';
import { TriangleBudget, type Allows } from './triangle-budget';

/**
 * The rows of the open job as solids: made anew where a row is fitted anew, from masters that the worker makes once.
 * One for one view in space.
 */
@Injectable()
export class SpaceRows {
  private readonly fits = inject(FitService);
  private readonly machine = inject(MachineView);
  private readonly playback = inject(Playback);
  private readonly shelf = inject(PictureShelf);
  private textures: Textures | null = null;
  private readonly asked = new AskedSolids(inject(SolidPool));
  private standing: readonly StandingRow[] = [];
  private twins: readonly StandingRow[] = [];
  private room: Room = { boxes: NONE, budget: new TriangleBudget(NONE), corners: 0 };
  private roomOf: { readonly rows: number; readonly allows: Allows } | null = null;
  private between: StandingMachine | null = null;
  private retired: (StandingRow | StandingMachine)[] = [];

  /** Emits at once, and as solids are asked for and come. */
  readonly making$ = this.asked.making$;

  get rows(): readonly StandingRow[] {
    return this.standing;
  }

  of(run: string): StandingRow | undefined {
    return this.standing.find(({ row }) => row.run === run);
  }

  /** How finely what bends is cut, in words; empty where nothing does. */
  get bentWords(): string {
    const bent = this.standing.filter(({ bentTriangles }) => bentTriangles > 0);
    if (bent.length === 0) return '';
    const triangles = bent.reduce((sum, row) => sum + row.bentTriangles, 0);
    const pieces = bent.flatMap(({ scene }) => scene.pieces.filter(({ mode }) => mode === 'bent'));
    const stray = Math.max(...pieces.map((piece) => toleranceFor(bentSize(piece))));
    return `what bends: ${triangles.toLocaleString('en')} triangles, off by ${Number(stray.toPrecision(2))} mm at the most`;
  }

  /** What of the rows is shown otherwise than in the drawing, in words. */
  get shownOtherwise(): string {
    const has = (test: (row: StandingRow) => boolean): boolean => this.standing.some(test);
    const elsewhere = this.between?.isThere && has(({ stand }) => stand.plane !== null);
    return [
      ...(elsewhere ? ['what is between rows, such as gears and springs: in the plane of the drawing'] : []),
      ...(has(({ shown }) => shown === 'boxes') ? ['very many links: as boxes'] : []),
      ...(has(({ shown }) => shown === 'line') ? ['very many links: the path alone'] : []),
      ...(has(({ tooMany }) => tooMany)
        ? ['seen in plan only: pieces that bend, as there are very many']
        : []),
    ].join('; ');
  }

  /**
   * The rows as they are fitted now, those that have not changed as they were.
   * @param allows how many triangles may be drawn
   */
  take(ink: InkSize, allows: Allows, changed: () => void): readonly Stands[] {
    const means = this.meansOf(ink, changed);
    const { view, others } = this.fits.now;
    const machine = this.machine.now.machine;
    const views = [...(view ? [view] : []), ...others];
    const depths = depthsOf(views.at(0)?.job, views);
    const room = this.roomFor(
      views.reduce((sum, { setOut }) => sum + (setOut.setOut.twin ? 2 : 1), 0),
      allows,
    );
    const fitted = views.map((each) => fittedRow(each, machine));
    const stands = views.map(({ resolved: { run }, job }) => standOf(job, run, depths));
    const known = fitted.map((row, i) => {
      const of = this.of(row.run);
      const same = of?.row.setOut === row.setOut && of.row.laid === row.laid;
      return same && standsAlike(of.stand, stands[i]) && of.room === room ? of : null;
    });
    // What goes gives back what it claims before something comes in its place.
    const stay = new Set(known.map((row) => row?.row));
    for (const row of [...this.standing, ...this.twins]) if (!stay.has(row.row)) this.retire(row);
    this.standing = fitted.map((row, i) => known[i] ?? new StandingRow(row, means, stands[i], room));
    const twins = this.twins;
    this.twins = this.standing.flatMap(({ row, stand }) => {
      const over = twinOver(row.setOut, stand.z);
      const twin = twins.find((each) => each.row === row);
      return over ? [twin ?? new StandingRow(row, means, { ...stand, over }, room)] : [];
    });
    const ofMachine = fitted.flatMap(({ run }, i) => (stands[i].plane ? [] : (depths.get(run) ?? [])));
    this.takeMachine(machine, ofMachine, means);
    this.moveTo(this.playback.now.frame);
    return [...this.standing, ...this.twins, ...(this.between ? [this.between] : [])];
  }

  private meansOf(ink: InkSize, changed: () => void): Means {
    this.textures ??= new Textures(this.shelf, changed);
    return { ink, ask: this.asked.ask, changed, textures: this.textures };
  }

  /** What each of so many rows may draw: the same one while that is the same. */
  private roomFor(rows: number, allows: Allows): Room {
    const known = this.roomOf;
    if (known?.rows === rows && known.allows === allows) return this.room;
    this.roomOf = { rows, allows };
    this.room = {
      boxes: (triangles) => allows(triangles * rows),
      budget: new TriangleBudget(allows),
      corners: MOST_CORNERS / rows,
    };
    return this.room;
  }

  private takeMachine(
    machine: Machine | null,
    depths: readonly RowDepth[],
    { ink, ask, changed }: Means,
  ): void {
    const faces = facesFor(machine, depths);
    const known = this.between;
    if (
      known?.machine === machine &&
      known?.faces.before === faces.before &&
      known.faces.behind === faces.behind
    )
      return;
    if (known) this.retire(known);
    this.between = machine ? new StandingMachine(machine, faces, ink, ask, changed) : null;
  }

  /** Puts all rows to where they stand at a frame. */
  moveTo(frame: number): void {
    const { machine } = this.machine.now;
    for (const row of [...this.standing, ...this.twins]) {
      const { run, fit } = row.row;
      row.wheels.turnings = machine?.motions.get(run)?.turnings ?? fit.turnings;
      moveRow(row, machine, run, frame);
    }
    this.between?.moveTo(frame);
  }

  /** What has gone is in no picture any more. */
  readonly letGo = (): void => {
    for (const each of this.retired) each.dispose();
    this.retired = [];
  };

  private retire(gone: StandingRow | StandingMachine): void {
    gone.leave();
    this.retired.push(gone);
  }

  stop(): void {
    this.letGo();
    for (const each of [...this.standing, ...this.twins]) each.dispose();
    this.between?.dispose();
    this.textures?.dispose();
  }
}

const NONE: Allows = () => false;

/** Corners of what bends of all rows at the most, of one body of each. */
const MOST_CORNERS = 1_500_000;

const standsAlike = (a: Stand, b: Stand): boolean =>
  a.z === b.z && (a.plane && b.plane ? a.plane.equals(b.plane) : a.plane === b.plane);
