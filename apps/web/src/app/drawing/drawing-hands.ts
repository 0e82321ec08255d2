import {
  bendStretch,
  insertPoint,
  nearestOnPath,
  nextIndex,
  newReading,
  pathReader,
  placeAt,
  RelayError,
  snapPoint,
  type MeasuredPath,
  type Snapped,
  type SnapTo,
  type Vec,
} from '@coin-relay/core';
import { pathContour, withDrawn, type Job, type JobPath, type PathOf } from '@coin-relay/model';
import { addWheel, changePath, freshId, mend, writePath } from '../document/commands';
import type { Gesture, JobStore } from '../document/job-store.service';
import type { FitService } from '../fit/fit.service';
import type { JobContext } from '../job/job-context.service';
import { toolFor, wheelOf, type Handle, type HandleGround } from '../paths/kinds';
import { fromLaid, laidMap, toLaid, type LaidMap } from '../paths/laid-map';
import type { MeasuredPaths } from '../paths/measured-paths.service';
import type { PathWork } from '../paths/path-work.service';
import { closeByPlacing, placePoint } from '../paths/place-point';
import type { DrawingStage, Overlay } from './drawing-stage';
import type { Hit, PointerUse, PressKeys } from './pointer';
import { toModel } from './view-port';

export interface HandParts {
  readonly store: JobStore;
  readonly fits: FitService;
  readonly context: JobContext;
  readonly work: PathWork;
  readonly paths: MeasuredPaths;
  readonly stage: DrawingStage;
}

/** How near things draw a moved point, and how near a press is on the path, px. */
const SNAP_REACH = 9;
const PATH_REACH = 8;
/** Radius a new wheel has, px on the screen as it is seen. */
const NEW_WHEEL = 36;

const SNAP_WORDS: Readonly<Record<SnapTo, string>> = {
  point: 'on a point',
  tangent: 'touches the wheel',
  angle: 'at a whole angle',
  grid: 'on the grid',
};

/** A drag that is going on: how a place of the document is written into the draft. */
interface Drag {
  readonly gesture: Gesture;
  readonly map: LaidMap;
  /** What is added to the pointer’s place, so that what was taken hold of does not jump. */
  readonly offset: Vec;
  readonly write: (to: Vec) => void;
  readonly snap: (to: Vec) => Snapped;
}

/** The hands on the drawing: turns presses, drags and clicks into commands. */
export class DrawingHands implements PointerUse {
  private dragging: Drag | null = null;

  constructor(private readonly parts: HandParts) {}

  /** The handles of the path at work, where they are shown. */
  handles(): Handle[] {
    const { store, work } = this.parts;
    const { job } = store;
    const { path } = work;
    if (!job || !path) return [];
    const map = this.map();
    return toolFor(path)
      .handles(path, this.ground(job))
      .map((handle) => ({
        ...handle,
        ...toLaid(map, handle),
        ...(handle.radius === undefined ? {} : { radius: handle.radius * map.scale }),
        ...(handle.from ? { from: toLaid(map, handle.from) } : {}),
      }));
  }

  /** Marks of places that are picked: on the path at work, or of the reference picture. */
  marks(): Vec[] {
    const { work } = this.parts;
    if (work.mode === 'measure') return [...work.measuring];
    const measured = this.measured();
    if (work.mode !== 'stretch' || !measured) return [];
    const read = pathReader(measured);
    const at = newReading();
    return work.picks.map((s) => {
      read(s, at);
      return toLaid(this.map(), { x: at[0], y: at[1] });
    });
  }

  hit(at: Vec): Hit {
    const { stage, work } = this.parts;
    const handle = stage.handleAt(at);
    const picksPath = work.mode === 'start' || work.mode === 'stretch';
    if (handle && !picksPath) return { on: 'handle', id: handle.id };
    if (work.path?.kind === 'drawn' || picksPath) {
      const measured = this.measured();
      if (measured) {
        const p = fromLaid(this.map(), this.model(at));
        const { s, distance } = nearestOnPath(measured, p);
        if (distance * this.map().scale * stage.current.scale <= PATH_REACH * (picksPath ? 2 : 1))
          return { on: 'path', s };
      }
    }
    return { on: 'ground' };
  }

