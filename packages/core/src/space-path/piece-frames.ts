import { RelayError } from '../error';
import { add3, cross3, dot3, length3, scale3, sub3, wrapInto, type Vec3 } from '../math';
import { newReading, pathReader, type MeasuredPath } from '../path';
import { holonomy, leastTwist } from './frames';

/** What keeps pieces upright: the least twist along the path, or a direction that is up everywhere. */
export type UpRule = { readonly by: 'least-twist' } | { readonly by: 'fixed'; readonly up: Vec3 };

/** A direction nearer to the way of a piece than this cannot be up on it, radians. */
const TOO_NEAR = (5 * Math.PI) / 180;

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
 * stretch between them, made square to the chord. On a closed path what the least-twist frame comes back turned by is
 * spread evenly over its length, so that it meets itself.
 * @param arcs places of the pins along the path, increasing, mm; round a closed row the last piece goes on to the first
 * @throws RelayError frame-undefined where up is along the path
 */
export function pieceFrames(
  path: MeasuredPath,
  arcs: ArrayLike<number>,
  ring: boolean,
  rule: UpRule,
): readonly PieceFrame[] {
  const pins = Array.from(arcs, (s) => readAt(path, s).at);
  const many = ring ? pins.length : pins.length - 1;
  const middles = Array.from({ length: many }, (_, i) => {
    const next = i + 1 < pins.length ? arcs[i + 1] : arcs[0] + path.length;
    return (arcs[i] + next) / 2;
  });
  const ups = rule.by === 'fixed' ? fixedUps(path, middles, rule.up) : twistedUps(path, middles);
  return middles.map((_, i) => {
    const chord = sub3(pins[(i + 1) % pins.length], pins[i]);
    const x = scale3(chord, 1 / length3(chord));
    const up = add3(ups[i], x, -dot3(ups[i], x));
    const y = scale3(up, 1 / length3(up));
    return { origin: pins[i], x, y, z: cross3(x, y) };
  });
}

function readAt(path: MeasuredPath, s: number): { readonly at: Vec3; readonly way: Vec3 } {
  const out = newReading();
  pathReader(path)(s, out);
  return { at: { x: out[0], y: out[1], z: out[5] }, way: { x: out[2], y: out[3], z: out[6] } };
}

function fixedUps(path: MeasuredPath, places: readonly number[], up: Vec3): Vec3[] {
  const size = length3(up);
  if (!(size > 0 && Number.isFinite(size)))
    throw new RelayError('frame-undefined', 'Up needs three numbers that are not all zero.');
  const wanted = scale3(up, 1 / size);
  return places.map((s, i) => {
    const { way } = readAt(path, s);
    if (length3(cross3(way, wanted)) < Math.sin(TOO_NEAR)) {
      throw new RelayError(
        'frame-undefined',
        `At ${wrapped(path, s).toFixed(2)} mm (piece ${i + 1}) the path runs along what is to be up, so nothing says how the piece stands. Choose another up, or the least twist.`,
      );
    }
    return wanted;
  });
}

function twistedUps(path: MeasuredPath, places: readonly number[]): Vec3[] {
  const at = places.map((s, i) => ({ s: wrapped(path, s), i })).sort((a, b) => a.s - b.s);
  const flat = leastTwist(
    path,
    at.map(({ s }) => s),
  );
  const turned = path.closed ? holonomy(path) : 0;
  const ups: Vec3[] = [];
  at.forEach(({ s, i }, k) => {
    const up = { x: flat[3 * k], y: flat[3 * k + 1], z: flat[3 * k + 2] };
    const back = (-turned * s) / path.length;
    ups[i] = add3(scale3(up, Math.cos(back)), cross3(readAt(path, s).way, up), Math.sin(back));
  });
  return ups;
}

const wrapped = (path: MeasuredPath, s: number): number =>
  path.closed ? wrapInto(s, path.length) : Math.max(0, Math.min(path.length, s));
