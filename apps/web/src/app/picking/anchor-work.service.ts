import { inject, Injectable } from '@angular/core';
import type { Vec } from '@coin-relay/core';
import {
  type Anchor,
  anchorAt,
  type AnchorOn,
  centreOf,
  freshId,
  type Job,
  type Machine,
  rowFrameAt,
  type Tie,
  wheelAngleAt,
} from '@coin-relay/model';
import { BehaviorSubject } from 'rxjs';
import { putAnchor, putMeasure, putTie, together, type Command } from '../document/commands';
import { JobStore } from '../document/job-store.service';
import { JobContext } from '../session/job-context.service';
import { Playback } from '../session/playback.service';
import { MachineView } from '../engine/machine-view.service';

/** What is picked for on the drawing. */
export type PickFor = 'anchor' | 'spring' | 'rope' | 'measure';

export interface Picking {
  readonly what: PickFor;
  /** The anchor picked first, where two are asked for. */
  readonly first: string | null;
}

/** A place this near to a wheel's centre, as a part of its radius, is the centre. */
const CENTRE = 0.2;

/** Anchors, and what is put between them, as they are picked on the drawing. One for one job view. */
@Injectable()
export class AnchorWork {
  private readonly store = inject(JobStore);
  private readonly context = inject(JobContext);
  private readonly playback = inject(Playback);
  private readonly view = inject(MachineView);
  private readonly picking = new BehaviorSubject<Picking | null>(null);

  /** Emits at once, and when picking begins, goes on or ends. */
  readonly picking$ = this.picking.asObservable();

  get now(): Picking | null {
    return this.picking.value;
  }

  ask(what: PickFor | null): void {
    this.picking.next(what === null ? null : { what, first: null });
  }

  /**
   * Takes a place of the drawing for what is picked: an anchor that is there, or a new one on
   * whatever is there.
   * @param reach how near is on it, mm
   */
  take(at: Vec, reach: number): void {
    const picking = this.picking.value;
    const { machine } = this.view.now;
    const job = this.store.job;
    if (!picking || !machine || !job) return;
    const there = this.anchorNear(machine, at, reach);
    const made = there === null ? newAnchor(machine, job, this.playback.now.frame, at, reach) : null;
    const id = there ?? made?.id ?? '';
    const commands: Command[] = made ? [putAnchor(made)] : [];
    if (picking.what === 'anchor') {
      this.picking.next(null);
    } else if (picking.first === null) {
      this.picking.next({ ...picking, first: id });
    } else if (picking.first !== id) {
      const from = anchorAt(machine, picking.first, this.playback.now.frame);
      const span = from ? Math.hypot(at.x - from.x, at.y - from.y) : 100;
      commands.push(between(job, picking.what, picking.first, id, span));
      this.picking.next(null);
    }
    if (commands.length > 0) this.store.change(together(`Add ${picking.what}`, commands));
    this.context.selectAnchor(id);
  }

  /** The anchor within reach of a place, at the frame shown. */
  anchorNear(machine: Machine, at: Vec, reach: number): string | null {
    let found: string | null = null;
    let least = reach;
    for (const { id } of machine.job.anchors ?? []) {
      const place = anchorAt(machine, id, this.playback.now.frame);
      const d = place ? Math.hypot(place.x - at.x, place.y - at.y) : Infinity;
      if (d <= least) [found, least] = [id, d];
    }
    return found;
  }
}

/** An anchor on what is at a place: a link within reach, else a wheel, else the ground. */
export function newAnchor(machine: Machine, job: Job, frame: number, at: Vec, reach: number): Anchor {
  const id = freshId(job.anchors ?? [], 'anchor');
  const link = linkNear(machine, frame, at, reach);
  if (link) {
    const run = job.runs.find((entry) => entry.id === link.run);
    return { id, name: `Link ${link.place} of ${run?.name ?? 'the row'}`, on: { kind: 'rider', ...link } };
  }
  const wheel = wheelNear(machine, at);
  if (wheel) return { id, ...wheel.name, on: crankOn(machine, wheel.id, frame, at) };
  const fixed = (job.anchors ?? []).filter(({ on }) => on.kind === 'fixed').length;
  return { id, name: `Fixed point ${fixed + 1}`, on: { kind: 'fixed', x: at.x, y: at.y } };
}