  places(): boolean {
    return this.parts.work.mode === 'place';
  }

  click(hit: Hit, at: Vec, keys: PressKeys): void {
    const { work, context } = this.parts;
    switch (work.mode) {
      case 'place':
        this.placeClick(hit, at);
        return;
      case 'wheel':
        this.dropWheel(at);
        return;
      case 'start':
        if (hit.on === 'path') this.startAt(hit.s);
        return;
      case 'stretch':
        if (hit.on === 'path') work.pick(hit.s);
        return;
      case 'measure':
        work.measureAt(this.model(at));
        return;
      case 'arrange':
        if (hit.on === 'handle') this.chooseHandle(hit.id, keys);
        else if (hit.on === 'path') this.chooseStretch(hit.s, keys);
        else {
          work.choosePoints([]);
          context.selectWheel(null);
        }
    }
  }

  doubleClick(hit: Hit): void {
    const { store, work } = this.parts;
    const { path } = work;
    if (work.mode !== 'arrange' || hit.on !== 'path' || path?.kind !== 'drawn') return;
    const place = this.placeOn(hit.s);
    if (!place) return;
    store.change(changePath(path, withDrawn(path, insertPoint(path, place.piece, place.t)), 'Insert point'));
    work.choosePoints([place.piece + 1]);
  }

  dragStart(hit: Hit, at: Vec, keys: PressKeys): boolean {
    const { store, work } = this.parts;
    const { job } = store;
    const { path } = work;
    if (!job || !path) return false;
    if (work.mode === 'place' && path.kind === 'drawn') return this.placeDrag(path, at);
    if (work.mode !== 'arrange' || keys.more) return false;
    if (hit.on === 'handle') return this.handleDrag(job, path, hit.id, at);
    if (hit.on === 'path' && path.kind === 'drawn') return this.bendDrag(path, hit.s);
    return false;
  }

  drag(at: Vec): void {
    const { dragging } = this;
    if (!dragging) return;
    const p = fromLaid(dragging.map, this.model(at));
    const to = dragging.snap({ x: p.x + dragging.offset.x, y: p.y + dragging.offset.y });
    this.parts.work.say(to.to ? SNAP_WORDS[to.to] : '');
    dragging.write(to);
  }

  dragEnd(): void {
    this.dragging?.gesture.commit();
    this.dragging = null;
    this.parts.work.say('');
  }

  dragCancel(): void {
    this.dragging?.gesture.cancel();
    this.dragging = null;
  }

  boxing(a: Vec, b: Vec): void {
    this.overlay({ box: [a, b] });
  }

  box(a: Vec, b: Vec): void {
    const { work } = this.parts;
    this.overlay({});
    if (work.path?.kind !== 'drawn') return;
    const map = this.map();
    const p = fromLaid(map, this.model(a));
    const q = fromLaid(map, this.model(b));
    const inside = work.path.points.flatMap(({ x, y }, i) =>
      x >= Math.min(p.x, q.x) && x <= Math.max(p.x, q.x) && y >= Math.min(p.y, q.y) && y <= Math.max(p.y, q.y)
        ? [i]
        : [],
    );
    work.choosePoints([...work.points, ...inside]);
  }

  pan(dx: number, dy: number): void {
    this.parts.stage.pan(dx, dy);
  }

  zoom(at: Vec, factor: number): void {
    this.parts.stage.zoom(factor, at);
  }

  hover(at: Vec | null): void {
    const { stage, work } = this.parts;
    const placing =
      work.mode === 'place' && work.path?.kind === 'drawn' ? work.path.points.at(-1) : undefined;
    if (!at) {
      stage.hover(null, 'default');
      this.overlay({});
      return;
    }
    if (placing) {
      const to = this.snapTo(fromLaid(this.map(), this.model(at)), placing, this.otherPoints());
      work.say(to.to ? SNAP_WORDS[to.to] : '');
      this.overlay({ line: [toLaid(this.map(), placing), toLaid(this.map(), to)] });
    }
    const hit = work.mode === 'arrange' ? this.hit(at) : ({ on: 'ground' } as const);
    stage.hover(
      hit.on === 'handle' ? hit.id : null,
      work.mode !== 'arrange'
        ? 'crosshair'
        : hit.on === 'handle'
          ? 'grab'
          : hit.on === 'path'
            ? 'pointer'
            : 'default',
    );
  }

