import { add3, cross3, dot3, length3, scale3, sub3, wrapInto, type Vec3 } from '../math';
import { newReading, pathReader, type MeasuredPath } from '../path';
import type { UpRule } from './up-rule';
import { upsAlong, type Uprights } from './upright';

/** Where a piece is: its axes are of length one, at right angles, x × y = z. */
export interface PieceFrame {
  /** Its first pin, mm. */
  readonly origin: Vec3;
  /** Along its chord. */
  readonly x: Vec3;
  /** Up on it. */
  readonly y: Vec3;
  readonly z: Vec3;
}

/**
 * The frames of stiff pieces: x along the chord from each pin to the next, up that of the path at the middle of the
 * stretch between them, made square to the chord.
 * @param arcs places of the pins along the path, increasing, mm; round a closed row the last piece goes on to the first
 * @throws RelayError frame-undefined where up is along the path all the way
 */
export function pieceFrames(
  path: MeasuredPath,
  arcs: ArrayLike<number>,
  ring: boolean,
  rule: UpRule,
): { readonly frames: readonly PieceFrame[]; readonly lost: Uprights['lost'] } {
  const pins = Array.from(arcs, (s) => placeOn(path, s));
  const many = ring ? pins.length : pins.length - 1;
  const middles = Array.from({ length: many }, (_, i) => {
    const next = i + 1 < pins.length ? arcs[i + 1] : arcs[0] + path.length;
    return wrapped(path, (arcs[i] + next) / 2);
  });
  const order = middles.map((s, i) => ({ s, i })).sort((a, b) => a.s - b.s);
  const { ups, lost } = upsAlong(
    path,
    Float64Array.from(order, ({ s }) => s),
    rule,
  );
  const frames: PieceFrame[] = [];
  order.forEach(({ i }, k) => {
    const chord = sub3(pins[(i + 1) % pins.length], pins[i]);
    const x = scale3(chord, 1 / length3(chord));
    const told = { x: ups[3 * k], y: ups[3 * k + 1], z: ups[3 * k + 2] };
    const up = add3(told, x, -dot3(told, x));
    const y = scale3(up, 1 / length3(up));
    frames[i] = { origin: pins[i], x, y, z: cross3(x, y) };
  });
  return { frames, lost };
}

function placeOn(path: MeasuredPath, s: number): Vec3 {
  const out = newReading();
  pathReader(path)(s, out);
  return { x: out[0], y: out[1], z: out[5] };
}

const wrapped = (path: MeasuredPath, s: number): number =>
  path.closed ? wrapInto(s, path.length) : Math.max(0, Math.min(path.length, s));