/** A crank pin at a place of a wheel, told by where it stands in frame 0; near the centre it is the centre. */
export function crankOn(machine: Machine, wheel: string, frame: number, at: Vec): AnchorOn {
  const centre = centreOf(machine, wheel) ?? at;
  const rim = machine.wheels.get(wheel)?.wheel.radius ?? 0;
  const radius = Math.hypot(at.x - centre.x, at.y - centre.y);
  if (radius < CENTRE * rim) return { kind: 'crank', wheel, radius: 0, angle: 0 };
  const turned = (wheelAngleAt(machine, wheel, frame) ?? 0) - (wheelAngleAt(machine, wheel, 0) ?? 0);
  return { kind: 'crank', wheel, radius, angle: Math.atan2(at.y - centre.y, at.x - centre.x) - turned };
}

function wheelNear(machine: Machine, at: Vec): { id: string; name: { name: string } } | null {
  let found: { id: string; name: { name: string } } | null = null;
  let least = Infinity;
  for (const { wheel } of machine.wheels.values()) {
    const d = Math.hypot(wheel.x - at.x, wheel.y - at.y);
    if (d <= wheel.radius && wheel.radius < least) {
      least = wheel.radius;
      found = { id: wheel.id, name: { name: `Pin on ${wheel.name ?? wheel.id}`.slice(0, 80) } };
    }
  }
  return found;
}

function linkNear(
  machine: Machine,
  frame: number,
  at: Vec,
  reach: number,
): { run: string; place: number } | null {
  let found: { run: string; place: number } | null = null;
  let least = reach;
  for (const run of machine.rows.keys()) {
    const row = rowFrameAt(machine, run, frame);
    if (!row) continue;
    for (let k = 0; k < row.links; k++) {
      const i = 2 * k * row.step;
      const d = Math.hypot(row.pins[i] - at.x, row.pins[i + 1] - at.y);
      const place = k + row.firstLink;
      if (d <= least && place >= 0) [found, least] = [{ run, place }, d];
    }
  }
  return found;
}

/** A spring or rope of a size that goes with its span, or a measure. */
function between(
  job: Job,
  what: Exclude<PickFor, 'anchor'>,
  from: string,
  to: string,
  span: number,
): Command {
  if (what === 'measure') {
    const id = freshId(job.measures ?? [], 'measure');
    return putMeasure({ id, name: `Measure ${(job.measures ?? []).length + 1}`, from, to });
  }
  const id = freshId(job.ties ?? [], what);
  const many = (job.ties ?? []).filter(({ is }) => is.kind === what).length + 1;
  const is = what === 'spring' ? newSpring(span) : newRope(span);
  return putTie({ id, name: `${what === 'spring' ? 'Spring' : 'Rope'} ${many}`, from, to, is });
}

const tenth = (value: number): number => Math.round(value * 10) / 10;

/** Index 8, free a little longer than its span, and solid at some two fifths of it. */
export function newSpring(span: number): Tie['is'] {
  const wire = Math.max(0.5, tenth(Math.min(6, span / 40)));
  const free = Math.max(wire * 12, tenth(span * 1.1));
  return {
    kind: 'spring',
    wire,
    diameter: 8 * wire,
    coils: Math.max(3, Math.round((0.4 * free) / wire) - 2),
    ends: 'closed-ground',
    free,
    longest: null,
    modulus: 79_300,
  };
}

const newRope = (span: number): Tie['is'] => ({
  kind: 'rope',
  diameter: Math.max(1, tenth(span / 60)),
  length: Math.max(1, tenth(span * 1.12)),
});
