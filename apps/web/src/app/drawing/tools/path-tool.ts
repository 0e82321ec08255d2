import { newReading, nextIndex, pathReader, RelayError, type SnapTo, type Vec } from '@coin-relay/core';
import { withDrawn, type Job, type JobPath } from '@coin-relay/model';
import { changePath } from '../../document/commands';
import { sameGrip, toolFor, type Grip, type Handle, pointsOfPath } from '../../path-kinds';
import { metPoints } from '../../picking/met-places';
import { fromLaid, toLaid } from '../../path-kinds/laid-map';
import { closeByPlacing, placePoint } from '../../path-kinds/drawn/place-point';
import type { Overlay } from '../overlay-painter';
import { bendDrag, handleDrag, placeDrag, type Drag } from './drags';
import { dropWheel } from './drop-wheel';
import { ToolSpace, type ToolParts } from './tool-space';
import type { Hit, PointerUse, PressKeys } from './pointer';

/** How near a press has to be on the path, px. */
const PATH_REACH = 8;

const SNAP_WORDS: Readonly<Record<SnapTo, string>> = {
  point: 'on a point',
  tangent: 'touches the wheel',
  angle: 'at a whole angle',
  grid: 'on the grid',
};

/** Pressing the first point again closes the path. */
const FIRST_POINT: Grip = { of: 'point', index: 0, part: 'point' };

/** The tool of the path at work: turns presses, drags and clicks into commands. */
export class PathTool implements PointerUse {
  private readonly space: ToolSpace;
  private dragging: Drag | null = null;

  constructor(private readonly parts: ToolParts) {
    this.space = new ToolSpace(parts);
  }

  /** The handles of the path at work, where they are shown. */
  handles(): Handle[] {
    const { store, work } = this.parts;
    const { job } = store;
    const { path } = work;
    if (!job || !path) return [];
    const map = this.space.map();
    const handles = toolFor(path).handles(path, this.space.ground(job));
    if (map.scale === 1) return [...handles];
    return handles.map((handle) => ({
      ...handle,
      ...toLaid(map, handle),
      ...(handle.radius === undefined ? {} : { radius: handle.radius * map.scale }),
      ...(handle.from ? { from: toLaid(map, handle.from) } : {}),
    }));
  }

  /** Marks of places that are picked, on the path at work or of the reference picture; while the row is fitted, of those it meets. */
  marks(): Vec[] {
    const { work, fits, context } = this.parts;
    const { view } = fits.now;
    if (work.mode === 'arrange' && context.at === 'fit' && view) return metPoints(view.fit);
    if (work.mode === 'measure') return [...work.measuring];
    const measured = work.mode === 'stretch' ? this.space.measured() : null;
    if (!measured) return [];
    const read = pathReader(measured);
    const at = newReading();
    return work.picks.map((s) => {
      read(s, at);
      return toLaid(this.space.map(), { x: at[0], y: at[1] });
    });
  }

  hit(at: Vec): Hit {
    const { stage, work } = this.parts;
    const handle = stage.handleAt(at);
    const picksPath = work.mode === 'start' || work.mode === 'stretch';
    if (handle && !picksPath) return { on: 'handle', grip: handle.grip };
    if (pointsOfPath(work.path).length > 0 || picksPath) {
      const nearest = this.space.nearest(at);
      if (nearest && nearest.pixels <= PATH_REACH * (picksPath ? 2 : 1)) return { on: 'path', s: nearest.s };
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
        dropWheel(this.parts, this.space, at);
        return;
      case 'start':
        if (hit.on === 'path') void this.startAt(hit.s);
        return;
      case 'stretch':
        if (hit.on === 'path') work.pick(hit.s);
        return;
      case 'measure':
        work.measureAt(this.space.model(at));
        return;
      case 'arrange':
        if (hit.on === 'handle') this.chooseHandle(hit.grip, keys);
        else if (hit.on === 'path') this.chooseSegment(hit.s, keys);
        else {
          work.choosePoints([]);
          context.selectWheel(null);
        }
    }
  }

