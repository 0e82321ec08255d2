import { inject, Injectable } from '@angular/core';
import { planeMap, planeOf } from '@coin-relay/model';
import { combineLatest, type Observable, type Subscription } from 'rxjs';
import { Matrix4, Vector3 } from 'three';
import { JobStore } from '../document/job-store.service';
import { FitService } from '../engine/fit.service';
import { pointsOfPath } from '../path-kinds';
import { laidMap, toLaid } from '../path-kinds/laid-map';
import { JobContext } from '../session/job-context.service';
import { PathWork } from '../session/path-work.service';
import { matrixOf } from './matrix-of';
import { DOT_REACH, PathDots } from './path-dots';
import { SpaceRows } from './space-rows.service';
import type { SpaceStage } from './space-stage';

/** The points of the drawn path at work, seen and chosen in a view in space while the path step is. */
@Injectable()
export class SpacePoints {
  private readonly store = inject(JobStore);
  private readonly context = inject(JobContext);
  private readonly work = inject(PathWork);
  private readonly fits = inject(FitService);
  private readonly rows = inject(SpaceRows);
  private dots: PathDots | null = null;

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
      this.dots = null;
      stage.over.remove(dots.points);
      dots.dispose();
    });
    return following;
  }

  /** Chooses the point at a place of the picture, px; says whether there is one. */
  take(stage: SpaceStage, x: number, y: number, more: boolean): boolean {
    let nearest = -1;
    let least = DOT_REACH;
    for (const [i, place] of (this.dots?.all ?? []).entries()) {
      const p = stage.onScreen(place);
      const far = Math.hypot(p.x - x, p.y - y);
      if (far <= least) [nearest, least] = [i, far];
    }
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

  /** Where they are in the axes of the job. */
  private places(): Vector3[] {
    const { job } = this.store;
    const { path } = this.work;
    const points = pointsOfPath(path);
    if (!job || !path || points.length === 0 || this.context.at !== 'path') return [];
    const map = laidMap(this.fits.now.view, path.id);
    const plane = planeOf(job.paths, path);
    const placed = plane ? matrixOf(planeMap(plane)) : new Matrix4();
    const run = job.runs.find((each) => each.path === path.id);
    const z = (run && this.rows.of(run.id)?.stand.z) ?? 0;
    return points.map((point) => {
      const { x, y } = toLaid(map, point);
      return new Vector3(x, y, z + (point.z ?? 0)).applyMatrix4(placed);
    });
  }
}
