import type { LaidWheel } from '@coin-relay/core';
import { isBand, PLAIN_REPEATS, type JobPiece } from '@coin-relay/model';
import { bandSides } from './belt';
import { circle, data, hole, short, type Figure } from './figure';

/**
 * A wheel about its centre, at angle zero: a sprocket, a toothed pulley or a plain wheel, as the
 * row on it asks for. A toothed wheel has a tooth gap on the x axis.
 */
export function wheelFigure(wheel: LaidWheel, piece: JobPiece, pitch: number): Figure {
  if (wheel.teeth !== null && piece.family === 'roller-chain') {
    return sprocket(wheel.radius, wheel.teeth, (piece.roller * pitch) / piece.pitch, pitch);
  }
  if (wheel.teeth !== null && piece.family === 'toothed-belt')
    return pulley(wheel.radius, wheel.teeth, piece);
  // Teeth for other pieces: as high as such pieces are thick.
  if (wheel.teeth !== null) return sprocket(wheel.radius, wheel.teeth, pitch * 0.5, pitch);
  return plainWheel(Math.max(wheel.radius - runningDepth(piece), wheel.radius * 0.5));
}

/** How far inside the row's line a plain wheel's face lies, mm. */
function runningDepth(piece: JobPiece): number {
  if (isBand(piece)) return bandSides(piece).inner;
  switch (piece.family) {
    case 'roller-chain':
      return piece.view === 'side' ? piece.roller / 2 : piece.width / 2;
    case 'track-shoe':
      return piece.thickness / 2;
    case 'round-link':
      return piece.wire / 2;
    case 'tube':
      return piece.outer / 2;
    case 'stitch':
      return piece.thread / 2;
    default:
      return 0;
  }
}

/**
 * Rollers sit in round seats on the pitch circle, held over a third of a turn; flanks lead past
 * the pitch circle, just clear of the roller, to narrow tips. Outside diameter p (0.6 + cot(180° / z)),
 * as in trade catalogues (from memory).
 */
function sprocket(radius: number, teeth: number, roller: number, pitch: number): Figure {
  const seat = roller * 0.51;
  const tip = (pitch * (0.6 + 1 / Math.tan(Math.PI / teeth))) / 2;
  const step = (2 * Math.PI) / teeth;
  const held = (2 * Math.PI) / 3;
  const clear = (seat * 1.06) / radius;
  const tipHalf = step * 0.1;
  const point = (r: number, angle: number): string =>
    `${short(r * Math.cos(angle))} ${short(r * Math.sin(angle))}`;
  const onSeat = (angle: number, turn: number): string =>
    `${short(radius * Math.cos(angle) + seat * Math.cos(angle + turn))} ${short(radius * Math.sin(angle) + seat * Math.sin(angle + turn))}`;
  let d = `M${onSeat(0, -held)}`;
  for (let k = 0; k < teeth; k++) {
    const angle = k * step;
    d += `A${short(seat)} ${short(seat)} 0 0 0 ${onSeat(angle, held)}`;
    d += `Q${point(radius, angle + clear)} ${point(tip, angle + step / 2 - tipHalf)}`;
    d += `L${point(tip, angle + step / 2 + tipHalf)}`;
    d += `Q${point(radius, angle + step - clear)} ${onSeat(angle + step, -held)}`;
  }
  return disc(`${d}Z`, radius - roller * 0.55 - pitch * 0.12);
}

function pulley(radius: number, teeth: number, piece: Extract<JobPiece, { family: 'toothed-belt' }>): Figure {
  const body = piece.thickness - piece.tooth;
  const face = radius - body * 0.35;
  const root = face - piece.tooth * 1.05;
  const step = (2 * Math.PI) / teeth;
  const point = (r: number, angle: number): string =>
    `${short(r * Math.cos(angle))} ${short(r * Math.sin(angle))}`;
  let d = '';
  for (let k = 0; k < teeth; k++) {
    const a = k * step;
    d += `${k === 0 ? 'M' : 'L'}${point(face, a - step * 0.29)}L${point(root, a - step * 0.19)}`;
    d += `A${short(root)} ${short(root)} 0 0 1 ${point(root, a + step * 0.19)}L${point(face, a + step * 0.29)}`;
    d += `A${short(face)} ${short(face)} 0 0 1 ${point(face, a + step * 0.71)}`;
  }
  return disc(`${d}Z`, root - piece.tooth);
}

/** The body of a toothed wheel: a bore, lightening holes where there is room, and a mark that shows it turn. */
function disc(outline: string, room: number): Figure {
  const bore = Math.max(room * 0.14, Math.min(3, room * 0.4));
  const hub = bore * 1.9;
  const band = room - hub;
  const holes = band > 12 ? 5 : 0;
  let cut = hole(0, 0, bore);
  if (holes > 0) {
    const middle = hub + band / 2;
    const r = Math.min(band * 0.33, middle * Math.sin(Math.PI / holes) * 0.72);
    for (let k = 0; k < holes; k++) {
      const a = ((k + 0.5) * 2 * Math.PI) / holes;
      cut += hole(middle * Math.cos(a), middle * Math.sin(a), r);
    }
  }
  return {
    parts: [
      { d: outline + cut, fill: 'iron', line: true },
      { d: circle(0, 0, hub) + hole(0, 0, bore), fill: 'shade', line: true },
      { d: circle(hub + band * 0.5, 0, Math.max(room * 0.028, 0.7)), fill: 'leather', line: false },
    ],
  };
}

/** A plain wheel with a tyre, arms that are all alike, and a hub. */
function plainWheel(radius: number): Figure {
  const rim = radius * 0.8;
  const hub = radius * 0.3;
  const bore = radius * 0.13;
  const arms = PLAIN_REPEATS;
  let windows = '';
  for (let k = 0; k < arms; k++) {
    const from = (k * 2 * Math.PI) / arms + 0.24;
    const to = ((k + 1) * 2 * Math.PI) / arms - 0.24;
    const innerFrom = (k * 2 * Math.PI) / arms + 0.46;
    const innerTo = ((k + 1) * 2 * Math.PI) / arms - 0.46;
    const i = radius * 0.38;
    const o = radius * 0.72;
    windows +=
      data`M${o * Math.cos(to)} ${o * Math.sin(to)}A${o} ${o} 0 0 0 ${o * Math.cos(from)} ${o * Math.sin(from)}` +
      data`L${i * Math.cos(innerFrom)} ${i * Math.sin(innerFrom)}A${i} ${i} 0 0 1 ${i * Math.cos(innerTo)} ${i * Math.sin(innerTo)}Z`;
  }
  return {
    parts: [
      { d: circle(0, 0, radius) + hole(0, 0, rim), fill: 'leather', line: true },
      { d: circle(0, 0, rim) + windows + hole(0, 0, bore), fill: 'iron', line: true },
      { d: circle(0, 0, hub) + hole(0, 0, bore), fill: 'shade', line: true },
    ],
  };
}
