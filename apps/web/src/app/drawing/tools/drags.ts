import { bendSegment, type Snapped, type Vec } from '@coin-relay/core';
import { withDrawn, type Job, type JobPath, type PathOf } from '@coin-relay/model';
import { writePath } from '../../document/commands';
import type { Gesture } from '../../document/history';
import { sameGrip, toolFor, type Grip } from '../../path-kinds';
import type { LaidMap } from '../../path-kinds/laid-map';
import { placePoint } from '../../path-kinds/drawn/place-point';
import type { ToolParts, ToolSpace } from './tool-space';

/** A drag that is going on: how a place of the document is written into the draft. */
export interface Drag {
  readonly gesture: Gesture;
  readonly map: LaidMap;
  /** What is added to the pointer’s place, so that what was taken hold of does not jump. */
  readonly offset: Vec;
  readonly write: (to: Vec) => void;
  readonly snap: (to: Vec) => Snapped;
}

/** Taking hold of a handle. */
export function handleDrag(
  { store, work, context }: ToolParts,
  space: ToolSpace,
  job: Job,
  path: JobPath,
  grip: Grip,
  at: Vec,
): Drag | null {
  const tool = toolFor(path);
  const map = space.map();
  const ground = space.ground(job);
  const handle = tool.handles(path, ground).find((h) => sameGrip(h.grip, grip));
  if (!handle) return null;
  if (grip.of === 'wheel' && grip.part === 'centre' && handle.look === 'wheel')
    context.selectWheel(grip.wheel);
  if (grip.of === 'point' && grip.part === 'point' && !work.points.has(grip.index))
    work.choosePoints([grip.index]);
  const start = space.document(at);
  // Rims and picks follow the pointer itself; what has a place keeps its distance to it.
  const follows = handle.look === 'rim' || handle.look === 'pick';
  const offset = follows ? { x: 0, y: 0 } : { x: handle.x - start.x, y: handle.y - start.y };
  const { from, others } = tool.snapTo?.(path, grip) ?? { from: null, others: [] };
  const chosen = space.ground(job);
  const gesture = store.begin(handle.look === 'wheel' ? 'Move wheel' : 'Reshape path');
  return {
    gesture,
    map,
    offset,
    snap: (to) => (follows ? { ...to, to: null } : space.snapTo(to, from, others)),
    write: (to) => gesture.update((draft) => tool.drag(draft, path, grip, to, chosen)),
  };
}

/** Taking hold of a stretch of a drawn path: it is bent. */
export function bendDrag(
  { store }: ToolParts,
  space: ToolSpace,
  path: PathOf<'drawn'>,
  s: number,
): Drag | null {
  const place = space.placeOn(s);
  if (!place) return null;
  const gesture = store.begin('Bend path');
  const t = Math.max(0.05, Math.min(0.95, place.t));
  return {
    gesture,
    map: space.map(),
    offset: { x: 0, y: 0 },
    snap: (to) => ({ ...to, to: null }),
    write: (to) =>
      gesture.update((draft) =>
        writePath(draft, path, withDrawn(path, bendSegment(path, place.piece, t, to))),
      ),
  };
}

/** Presses and pulls while placing: the point flows, the pull is its arm. */
export function placeDrag(
  { store }: ToolParts,
  space: ToolSpace,
  path: PathOf<'drawn'>,
  at: Vec,
): Drag | null {
  if (path.closed) return null;
  const placed = space.snapTo(space.document(at), path.points.at(-1) ?? null, space.otherPoints());
  const gesture = store.begin('Place point');
  return {
    gesture,
    map: space.map(),
    offset: { x: 0, y: 0 },
    snap: (to) => ({ ...to, to: null }),
    write: (to) =>
      gesture.update((draft) => {
        const arm = { x: to.x - placed.x, y: to.y - placed.y };
        writePath(draft, path, withDrawn(path, placePoint(path, placed, arm)));
      }),
  };
}
