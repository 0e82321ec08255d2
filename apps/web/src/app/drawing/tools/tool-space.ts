import {
  isSpatial,
  nearestOnPath,
  newReading,
  pathReader,
  placeAt,
  placeUnder,
  snapPoint,
  type MeasuredPath,
  type PiecePlace,
  type Snapped,
  type Vec,
} from '@coin-relay/core';
import { pathContour, type Job } from '@coin-relay/model';
import type { JobStore } from '../../document/job-store.service';
import type { FitService } from '../../engine/fit.service';
import type { JobContext } from '../../session/job-context.service';
import { pointsOfPath, type HandleGround, type InsertPlace } from '../../path-kinds';
import { fromLaid, laidMap, type LaidMap } from '../../path-kinds/laid-map';
import type { MeasuredPaths } from '../../engine/measured-paths.service';
import type { PathWork } from '../../session/path-work.service';
import type { DrawingStage } from '../drawing-stage';
import { toModel } from '@coin-relay/painting';

/** What the tools on the drawing work with. */
export interface ToolParts {
  readonly store: JobStore;
  readonly fits: FitService;
  readonly context: JobContext;
  readonly work: PathWork;
  readonly paths: MeasuredPaths;
  readonly stage: DrawingStage;
}

/** How near things draw a moved point, px. */
const SNAP_REACH = 9;

/** Where things are: from the pointer's pixels to the document, the path at work, and what there is to snap to. */
export class ToolSpace {
  constructor(private readonly parts: ToolParts) {}

  model(at: Vec): Vec {
    return toModel(this.parts.stage.current, at.x, at.y);
  }

  map(): LaidMap {
    const { fits, work } = this.parts;
    const { view, problem } = fits.now;
    return laidMap(problem ? null : view, work.path?.id ?? null);
  }

  measured(): MeasuredPath | null {
    const { store, work, paths } = this.parts;
    return store.job && work.path ? paths.of(store.job, work.path.id) : null;
  }

  /** The piece of the contour in the plane that a place of the path at work is on, or over; null in space. */
  placeOn(s: number): PiecePlace | null {
    const { store, work } = this.parts;
    const measured = this.measured();
    const inPlan = measured && (measured.under ?? (isSpatial(measured) ? null : measured));
    if (!store.job || !work.path || !measured || !inPlan) return null;
    return placeAt(pathContour(store.job, work.path), inPlan, placeUnder(measured, s));
  }

  /** A place on the path at work where a point can be put in. */
  insertPlace(s: number): InsertPlace | null {
    const measured = this.measured();
    if (!measured) return null;
    const at = newReading();
    pathReader(measured)(s, at);
    const place = this.placeOn(s) ?? { piece: 0, t: 0 };
    return { at: { x: at[0], y: at[1], z: at[5] }, piece: place.piece, t: place.t };
  }

  ground(job: Job): HandleGround {
    return {
      job,
      points: this.parts.work.points,
      radii: this.radii(),
      measured: (id) => this.parts.paths.of(job, id),
    };
  }

  /** Radii of the wheels in the measure of the document. */
  radii(): ReadonlyMap<string, number> {
    const { view, sketches } = this.parts.fits.now;
    const radii = new Map<string, number>();
    for (const { wheels } of sketches) for (const { id, radius } of wheels) radii.set(id, radius);
    if (view) {
      const { scale } = this.map();
      for (const { id, radius } of view.fit.layout.wheels) if (!radii.has(id)) radii.set(id, radius / scale);
    }
    return radii;
  }

  otherPoints(): readonly Vec[] {
    return pointsOfPath(this.parts.work.path);
  }

  snapTo(to: Vec, from: Vec | null, others: readonly Vec[]): Snapped {
    const { store, work, stage } = this.parts;
    const wheels = store.job?.wheels ?? [];
    const radii = this.radii();
    return snapPoint(to, work.snapRules, {
      points: [...others, ...wheels],
      wheels: wheels.flatMap(({ id, x, y }) => {
        const radius = radii.get(id);
        return radius ? [{ x, y, radius }] : [];
      }),
      from,
      reach: SNAP_REACH / stage.current.scale,
    });
  }

  /** The place of the document under a place of the drawing. */
  document(at: Vec): Vec {
    return fromLaid(this.map(), this.model(at));
  }

  /** The place on the path at work nearest to a place of the drawing, and how far that is, px. */
  nearest(at: Vec): { s: number; pixels: number } | null {
    const measured = this.measured();
    if (!measured) return null;
    const { s, distance } = nearestOnPath(measured, this.document(at));
    return { s, pixels: distance * this.map().scale * this.parts.stage.current.scale };
  }
}
