import { inject, Injectable } from '@angular/core';
import { planeMap, planeOf, type Job, type JobPath } from '@coin-relay/model';
import { BehaviorSubject, combineLatest, map, type Observable, type Subscription } from 'rxjs';
import { Matrix4, Vector3 } from 'three';
import { writePath } from '../document/commands';
import type { Gesture } from '../document/history';
import { JobStore } from '../document/job-store.service';
import { FitService } from '../engine/fit.service';
import { pointsOfPath, toolFor } from '../path-kinds';
import { laidMap, toLaid, type LaidMap } from '../path-kinds/laid-map';
import { JobContext } from '../session/job-context.service';
import { PathWork } from '../session/path-work.service';
import { matrixOf } from './matrix-of';
import { DOT_REACH, PathDots } from './path-dots';
import { placeUnder, POINT_WAYS, type PointWay } from './point-ways';
import { SpaceRows } from './space-rows.service';
import type { SpaceStage } from './space-stage';

/** Points that are dragged. */
interface Held {
  /** As it was before. */
  readonly path: JobPath;
  readonly chosen: ReadonlySet<number>;
  readonly placed: Matrix4;
  readonly scale: number;
  /** Where the one under the pointer was, in the axes of its path. */
  readonly from: Vector3;
  gesture: Gesture | null;
}

/** The points of the drawn path at work, seen, chosen and dragged in a view in space while the path step is. */
@Injectable()
export class SpacePoints {
  private readonly store = inject(JobStore);
  private readonly context = inject(JobContext);
  private readonly work = inject(PathWork);
  private readonly fits = inject(FitService);
  private readonly rows = inject(SpaceRows);
  private dots: PathDots | null = null;
  private held: Held | null = null;
  /** What points that are dragged move in. */
  readonly way = new BehaviorSubject<PointWay>('xy');
  /** What they may move in here; none where no points are shown. */
  readonly ways$ = combineLatest([this.work.path$, this.context.step$]).pipe(
    map(([path, step]) =>
      step !== 'path' || !path || !toolFor(path).byPoints
        ? []
        : POINT_WAYS.filter(({ value }) => path.kind === 'space' || !value.includes('z')),
    ),
  );

  /** Shows them on a stage from now on. */
  begin(stage: SpaceStage): Subscription {
    const shown: Observable<unknown> = combineLatest([
      this.work.path$,
      this.work.choice$,
      this.context.step$,
      this.fits.state$,
    ]);
    const dots = new PathDots();
    this.dots = dots;
    stage.over.add(dots.points);
    const following = shown.subscribe(() => {
      dots.show(this.places(), this.work.points);
      stage.draw();
    });
    following.add(() => {
      this.cancel();
      this.dots = null;
      stage.over.remove(dots.points);
      dots.dispose();
    });
    return following;
  }

  /** Takes hold of the point at a place of the picture, px, to drag it with what is chosen; says whether there is one. */
  hold(stage: SpaceStage, x: number, y: number): boolean {
    const nearest = this.nearest(stage, x, y);
    const dot = this.dots?.all[nearest];
    const { job } = this.store;
    const { path } = this.work;
    if (!dot || !job || !path || !toolFor(path).byPoints) return false;
    const chosen = this.work.points.has(nearest) ? this.work.points : new Set([nearest]);
    const { placed, map } = this.laid(job, path);
    const from = dot.clone().applyMatrix4(placed.clone().invert());
    this.held = { path, chosen, placed, scale: map.scale, from, gesture: null };
    return true;
  }

