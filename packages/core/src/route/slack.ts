import { RelayError, mm } from '../error';
import { hang } from '../hang';
import type { CatenarySegment } from '../path';
import { contact, label, signed, type Span } from './span';
import type { RouteWheel } from './wheel';

/** A hanging span: it leaves one wheel and arrives at the next along their tangents. */
export interface HangingSpan {
  readonly piece: CatenarySegment;
  readonly length: number;
  readonly leave: number;
  readonly arrive: number;
  readonly sag: number;
}

/** Spans nearer to upright than this (a cosine) do not hang sideways. */
const UPRIGHT = 0.02;
const MOST_STEPS = 60;

/**
 * The catenary that hangs between two wheels, tangent to both, so that the route is longer than
 * its taut one by `slack`.
 *
 * Unknowns are the slopes q = sinh(x / a) at both ends and a. Where the row runs towards
 * sense · x, its contact is c + sense · ρ (q, −1) / sqrt(1 + q²), with ρ the radius signed by the
 * turn. Two equations join the contacts by the catenary, the third makes its length, and what it
 * adds to or takes off the wraps, the taut span and the slack. Newton's method from the
 * catenary between the taut contacts.
 *
 * @throws RelayError slack-invalid
 */
export function hangSlack(from: RouteWheel, to: RouteWheel, taut: Span, slack: number): HangingSpan {
  const fail = (why: string): never => {
    throw new RelayError('slack-invalid', `The span from ${label(from)} to ${label(to)} ${why}`, {
      wheels: [from.id, to.id],
      field: 'slack',
    });
  };
  if (!(slack > 0 && Number.isFinite(slack)))
    fail(`has a slack of ${slack}: it must be a length above zero.`);
  const cosine = Math.cos(taut.angle);
  if (Math.abs(cosine) < UPRIGHT)
    fail('runs upright: nothing can sag in it. Put the slack into another span.');
  if (slack > 4 * taut.length) fail(`has ${mm(slack)} of slack: at most four times its own length can hang.`);
  const sense = cosine > 0 ? 1 : -1;
  const start = hang(contact(from, taut.angle), contact(to, taut.angle), {
    by: 'length',
    length: taut.length + slack,
  });
  const wheels = { from, to, rhoFrom: signed(from), rhoTo: signed(to), sense };
  let a = start.piece.a;
  let q1 = start.piece.from / a;
  let q2 = start.piece.to / a;
  const goal = taut.length + slack;
  const tautSlope = Math.atan(Math.tan(taut.angle));
  const off = (x1: number, x2: number, size: number): [number, number, number] =>
    equations(wheels, x1, x2, size, goal, tautSlope);
  let f = off(q1, q2, a);
  const scale = taut.length + slack;
  for (let i = 0; i < MOST_STEPS && size3(f) > 1e-14 * scale; i++) {
    const step = solve3(jacobian(off, q1, q2, a), f);
    if (!step) fail('cannot hang with this slack. Leave less.');
    else {
      let part = 1;
      let next = f;
      // Shorter steps until one makes it better: the catenary must stay one.
      for (; part > 1e-6; part /= 2) {
        const size = a - part * step[2];
        if (!(size > 0)) continue;
        next = off(q1 - part * step[0], q2 - part * step[1], size);
        if (size3(next) < size3(f)) break;
      }
      if (part <= 1e-6) break;
      q1 -= part * step[0];
      q2 -= part * step[1];
      a -= part * step[2];
      f = next;
    }
  }
  if (!(size3(f) <= 1e-10 * scale) || !(sense * (q2 - q1) > 0))
    fail('cannot hang with this slack. Leave less.');
  const [leave, arrive] = [q1, q2].map((q) => taut.angle + Math.atan(q) - tautSlope);
  const p = contact(from, leave);
  const piece: CatenarySegment = {
    kind: 'catenary',
    low: {
      x: p.x - a * Math.asinh(q1),
      y: p.y - (a * q1 * q1) / (1 + Math.sqrt(1 + q1 * q1)),
    },
    a,
    tilt: 0,
    from: a * q1,
    to: a * q2,
  };
  const end = contact(to, arrive);
  const length = a * Math.abs(q2 - q1);
  return { piece, length, leave, arrive, sag: hang(p, end, { by: 'length', length }).sag };
}

interface Wheels {
  readonly from: RouteWheel;
  readonly to: RouteWheel;
  readonly rhoFrom: number;
  readonly rhoTo: number;
  readonly sense: number;
}

function equations(
  { from, to, rhoFrom, rhoTo, sense }: Wheels,
  q1: number,
  q2: number,
  a: number,
  goal: number,
  tautSlope: number,
): [number, number, number] {
  const r1 = Math.sqrt(1 + q1 * q1);
  const r2 = Math.sqrt(1 + q2 * q2);
  const k1 = (sense * rhoFrom) / r1;
  const k2 = (sense * rhoTo) / r2;
  return [
    to.x + k2 * q2 - from.x - k1 * q1 - a * (Math.asinh(q2) - Math.asinh(q1)),
    to.y - k2 - from.y + k1 - (a * (q2 * q2 - q1 * q1)) / (r1 + r2),
    a * sense * (q2 - q1) +
      rhoFrom * (Math.atan(q1) - tautSlope) -
      rhoTo * (Math.atan(q2) - tautSlope) -
      goal,
  ];
}

type Triple = [number, number, number];

const size3 = (f: Triple): number => Math.abs(f[0]) + Math.abs(f[1]) + Math.abs(f[2]);

/** Columns of derivatives by central differences: the functions are smooth and their steps known. */
function jacobian(
  off: (q1: number, q2: number, a: number) => Triple,
  q1: number,
  q2: number,
  a: number,
): [Triple, Triple, Triple] {
  const column = (plus: Triple, minus: Triple, h: number): Triple => [
    (plus[0] - minus[0]) / (2 * h),
    (plus[1] - minus[1]) / (2 * h),
    (plus[2] - minus[2]) / (2 * h),
  ];
  const h = 1e-6;
  return [
    column(off(q1 + h, q2, a), off(q1 - h, q2, a), h),
    column(off(q1, q2 + h, a), off(q1, q2 - h, a), h),
    column(off(q1, q2, a * (1 + h)), off(q1, q2, a * (1 - h)), a * h),
  ];
}

/** Solves columns · x = f (Cramer's rule). */
function solve3([u, v, w]: [Triple, Triple, Triple], f: Triple): Triple | null {
  const det = triple(u, v, w);
  if (!(Math.abs(det) > 0)) return null;
  return [triple(f, v, w) / det, triple(u, f, w) / det, triple(u, v, f) / det];
}

const triple = (a: Triple, b: Triple, c: Triple): number =>
  a[0] * (b[1] * c[2] - b[2] * c[1]) -
  a[1] * (b[0] * c[2] - b[2] * c[0]) +
  a[2] * (b[0] * c[1] - b[1] * c[0]);