  private overlay(overlay: Overlay): void {
    this.parts.stage.setOverlay({ marks: this.marks(), ...overlay });
  }

  private handleDrag(job: Job, path: JobPath, id: string, at: Vec): boolean {
    const { store, work, context } = this.parts;
    const tool = toolFor(path);
    const map = this.map();
    const ground = this.ground(job);
    const handle = tool.handles(path, ground).find((h) => h.id === id);
    if (!handle) return false;
    if (handle.look === 'wheel') context.selectWheel(wheelOf(id));
    if (id.startsWith('p:') && !work.points.has(Number(id.slice(2))))
      work.choosePoints([Number(id.slice(2))]);
    const start = fromLaid(map, this.model(at));
    // Rims and picks follow the pointer itself; what has a place keeps its distance to it.
    const follows = handle.look === 'rim' || handle.look === 'pick';
    const offset = follows ? { x: 0, y: 0 } : { x: handle.x - start.x, y: handle.y - start.y };
    const { from, others } = tool.snapTo?.(path, id) ?? { from: null, others: [] };
    const chosen = this.ground(job);
    const gesture = store.begin(handle.look === 'wheel' ? 'Move wheel' : 'Reshape path');
    this.dragging = {
      gesture,
      map,
      offset,
      snap: (to) => (follows ? { ...to, to: null } : this.snapTo(to, from, others)),
      write: (to) => gesture.update((draft) => tool.drag(draft, path, id, to, chosen)),
    };
    return true;
  }

  private bendDrag(path: PathOf<'drawn'>, s: number): boolean {
    const place = this.placeOn(s);
    if (!place) return false;
    const gesture = this.parts.store.begin('Bend path');
    const t = Math.max(0.05, Math.min(0.95, place.t));
    this.dragging = {
      gesture,
      map: this.map(),
      offset: { x: 0, y: 0 },
      snap: (to) => ({ ...to, to: null }),
      write: (to) =>
        gesture.update((draft) =>
          writePath(draft, path, withDrawn(path, bendStretch(path, place.piece, t, to))),
        ),
    };
    return true;
  }

  private placeDrag(path: PathOf<'drawn'>, at: Vec): boolean {
    if (path.closed) return false;
    const map = this.map();
    const placed = this.snapTo(fromLaid(map, this.model(at)), path.points.at(-1) ?? null, this.otherPoints());
    const gesture = this.parts.store.begin('Place point');
    const write = (to: Vec): void =>
      gesture.update((draft) => {
        const arm = { x: to.x - placed.x, y: to.y - placed.y };
        writePath(draft, path, withDrawn(path, placePoint(path, placed, arm)));
      });
    this.dragging = { gesture, map, offset: { x: 0, y: 0 }, snap: (to) => ({ ...to, to: null }), write };
    return true;
  }

  private placeClick(hit: Hit, at: Vec): void {
    const { store, work } = this.parts;
    const { path } = work;
    if (path?.kind !== 'drawn' || path.closed) return;
    if (hit.on === 'handle' && hit.id === 'p:0' && path.points.length > 2) {
      store.change(changePath(path, withDrawn(path, closeByPlacing(path)), 'Close path'));
      work.setMode('arrange');
      this.overlay({});
      return;
    }
    const last = path.points.at(-1) ?? null;
    const to = this.snapTo(fromLaid(this.map(), this.model(at)), last, this.otherPoints());
    if (last && last.x === to.x && last.y === to.y) return;
    store.change(changePath(path, withDrawn(path, placePoint(path, to, null)), 'Place point'));
  }