  /** Drags what is held to a place of the picture, px. */
  drag(stage: SpaceStage, x: number, y: number): void {
    const { held } = this;
    const points = held && toolFor(held.path).byPoints;
    if (!held || !points) return;
    const ray = stage.rayAt(x, y).applyMatrix4(held.placed.clone().invert());
    const to = placeUnder(ray, held.from, this.wayOf(held.path));
    if (!to) return;
    if (!held.gesture) {
      this.work.choosePoints([...held.chosen]);
      held.gesture = this.store.begin('Move points');
    }
    // To a number that is about as fine as a pixel.
    const fine = 10 ** Math.floor(Math.log10(stage.camera.heightSeen() / stage.element.clientHeight));
    const along = (axis: 'x' | 'y' | 'z'): number =>
      Number((Math.round((to[axis] - held.from[axis]) / held.scale / fine) * fine).toFixed(6));
    const by = { x: along('x'), y: along('y'), z: along('z') };
    const next = points.moved(held.path, held.chosen, by);
    held.gesture.update((draft) => writePath(draft, held.path, next));
  }

  /** Lets go of what is held; says whether it was dragged. */
  release(): boolean {
    const dragged = this.held?.gesture ?? null;
    this.held = null;
    dragged?.commit();
    return dragged !== null;
  }

  /** Puts what is held back to where it was; says whether something was. */
  cancel(): boolean {
    const dragged = this.held?.gesture ?? null;
    this.held = null;
    dragged?.cancel();
    return dragged !== null;
  }

  /** Chooses the point at a place of the picture, px; says whether there is one. */
  take(stage: SpaceStage, x: number, y: number, more: boolean): boolean {
    const nearest = this.nearest(stage, x, y);
    if (nearest < 0) return false;
    const before = this.work.points;
    if (!more) this.work.choosePoints([nearest]);
    else if (before.has(nearest)) this.work.choosePoints([...before].filter((i) => i !== nearest));
    else this.work.choosePoints([...before, nearest]);
    return true;
  }

  clear(): void {
    if (this.work.points.size > 0) this.work.choosePoints([]);
  }

  /** Chooses those within a box of the picture, px, with what is chosen. */
  takeWithin(stage: SpaceStage, x0: number, y0: number, x1: number, y1: number): void {
    const found = (this.dots?.all ?? []).flatMap((place, i) => {
      const { x, y } = stage.onScreen(place);
      return x >= x0 && x <= x1 && y >= y0 && y <= y1 ? [i] : [];
    });
    if (found.length > 0) this.work.choosePoints([...this.work.points, ...found]);
  }

  private nearest(stage: SpaceStage, x: number, y: number): number {
    let nearest = -1;
    let least = DOT_REACH;
    for (const [i, place] of (this.dots?.all ?? []).entries()) {
      const p = stage.onScreen(place);
      const far = Math.hypot(p.x - x, p.y - y);
      if (far <= least) [nearest, least] = [i, far];
    }
    return nearest;
  }

  /** Points of the plane stay in it. */
  private wayOf({ kind }: JobPath): PointWay {
    const way = this.way.value;
    return kind === 'space' || !way.includes('z') ? way : 'xy';
  }

  /** Where they are in the axes of the job. */
  private places(): Vector3[] {
    const { job } = this.store;
    const { path } = this.work;
    const points = pointsOfPath(path);
    if (!job || !path || points.length === 0 || this.context.at !== 'path') return [];
    const { placed, map } = this.laid(job, path);
    return points.map((point) => {
      const { x, y } = toLaid(map, point);
      return new Vector3(x, y, point.z ?? 0).applyMatrix4(placed);
    });
  }

  /** How what a path says is laid, and what takes that to where its row stands. */
  private laid(job: Job, path: JobPath): { readonly map: LaidMap; readonly placed: Matrix4 } {
    const map = laidMap(this.fits.now.view, path.id);
    const plane = planeOf(job, path);
    const placed = plane ? matrixOf(planeMap(plane)) : new Matrix4();
    const run = job.runs.find((each) => each.path === path.id);
    const z = (run && this.rows.of(run.id)?.stand.z) ?? 0;
    return { map, placed: placed.multiply(new Matrix4().makeTranslation(0, 0, z)) };
  }
}
