import { bodyAt, type Machine } from '@coin-relay/model';
import { machineBounds, rowBounds } from '@coin-relay/scene';
import type { PathSketch } from '../engine/sketch';
import type { RowPainter } from '@coin-relay/painting';
import { travelBounds } from './travel-painter';
import { roundAll, type Bounds } from '@coin-relay/painting';

/** What an empty sheet shows, mm. */
const EMPTY: Bounds = [-200, -150, 200, 150];

/** What there is on a drawing. */
export interface Drawn {
  readonly sketches: readonly PathSketch[];
  readonly rows: readonly RowPainter[];
  /** The row at work; where it is stale it is the last good one, and counts only where there is nothing else. */
  readonly atWork: RowPainter | null;
  readonly stale: boolean;
  readonly machine: Machine | null;
  /** Does its body drive over the ground? */
  readonly drives: boolean;
}

/** The box round all that is drawn, mm. */
export function boundsOf({ sketches, rows, atWork, stale, machine, drives }: Drawn): Bounds {
  const boxes: Bounds[] = sketches.flatMap(({ bounds }) => (bounds ? [bounds] : []));
  boxes.push(
    ...rows.filter((row) => row !== atWork || !stale).map(({ scene }) => rowBounds(scene)),
    ...(atWork && !stale ? travelBounds(atWork.fit) : []),
  );
  const parts = machine ? machineBounds(machine) : null;
  if (parts) boxes.push(parts);
  // All of the way that it drives in a loop.
  const end = machine && drives ? bodyAt(machine, machine.frames) : null;
  if (end)
    boxes.push(...boxes.map(([a, b, c, d]): Bounds => [a + end.dx, b + end.dy, c + end.dx, d + end.dy]));
  if (boxes.length === 0) return atWork ? rowBounds(atWork.scene) : EMPTY;
  return roundAll(boxes);
}