  /** A new wheel where it was dropped, in the span that is nearest, on the side it lies. */
  private dropWheel(at: Vec): void {
    const { store, fits, work, context, stage } = this.parts;
    const { job } = store;
    const { path } = work;
    if (!job || path?.kind !== 'route') return;
    const to = fromLaid(this.map(), this.model(at));
    const measured = this.measured();
    let after = path.stops.length - 1;
    let turn: 'ccw' | 'cw' = 'ccw';
    if (measured) {
      const { s } = nearestOnPath(measured, to);
      const read = newReading();
      pathReader(measured)(s, read);
      turn = read[2] * (to.y - read[1]) - read[3] * (to.x - read[0]) > 0 ? 'ccw' : 'cw';
      const wraps = fits.now.view?.resolved.path.id === path.id ? fits.now.view.fit.layout.wraps : [];
      const scale = this.map().scale;
      const next = wraps.findIndex((wrap, i) => i > 0 && s * scale <= wrap.to);
      if (next > 0) after = next - 1;
    }
    const id = freshId(job.wheels, 'wheel');
    const n = job.wheels.filter((wheel) => wheel.id.startsWith('wheel')).length + 1;
    const radius = Math.max(1, Math.round(NEW_WHEEL / stage.current.scale));
    const wheel = { id, name: `wheel ${n}`, x: to.x, y: to.y, size: { by: 'radius' as const, radius } };
    store.change(addWheel(path.id, wheel, turn, after));
    work.setMode('arrange');
    context.selectWheel(id);
  }

  private startAt(s: number): void {
    const { store, work } = this.parts;
    const { job } = store;
    const { path } = work;
    if (!job || !path) return;
    try {
      const { command, words } = mend(job, path, { do: 'start', at: s });
      store.change(command);
      work.setMode('arrange');
      work.say(words);
    } catch (error) {
      if (!(error instanceof RelayError)) throw error;
      work.say(error.message);
    }
  }

  private chooseHandle(id: string, keys: PressKeys): void {
    const { work, context } = this.parts;
    if (id.startsWith('w:') || id.startsWith('r:')) {
      context.selectWheel(wheelOf(id));
      return;
    }
    if (!id.startsWith('p:')) return;
    const i = Number(id.slice(2));
    const chosen = new Set(work.points);
    if (!keys.more) work.choosePoints([i]);
    else {
      if (chosen.has(i)) chosen.delete(i);
      else chosen.add(i);
      work.choosePoints(chosen);
    }
  }

  private chooseStretch(s: number, keys: PressKeys): void {
    const { work } = this.parts;
    const { path } = work;
    const place = this.placeOn(s);
    if (path?.kind !== 'drawn' || !place) return;
    const ends = [place.piece, nextIndex(path, place.piece)];
    work.choosePoints(keys.more ? [...work.points, ...ends] : ends);
  }

  private placeOn(s: number): { piece: number; t: number } | null {
    const { store, work } = this.parts;
    const measured = this.measured();
    return store.job && work.path && measured
      ? placeAt(pathContour(store.job, work.path), measured, s)
      : null;
  }

  private snapTo(to: Vec, from: Vec | null, others: readonly Vec[]): Snapped {
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

  private otherPoints(): readonly Vec[] {
    const { path } = this.parts.work;
    return path?.kind === 'drawn' ? path.points : [];
  }

  private measured(): MeasuredPath | null {
    const { store, work, paths } = this.parts;
    return store.job && work.path ? paths.of(store.job, work.path.id) : null;
  }

  private ground(job: Job): HandleGround {
    return {
      job,
      points: this.parts.work.points,
      radii: this.radii(),
      measured: (id) => this.parts.paths.of(job, id),
    };
  }

  /** Radii of the wheels in the measure of the document. */
  private radii(): ReadonlyMap<string, number> {
    const { view, sketches } = this.parts.fits.now;
    const radii = new Map<string, number>();
    for (const { wheels } of sketches) for (const { id, radius } of wheels) radii.set(id, radius);
    if (view) {
      const { scale } = this.map();
      for (const { id, radius } of view.fit.layout.wheels) if (!radii.has(id)) radii.set(id, radius / scale);
    }
    return radii;
  }

  private map(): LaidMap {
    const { fits, work } = this.parts;
    const { view, problem } = fits.now;
    return laidMap(problem ? null : view, work.path?.id ?? null);
  }

  private model(at: Vec): Vec {
    return toModel(this.parts.stage.current, at.x, at.y);
  }
}
