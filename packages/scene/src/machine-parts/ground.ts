import { writeNumber } from '@coin-relay/core';
import { bodyAt, travelOf, type Machine } from '@coin-relay/model';
import type { RowScene } from '../placing';

/** Marks are so long, of the way from one to the next. */
const MARK = 0.35;

/** The ground that a body drives over, as it lies in the first frame. */
export interface Ground {
  /** A line under the strand that stands on it with marks along it; path data, mm, y up. */
  readonly d: string;
  /** How far it has gone past the body at a frame, mm. */
  readonly shift: (frame: number) => { readonly x: number; readonly y: number };
}

/**
 * The ground of a machine that drives, seen from its body: it passes by underneath. Marks lie so far apart that at the
 * end of the loop every one is where another was.
 * @param reach how far it is drawn to either side, mm
 * @returns null for a machine that does not drive
 */
export function groundOf(machine: Machine, scene: RowScene, reach: number): Ground | null {
  const run = machine.job.motion.body?.run;
  const body = bodyAt(machine, 0);
  if (run === undefined || !body) return null;
  const { strand } = body;
  const below = Math.max(0, ...scene.pieces.map(({ box, setting }) => setting.line - box[1]));
  const [ux, uy] = [strand.dx, strand.dy];
  // Downwards, whichever way the strand runs.
  const side = ux < 0 ? 1 : -1;
  const [nx, ny] = [-uy * side, ux * side];
  const [x, y] = [strand.x + nx * below, strand.y + ny * below];
  const shift = (frame: number): { x: number; y: number } => {
    const at = bodyAt(machine, frame);
    return { x: -(at?.dx ?? 0) + body.dx, y: -(at?.dy ?? 0) + body.dy };
  };
  const { x: sx, y: sy } = shift(machine.frames);
  const whole = Math.hypot(sx, sy);
  const links = Math.round(Math.abs(travelOf(machine, run, machine.frames) - travelOf(machine, run, 0)));
  const every = whole > 1e-6 && links > 0 ? whole / links : scene.span;
  const n = (value: number): string => writeNumber(value, 3);
  // So far beyond what is seen that its ends do not come in while it passes.
  const marks = Math.ceil((reach + whole) / every);
  const far = marks * every;
  let d = `M${n(x - ux * far)} ${n(y - uy * far)}L${n(x + ux * far)} ${n(y + uy * far)}`;
  const size = MARK * every;
  for (let m = -marks; m <= marks; m++) {
    const [px, py] = [x + ux * m * every, y + uy * m * every];
    d += `M${n(px)} ${n(py)}L${n(px + nx * size - ux * size * 0.5)} ${n(py + ny * size - uy * size * 0.5)}`;
  }
  return { d, shift };
}