  doubleClick(hit: Hit): void {
    const { store, work } = this.parts;
    const { path } = work;
    if (work.mode !== 'arrange' || hit.on !== 'path' || !path) return;
    const place = this.space.insertPlace(hit.s);
    const made = place && toolFor(path).byPoints?.inserted(path, place);
    if (!made) return;
    store.change(changePath(path, made.path, 'Insert point'));
    work.choosePoints([made.point]);
  }

  dragStart(hit: Hit, at: Vec, keys: PressKeys): boolean {
    const { store, work } = this.parts;
    const { job } = store;
    const { path } = work;
    if (!job || !path) return false;
    this.dragging = this.beginDrag(job, path, hit, at, keys);
    return this.dragging !== null;
  }

  drag(at: Vec): void {
    const { dragging } = this;
    if (!dragging) return;
    const p = fromLaid(dragging.map, this.space.model(at));
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
    const points = pointsOfPath(work.path);
    if (points.length === 0) return;
    const p = this.space.document(a);
    const q = this.space.document(b);
    const inside = points.flatMap(({ x, y }, i) =>
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
      const to = this.space.snapTo(this.space.document(at), placing, this.space.otherPoints());
      work.say(to.to ? SNAP_WORDS[to.to] : '');
      this.overlay({ line: [toLaid(this.space.map(), placing), toLaid(this.space.map(), to)] });
    }
    const hit = work.mode === 'arrange' ? this.hit(at) : ({ on: 'ground' } as const);
    stage.hover(
      hit.on === 'handle' ? hit.grip : null,
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

  private beginDrag(job: Job, path: JobPath, hit: Hit, at: Vec, keys: PressKeys): Drag | null {
    const { parts, space } = this;
    const { mode } = parts.work;
    if (mode === 'place' && path.kind === 'drawn') return placeDrag(parts, space, path, at);
    if (mode !== 'arrange' || keys.more) return null;
    if (hit.on === 'handle') return handleDrag(parts, space, job, path, hit.grip, at);
    return hit.on === 'path' && path.kind === 'drawn' ? bendDrag(parts, space, path, hit.s) : null;
  }

  private placeClick(hit: Hit, at: Vec): void {
    const { store, work } = this.parts;
    const { path } = work;
    if (path?.kind !== 'drawn' || path.closed) return;
    if (hit.on === 'handle' && sameGrip(hit.grip, FIRST_POINT) && path.points.length > 2) {
      store.change(changePath(path, withDrawn(path, closeByPlacing(path)), 'Close path'));
      work.setMode('arrange');
      this.overlay({});
      return;
    }
    const last = path.points.at(-1) ?? null;
    const to = this.space.snapTo(this.space.document(at), last, this.space.otherPoints());
    if (last && last.x === to.x && last.y === to.y) return;
    store.change(changePath(path, withDrawn(path, placePoint(path, to, null)), 'Place point'));
  }

  /** What mends paths is loaded when something is to be mended. */
  private async startAt(s: number): Promise<void> {
    const { mend } = await import('../../document/commands/mend');
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

  private chooseHandle(grip: Grip, keys: PressKeys): void {
    const { work, context } = this.parts;
    if (grip.of === 'wheel') {
      context.selectWheel(grip.wheel);
      return;
    }
    if (grip.of !== 'point' || grip.part !== 'point') return;
    const i = grip.index;
    const chosen = new Set(work.points);
    if (!keys.more) work.choosePoints([i]);
    else {
      if (chosen.has(i)) chosen.delete(i);
      else chosen.add(i);
      work.choosePoints(chosen);
    }
  }

  private chooseSegment(s: number, keys: PressKeys): void {
    const { work } = this.parts;
    const { path } = work;
    const place = this.space.placeOn(s);
    if (path?.kind !== 'drawn' || !place) return;
    const ends = [place.piece, nextIndex(path, place.piece)];
    work.choosePoints(keys.more ? [...work.points, ...ends] : ends);
  }
}
